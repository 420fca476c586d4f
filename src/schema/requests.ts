import { ROLES } from '@/catalogue/roles';
import { z } from 'zod';
import { springFitRequest } from './compute';

/** Requests of the interface's own routes. Texts of fields are read by readEntry, so that a refusal names the field. */

const name = (max: number) => z.string().trim().min(1).max(max);
const id = z.int().positive();
/** Of a sending: sent again because no answer came, it stands once. */
const deliveryKey = z.uuid().optional();
const device = z.string().trim().max(60).default('by hand');

const typed = z.strictObject({ text: z.string().max(4000), unit: z.string().max(20).optional() });
export type Typed = z.infer<typeof typed>;

export const recordRequest = z.strictObject({
  field: z.string().max(80),
  text: z.string().max(4000),
  /** Unit of a bare number, as the field showed it. */
  unit: z.string().max(20).optional(),
  technicianId: id.nullable().default(null),
  device,
  /** What the page showed in this field when it was typed; where something else stands there by now, nothing is written. Left out by instruments and scripts. */
  seen: z.string().max(4000).optional(),
  /** Of this sending: sent again with the same key, because no answer came, it is the entry that is there already. */
  key: deliveryKey,
});
export type RecordRequest = z.input<typeof recordRequest>;

const customerOf = z.union([
  z.strictObject({ id }),
  z.strictObject({
    name: name(120),
    phone: z.string().trim().max(60).default(''),
    email: z.union([z.literal(''), z.email().max(160)]).optional(),
  }),
]);

const why = z.string().trim().max(300).default('');
/** A customer put right, as the whole of it is to read. */
export const customerRequest = z.strictObject({
  name: name(120),
  phone: z.string().trim().max(60).default(''),
  email: z.union([z.literal(''), z.email().max(160)]).default(''),
  reason: why,
});
/** This entry becomes one with another of the same person. */
export const customerMerge = z.strictObject({ intoId: id, reason: why });
/** Erasing cannot be taken back: the name is typed once more. */
export const customerErasure = z.strictObject({ name: name(120), reason: why });
/** Another promised day. */
export const promiseRequest = z.strictObject({ day: z.iso.date(), reason: why });

/** Who owns the machine from which day on. */
export const ownerRequest = z.strictObject({ customer: customerOf, since: z.iso.date() });
export const mergeRequest = z.strictObject({ machineId: id, reason: name(500) });
/** Figures of another machine of the model: those named, or every one that is lacking. */
export const modelRequest = z.strictObject({ from: id, fields: z.array(z.string().max(80)).max(400).optional() });
export const goBackRequest = z.strictObject({ setupId: id });

export const quoteAnswerRequest = z.strictObject({ quoteId: id, accepted: z.boolean(), words: z.string().trim().max(300).default('') });
export const reminderRequest = z.strictObject({ end: z.enum(['rear', 'front']) });

export const takeInRequest = z.strictObject({
  customer: customerOf,
  machine: z.union([z.strictObject({ id }), z.strictObject({ figures: z.record(z.string().max(80), typed) })]),
  promisedOn: z.iso.date(),
  /** The machine is in already, and a second job is wanted all the same. */
  anyway: z.boolean().optional(),
});
export type TakeInRequest = z.input<typeof takeInRequest>;

export const emptyRequest = z.strictObject({});

/** Long enough not to be guessed over a shoulder, short enough for gloves. */
const MIN_SIGNS = 6;
/** What anybody tries first: one character again and again, keys in a row, and the words everybody knows. */
const isCommon = (text: string): boolean =>
  new Set(text.toLowerCase()).size < 3 ||
  ['0123456789012345', '9876543210987654', 'abcdefghijklmnopqrstuvwxyz', 'qwertyuiop', 'qwertzuiop', 'azertyuiop', 'asdfghjkl'].some(
    (row) => row.includes(text.toLowerCase()),
  ) ||
  /^(password|passwort|passcode|letmein|welcome|motorcycle|suspension|mavrin|abc123|qwerty)\d*$/i.test(text);
const newPasscode = z
  .string()
  .max(60)
  .superRefine((text, ctx) => {
    if (text.length < MIN_SIGNS) ctx.addIssue({ code: 'custom', params: { code: 'passcode-short', data: { least: MIN_SIGNS } } });
    else if (isCommon(text)) ctx.addIssue({ code: 'custom', params: { code: 'passcode-common', data: {} } });
  });
