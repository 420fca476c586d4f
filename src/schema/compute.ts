import { z } from 'zod';
import { angleDeg, forceN, lengthMm, massKg, plainRatio, rateNPerMm } from './quantity';

/** The requests of the compute contract. The same shapes serve the forms, the routes and the command. */

const fail = (ctx: z.core.$RefinementCtx<unknown>, code: string, path: (string | number)[], data: Record<string, string | number> = {}) =>
  ctx.addIssue({ code: 'custom', path, params: { code, data } });

export const convertRequest = z.strictObject({
  value: z.string().meta({ description: 'a number with its unit, for example "23 3/8 in"' }),
  to: z.string().meta({ description: 'the unit wanted, for example "mm"' }),
});

const sagPair = z.strictObject({ liftedMm: lengthMm().nullable(), pressedMm: lengthMm().nullable() });
const sagState = z
  .union([sagPair, z.array(sagPair).min(1), z.null()])
  .transform((state) => (state === null ? [] : Array.isArray(state) ? state : [state]));

export const sagRequest = z.strictObject({
  travelMm: lengthMm({ above: 0 }),
  style: z.enum(['distance', 'ruler']),
  extendedMm: lengthMm().nullable().default(null),
  unladen: sagState.default([]),
  laden: sagState.default([]),
  readingHalfWidthMm: lengthMm({ min: 0 }).optional(),
});

const ends = z.strictObject({ frontKg: massKg({ min: 0 }), rearKg: massKg({ min: 0 }) });

export const loadsRequest = z.strictObject({
  wheelbaseMm: lengthMm({ above: 0 }),
  machine: z.strictObject({ frontKg: massKg({ above: 0 }), rearKg: massKg({ above: 0 }) }),
  unsprung: ends,
  additions: z.array(z.strictObject({ label: z.string(), massKg: massKg({ min: 0 }), forwardOfRearAxleMm: lengthMm() })).default([]),
});

const otherForce = z
  .discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('none') }),
    z.strictObject({ kind: z.literal('constant'), forceN: forceN({ min: 0 }) }),
  ])
  .default({ kind: 'none' });

const catalogueSpring = z
  .strictObject({
    id: z.string().min(1),
    rateNPerMm: rateNPerMm({ above: 0 }).optional(),
    forceTable: z
      .array(z.strictObject({ deflectionMm: lengthMm({ min: 0 }), forceN: forceN({ min: 0 }) }))
      .min(2)
      .optional(),
    freeLengthMm: lengthMm({ above: 0 }).optional(),
    solidLengthMm: lengthMm({ above: 0 }).optional(),
  })
  .superRefine((spring, ctx) => {
    if ((spring.rateNPerMm === undefined) === (spring.forceTable === undefined)) fail(ctx, 'missing', ['rateNPerMm']);
    if (spring.freeLengthMm !== undefined && spring.solidLengthMm !== undefined && spring.solidLengthMm >= spring.freeLengthMm)
      fail(ctx, 'solid-longer-than-free', ['solidLengthMm']);
    spring.forceTable?.forEach((point, i) => {
      const before = i === 0 ? null : spring.forceTable![i - 1]!;
      const atOrigin = i === 0 && point.deflectionMm === 0 && point.forceN === 0;
      const rises = before
        ? point.deflectionMm > before.deflectionMm && point.forceN > before.forceN
        : atOrigin || (point.deflectionMm > 0 && point.forceN > 0);
      if (!rises) fail(ctx, 'force-table-order', ['forceTable', i]);
    });
  });

const selectCommon = {
  travelMm: lengthMm({ above: 0 }),
  staticLoadN: forceN({ above: 0 }),
  ladenLoadN: forceN({ above: 0 }),
  otherForce,
  target: z.strictObject({ staticSagMm: lengthMm({ min: 0 }), riderSagMm: lengthMm({ above: 0 }) }),
  catalogue: z.array(catalogueSpring).min(1),
  preloadRangeMm: z.tuple([lengthMm({ min: 0 }), lengthMm({ min: 0 })]),
};

export const springSelectRequest = z
  .discriminatedUnion('end', [
    z.strictObject({
      end: z.literal('rear'),
      ...selectCommon,
      leverage: z.strictObject({ kind: z.literal('constant'), ratio: plainRatio({ above: 0 }) }),
    }),
    z.strictObject({
      end: z.literal('front'),
      ...selectCommon,
      rakeDeg: angleDeg({ min: 0, max: 60 }),
      legs: z.union([z.literal(1), z.literal(2)]).default(2),
    }),
  ])
  .superRefine((r, ctx) => {
    if (r.ladenLoadN <= r.staticLoadN) fail(ctx, 'load-not-increasing', ['ladenLoadN']);
    if (r.target.riderSagMm <= r.target.staticSagMm) fail(ctx, 'target-order', ['target', 'riderSagMm']);
    else if (r.target.riderSagMm > r.travelMm) fail(ctx, 'target-order', ['target', 'riderSagMm']);
    if (r.preloadRangeMm[0] > r.preloadRangeMm[1]) fail(ctx, 'range-order', ['preloadRangeMm']);
    const ids = r.catalogue.map((s) => s.id);
    const twice = ids.findIndex((id, i) => ids.indexOf(id) !== i);
    if (twice >= 0) fail(ctx, 'already-exists', ['catalogue', twice, 'id'], { what: `Spring “${ids[twice]}”` });
  });
