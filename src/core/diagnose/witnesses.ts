import { type Bearing, type Evidence, type Observed, type Witness, WITNESS_SHARE } from './model';
import { SUPPORT_FROM } from '../constants/limits';
import { softRatio } from './ratio';

/** Every statement known that bears on a cause, the strongest first; within a family only the strongest counts whole. */
export function witnessesFor(
  cause: string,
  bearings: readonly Bearing[],
  evidence: ReadonlyMap<string, Evidence>,
  observed: ReadonlyMap<string, Observed>,
): Witness[] {
  const families = new Map<string, { evidence: string; log: number }[]>();
  for (const bearing of bearings) {
    const [what, seen] = [evidence.get(bearing.evidence), observed.get(bearing.evidence)];
    if (bearing.cause !== cause || !what || !seen) continue;
    const found = { evidence: bearing.evidence, log: Math.log(softRatio(bearing, seen.credence)) };
    families.set(what.family, [...(families.get(what.family) ?? []), found]);
  }
  // Ties are broken by name, so that nothing depends on the order in which things were read.
  const byWeight = (a: { evidence: string; log: number }, b: typeof a) =>
    Math.abs(b.log) - Math.abs(a.log) || (a.evidence < b.evidence ? -1 : 1);
  return [...families.values()]
    .flatMap((family) => family.sort(byWeight).map((w, i) => ({ ...w, log: i === 0 ? w.log : w.log * WITNESS_SHARE })))
    .sort(byWeight)
    .map(({ evidence: name, log }) => ({ evidence: name, factor: Math.exp(log) }));
}

export const factorOf = (witnesses: readonly Witness[]): number => witnesses.reduce((product, w) => product * w.factor, 1);
/** Something measured speaks for it; what was only told does not count. */
export const isSupported = (witnesses: readonly Witness[], evidence: ReadonlyMap<string, Evidence>): boolean =>
  witnesses.some((w) => w.factor >= SUPPORT_FROM && !evidence.get(w.evidence)?.hearsay);
