import { z } from 'zod';

/** Saved documents carry a named version; a later shape adds a version and an upgrade, never a change to an old one. */

const recorded = z.object({ text: z.string(), unit: z.string().nullable(), value: z.number().nullable() });

export const setupDocument = z.object({
  version: z.literal('setup/1'),
  /** Fields of schema/fields/setup.ts by their suffix, with whether they were found, fitted, or carried on from the set-up before because nobody noted otherwise. */
  values: z.record(z.string(), recorded.extend({ from: z.enum(['carried', 'found', 'fitted', 'corrected', 'set', 'ride']) })),
  /** Preload in mm by preload key, where it could be worked out. */
  preloadMm: z.record(z.string(), z.number()),
  /** Sag measured with this set-up in the machine, mm; null where not read. */
  sag: z.object({
    rear: z.object({ staticMm: z.number().nullable(), riderMm: z.number().nullable() }),
    front: z.object({ staticMm: z.number().nullable(), riderMm: z.number().nullable() }),
  }),
});
export type SetupDocument = z.infer<typeof setupDocument>;

const rebuildFields = {
  job: z.object({ id: z.number(), promisedOn: z.string(), takenInAt: z.string() }),
  customer: z.object({ id: z.number(), name: z.string() }),
  machine: z.object({ id: z.number(), name: z.string(), figures: z.record(z.string(), recorded) }),
  /** Every entry of the job as it stood when signed; of a correction only the corrected ones. */
  entries: z.record(z.string(), recorded),
  technician: z.string(),
  signedAt: z.string(),
};
/** As the first Mavrins signed it. */
export const rebuildDocument1 = z.object({ version: z.literal('rebuild/1'), ...rebuildFields });
const procedures = z.array(z.object({ n: z.number(), version: z.number(), procedure: z.unknown() }));
/** Version 2 adds the procedures followed, as the job took them: without them the entries of the steps have no names. */
export const rebuildDocument2 = z.object({ version: z.literal('rebuild/2'), procedures, ...rebuildFields });
const attachedRows = z.object({ upTo: z.number(), count: z.number(), digest: z.string() });
const attached = z.object({
  technicianId: z.number(),
  corrects: z.number().nullable(),
  reason: z.string(),
  entries: attachedRows,
  setups: attachedRows,
  stock: attachedRows,
  shims: attachedRows,
});
/** Version 3 says what the signature left beside the document, so that the seal covers it: every entry of the job, the set-ups, what was taken from the drawers, the reason and who signed. */
export const rebuildDocument3 = z.object({ version: z.literal('rebuild/3'), procedures, ...rebuildFields, attached });
/**
 * Version 4 is sealed by a key in place of the customer's name: sha256 of salt and name. While name and salt stand in it the key proves the name; both may be erased on request, and
 * the seal holds.
 */
export const rebuildDocument = z.object({
  version: z.literal('rebuild/4'),
  procedures,
  ...rebuildFields,
  /** key and salt are null in records of before, which were sealed with the name itself; an erased name is '' and has no salt. */
  customer: z.object({ id: z.number(), name: z.string(), salt: z.string().nullable().default(null), key: z.string().nullable() }),
  /** null in records of before. */
  attached: attached.nullable(),
});
export type RebuildDocument = z.infer<typeof rebuildDocument>;

const feel = z.enum(['better', 'same', 'worse']);
export type Feel = z.infer<typeof feel>;
/** How a ride was told; null where nobody told. */
export const feelIn = (text: string): Feel | null => feel.options.find((f) => f === text) ?? null;

/** A ride planned: the one change it is made on, why, and what was known when it was planned. */
export const trialDocument = z.object({
  version: z.literal('trial/1'),
  /** null: ridden as it was handed back. */
  change: z.object({ tunable: z.string(), from: z.number(), to: z.number() }).nullable(),
  /** The cause and the cure it follows, as in the Shop book; the cause with its end. */
  cause: z.string().nullable(),
  cure: z.string().nullable(),
  reason: z.string(),
  /** Why the order of changes was broken; '' where it was kept. */
  orderReason: z.string(),
  complaints: z.array(z.object({ n: z.number(), phrase: z.string(), end: z.string(), words: z.string() })),
  /** Statements that bear on the cause, as they stood: `sag-low@same` → 0 to 1. */
  statements: z.record(z.string(), z.number()),
});
export type TrialDocument = z.infer<typeof trialDocument>;

/** What was said after a ride. Conditions belong to the ride: another rider, tank or track is another ride. */
export const rideDocument = z.object({
  version: z.literal('ride/1'),
  /** By the number of the complaint. */
  feels: z.record(z.string(), feel),
  tie: z.object({ rear: recorded.nullable(), front: recorded.nullable() }),
  /** Wheel travel at the rear, along the leg at the front; null where it cannot be told. */
  usedMm: z.object({ rear: z.number().nullable(), front: z.number().nullable() }),
  conditions: z.object({
    riderMass: recorded.nullable(),
    fuel: z.string(),
    tyres: z.string(),
    temperature: recorded.nullable(),
    track: z.string(),
  }),
  words: z.string(),
});
export type RideDocument = z.infer<typeof rideDocument>;
