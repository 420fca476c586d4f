import { z } from 'zod';
import { CHAIN_PITCH_MM } from '@/core/geometry/drive';
import { ISO_CLASSES } from '@/core/ride/surface';
import { firstNotAbove } from '@/core/numerics/table';
import { angleDeg, forceN, lengthMm, massKg, plainRatio, quantity } from '@/catalogue/quantity';
import { fail, positiveMm } from './compute';

/** Requests of the machine in motion: geometry, and the bare machine over an event. */

/** No shop means more at once. */
const MAX_STATES = 500;
const MAX_TABLE = 2000;
const MAX_PROFILE = 20_000;
const MAX_SECONDS = 120;

const teeth = () => z.int().min(5).max(200);
const place = () => z.strictObject({ forwardMm: lengthMm(), heightMm: lengthMm({ above: 0 }) });

export const geometryRequest = z
  .strictObject({
    reference: z.strictObject({
      wheelbaseMm: positiveMm(),
      rakeDeg: angleDeg({ min: 0, max: 60 }),
      forkOffsetMm: lengthMm({ min: -500, max: 500 }),
      frontTyreRadiusMm: positiveMm(),
      rearTyreRadiusMm: positiveMm(),
      swingArmPivot: z.strictObject({ forwardMm: lengthMm({ above: 0 }), heightMm: lengthMm({ above: 0 }) }),
      drive: z
        .strictObject({
          countershaft: place(),
          frontTeeth: teeth(),
          rearTeeth: teeth(),
          chainPitchMm: lengthMm({ above: 0 }).default(CHAIN_PITCH_MM),
        })
        .optional(),
      centreOfMass: place(),
    }),
    states: z
      .array(
        z.strictObject({
          name: z.string().min(1),
          frontTravelMm: lengthMm({ min: 0 }),
          rearTravelMm: lengthMm({ min: 0 }),
          forkThroughClampMm: lengthMm().default(0),
          frontTyreRadiusMm: positiveMm().optional(),
          rearTyreRadiusMm: positiveMm().optional(),
        }),
      )
      .min(1)
      .max(MAX_STATES),
  })
  .superRefine(({ reference }, ctx) => {
    const { wheelbaseMm, swingArmPivot } = reference;
    if (swingArmPivot.forwardMm >= wheelbaseMm)
      fail(ctx, 'out-of-range', ['reference', 'swingArmPivot', 'forwardMm'], { min: 0, max: wheelbaseMm, unit: 'mm' });
  });

const metres = (limits?: Parameters<typeof lengthMm>[0]) => quantity('length', 'm', limits).transform((mm) => mm / 1000);
const plain = plainRatio;
const stiffness = () => plain({ above: 0 });
const common = { unsprungKg: massKg({ above: 0 }), tyreNPerM: stiffness(), frictionN: forceN({ min: 0 }).default(0) };
const staticStop = () => z.strictObject({ fromStaticMm: lengthMm({ min: 0 }), rateNPerM: stiffness() }).optional();
const numbers = () => z.array(z.number().min(-1e7).max(1e7)).min(2).max(MAX_TABLE);

const linearEnd = z.strictObject({
  ...common,
  wheelRateNPerM: stiffness(),
  compressionNsPerM: plain({ min: 0 }),
  reboundNsPerM: plain({ min: 0 }),
  bumpStop: staticStop(),
  topOut: staticStop(),
});
const tableEnd = z.strictObject({
  ...common,
  springTable: z
    .strictObject({ travelMm: numbers(), forceN: numbers() })
    .superRefine((t, ctx) => sound(t.travelMm, t.forceN, 'travelMm', ctx)),
  dampingTable: z
    .strictObject({ speedMPerS: numbers(), forceN: numbers() })
    .superRefine((t, ctx) => sound(t.speedMPerS, t.forceN, 'speedMPerS', ctx)),
  bumpStop: z.strictObject({ fromMm: lengthMm({ min: 0 }), rateNPerM: stiffness() }).optional(),
  topOut: z.strictObject({ rateNPerM: stiffness() }).optional(),
});

