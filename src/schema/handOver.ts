import { z } from 'zod';

/** A machine handed from one shop to another: a zip of `machine.json`, its pictures and recordings, and `manifest.json`. docs/formats/machine.md says it in words. */

export const MACHINE_FORMAT = 'mavrin-machine/1';
/** A text a record can keep: no NUL, no half of a character, no longer than any of its kind. */
const storable = (most: number) =>
  z
    .string()
    .max(most)
    .refine((text) => !text.includes('\0') && text.isWellFormed());
const hex64 = z.string().regex(/^[0-9a-f]{64}$/);
const fields = z.record(storable(80), z.object({ text: storable(4000), unit: storable(20).nullable(), value: z.number().nullable() }));

/** A signed record as it was sealed. What it says stays as it is: its digest is of every sign of it. */
const record = z.object({
  id: z.number(),
  jobId: z.number(),
  corrects: z.number().nullable(),
  reason: storable(2000),
  technician: storable(120),
  signedAt: z.iso.datetime({ offset: true }),
  document: z.looseObject({ version: z.string() }),
  digest: hex64,
  seal: hex64,
  /** The seal of the record signed before it in that shop's book; null of the first. */
  before: hex64.nullable(),
});

const setup = z.object({
  id: z.number(),
  /** The entry of the machine it was recorded under; not in files of before. */
  machineId: z.number().optional(),
  jobId: z.number(),
  parentId: z.number().nullable(),
  rebuildId: z.number().nullable(),
  kind: z.string(),
  reason: z.string(),
  recordedAt: z.string(),
  document: z.looseObject({ version: z.string() }),
});

const file = z.object({ key: hex64, widthPx: z.int().min(1).max(100_000), heightPx: z.int().min(1).max(100_000) });

export const machineHandedOver = z.object({
  format: z.literal(MACHINE_FORMAT),
  /** Who hands it over. */
  shop: z.object({ name: storable(120), address: storable(300), phone: storable(60), email: storable(200) }),
  owner: storable(120),
  figures: fields,
  jobs: z.array(z.object({ id: z.number(), takenInAt: z.string(), handedBackAt: z.string().nullable(), entries: fields })).max(1000),
  records: z.array(record).max(2000),
  setups: z.array(setup).max(5000),
  photos: z.array(file).max(5000),
  voices: z.array(z.object({ key: hex64, kind: z.string().max(40) })).max(5000),
  /** What earlier shops handed over with it, oldest first; each as it came. */
  earlier: z.array(z.looseObject({ format: z.literal(MACHINE_FORMAT) })).max(100),
});
export type MachineHandedOver = z.infer<typeof machineHandedOver>;

export const machineManifest = z.strictObject({
  format: z.literal(MACHINE_FORMAT),
  files: z.record(z.string().max(200), z.strictObject({ bytes: z.int().nonnegative(), sha256: hex64 })),
});
