import { knownField, SEALED_STAGES } from '@/catalogue/fields';
import type { Sql } from '@/db/client';
import { manySetupDigests } from '@/db/queries/handedOver';
import type { MachineHandedOver } from '@/schema/handOver';
import { canonicalJson, isNameSealed, recordDigest, sealAfter } from './seals';

/**
 * What of a machine handed over is proven by the digests in it, and what is only said by the file. A record proves itself: its digest covers every sign of its document, and its seal
 * the place in the chain of the shop that sealed it. Whose chain that was no digest says: that is told by the seal on the paper.
 */
export interface Proof {
  /** Records whose document is as it was sealed. */
  records: number[];
  /** Set-ups a record's seal covers. */
  setups: number[];
  /** What is not as it was sealed, in words; null where nothing contradicts. */
  broken: string | null;
}

type Record_ = MachineHandedOver['records'][number];
interface Sealed {
  job?: { id?: unknown };
  technician?: unknown;
  signedAt?: unknown;
  entries?: Record<string, unknown>;
  customer?: { name?: unknown };
  version?: unknown;
  attached?: {
    corrects?: unknown;
    reason?: unknown;
    technicianId?: unknown;
    setups?: { upTo: number; count: number; digest: string };
  } | null;
}

/** A name was erased from a record of before names had a key: what is left proves nothing, and says so. */
const isErased = ({ version, customer }: Sealed): boolean => version !== 'rebuild/4' && customer?.name === '';

/** What beside a record's document is not what the document was sealed with; null where all is. */
function besideBroken(record: Record_, sealed: Sealed): string | null {
  if (sealed.job?.id !== record.jobId) return 'the job';
  if (sealed.technician !== record.technician) return 'who signed';
  if (typeof sealed.signedAt !== 'string' || Date.parse(sealed.signedAt) !== Date.parse(record.signedAt)) return 'when it was signed';
  const { attached } = sealed;
  if (attached && attached.corrects !== record.corrects) return 'what it corrects';
  if (attached && attached.reason !== record.reason) return 'the reason';
  return null;
}

/** From signing on these entries stand; those of setting, riding and the job went on. */
const isSealedField = (field: string): boolean => {
  const stage = knownField(field)?.stage;
  return stage === undefined ? !/^(set|ride|job)\./.test(field) : SEALED_STAGES.some((s) => s === stage);
};
const sealedOf = (entries: Record<string, unknown>): string =>
  canonicalJson(Object.fromEntries(Object.entries(entries).filter(([field]) => isSealedField(field))));

/** Everything shown as sealed is held against what was sealed. */
export async function proofOf(sql: Sql, document: MachineHandedOver): Promise<Proof> {
  const proven: number[] = [];
  const covered: number[] = [];
  const broken = (jobId: number, what: string): Proof => ({
    records: [],
    setups: [],
    broken: `The signed record of job ${jobId} is not as it was sealed: ${what}.`,
  });
  const rows = document.setups.filter((s) => s.machineId !== undefined);
  for (const record of document.records) {
    const sealed = record.document as Sealed;
    if (sealAfter(record.before, record.digest) !== record.seal) return broken(record.jobId, 'its place in the chain');
    if (isErased(sealed)) continue;
    if (recordDigest(sealed) !== record.digest || !isNameSealed(sealed)) return broken(record.jobId, 'its content');
    const beside = besideBroken(record, sealed);
    if (beside !== null) return broken(record.jobId, beside);
    const job = document.jobs.find((j) => j.id === record.jobId);
    if (record.corrects === null && job && sealedOf(job.entries) !== sealedOf(sealed.entries ?? {}))
      return broken(record.jobId, 'what was recorded of the job');
    proven.push(record.id);
    const left = sealed.attached?.setups;
    if (!left) continue;
    const own = document.setups.filter((s) => s.rebuildId === record.id && s.id <= left.upTo);
    // Files of before did not say which entry of the machine a set-up was recorded under.
    if (own.some((s) => !rows.includes(s))) continue;
    const [found] = await manySetupDigests(sql, own);
    if (own.length !== left.count || found?.digest !== left.digest) return broken(record.jobId, 'the set-up it left');
    covered.push(...own.map((s) => s.id));
  }
  return { records: proven, setups: covered, broken: null };
}
