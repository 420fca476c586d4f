import { z } from 'zod';
import { ATMOSPHERE_MPA, SPRING_STEEL_SHEAR_GPA } from '@/core/constants/constants';
import { USUAL_SAG_UNCERTAINTY_MM } from '@/core/constants/limits';
import { USUAL_LOAD_UNCERTAINTY_N } from '@/core/spring/effective';
import { firstNotRising, type ForcePoint } from '@/core/spring/law';
import { angleDeg, forceN, lengthMm, massKg, plainRatio, pressureMPa, quantity, rateNPerMm, volumeMm3 } from '@/catalogue/quantity';

/** No shop means more than so many at once; beyond them one request would hold everybody else. */
const MAX_READINGS = 200;
const MAX_LOADS = 40;
const MAX_POINTS = 5000;
const MAX_SPRINGS = 5000;
const MAX_IN_SERIES = 40;

/** The requests of the compute contract. The same shapes serve the forms, the routes and the command. */

export const fail = (
  ctx: z.core.$RefinementCtx<unknown>,
  code: string,
  path: (string | number)[],
  data: Record<string, string | number> = {},
) => ctx.addIssue({ code: 'custom', path, params: { code, data } });

export const convertRequest = z.strictObject({
  value: z.string().meta({ description: 'a number with its unit, for example "23 3/8 in"' }),
  to: z.string().meta({ description: 'the unit wanted, for example "mm"' }),
});

const sagPair = z.strictObject({ liftedMm: lengthMm().nullable(), pressedMm: lengthMm().nullable() });
const sagState = z
  .union([sagPair, z.array(sagPair).min(1).max(MAX_READINGS), z.null()])
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
  additions: z
    .array(z.strictObject({ label: z.string(), massKg: massKg({ min: 0 }), forwardOfRearAxleMm: lengthMm() }))
    .max(MAX_LOADS)
    .default([]),
});

export const positiveMm = () => lengthMm({ above: 0 });

export const leverageKinds = [
  z.strictObject({ kind: z.literal('constant'), ratio: plainRatio({ above: 0 }) }),
  z.strictObject({
    kind: z.literal('table'),
    wheelMm: z.array(lengthMm()).min(2).max(MAX_POINTS),
    shockMm: z.array(lengthMm()).min(2).max(MAX_POINTS),
  }),
  z.strictObject({
    kind: z.literal('linkage'),
    arm: z.strictObject({ pivot: point(), axle: point() }),
    shock: z.strictObject({ upper: mount(), lower: mount() }),
    rocker: z
      .strictObject({
        on: z.enum(['frame', 'arm']),
        pivot: point(),
        rod: z.strictObject({ rocker: point(), other: point(), otherOn: z.enum(['frame', 'arm']) }),
      })
      .optional(),
  }),
] as const;

function point() {
  return z.strictObject({ xMm: lengthMm(), yMm: lengthMm() });
}
function mount() {
  return z.strictObject({ on: z.enum(['frame', 'arm', 'rocker']), xMm: lengthMm(), yMm: lengthMm() });
}

const atWheelMm = z
  .array(lengthMm({ min: 0 }))
  .min(1)
  .max(MAX_POINTS);
export const leverageRequest = z.discriminatedUnion('kind', [
  leverageKinds[0].extend({ atWheelMm }),
  leverageKinds[1].extend({ atWheelMm }),
  leverageKinds[2].extend({ atWheelMm }),
]);

const airFields = {
  stanchionMm: positiveMm(),
  boreMm: positiveMm(),
  levelMm: positiveMm(),
  solidVolumeMm3: volumeMm3({ min: 0 }).default(0),
  exponent: plainRatio({ min: 1, max: 2 }).default(1),
  initialPressureMPa: pressureMPa({ above: 0 }).default(ATMOSPHERE_MPA),
};
const legs = z.union([z.literal(1), z.literal(2)]);

/** The bore lies within the tube on whose outside the air acts. */
const boreWithin = (r: { stanchionMm: number; boreMm: number }, ctx: z.core.$RefinementCtx<unknown>, path: (string | number)[] = []) => {
  if (r.boreMm > r.stanchionMm) fail(ctx, 'bore-above-stanchion', [...path, 'boreMm']);
};

export const airSpringRequest = z
  .strictObject({
    ...airFields,
    travelMm: positiveMm(),
    legs: legs.default(2),
    atMm: z
      .array(lengthMm({ min: 0 }))
      .min(1)
      .max(MAX_POINTS),
  })
  .superRefine((r, ctx) => {
    boreWithin(r, ctx);
    const beyond = r.atMm.findIndex((x) => x > r.travelMm);
    if (beyond >= 0) fail(ctx, 'out-of-range', ['atMm', beyond], { min: 0, max: r.travelMm, unit: 'mm' });
  });

