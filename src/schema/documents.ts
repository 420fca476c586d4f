import { z } from 'zod';

/** Saved documents carry a named version; a later shape adds a version and an upgrade, never a change to an old one. */

const recorded = z.object({ text: z.string(), unit: z.string().nullable(), value: z.number().nullable() });

export const setupDocument = z.object({
  version: z.literal('setup/1'),
  /** Fields of schema/fields/setup.ts by their suffix, with whether they were found, fitted, or carried on from the set-up before because nobody noted otherwise. */
  values: z.record(z.string(), recorded.extend({ from: z.enum(['carried', 'found', 'fitted', 'corrected', 'set']) })),
  /** Preload in mm by preload key, where it could be worked out. */
  preloadMm: z.record(z.string(), z.number()),
  /** Sag measured with this set-up in the machine, mm; null where not read. */
  sag: z.object({
    rear: z.object({ staticMm: z.number().nullable(), riderMm: z.number().nullable() }),
    front: z.object({ staticMm: z.number().nullable(), riderMm: z.number().nullable() }),
  }),
});
export type SetupDocument = z.infer<typeof setupDocument>;

/** Version 2 adds the procedures followed, as the job took them: without them the entries of the steps have no names. */
export const rebuildDocument = z.object({
  version: z.enum(['rebuild/1', 'rebuild/2']),
  procedures: z.array(z.object({ n: z.number(), version: z.number(), procedure: z.unknown() })).optional(),
  job: z.object({ id: z.number(), promisedOn: z.string(), takenInAt: z.string() }),
  customer: z.object({ id: z.number(), name: z.string() }),
  machine: z.object({ id: z.number(), name: z.string(), figures: z.record(z.string(), recorded) }),
  /** Every entry of the job as it stood when signed; of a correction only the corrected ones. */
  entries: z.record(z.string(), recorded),
  technician: z.string(),
  signedAt: z.string(),
});
export type RebuildDocument = z.infer<typeof rebuildDocument>;
