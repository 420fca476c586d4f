import { z } from 'zod';

/** The drawers beside shims: springs, oils, seals, kits, each a ledger of moves. */

export const STOCK_KINDS = { spring: 'Springs', oil: 'Oils', seal: 'Seals', kit: 'Kits', other: 'Other' } as const;
export type StockKind = keyof typeof STOCK_KINDS;
export const STOCK_UNITS = { piece: 'pieces', mL: 'mL' } as const;
export type StockUnit = keyof typeof STOCK_UNITS;
export const STOCK_MOVES = { received: 'Received', counted: 'Counted', used: 'Used', returned: 'Returned' } as const;

export interface StockItem {
  id: number;
  kind: StockKind;
  name: string;
  unit: StockUnit;
  springId: number | null;
  /** Sum of its moves; null while it was never counted nor received. */
  there: number | null;
  /** Set aside for jobs. */
  held: number;
  priceMinor: number | null;
  currency: string | null;
  reorderAt: number | null;
  supplier: string;
}

const name = (max: number) => z.string().trim().min(1).max(max);
const said = (max: number) => z.string().trim().max(max).default('');
const id = z.int().positive();

export const newStockRequest = z.strictObject({
  kind: z.enum(['oil', 'seal', 'kit', 'other']),
  name: name(120),
  unit: z.enum(['piece', 'mL']),
  price: said(40),
  reorderAt: z.number().min(0).max(1e7).nullable().default(null),
  supplier: said(120),
});

/** Counting names how many lie there; the others how many come or go. */
export const stockMoveRequest = z
  .strictObject({
    kind: z.enum(['received', 'counted', 'used', 'returned']),
    count: z.number().min(0).max(1e7),
    jobId: id.nullable().default(null),
    batch: said(60),
    note: said(300),
  })
  .superRefine(({ kind, count }, ctx) => {
    if (kind !== 'counted' && count === 0) ctx.addIssue({ code: 'custom', path: ['count'], params: { code: 'nothing-to-move', data: {} } });
  });

export const stockTermsRequest = z.strictObject({
  price: said(40),
  reorderAt: z.number().min(0).max(1e7).nullable().default(null),
  supplier: said(120),
});

/** An order is placed, or was ticked by mistake. */
export const orderTickRequest = z.strictObject({ name: name(160), placed: z.boolean() });

/** Lines of a file: one item each; all of it is taken, or nothing. */
export const stockListRequest = z.strictObject({
  fileName: said(200),
  lines: z
    .array(
      z.strictObject({
        kind: z.enum(['oil', 'seal', 'kit', 'other']),
        name: name(120),
        unit: z.enum(['piece', 'mL']),
        count: z.number().min(0).max(1e7),
        price: said(40),
        reorderAt: z.number().min(0).max(1e7).nullable().default(null),
        supplier: said(120),
      }),
    )
    .min(1)
    .max(5000),
});

export const returnedSpringRequest = z.strictObject({
  end: z.enum(['rear', 'front']),
  name: name(120),
  /** As the tester found it, or as marked where nobody measured. */
  rate: name(60),
  /** What came out is the customer's until they leave it with the shop. */
  leftByCustomer: z.boolean().default(false),
});

/** What a job takes from the drawers, and whether it is there. */
export interface Need {
  what: 'spring' | 'shim' | 'stock';
  /** Of a spring or a stock item; 0 of a shim. */
  id: number;
  name: string;
  count: number;
  unit: StockUnit;
  /** Null where it was never counted. */
  there: number | null;
  heldHere: number;
  heldByOthers: number;
}

/** How many are missing for this job when what others hold is left to them. What was never counted is not called short. */
export const shortOf = ({ count, there, heldByOthers }: Need): number =>
  there === null ? 0 : Math.max(0, count - Math.max(0, there - heldByOthers));
