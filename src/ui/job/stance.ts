import type { JobFacts } from '@/judgement/model/facts';
import { sagOf } from '@/judgement/model/measure';
import { numberOf } from '@/judgement/model/read';
import { windowsOf } from '@/judgement/aims/targets';
import type { StanceEnd, StanceLine } from '../figures/stanceScale';
import type { End } from '@/catalogue/ends';

/** One end of the stance figure from what is recorded. */
export function stanceEnd(facts: JobFacts, end: End, prefix: 'measure' | 'set' = 'measure'): StanceEnd {
  const read = sagOf(facts, end, prefix);
  const sag = read?.result.ok ? read.result.value : null;
  const windows = windowsOf(facts, end);
  return {
    travelMm: numberOf(facts.machine, `machine.travel.${end}`),
    staticMm: sag?.staticSagMm ?? null,
    riderMm: sag?.riderSagMm ?? null,
    staticBandMm: sag?.frictionBandUnladenMm ?? null,
    riderBandMm: sag?.frictionBandLadenMm ?? null,
    staticWindow: windows?.static ?? null,
    riderWindow: windows?.rider ?? null,
    usedMm: numberOf(facts.entries, `measure.${end}.used`),
  };
}

/** Where it sat before, as ghost lines: from the readings of the machine's last job, or of this job's walk. */
export function ghostLines(facts: JobFacts): StanceLine[] {
  const [rear, front] = [sagOf(facts, 'rear'), sagOf(facts, 'front')];
  if (!rear?.result.ok || !front?.result.ok) return [];
  const [r, f] = [rear.result.value, front.result.value];
  const lines: StanceLine[] = [];
  if (r.riderSagMm !== null && f.riderSagMm !== null) lines.push({ name: 'before', rearMm: r.riderSagMm, frontMm: f.riderSagMm });
  return lines;
}