export const otherForceKinds = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('none') }),
  z.strictObject({ kind: z.literal('constant'), forceN: forceN({ min: 0 }) }),
  z.strictObject({
    kind: z.literal('air'),
    ...airFields,
    travelMm: positiveMm().optional(),
    legs: legs.optional(),
    atMm: z.array(lengthMm()).max(MAX_POINTS).optional(),
  }),
  z.strictObject({
    kind: z.literal('gas'),
    pressureMPa: pressureMPa({ above: 0 }),
    shaftMm: positiveMm(),
    chamberMm3: volumeMm3({ above: 0 }).nullable().default(null),
  }),
]);
const otherForce = otherForceKinds.default({ kind: 'none' });

const forcePoint = z.strictObject({ deflectionMm: lengthMm({ min: 0 }), forceN: forceN({ min: 0 }) });

/** A force table starts at rest or above it and rises in both. */
function risingTable(table: readonly ForcePoint[] | undefined, ctx: z.core.$RefinementCtx<unknown>, path: (string | number)[]) {
  const bad = table ? firstNotRising(table) : -1;
  if (bad >= 0) fail(ctx, 'force-table-order', [...path, bad]);
}

const stops = {
  bumpStop: z.strictObject({ fromStrokeMm: lengthMm({ min: 0 }), forceTable: z.array(forcePoint).min(2).max(MAX_POINTS) }).optional(),
  topOut: z.strictObject({ rateNPerMm: rateNPerMm({ above: 0 }), lengthMm: positiveMm() }).optional(),
};

const springFields = {
  rateNPerMm: rateNPerMm({ above: 0 }).optional(),
  forceTable: z.array(forcePoint).min(2).max(MAX_POINTS).optional(),
  freeLengthMm: lengthMm({ above: 0 }).optional(),
  solidLengthMm: lengthMm({ above: 0 }).optional(),
};
const springSound = (spring: z.output<z.ZodObject<typeof springFields>>, ctx: z.core.$RefinementCtx<unknown>) => {
  if ((spring.rateNPerMm === undefined) === (spring.forceTable === undefined)) fail(ctx, 'missing', ['rateNPerMm']);
  if (spring.freeLengthMm !== undefined && spring.solidLengthMm !== undefined && spring.solidLengthMm >= spring.freeLengthMm)
    fail(ctx, 'solid-longer-than-free', ['solidLengthMm']);
  risingTable(spring.forceTable, ctx, ['forceTable']);
};
/** `partner`: the unlike spring of a fork's other leg. */
const catalogueSpring = z
  .strictObject({ id: z.string().min(1), ...springFields, partner: z.strictObject(springFields).superRefine(springSound).optional() })
  .superRefine(springSound);

const endCommon = { travelMm: positiveMm(), staticLoadN: forceN({ above: 0 }), ladenLoadN: forceN({ above: 0 }), otherForce, ...stops };
const rearFields = { end: z.literal('rear'), leverage: z.discriminatedUnion('kind', [...leverageKinds]) };
const frontFields = { end: z.literal('front'), rakeDeg: angleDeg({ min: 0, max: 60 }), legs: legs.default(2) };

const selectFields = {
  target: z.strictObject({ staticSagMm: lengthMm({ min: 0 }), riderSagMm: lengthMm({ above: 0 }) }),
  staticWindowMm: z.tuple([lengthMm({ min: 0 }), lengthMm({ min: 0 })]).optional(),
  catalogue: z.array(catalogueSpring).min(1).max(MAX_SPRINGS),
  preloadRangeMm: z.tuple([lengthMm({ min: 0 }), lengthMm({ min: 0 })]),
  loadCases: z
    .array(z.strictObject({ name: z.string().min(1), loadN: forceN({ above: 0 }) }))
    .max(MAX_LOADS)
    .optional(),
};

interface EndChecked {
  ladenLoadN: number;
  staticLoadN: number;
  otherForce: { kind: string; stanchionMm?: number; boreMm?: number };
  bumpStop?: { forceTable: readonly ForcePoint[] } | undefined;
}
function checkEnd(r: EndChecked, ctx: z.core.$RefinementCtx<unknown>) {
  if (r.ladenLoadN <= r.staticLoadN) fail(ctx, 'load-not-increasing', ['ladenLoadN']);
  const { stanchionMm, boreMm } = r.otherForce;
  if (stanchionMm !== undefined && boreMm !== undefined) boreWithin({ stanchionMm, boreMm }, ctx, ['otherForce']);
  risingTable(r.bumpStop?.forceTable, ctx, ['bumpStop', 'forceTable']);
}

