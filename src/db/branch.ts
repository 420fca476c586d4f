/** The branch of a chain this process stands at (MAVRIN_BRANCH); '' for a shop that is alone. Machines, jobs and stock are counted by it, records are read across. */

export class BranchUnreadable extends Error {
  constructor(name: string) {
    super(`MAVRIN_BRANCH names “${name}”: a branch has a name of letters, figures, spaces and hyphens, at most 40.`);
    this.name = 'BranchUnreadable';
  }
}

export function branchHere(environment: Record<string, string | undefined> = process.env): string {
  const name = (environment.MAVRIN_BRANCH ?? '').trim();
  if (!/^[\p{L}\p{N} -]{0,40}$/u.test(name)) throw new BranchUnreadable(name);
  return name;
}

/** The same as the session knows it, for queries. */
export const HERE = "coalesce(current_setting('mavrin.branch', true), '')";
