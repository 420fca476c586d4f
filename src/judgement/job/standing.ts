/** Which set-up is in the machine: asked by the server, the machine file, the customer's page and the card alike. */

export interface LineageSetup {
  id: number;
  jobId: number;
  parentId: number | null;
  kind: 'standard' | 'as-found' | 'rebuild' | 'correction' | 'as-set' | 'ride';
  /** A change that was ridden and taken back. */
  takenBack: boolean;
}

/**
 * The corrections that put right what was recorded and say nothing of the machine as it stands: by the time they were signed it had been set or ridden on from
 * the set-up they correct. The present stays as it was set.
 */
export function correctionsOfHistory(setups: readonly LineageSetup[]): Set<number> {
  const ofHistory = new Set<number>();
  for (const s of [...setups].sort((a, b) => a.id - b.id)) {
    if (s.kind !== 'correction' || s.parentId === null) continue;
    const parentId = s.parentId;
    const isMovedOn = setups.some((x) => x.id > parentId && x.id < s.id && !x.takenBack && !ofHistory.has(x.id));
    if (ofHistory.has(parentId) || isMovedOn) ofHistory.add(s.id);
  }
  return ofHistory;
}

/** The set-up the machine stands in: the newest that was neither taken back nor puts only the past right; null for a lineage without one. */
export function standingOf<S extends LineageSetup>(setups: readonly S[]): S | null {
  const ofHistory = correctionsOfHistory(setups);
  const there = setups.filter((s) => s.kind !== 'standard' && !s.takenBack && !ofHistory.has(s.id));
  return there.length === 0 ? null : there.reduce((a, b) => (b.id > a.id ? b : a));
}

/** The set-up a job left, in its newest state; null before the rebuild is signed. A change taken back leaves the one before it. */
export const lastOfJob = <S extends LineageSetup>(setups: readonly S[], jobId: number): S | null => {
  const ofHistory = correctionsOfHistory(setups);
  const left = setups.filter((s) => s.jobId === jobId && s.kind !== 'as-found' && !s.takenBack && !ofHistory.has(s.id));
  return left.length === 0 ? null : left.reduce((a, b) => (b.id > a.id ? b : a));
};

/** What a correction of a job's record starts from: its rebuild as it was last put right. */
export const recordedOf = <S extends LineageSetup>(setups: readonly S[], jobId: number): S | null => {
  const rebuild = setups.find((s) => s.jobId === jobId && s.kind === 'rebuild');
  if (!rebuild) return null;
  const line = new Set([rebuild.id]);
  let newest = rebuild;
  // A correction of the rebuild, or of such a correction; one that starts from a later set-up speaks of the present.
  for (const s of [...setups].sort((a, b) => a.id - b.id))
    if (s.kind === 'correction' && s.parentId !== null && line.has(s.parentId)) {
      line.add(s.id);
      newest = s;
    }
  return newest;
};

/** How a machine rode in a set-up, in words. */
export const RODE: Readonly<Record<string, string>> = { better: 'rode better', same: 'rode the same', worse: 'rode worse' };

/**
 * How a set-up rode: as its own rides say; where none was told, the one a job left as the job's Ride says. '' where nobody told.
 * @param ofRides by set-up
 * @param ofJobs by job
 */
export const rodeOf = (
  setups: readonly LineageSetup[],
  setup: LineageSetup,
  ofRides: Readonly<Record<number, string>>,
  ofJobs: Readonly<Record<number, string>>,
): string => ofRides[setup.id] || (lastOfJob(setups, setup.jobId)?.id === setup.id ? (ofJobs[setup.jobId] ?? '') : '');
