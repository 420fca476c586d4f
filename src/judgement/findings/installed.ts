import type { JobFacts } from '../model/facts';
import { type Candidate, judge } from '@/core/spring/select';
import type { End } from '@/catalogue/ends';
import { judgeSpring } from './springJudge';
import { effectiveOf } from '../model/effective';
import { numberOf } from '../model/read';
import type { Selection } from '../aims/springs';

/** The spring that is in there, as the tape has it: what the others are held against. */
export interface Installed {
  /** The rate both sags need, N/mm each spring, and k = 2 of it. */
  rateNPerMm: number;
  uncertaintyNPerMm: number;
  markedNPerMm: number;
  /** Predicted by that rate and the preload that goes with it: solo it sits where it was read. */
  predicted: Candidate;
  /** What the one judge of sags says of it. */
  verdict: string;
}

const VERDICTS = {
  'topped-out': 'topped out',
  'too soft': 'too soft',
  'too stiff': 'too stiff',
  ring: 'ring only',
  suits: 'suits',
} as const;

/** The installed spring calibrated to its own sags, so that it is never ranked by a sag the tape denies; null until both sags, the loads and its mark are known. */
export function installedOf(facts: JobFacts, end: End, selection: Selection): Installed | null {
  const effective = effectiveOf(facts, end);
  const judged = judgeSpring(facts, end);
  const markedNPerMm = numberOf(facts.entries, `found.${end}.spring`);
  if (!effective?.ok || !judged || markedNPerMm === null) return null;
  const { effectiveRateNPerMm, effectivePreloadMm, uncertaintyNPerMm } = effective.value;
  const predicted = judge(
    {
      end: selection.model,
      staticLoadN: selection.staticLoadN,
      ladenLoadN: selection.ladenLoadN,
      target: { staticSagMm: selection.target.static.value, riderSagMm: selection.target.rider.value },
      catalogue: [],
      // As it is set now, not as it might be set.
      preloadRangeMm: [effectivePreloadMm, effectivePreloadMm],
      loadCases: selection.loadCases,
    },
    { id: 'installed', rateNPerMm: effectiveRateNPerMm },
  );
  return { rateNPerMm: effectiveRateNPerMm, uncertaintyNPerMm, markedNPerMm, predicted, verdict: VERDICTS[judged.code] };
}
