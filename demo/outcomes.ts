import { type End, ENDS, END_NAMES } from '@/catalogue/ends';
import { CAUSES } from '@/knowledge/causes/shipped';
import { kindOf } from '@/knowledge/inForce';
import { SCHOOLS } from '@/knowledge/schools';
import { type EndJudged, judgeJob } from '@/judgement/job/judgeJob';
import { springEstimateRequest } from '@/schema/computeEstimate';
import { springEstimate } from '@/server/compute/estimate';
import { jobs as JOBS, machines as MACHINES } from './scenario';
import goodShops from './goodShops.json';
import outcomes from '../tests/outcomes.json';

/** The page docs/outcomes.md, computed anew: held true by tests/outcomesPage.test.ts. */

const figure = (x: number) => (x < 20 ? x.toFixed(1) : x.toFixed(0));
const bandWords = ({ p05, p50, p95 }: { p05: number; p50: number; p95: number }) => `${figure(p50)} (${figure(p05)}–${figure(p95)})`;
const row = (cells: readonly string[]) => `| ${cells.join(' | ')} |`;
const table = (head: readonly string[], rows: readonly string[][]) => [row(head), row(head.map(() => '---')), ...rows.map(row)].join('\n');

/** What is typed at Ask of the newest job of a machine that names its rider. */
function askOf(key: string): Record<string, string> {
  const jobs = JOBS.filter((j) => j.machine === key && j.ask?.some((l) => l.startsWith('rider.mass')));
  const newest = [...jobs].sort((a, b) => a.takenInDaysAgo - b.takenInDaysAgo)[0];
  return Object.fromEntries(
    (newest?.ask ?? []).map((line) => {
      const at = line.indexOf('=');
      return [line.slice(0, at).trim(), line.slice(at + 1).trim()];
    }),
  );
}

const said = goodShops as Partial<Record<string, Record<End, string>>>;

function demoRows(): string[][] {
  return MACHINES.flatMap(({ key, figures, ofModel }) => {
    const machine = { ...MACHINES.find((m) => m.key === ofModel)?.figures, ...figures };
    const job = askOf(key);
    if (!job['rider.mass']) return [];
    const found = judgeJob({ units: 'metric', machine, job }, [], SCHOOLS, CAUSES);
    const answer = ({ rateNPerMm, preloadMm, verdict }: EndJudged) =>
      rateNPerMm && preloadMm ? [bandWords(rateNPerMm), figure(preloadMm.p50), verdict] : ['–', '–', verdict];
    return ENDS.map((end) => [
      `${machine['machine.make']} ${machine['machine.model']}`,
      job['rider.mass']!,
      END_NAMES[end],
      ...answer(found.ends[end]),
      said[key]?.[end] ?? '',
    ]);
  });
}

function rateRows(): string[][] {
  return outcomes.rates.map(({ id, kind, asks, given, accept }) => {
    const end = asks.startsWith('front') ? 'front' : 'rear';
    const of = given as Record<string, unknown>;
    const { machineKg, frontTravelMm, rearTravelMm, leverageRatio, riderKg, passengerKg, use, pace, ground } = of;
    const figures = { machineKg, frontTravelMm, rearTravelMm, ...(end === 'rear' && leverageRatio ? { leverageRatio } : {}) };
    const found = springEstimate(springEstimateRequest.parse({ kind, end, riderKg, figures, passengerKg, use, pace, ground }));
    if (!found.ok) throw new Error(found.issue.code);
    const band = asks.endsWith('rate') ? found.value.rateNPerMm : found.value.preloadMm;
    const isIn = band.p50 >= accept.low && band.p50 <= accept.high;
    return [
      id,
      kindOf(kind as Parameters<typeof kindOf>[0]).name,
      asks,
      `${riderKg as number} kg`,
      bandWords(band),
      `${accept.low}–${accept.high} ${accept.unit}`,
      isIn ? 'in' : 'out',
    ];
  });
}

export function outcomesPage(): string {
  const rates = rateRows();
  return `# What the application answers, and what a good shop would say

Made by \`npm run outcomes\`; a test holds it to what the program computes. Good shops' words are common practice
without a source, or from memory. Bands hold nine times in ten; rates in N/mm, preloads in mm of spring.

## Machines of the demo

Chosen for the rider and load told at Ask, before anything is read.

${table(['Machine', 'Rider', 'End', 'Rate', 'Preload', 'Verdict', 'A good shop'], demoRows())}

## Cases of the outcomes

${rates.filter((r) => r.at(-1) === 'in').length} of ${rates.length} first answers fall into the band.

${table(['Case', 'Kind', 'Asks', 'Rider', 'Answer', 'Good shops', ''], rates)}
`;
}