/** Places rise, and each has its force. */
function sound(x: number[], forceN: number[], name: string, ctx: z.core.$RefinementCtx<unknown>) {
  if (x.length !== forceN.length) fail(ctx, 'table-unequal', ['forceN'], { places: x.length, forces: forceN.length });
  const bad = firstNotAbove(x);
  if (bad >= 0) fail(ctx, 'table-order', [name, bad], { entry: bad + 1 });
}

const end = () => z.union([linearEnd, tableEnd]);
/** Counted from the beginning of the ride: when the front wheel meets the event. */
const atS = z.number().min(0).max(MAX_SECONDS).default(0.1);
const speedMPerS = z.number().gt(0).max(150);
const height = () => metres({ min: -10_000, max: 10_000 });

const machine = () =>
  z.strictObject({
    sprungKg: massKg({ above: 0 }),
    pitchInertiaKgM2: plain({ above: 0 }),
    aheadM: metres({ above: 0 }),
    behindM: metres({ above: 0 }),
    front: end(),
    rear: end(),
  });

export const ridePlainRequest = z.strictObject({
  machine: machine(),
  event: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('step'), heightM: height(), speedMPerS, atS }),
    z.strictObject({ kind: z.literal('bump'), heightM: height(), lengthM: metres({ above: 0 }), speedMPerS, atS }),
    z.strictObject({ kind: z.literal('drop'), heightM: metres({ min: 0, max: 10_000 }), atS }),
    z
      .strictObject({
        kind: z.literal('profile'),
        distanceM: z.array(z.number().min(-1e6).max(1e6)).min(2).max(MAX_PROFILE),
        heightM: z.array(z.number().min(-10).max(10)).min(2).max(MAX_PROFILE),
        speedMPerS,
        atS,
      })
      .superRefine((p, ctx) => sound(p.distanceM, p.heightM, 'distanceM', ctx)),
  ]),
  seconds: z.number().gt(0).max(MAX_SECONDS),
});

const seed = z.int().min(0).max(4_294_967_295).default(1);
const some = () => metres({ above: 0, max: 5000 });
const waves = () => metres({ above: 0, max: 100_000 });
export const rideRequest = z.strictObject({
  machine: machine(),
  road: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('iso'), class: z.enum(ISO_CLASSES), seed }),
    z.strictObject({ kind: z.literal('corrugations'), wavelengthM: waves(), heightM: some() }),
    z.strictObject({ kind: z.literal('whoops'), spacingM: waves(), heightM: some(), count: z.int().min(1).max(500) }),
    z.strictObject({ kind: z.literal('kerb'), heightM: some() }),
    z.strictObject({ kind: z.literal('hump'), heightM: some(), lengthM: waves() }),
    z.strictObject({ kind: z.literal('brakingBumps'), spacingM: waves(), heightM: some() }),
    z.strictObject({ kind: z.literal('rocks'), heightM: some(), spacingM: metres({ min: 50, max: 100_000 }), seed }),
    z.strictObject({ kind: z.literal('jump'), heightM: some(), rampM: waves() }),
    z.strictObject({ kind: z.literal('gOut'), depthM: some(), lengthM: waves() }),
    z.strictObject({ kind: z.literal('level') }),
    z.strictObject({ kind: z.literal('pothole'), depthM: some(), lengthM: waves() }),
    z.strictObject({ kind: z.literal('cobbles'), pitchM: metres({ min: 50, max: 5000 }), heightM: some(), seed }),
    z
      .strictObject({
        kind: z.literal('profile'),
        distanceM: z.array(z.number().min(-1e6).max(1e6)).min(2).max(MAX_PROFILE),
        heightM: z.array(z.number().min(-10).max(10)).min(2).max(MAX_PROFILE),
      })
      .superRefine((p, ctx) => sound(p.distanceM, p.heightM, 'distanceM', ctx)),
  ]),
  speedMPerS: z.number().gt(0).max(100),
  seconds: z.number().min(0.5).max(MAX_SECONDS),
  footprintM: metres({ min: 0, max: 1000 }).default(0.1),
  seatAheadM: metres({ min: -2000, max: 2000 }).default(0),
});
