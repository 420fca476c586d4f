import type { StageLine } from '@/schema/pages';
import { factsOf, type JobFacts } from '../model/facts';
import { recorded, type Entries } from '@/catalogue/entry';
import { STAGES, STAGE_NAMES, type Stage } from '@/catalogue/fields';
import { type DamperKey, VALVES } from '@/catalogue/fields/damper';
import type { ValveName } from '@/core/damper/damper';
import { hasValve, shimsOf, valveKindOf } from '../model/dampers';
import { pairFields } from '../model/measure';
import { itemNumbers, numberOf, textOf } from '../model/read';
import { ENDS, type End } from '@/catalogue/ends';

/** What a job stands on: its entries and how far it was carried. */
interface Standing {
  entries: Entries;
  machine: Entries;
  signed: boolean;
  handedBack: boolean;
  rideOpen: boolean;
}

type Wanted = [test: boolean, missing: string];

/** A stage is complete when nothing is missing; it is begun when anything of it is there. The first thing missing is its line. */
function lineOf(begun: boolean, wanted: Wanted[]): Pick<StageLine, 'state' | 'line'> {
  const missing = wanted.filter(([there]) => !there).map(([, what]) => what);
  if (missing.length === 0) return { state: 'complete', line: 'complete' };
  if (!begun) return { state: 'not begun', line: 'not begun' };
  const rest = missing.length - 1;
  return { state: 'begun', line: rest > 0 ? `${missing[0]}, ${rest} more` : `${missing[0]}` };
}

const READING_COUNT = 10;

/** The ten readings of the first round: extended, unladen and laden pair at both ends. A zeroed ruler needs no extended reading. */
export function readingsTaken(entries: Entries): number {
  let taken = 0;
  for (const end of ENDS) {
    const ruler =
      textOf(entries, `measure.${end}.style`) === 'ruler' || (end === 'front' && textOf(entries, `measure.${end}.style`) === '');
    const anyOfEnd = Object.keys(entries).some((f) => f.startsWith(`measure.${end}.`));
    if (ruler ? anyOfEnd : numberOf(entries, `measure.${end}.extended`) !== null) taken += 1;
    for (const state of ['unladen', 'laden'] as const) {
      const { lifted, pressed } = pairFields('measure', end, state, 1);
      taken += Number(numberOf(entries, lifted) !== null) + Number(numberOf(entries, pressed) !== null);
    }
  }
  return taken;
}

const LINES: Record<Stage, (standing: Standing) => Pick<StageLine, 'state' | 'line'>> = {
  ask: ({ entries }) =>
    lineOf(
      Object.keys(entries).some((f) =>
        /^(rider|passenger|use|ground|fit|terrain|pace|experience|complaint|luggage|found|clock|fuel|budget)/.test(f),
      ),
      [
        [numberOf(entries, 'rider.mass') !== null, 'rider mass'],
        [textOf(entries, 'use') !== '', 'use'],
        [itemNumbers(entries, 'complaint').length > 0, 'complaint'],
        [Object.keys(entries).some((f) => f.startsWith('found.')), 'what came in'],
      ],
    ),
  measure: ({ entries }) => {
    const taken = readingsTaken(entries);
    if (taken >= READING_COUNT) return { state: 'complete', line: 'complete' };
    return taken === 0 ? { state: 'not begun', line: 'not begun' } : { state: 'begun', line: `${taken} of ${READING_COUNT} readings` };
  },
  reason: ({ entries }) => lineOf(textOf(entries, 'reason.first') !== '', [[textOf(entries, 'reason.finding') !== '', 'finding']]),
  springs: ({ entries }) =>
    lineOf(
      Object.keys(entries).some((f) => f.startsWith('springs.')),
      [
        [numberOf(entries, 'springs.rear.choice') !== null, 'rear not chosen'],
        [numberOf(entries, 'springs.front.choice') !== null || numberOf(entries, 'springs.front.pressure') !== null, 'front not chosen'],
      ],
    ),
  valves: ({ entries, machine }) =>
    lineOf(
      Object.keys(entries).some((f) => f.startsWith('valves.')),
      [
        [specified(entries, 'rear'), 'rear not specified'],
        [specified(entries, 'front'), 'front not specified'],
        ...ENDS.map((end): Wanted => [!shimsAwaited(factsOf(entries, machine), end), `${end} shims not typed`]),
      ],
    ),
  rebuild: ({ entries, signed }) =>
    lineOf(
      Object.keys(entries).some((f) => /^(fitted|part|torque|rebuild|work|built|photo)\./.test(f)),
      [[signed, 'not signed']],
    ),
  set: ({ entries, handedBack }) =>
    lineOf(
      Object.keys(entries).some((f) => f.startsWith('set.')),
      [
        [textOf(entries, 'set.torqueChecked') === 'yes', 'torque check'],
        [textOf(entries, 'set.balance') !== '', 'balance'],
        [handedBack, 'not handed back'],
      ],
    ),
  ride: ({ entries, rideOpen }) =>
    lineOf(rideOpen || Object.keys(entries).some((f) => f.startsWith('ride.')), [
      [!rideOpen, 'a ride to decide'],
      [textOf(entries, 'ride.feel') !== '', 'how it rode'],
    ]),
};

export const stageLines = (standing: Standing): StageLine[] =>
  STAGES.map((stage) => ({ stage, name: STAGE_NAMES[stage], ...LINES[stage](standing) }));

const NEXT: Record<Stage, string> = {
  ask: 'Ask the rider',
  measure: 'Walk round it with the tape',
  reason: 'Write down the finding',
  springs: 'Choose the springs',
  valves: 'Specify the stacks',
  rebuild: 'Rebuild and sign',
  set: 'Set it and hand it back',
  ride: 'Note how it rode',
};

/** Where the job stands and what to do next: the last stage begun while it is open, else the one after it. What was passed over stays on the rail. */
export function nextStep(lines: StageLine[]): { stage: Stage; action: string } {
  const lastBegun = lines.reduce((last, l, i) => (l.state === 'not begun' ? last : i), 0);
  const open = lines[lastBegun]?.state === 'complete' ? lines[lastBegun + 1] : lines[lastBegun];
  const stage = open?.stage ?? 'ride';
  return { stage, action: NEXT[stage] };
}

/** Valves of an end’s damper whose shims as found nobody has typed: what the stage asks for. A stack to fit is typed without them. */
export const shimsUntyped = (facts: JobFacts, damper: DamperKey): ValveName[] =>
  VALVES.filter(
    (valve) =>
      hasValve(facts, damper, valve) &&
      valveKindOf(facts.machine, damper, valve) === 'stack' &&
      shimsOf(facts.entries, damper, valve, 'found') === null,
  );

/** Specified in words alone, an end still waits for its shims. */
const shimsAwaited = (facts: JobFacts, end: End): boolean =>
  textOf(facts.entries, `valves.${end}.specified`) !== '' &&
  !recorded(facts.entries).some(({ field, text }) => text !== '' && field.startsWith(`valves.${end}.fit.`)) &&
  shimsUntyped(facts, end).length > 0;

/** Something is written to be fitted at this end: a stack, or words. */
const specified = (entries: Entries, end: End) =>
  recorded(entries).some(
    ({ field, text }) => text !== '' && (field.startsWith(`valves.${end}.fit.`) || field === `valves.${end}.specified`),
  );
