import { z } from 'zod';
import { FATIGUE_CAUTION_MPA } from '@/core/plate/stack';
import { fail, positiveMm } from './compute';
import { forceN, lengthMm, plainRatio, pressureMPa, quantity, rateNPerMm, temperatureC, viscosityCSt } from '@/catalogue/quantity';

/** Requests of the damping side of the compute contract: stacks, dampers, the search, oil. */

const shim = z.strictObject({
  diameterMm: positiveMm(),
  thicknessMm: positiveMm(),
  count: z.int().positive().max(60).default(1),
});

const stackFields = {
  shims: z.array(shim).min(1).max(40),
  clampDiameterMm: positiveMm(),
  pressureZoneMm: z.strictObject({ inner: lengthMm({ min: 0 }), outer: positiveMm() }),
  dishMm: lengthMm({ min: 0 }).default(0),
  seatDiameterMm: positiveMm().optional(),
  stopLiftMm: lengthMm({ min: 0 }).optional(),
  stopDiameterMm: positiveMm().optional(),
  youngsModulusGPa: quantity('pressure', 'GPa', { above: 0 })
    .transform((mpa) => mpa / 1000)
    .default(206),
  poisson: plainRatio({ min: 0, max: 0.49 }).default(0.3),
  theory: z.enum(['linear', 'vonKarman']).default('vonKarman'),
};
const zoneInOrder = (r: { pressureZoneMm: { inner: number; outer: number } }, ctx: z.core.$RefinementCtx<unknown>) => {
  if (r.pressureZoneMm.inner >= r.pressureZoneMm.outer) fail(ctx, 'range-order', ['pressureZoneMm', 'outer']);
};

/** Different shims lying apart from their like: what a stack costs grows with their number. */
const groupsOf = (shims: readonly { diameterMm: number; thicknessMm: number }[]): number =>
  shims.filter((s, i) => i === 0 || s.diameterMm !== shims[i - 1]!.diameterMm || s.thicknessMm !== shims[i - 1]!.thicknessMm).length;

/** Groups to the power 1.5, times pressures: some seconds of work. Beyond it one request would hold the shop. */
const MAX_STACK_WORK = 8000;
/** A valve of a damper is solved at many pressures. */
const MAX_GROUPS = 24;

export const stackRequest = z
  .strictObject({
    ...stackFields,
    pressuresMPa: z
      .array(pressureMPa({ min: 0 }))
      .min(1)
      .max(200),
  })
  .superRefine(zoneInOrder)
  .superRefine((r, ctx) => {
    const most = Math.max(1, Math.floor(MAX_STACK_WORK / groupsOf(r.shims) ** 1.5));
    if (r.pressuresMPa.length > most)
      ctx.addIssue({
        code: 'custom',
        path: ['pressuresMPa'],
        params: { code: 'too-much-at-once', data: { most: `${most} pressures for a stack of so many sizes` } },
      });
  });

const areaMm2 = (limits: { min?: number; above?: number }) => quantity('area', 'mm²', limits);
const dischargeCd = () => plainRatio({ above: 0, max: 1.5 });

const valve = z.strictObject({
  portAreaMm2: areaMm2({ min: 0 }),
  bleedAreaMm2: areaMm2({ min: 0 }),
  bleedLengthMm: lengthMm({ min: 0 }).optional(),
  clearance: z.strictObject({ diameterMm: positiveMm(), gapMm: positiveMm(), lengthMm: positiveMm() }).optional(),
  clicker: z
    .strictObject({
      clicksOut: plainRatio({ min: 0, max: 80 }),
      areaPerClickMm2: areaMm2({ above: 0 }).optional(),
      areasMm2: z
        .array(areaMm2({ min: 0 }))
        .min(2)
        .max(81)
        .optional(),
    })
    .superRefine((c, ctx) => {
      if ((c.areaPerClickMm2 === undefined) === (c.areasMm2 === undefined))
        fail(ctx, 'one-of-two', ['areaPerClickMm2'], { first: 'areaPerClickMm2', second: 'areasMm2' });
    })
    .optional(),
  stack: z
    .strictObject(stackFields)
    .superRefine(zoneInOrder)
    .superRefine((r, ctx) => {
      if (groupsOf(r.shims) > MAX_GROUPS)
        ctx.addIssue({ code: 'custom', path: ['shims'], params: { code: 'too-much-at-once', data: { most: `${MAX_GROUPS} sizes` } } });
    })
    .nullable(),
  poppet: z
    .strictObject({
      seatDiameterMm: positiveMm(),
      springPreloadN: forceN({ min: 0 }),
      springRateNPerMm: rateNPerMm({ above: 0 }),
      mostLiftMm: positiveMm(),
    })
    .optional(),
  edgeDiameterMm: positiveMm(),
  cd: z.strictObject({ port: dischargeCd(), curtain: dischargeCd(), bleed: dischargeCd() }),
});

const damperFields = {
  boreMm: positiveMm(),
  rodMm: positiveMm(),
  tubeMm: positiveMm().optional(),
  gasPressureMPa: pressureMPa({ above: 0 }),
  oil: z.strictObject({ densityKgPerM3: plainRatio({ above: 0, max: 3000 }), cSt: viscosityCSt({ above: 0 }) }),
  piston: z.strictObject({ compression: valve, rebound: valve }),
  base: valve.extend({ returnAreaMm2: areaMm2({ above: 0 }).optional() }).nullable(),
};
export const damperRequest = z.strictObject({
  ...damperFields,
  velocitiesMPerS: z
    .array(quantity('speed', 'm/s', { min: 0, max: 20 }))
    .min(1)
    .max(200),
});

/** The target lies where the free valve works: compression for the piston's compression stack and the base valve, rebound for the other. */
export const stackSearchRequest = z.strictObject({
  damper: z.strictObject(damperFields),
  free: z.enum(['compression', 'rebound', 'base']),
  target: z
    .array(z.strictObject({ mPerS: quantity('speed', 'm/s', { above: 0, max: 20 }), forceN: forceN({ above: 0 }) }))
    .min(2)
    .max(40),
  shims: z.array(shim).max(500),
  limits: z
    .strictObject({
      leastFaceShims: z.int().min(1).max(20).default(2),
      mostShims: z.int().min(1).max(60).default(24),
      mostCrossovers: z.int().min(0).max(4).default(1),
      mostStressMPa: pressureMPa({ above: 0 }).default(FATIGUE_CAUTION_MPA),
      mostSwapped: z.int().min(1).max(60).nullable().default(null),
      mayBuy: z.boolean().default(false),
    })
    .prefault({}),
  seed: z.int().min(0).default(1),
  tries: z.int().min(1).max(20_000).default(2000),
});

export const oilRequest = z.strictObject({
  cSt40: viscosityCSt({ above: 0 }),
  cSt100: viscosityCSt({ above: 0 }),
  temperatureC: temperatureC({ min: -60, max: 250 }),
});
