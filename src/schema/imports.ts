import { z } from 'zod';

/** Lists of an older book: what may stand in a line of each, and the request that takes one in. */

export interface ImportColumn {
  key: string;
  label: string;
  /** Headings that mean this column, in lower case. */
  known: readonly string[];
  needed: boolean;
}

const column = (key: string, label: string, known: string[], needed = false): ImportColumn => ({ key, label, known, needed });
const OWNER = [
  column('owner', 'Owner', ['owner', 'customer', 'rider', 'name'], true),
  column('phone', 'Telephone', ['phone', 'tel', 'mobile']),
];
/** Columns that are fields of a machine are named as the field is. */
const MACHINE = [
  column('machine.make', 'Make', ['make', 'maker', 'brand'], true),
  column('machine.model', 'Model', ['model', 'type'], true),
  column('machine.year', 'Year', ['year']),
  column('machine.registration', 'Registration', ['registration', 'plate']),
  column('machine.frame', 'Frame number', ['frame', 'vin', 'chassis']),
];

export const IMPORTS = {
  customers: {
    name: 'Customers',
    columns: [
      column('name', 'Name', ['name', 'customer', 'owner'], true),
      column('phone', 'Telephone', ['phone', 'tel', 'mobile']),
      column('email', 'E-mail', ['mail']),
    ],
  },
  machines: {
    name: 'Machines with their owners',
    columns: [
      ...OWNER,
      ...MACHINE,
      column('machine.travel.rear', 'Rear wheel travel', ['rear travel', 'travel rear']),
      column('machine.travel.front', 'Front wheel travel', ['front travel', 'travel front']),
      column('machine.weighed.rear', 'Weight on the rear wheel', ['rear weight', 'weight rear']),
      column('machine.weighed.front', 'Weight on the front wheel', ['front weight', 'weight front']),
    ],
  },
  shims: {
    name: 'Shims in the drawer',
    columns: [
      column('post', 'Post', ['post', 'inner', 'id'], true),
      column('diameter', 'Diameter', ['diameter', 'outer', 'od'], true),
      column('thickness', 'Thickness', ['thick'], true),
      column('count', 'Count', ['count', 'there', 'quantity', 'pieces'], true),
    ],
  },
  jobs: {
    name: 'Jobs of an older book',
    columns: [
      column('day', 'Day of the job', ['day', 'date', 'taken'], true),
      ...OWNER,
      ...MACHINE,
      column('rider.mass', 'Rider in gear', ['rider mass', 'rider weight', 'mass', 'weight']),
      column('complaint.1.words', 'Complaint, in his words', ['complaint', 'wish', 'problem']),
      column('fitted.rear.spring', 'Rear spring left in', ['rear spring', 'shock spring', 'spring rear']),
      column('fitted.front.spring', 'Front springs left in, each', ['front spring', 'fork spring', 'spring front']),
      column('job.notes', 'Notes', ['note', 'remark', 'comment', 'work']),
    ],
  },
} as const satisfies Record<string, { name: string; columns: readonly ImportColumn[] }>;
export type ImportKind = keyof typeof IMPORTS;
export const IMPORT_KINDS = Object.keys(IMPORTS) as ImportKind[];

export const importRequest = z.strictObject({
  kind: z.enum(IMPORT_KINDS as [ImportKind, ...ImportKind[]]),
  fileName: z.string().trim().max(200),
  /** Nothing is kept: it is only said what would be. */
  dry: z.boolean(),
  /** Which comes first in days with slashes; left out, the list itself must show it. */
  dates: z.enum(['day-first', 'month-first']).optional(),
  rows: z
    .array(z.record(z.string().max(80), z.string().max(2000)))
    .min(1)
    .max(5000),
});
export type ImportRequest = z.output<typeof importRequest>;
