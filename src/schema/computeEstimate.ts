import { z } from 'zod';
import { angleDeg, lengthMm, massKg, plainRatio, rateNPerMm } from '@/catalogue/quantity';
import { USUAL_SAG_UNCERTAINTY_MM } from '@/core/constants/limits';
import { MACHINE_KINDS } from '@/knowledge/kinds';
import { fail, leverageKinds } from './compute';

/** Requests of the operations that answer from what a shop floor knows. */

export const machineKindsRequest = z.strictObject({});

const positiveMm = () => lengthMm({ above: 0, max: 1e4 });
const bodyKg = () => massKg({ above: 0, max: 5000 });

const figures = z.strictObject({
  wheelbaseMm: positiveMm().optional(),
  machineKg: bodyKg().optional(),
  frontShare: plainRatio({ above: 0, max: 1 }).optional(),
  unsprungFrontKg: massKg({ min: 0, max: 500 }).optional(),
  unsprungRearKg: massKg({ min: 0, max: 500 }).optional(),
  rakeDeg: angleDeg({ min: 0, max: 60 }).optional(),
  frontTravelMm: positiveMm().optional(),
  rearTravelMm: positiveMm().optional(),
  leverageRatio: plainRatio({ above: 0, max: 20 }).optional(),
  riderForwardMm: lengthMm({ min: -5000, max: 5000 }).optional(),
});

export const springEstimateRequest = z
  .strictObject({
    kind: z.enum(MACHINE_KINDS.map((k) => k.id)),
    end: z.enum(['front', 'rear']),
    riderKg: bodyKg(),
    figures: figures.default({}),
    marked: z
      .strictObject({ rateNPerMm: rateNPerMm({ min: 0.01, max: 1e4 }), preloadMm: lengthMm({ min: 0, max: 1000 }).optional() })
      .optional(),
    sag: z
      .strictObject({
        staticMm: lengthMm({ min: 0, max: 1e4 }),
        riderMm: lengthMm({ above: 0, max: 1e4 }),
        uncertaintyMm: lengthMm({ min: 0.01, max: 1000 }).default(USUAL_SAG_UNCERTAINTY_MM),
      })
      .optional(),
    target: z.strictObject({ staticSagMm: lengthMm({ min: 0, max: 1e4 }), riderSagMm: lengthMm({ above: 0, max: 1e4 }) }),
    leverage: z.discriminatedUnion('kind', [...leverageKinds]).optional(),
  })
  .superRefine((r, ctx) => {
    if (r.target.riderSagMm <= r.target.staticSagMm) fail(ctx, 'target-order', ['target', 'riderSagMm']);
    if (r.sag && r.sag.riderMm <= r.sag.staticMm) fail(ctx, 'sag-not-rising', ['sag', 'riderMm']);
    if (r.leverage && r.figures.leverageRatio !== undefined)
      fail(ctx, 'one-of-two', ['leverage'], { first: 'leverage', second: 'figures.leverageRatio' });
    if (r.leverage && r.end === 'front') fail(ctx, 'unknown-field', ['leverage'], { field: 'leverage' });
  });