export const springSelectRequest = z
  .discriminatedUnion('end', [
    z.strictObject({ ...rearFields, ...endCommon, ...selectFields }),
    z.strictObject({ ...frontFields, ...endCommon, ...selectFields }),
  ])
  .superRefine((r, ctx) => {
    checkEnd(r, ctx);
    if (r.target.riderSagMm <= r.target.staticSagMm) fail(ctx, 'target-order', ['target', 'riderSagMm']);
    else if (r.target.riderSagMm > r.travelMm) fail(ctx, 'target-order', ['target', 'riderSagMm']);
    if (r.preloadRangeMm[0] > r.preloadRangeMm[1]) fail(ctx, 'range-order', ['preloadRangeMm']);
    if (r.staticWindowMm && r.staticWindowMm[0] > r.staticWindowMm[1]) fail(ctx, 'range-order', ['staticWindowMm']);
    const seen = new Set<string>();
    const twice = r.catalogue.findIndex(({ id }) => seen.size === seen.add(id).size);
    if (twice >= 0) fail(ctx, 'already-exists', ['catalogue', twice, 'id'], { what: `Spring “${r.catalogue[twice]!.id}”` });
  });

const effectiveFields = {
  staticSagMm: lengthMm({ min: 0 }),
  riderSagMm: positiveMm(),
  markedRateNPerMm: rateNPerMm({ above: 0 }),
  preloadMm: lengthMm({ min: 0 }).optional(),
  sagUncertaintyMm: lengthMm({ min: 0 }).default(USUAL_SAG_UNCERTAINTY_MM),
  loadUncertaintyN: forceN({ min: 0 }).default(USUAL_LOAD_UNCERTAINTY_N),
  frictionBandMm: lengthMm({ min: 0 }).optional(),
  leverageUncertaintyPercent: plainRatio({ min: 0, max: 50 }).optional(),
};

export const springEffectiveRequest = z
  .discriminatedUnion('end', [
    z.strictObject({ ...rearFields, ...endCommon, ...effectiveFields }),
    z.strictObject({ ...frontFields, ...endCommon, ...effectiveFields }),
  ])
  .superRefine(checkEnd);

const positiveCount = () => plainRatio({ above: 0 });

export const springWireRequest = z
  .strictObject({
    wireMm: positiveMm().optional(),
    rateNPerMm: rateNPerMm({ above: 0 }).optional(),
    meanDiameterMm: positiveMm().optional(),
    outerDiameterMm: positiveMm().optional(),
    activeCoils: positiveCount(),
    shearModulusGPa: quantity('pressure', 'GPa', { above: 0 })
      .transform((mpa) => mpa / 1000)
      .default(SPRING_STEEL_SHEAR_GPA),
    totalCoils: positiveCount().optional(),
    freeLengthMm: positiveMm().optional(),
    cutCoils: plainRatio({ min: 0 }).optional(),
    cutLengthMm: positiveMm().optional(),
    preloadMm: lengthMm({ min: 0 }).optional(),
    strokeMm: lengthMm({ min: 0 }).optional(),
    allowedStressMPa: pressureMPa({ above: 0 }).optional(),
  })
  .superRefine((r, ctx) => {
    if ((r.wireMm === undefined) === (r.rateNPerMm === undefined))
      fail(ctx, 'one-of-two', ['wireMm'], { first: 'wireMm', second: 'rateNPerMm' });
    if ((r.meanDiameterMm === undefined) === (r.outerDiameterMm === undefined))
      fail(ctx, 'one-of-two', ['meanDiameterMm'], { first: 'meanDiameterMm', second: 'outerDiameterMm' });
    if (r.cutCoils !== undefined && r.cutLengthMm !== undefined)
      fail(ctx, 'one-of-two', ['cutLengthMm'], { first: 'cutCoils', second: 'cutLengthMm' });
  });

export const springFitRequest = z.strictObject({
  points: z
    .array(z.strictObject({ deflectionMm: lengthMm(), forceN: forceN() }))
    .min(2)
    .max(MAX_POINTS),
  model: z.enum(['linear', 'progressive']).default('linear'),
});

export const springStackRequest = z.strictObject({
  springs: z
    .array(z.strictObject({ rateNPerMm: rateNPerMm({ above: 0 }), travelToBindMm: positiveMm().nullable().default(null) }))
    .min(1)
    .max(MAX_IN_SERIES),
});
