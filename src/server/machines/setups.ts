import { type JobFacts, factsOf } from '@/judgement/model/facts';
import type { Sql } from '@/db/client';
import type { Job } from '@/db/queries/jobs';
import { manySetups, oneNewSetup, type Setup } from '@/db/queries/rebuilds';
import type { SetupDocument } from '@/schema/documents';
import { lastOfJob } from '@/judgement/job/standing';
import { recorded, type Entries, type ReadEntry } from '@/catalogue/entry';
import { sagOf, preloadFrom } from '@/judgement/model/measure';
import { PRELOAD_KEYS, SETUP_FIELDS } from '@/catalogue/fields/setup';
import { currentEntries } from '../entries';
import type { End } from '@/catalogue/ends';

/** The machine's lineage: immutable snapshots, each with the one it came from. */

export type SetupValues = SetupDocument['values'];

export const plain = (entries: Entries): Record<string, ReadEntry> =>
  Object.fromEntries(recorded(entries).map(({ field, text, unit, value }) => [field, { text, unit, value }]));

const PREFIXES = { found: 'found.', fitted: 'fitted.', set: 'set.as.' } as const;

export function valuesUnder(entries: Entries, from: keyof typeof PREFIXES): SetupValues {
  const prefix = PREFIXES[from];
  return Object.fromEntries(
    Object.entries(plain(entries))
      .filter(([field]) => field.startsWith(prefix))
      .map(([field, read]) => [field.slice(prefix.length), { ...read, from }]),
  );
}

export const carried = (values: SetupValues): SetupValues =>
  Object.fromEntries(Object.entries(values).map(([field, v]) => [field, { ...v, from: 'carried' as const }]));

function preloadsOf(values: SetupValues): Record<string, number> {
  return Object.fromEntries(
    PRELOAD_KEYS.flatMap((key) => {
      const read = preloadFrom((part) => values[`${key}.${part}`]);
      return read?.ok ? [[key, read.value] as const] : [];
    }),
  );
}

const NO_SAG = { staticMm: null, riderMm: null };
export const NO_SAGS: SetupDocument['sag'] = { rear: NO_SAG, front: NO_SAG };

export function sagsOf(facts: JobFacts, prefix: 'measure' | 'set'): SetupDocument['sag'] {
  const one = (end: End) => {
    const read = sagOf(facts, end, prefix);
    return read?.result.ok ? { staticMm: read.result.value.staticSagMm, riderMm: read.result.value.riderSagMm } : NO_SAG;
  };
  return { rear: one('rear'), front: one('front') };
}

export const setupDocument = (values: SetupValues, sag: SetupDocument['sag']): SetupDocument => ({
  version: 'setup/1',
  values,
  preloadMm: preloadsOf(values),
  sag,
});

/** The maker's standard set-up stands at the root of every lineage; it is no record of a job, and has no number. */
export const STANDARD_ID = 0;

/** The lineage as it is shown, newest first: from the maker's standard set-up, where the machine's figures hold one. */
export function lineageFromStandard(setups: readonly Setup[], figures: Entries) {
  const values = Object.fromEntries(
    recorded(figures)
      .filter((e) => e.field.startsWith('standard.') && e.text !== '')
      .map(({ field, text, unit, value }) => [field.slice('standard.'.length), { text, unit, value, from: 'found' as const }]),
  );
  if (!SETUP_FIELDS.some((f) => values[f.key])) return [...setups];
  const mm = (end: End, state: 'static' | 'rider') => values[`sag.${end}.${state}`]?.value ?? null;
  const sag = (end: End) => ({ staticMm: mm(end, 'static'), riderMm: mm(end, 'rider') });
  const root = {
    id: STANDARD_ID,
    jobId: 0,
    parentId: null,
    kind: 'standard' as const,
    reason: values.source?.text ?? '',
    document: setupDocument(values, { rear: sag('rear'), front: sag('front') }),
    recordedAt: '',
    takenBack: false,
  };
  return [...setups.map((s) => (s.parentId === null ? { ...s, parentId: STANDARD_ID } : s)), root];
}

/** On handing back: the clickers and the sag of the finished machine become a set-up of their own, where anything was set or measured after the signature. */
export async function recordAsSet(sql: Sql, job: Job, at: string): Promise<void> {
  const before = lastOfJob(await manySetups(sql, job.machineId), job.id);
  if (!before) return;
  const entries = await currentEntries(sql, { jobId: job.id });
  const values = valuesUnder(entries, 'set');
  const sag = sagsOf(factsOf(entries, await currentEntries(sql, { machineId: job.machineId })), 'set');
  const measured = [sag.rear, sag.front].some((s) => s.staticMm !== null || s.riderMm !== null);
  if (Object.keys(values).length === 0 && !measured) return;
  await oneNewSetup(sql, {
    machineId: job.machineId,
    jobId: job.id,
    rebuildId: before.rebuildId,
    parentId: before.id,
    kind: 'as-set',
    reason: '',
    document: setupDocument({ ...carried(before.document.values), ...values }, sag),
    recordedAt: at,
  });
}
