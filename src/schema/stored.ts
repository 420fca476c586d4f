import { z } from 'zod';
import {
  setupDocument,
  rebuildDocument,
  rideDocument,
  trialDocument,
  type RebuildDocument,
  rebuildDocument1,
  rebuildDocument2,
  rebuildDocument3,
} from './documents';
import { type MachineHandedOver, machineHandedOver } from './handOver';
import { logDocument } from './retune';
import { quoteDocument } from './quote';

/** Documents as they stand in the base, read by the version they name; an older one is brought up to the newest shape, and what does not fit any is an error that names it. */

/** A stored document that cannot be read. Its digest is what an error page shows, where the message itself is kept back. */
export class UnreadableDocument extends Error {
  readonly digest: string;
  constructor(what: string, place: string) {
    super(
      `${what} cannot be read${place === '' ? '' : ` at ${place}`}: it is damaged, or written by another program. Nothing of it was changed.`,
    );
    this.name = 'UnreadableDocument';
    this.digest = this.message;
  }
}

type Versions<T> = Record<string, (value: unknown) => T>;

/** A reader of one kind of document: by its named version, upgraded to the newest. */
function reader<T>(kind: string, versions: Versions<T>) {
  return (document: unknown, id: number | string): T => {
    const what = `${kind} ${id}`;
    const version = (document as { version?: unknown } | null)?.version;
    const read = typeof version === 'string' && Object.hasOwn(versions, version) ? versions[version] : undefined;
    if (!read) throw new UnreadableDocument(what, `version “${String(version)}”`);
    try {
      return read(document);
    } catch (e) {
      if (!(e instanceof z.ZodError)) throw e;
      throw new UnreadableDocument(what, e.issues[0]?.path.join('.') ?? '');
    }
  };
}

/** Before a key stood in place of the customer's name, the name itself was sealed. */
const named = <D extends { customer: { id: number; name: string } }>(
  document: D,
): Omit<D, 'version' | 'customer'> & Pick<RebuildDocument, 'version' | 'customer'> => ({
  ...document,
  version: 'rebuild/4',
  customer: { ...document.customer, salt: null, key: null },
});
/** Before procedures were kept with the job, none was followed. */
const ofVersion1 = (value: unknown): RebuildDocument => ({ ...named(rebuildDocument1.parse(value)), procedures: [], attached: null });
/** Before seals covered what a signature leaves beside its document, nothing was said of it. */
const ofVersion2 = (value: unknown): RebuildDocument => ({ ...named(rebuildDocument2.parse(value)), attached: null });

export const readHandedOver = (document: unknown, id: number): MachineHandedOver => {
  const read = machineHandedOver.safeParse(document);
  if (!read.success) throw new UnreadableDocument(`Hand-over ${id}`, read.error.issues[0]?.path.join('.') ?? '');
  return read.data;
};

export const readSetup = reader('Set-up', { 'setup/1': (v) => setupDocument.parse(v) });
export const readRebuild = reader('Signed record', {
  'rebuild/1': ofVersion1,
  'rebuild/2': ofVersion2,
  'rebuild/3': (v) => named(rebuildDocument3.parse(v)),
  'rebuild/4': (v) => rebuildDocument.parse(v),
});
export const readTrial = reader('Ride planned', { 'trial/1': (v) => trialDocument.parse(v) });
export const readRide = reader('Ride', { 'ride/1': (v) => rideDocument.parse(v) });
export const readQuote = reader('Quote', { 'quote/1': (v) => quoteDocument.parse(v) });
export const readLog = reader('Logged ride', { 'log/1': (v) => logDocument.parse(v) });

/** Rows with their document read. */
export const withDocument = <D, R extends { id: number; document: unknown }>(
  read: (document: unknown, id: number) => D,
  row: R,
): Omit<R, 'document'> & { document: D } => ({
  ...row,
  document: read(row.document, row.id),
});
