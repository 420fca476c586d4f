import { z } from 'zod';

/** The archive: the whole book as a zip that others can read. docs/formats/archive.md says it in words. */

export const ARCHIVE_FORMAT = 'mavrin-archive/1';

const file = z.strictObject({ bytes: z.int().nonnegative(), sha256: z.string().regex(/^[0-9a-f]{64}$/) });

/** `manifest.json`, the last entry: what the archive holds, and a checksum for every other file in it. */
export const archiveManifest = z.strictObject({
  format: z.literal(ARCHIVE_FORMAT),
  /** The version of the tables the rows fit; a newer program carries them on from there. */
  tables_version: z.int().positive(),
  tables: z.array(
    z.strictObject({
      name: z.string().regex(/^[a-z_]+$/),
      rows: z.int().nonnegative(),
      columns: z.array(z.strictObject({ name: z.string(), type: z.string(), in: z.enum(['table', 'documents', 'file']) })),
    }),
  ),
  files: z.record(z.string().max(200), file),
});
export type ArchiveManifest = z.infer<typeof archiveManifest>;
