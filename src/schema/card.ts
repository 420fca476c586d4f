import { z } from 'zod';
import { setupDocument } from './documents';

/** The set-up card as data: what its paper says, and the set-up as it is recorded. It lies in the card's PDF too. */
export const cardDocument = z.strictObject({
  format: z.literal('mavrin-card/1'),
  setup: z.int(),
  kind: z.enum(['as-found', 'rebuild', 'correction', 'as-set', 'ride']),
  recordedAt: z.string(),
  /** As jobs are numbered in that shop. */
  job: z.int(),
  shop: z.strictObject({ name: z.string(), address: z.string(), phone: z.string(), email: z.string() }),
  machine: z.string(),
  registration: z.string(),
  customer: z.string(),
  technician: z.string(),
  /** Of the newest signed record of its job, as its paper prints it; '' where none was signed. */
  seal: z.string(),
  load: z.array(z.string()),
  changed: z.string(),
  due: z.array(z.string()),
  /** As printed: in both units. */
  lines: z.array(z.strictObject({ key: z.string(), end: z.enum(['rear', 'front']), label: z.string(), text: z.string() })),
  travelMm: z.strictObject({ rear: z.number().nullable(), front: z.number().nullable() }),
  document: setupDocument,
});
export type CardDocument = z.infer<typeof cardDocument>;