const passcode = z.string().max(60);

export const signRequest = z.strictObject({ technicianId: id, passcode });
export type SignRequest = z.input<typeof signRequest>;

/** Empty where nobody is owner yet, or the owner himself is signed in. */
const ownerPasscode = passcode.default('');
export const passcodeRequest = z.strictObject({ before: passcode.default(''), passcode: newPasscode, ownerPasscode });

/** Where a machine belongs from now on, in a chain of shops. */
export const branchRequest = z.strictObject({ branch: z.string().trim().max(40), reason: z.string().trim().max(300).default('') });

/** A token for a script, by the name it is known by. */
export const scriptRequest = z.strictObject({ name: z.string().trim().min(1).max(80), ownerPasscode });
export const scriptEndRequest = z.strictObject({ ownerPasscode });

export const correctRequest = z.strictObject({
  technicianId: id,
  passcode,
  reason: name(500),
  changes: z.array(z.strictObject({ field: z.string().max(80), text: z.string().max(4000), unit: z.string().max(20).optional() })).min(1),
});
export type CorrectRequest = z.input<typeof correctRequest>;

export const takeProcedureRequest = z.strictObject({ id: z.string().max(60) });

const stepOrNone = z
  .string()
  .regex(/^\d{1,2}\.\d{1,2}$/)
  .or(z.literal(''))
  .default('');

/** Where a voice note belongs and how long it is, from the query of its request. */
export const voiceQuery = z.strictObject({
  step: stepOrNone,
  seconds: z.coerce.number().min(0).max(3600).default(0),
  key: deliveryKey,
  technicianId: z.coerce.number().int().positive().nullable().default(null),
});

/** Where a photo belongs, from the query of its request. */
export const photoQuery = z.strictObject({
  step: stepOrNone,
  caption: z.string().trim().max(160).default(''),
  key: deliveryKey,
  technicianId: z.coerce.number().int().positive().nullable().default(null),
});

export const technicianRequest = z.strictObject({
  name: name(80),
  passcode: newPasscode,
  role: z.enum(ROLES).default('technician'),
  ownerPasscode,
});
export const roleRequest = z.strictObject({ role: z.enum(ROLES), ownerPasscode });
export const restoreRequest = z.strictObject({ name: z.string().max(120) });
export const sealRequest = z.looseObject({ seal: z.string().max(100).default('') });
export const auditRequest = z.strictObject({
  q: z.string().max(200).default(''),
  before: z.coerce.number().int().min(0).max(Number.MAX_SAFE_INTEGER).default(0),
});
export const signInRequest = z.strictObject({ technicianId: id, passcode });

export const newSpringRequest = z.strictObject({
  end: z.enum(['rear', 'front']),
  name: name(120),
  rate: z.string().max(60),
  freeLength: z.string().max(60).default(''),
  solidLength: z.string().max(60).default(''),
  place: z.enum(['drawer', 'supplier']),
  /** Squeeze mm and force N, one pair a line: a spring that is not linear. */
  table: z.string().max(4000).default(''),
});
export type NewSpringRequest = z.input<typeof newSpringRequest>;

const listedSpring = z.strictObject({
  end: z.enum(['rear', 'front']),
  name: name(120),
  rate: z.string().max(60),
  freeLength: z.string().max(60).default(''),
  solidLength: z.string().max(60).default(''),
});

/** A supplier's list with its columns already named; all of it is taken, or nothing. */
export const springListRequest = z.strictObject({
  supplier: name(120),
  fileName: z.string().trim().max(200),
  listedOn: z.iso.date(),
  /** What each column of the file was taken for. */
  mapping: z.record(z.string().max(40), z.string().max(200)),
  /** Takes the supplier's older lines off the list. */
  replace: z.boolean().default(true),
  springs: z.array(listedSpring).min(1).max(20_000),
});
export type SpringListRequest = z.input<typeof springListRequest>;

export const measurementRequest = springFitRequest.extend({ technicianId: id.nullable().default(null), device });

/** Undoing takes back what one wrote oneself: by whom, where somebody has said who is at the bench. */
export const undoRequest = z.strictObject({ technicianId: id.nullable().default(null) });

export const practiceEndRequest = z.strictObject({ jobId: z.int().positive().max(2_147_483_647) });
