import { z } from 'zod';
import { lengthMm } from '@/catalogue/quantity';
import { ASSORTMENTS } from '@/knowledge/starterShims';

const POSTS = ASSORTMENTS.map((a) => `${a.innerMm} mm`).join(', ');

export const SHIM_MOVES = { received: 'Received', used: 'Used', returned: 'Put back', counted: 'Counted: there are now' };

/** `count` pieces received, used or put back; or, counted, how many lie there now. */
export const shimMoveRequest = z
  .strictObject({
    inner: lengthMm({ above: 0, max: 99 }),
    diameter: lengthMm({ above: 0, max: 199 }),
    thickness: lengthMm({ above: 0, max: 4.9 }),
    count: z.int().min(0).max(9999),
    kind: z.enum(['received', 'used', 'returned', 'counted']),
    note: z.string().trim().max(300).default(''),
    jobId: z.int().positive().nullable().default(null),
  })
  .superRefine((m, ctx) => {
    if (m.diameter <= m.inner) ctx.addIssue({ code: 'custom', path: ['diameter'], params: { code: 'shim-no-ring', data: {} } });
    if (m.count === 0 && m.kind !== 'counted')
      ctx.addIssue({ code: 'custom', path: ['count'], params: { code: 'nothing-to-move', data: {} } });
  });

/** A bought assortment, all sizes of one post alike: counted by who bought it. */
export const assortmentRequest = z.strictObject({
  innerMm: z
    .number()
    .refine((mm) => ASSORTMENTS.some((a) => a.innerMm === mm), { params: { code: 'not-listed', data: { options: POSTS } } }),
  each: z.int().min(1).max(99),
});
