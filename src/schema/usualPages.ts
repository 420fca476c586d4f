import { z } from 'zod';
import { GROUND_IDS } from '@/catalogue/fields/ask';
import { MACHINE_TYPES, type MachineType } from '@/catalogue/fields/machine';
import { USES } from '@/catalogue/uses';
import { PISTON_KINDS } from '@/knowledge/damperKinds';
import { KIND_FIGURE_ORDER, MACHINE_KINDS } from '@/knowledge/kinds';
import { pageText } from '@/knowledge/shapes';

/** Pages of the Shop book that say what is usual: kinds of machine, of piston, of ground; each with its named version. */

const spread = z.strictObject({ mean: z.number().positive().max(5000), sd: z.number().positive().max(2000) });
const figures = z.strictObject(
  Object.fromEntries(KIND_FIGURE_ORDER.map((f) => [f, spread])) as Record<(typeof KIND_FIGURE_ORDER)[number], typeof spread>,
);

export const kindPage = z
  .strictObject({
    version: z.literal('kind/1'),
    id: z.enum(Object.keys(MACHINE_TYPES) as [MachineType, ...MachineType[]]),
    name: pageText(80),
    rearSprings: z.union([z.literal(1), z.literal(2)]),
    use: z.enum(USES),
    figures,
    // Pages of before 0.4 have none: what the book begins with stands in.
    preloadMm: z.strictObject({ rear: spread, front: spread }).optional(),
    origin: pageText(300),
  })
  .transform((page) => ({ ...page, preloadMm: page.preloadMm ?? MACHINE_KINDS.find((k) => k.id === page.id)!.preloadMm }))
  .superRefine((page, ctx) => {
    // An estimate draws machines from these: a spread as wide as the figure itself draws machines that cannot be.
    for (const f of KIND_FIGURE_ORDER)
      if (page.figures[f].sd > page.figures[f].mean / 2)
        ctx.addIssue({ code: 'custom', path: ['figures', f, 'sd'], params: { code: 'spread-too-wide', data: {} } });
    if (page.figures.frontShare.mean >= 1)
      ctx.addIssue({ code: 'custom', path: ['figures', 'frontShare', 'mean'], params: { code: 'out-of-range', data: { min: 0, max: 1 } } });
  });
export const kindRequest = z.strictObject({ page: kindPage, reason: pageText(500) });

const areaMm2 = z.number().min(0).max(5000);
const valve = z.strictObject({ portMm2: areaMm2, bleedMm2: areaMm2 });
const boreMm = z.number().positive().max(100);
export const pistonPage = z
  .strictObject({
    version: z.literal('piston/1'),
    id: z.enum(PISTON_KINDS.map((k) => k.id)),
    boreMm,
    rodMm: boreMm,
    postMm: boreMm.nullable(),
    tubeMm: boreMm.nullable(),
    valves: z.strictObject({ compression: valve, rebound: valve, base: valve }),
    origin: pageText(300),
  })
  .superRefine((page, ctx) => {
    if (page.rodMm >= page.boreMm)
      ctx.addIssue({ code: 'custom', path: ['rodMm'], params: { code: 'rod-fills-bore', data: { bore: page.boreMm } } });
    if (page.tubeMm !== null && page.tubeMm <= page.boreMm)
      ctx.addIssue({ code: 'custom', path: ['tubeMm'], params: { code: 'tube-in-bore', data: { bore: page.boreMm } } });
    for (const [name, { portMm2, bleedMm2 }] of Object.entries(page.valves))
      if (portMm2 === 0 && bleedMm2 === 0)
        ctx.addIssue({ code: 'custom', path: ['valves', name, 'bleedMm2'], params: { code: 'valve-closed', data: {} } });
  });
export const pistonRequest = z.strictObject({ page: pistonPage, reason: pageText(500) });

const share = z.number().min(-1).max(1);
const bands = z.strictObject({ low: share, high: share });
const kmh = z.number().min(0).max(400);
export const groundPage = z.strictObject({
  version: z.literal('ground/1'),
  id: z.enum(GROUND_IDS),
  name: pageText(80),
  roughness: pageText(80),
  order: z.number().min(0).max(6),
  usualKmh: z.tuple([kmh, kmh]).refine(([slow, quick]) => slow <= quick, { params: { code: 'range-order' } }),
  sag: share,
  compression: bands,
  rebound: bands,
  oilLevelMm: z.number().min(-50).max(50),
  origin: pageText(300),
});
export const groundRequest = z.strictObject({ page: groundPage, reason: pageText(500) });
