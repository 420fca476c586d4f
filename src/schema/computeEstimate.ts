import { z } from 'zod';
import { angleDeg, lengthMm, massKg, plainRatio, rateNPerMm } from '@/catalogue/quantity';
import { GROUND_IDS, type GroundId } from '@/catalogue/fields/ask';
import { USES } from '@/catalogue/uses';
import { USUAL_SAG_UNCERTAINTY_MM } from '@/core/constants/limits';
import { MACHINE_KINDS } from '@/knowledge/kinds';
import { fail, leverageKinds, otherForceKinds } from './compute';

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

const share = () => z.number().min(0).max(100);
/** Shares of the ground; they are taken in proportion. */
const ground = z.strictObject(
  Object.fromEntries(GROUND_IDS.map((id) => [id, share().optional()])) as Record<GroundId, z.ZodOptional<ReturnType<typeof share>>>,
);

/** What only the choice asks (no target): how it is ridden, loaded and adjusted. */
const choiceFields = {
  use: z.enum(USES).optional(),
  pace: z.enum(['easy', 'steady', 'quick', 'race']).optional(),
  ground: ground.optional(),
  passengerKg: massKg({ min: 0, max: 500 }).optional(),
  luggageKg: massKg({ min: 0, max: 1000 }).optional(),
  loadShares: z
    .strictObject({
      solo: share().optional(),
      luggage: share().optional(),
      'two-up': share().optional(),
      'two-up-luggage': share().optional(),
    })
    .optional(),
  loadSchool: z.enum(['solo', 'as-ridden', 'no-ring']).optional(),
  adjusterMm: z.tuple([lengthMm({ min: -50, max: 1000 }), lengthMm({ min: 0, max: 1000 })]).optional(),
  makersSagMm: z
    .strictObject({ static: lengthMm({ min: 0, max: 1e4 }).optional(), rider: lengthMm({ above: 0, max: 1e4 }).optional() })
    .optional(),
};
/** What a target leaves unweighed: said, where it is sent along. */
export const CHOICE_ONLY = Object.keys(choiceFields) as (keyof typeof choiceFields)[];

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
        staticMm: lengthMm({ min: 0, max: 1e4 }).optional(),
        riderMm: lengthMm({ above: 0, max: 1e4 }).optional(),
        uncertaintyMm: lengthMm({ min: 0.01, max: 1000 }).default(USUAL_SAG_UNCERTAINTY_MM),
      })
      .optional(),
    target: z.strictObject({ staticSagMm: lengthMm({ min: 0, max: 1e4 }), riderSagMm: lengthMm({ above: 0, max: 1e4 }) }).optional(),
    leverage: z
      .discriminatedUnion('kind', [
        leverageKinds[0],
        leverageKinds[1].extend({ readingErrorMm: lengthMm({ min: 0, max: 10 }).optional() }),
        leverageKinds[2],
      ])
      .optional(),
    otherForce: otherForceKinds.optional(),
    ...choiceFields,
  })
  .superRefine((r, ctx) => {
    if (r.target && r.target.riderSagMm <= r.target.staticSagMm) fail(ctx, 'target-order', ['target', 'riderSagMm']);
    if (r.sag && r.sag.riderMm === undefined && r.sag.staticMm === undefined) fail(ctx, 'missing', ['sag', 'riderMm']);
    if (r.sag?.riderMm !== undefined && r.sag.staticMm !== undefined && r.sag.riderMm <= r.sag.staticMm)
      fail(ctx, 'sag-not-rising', ['sag', 'riderMm']);
    if (r.adjusterMm && r.adjusterMm[1] < r.adjusterMm[0]) fail(ctx, 'range-order', ['adjusterMm', 1]);
    if (r.leverage && r.figures.leverageRatio !== undefined)
      fail(ctx, 'one-of-two', ['leverage'], { first: 'leverage', second: 'figures.leverageRatio' });
    if (r.leverage && r.end === 'front') fail(ctx, 'unknown-field', ['leverage'], { field: 'leverage' });
  });
