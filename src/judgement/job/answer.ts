import { COMPLAINT_PHRASES } from '@/catalogue/fields/ask';
import { type End, END_NAMES, ENDS } from '@/catalogue/ends';
import type { Stage } from '@/catalogue/fields';
import { joined, kg, mm, rate, said, type Said } from '@/core/units/say';
import { estimatedDecimals } from '@/core/units/shown';
import type { TakenProcedure } from '@/knowledge/procedures/procedure';
import { CAUTIONS } from '@/knowledge/cautions';
import { choiceAt, FIGURE_NAMES, isEstimate } from '../aims/estimates';
import { type Verdict, verdictOf, VERDICT_NAMES } from '../findings/verdict';
import { isOnAir, markedRateOf } from '../model/ends';
import type { JobFacts } from '../model/facts';
import { loadsOf, overloads } from '../model/loads';
import { sagOf } from '../model/measure';
import { chosenOf } from '../model/offers';
import { allTold } from '../model/complaints';
import { numberOf } from '../model/read';
import { stageLines } from './stages';
import { openStep, stepLines } from './work';

/** What a stage answers, in one look: its figure or verdict, one sentence of why, what is assumed or left in soft words, and where it is carried out. */
export interface StageAnswer {
  label: string;
  /** In the end's colour; null where it is of both. */
  end: End | null;
  figure: Said | null;
  lead: Said;
  /** In soft ink: what is assumed, what the other end says, what is left. */
  soft: Said;
  go: { to: Stage; press: string } | null;
}

/** What stands beside the facts: how far the job was carried, and what it follows. */
export interface CarriedSoFar {
  signed: boolean;
  handedBack: boolean;
  rideOpen: boolean;
  procedures: readonly TakenProcedure[];
}

/** Nothing is known that could be answered from: what to do first. */
const first = (lead: Said, soft: Said = ''): StageAnswer => ({ label: 'First', end: null, figure: null, lead, soft, go: null });

/** What is told of it, in the words of the bench. */
function toldWords(facts: JobFacts): string {
  const told = allTold(facts).map((phrase) => `“${COMPLAINT_PHRASES[phrase]}”`);
  return told.length === 0 ? '' : `${told.join(', ')}.`;
}

function asked(facts: JobFacts): StageAnswer {
  const riderKg = numberOf(facts.entries, 'rider.mass');
  if (riderKg === null)
    return first('Weigh the rider in full gear.', 'With the kind of machine and its travels that is enough for a first spring.');
  const told = toldWords(facts) || 'Nothing is complained of yet.';
  const loads = loadsOf(facts);
  const heaviest = loads.cases.at(-1);
  const go = { to: 'measure', press: 'Walk round it' } as const;
  if (!heaviest?.result.ok)
    return {
      label: 'Rider in gear',
      end: null,
      figure: [kg(riderKg, 0)],
      lead: told,
      soft: 'The machine’s own weight is not known yet.',
      go,
    };
  const totalKg = heaviest.result.value.totalKg;
  const over = overloads(loads, facts.machine);
  const { platedKg } = loads;
  const plate =
    over.length > 0
      ? ['It is loaded beyond its plate: take load off before any spring.']
      : platedKg === null
        ? [told]
        : [told, said`${kg(platedKg - totalKg, 0)} below the plate.`];
  return {
    label: loads.cases.length > 1 ? `Loaded, ${heaviest.name}` : 'Machine and rider',
    end: null,
    figure: [kg(totalKg, 0)],
    lead: joined(plate, ' '),
    soft: loads.assumed.length > 0 ? said`Assumed: ${joined(loads.assumed, ', ')}.` : '',
    go,
  };
}

/** The end that is looked at first: one that is not right, the rear before the front. */
const leadingEnd = (facts: JobFacts): End =>
  ENDS.find((end) => !['keep', 'measure-first'].includes(verdictOf(facts, end).verdict)) ?? 'rear';
const otherOf = (end: End): End => (end === 'rear' ? 'front' : 'rear');

function measured(facts: JobFacts): StageAnswer {
  const isRead = ENDS.some((end) => sagOf(facts, end)?.result.ok);
  if (!isRead) {
    const rear = verdictOf(facts, 'rear');
    return first(
      'Read both sags before anything is turned: lifted and pressed, bare and with the rider on.',
      rear.verdict === 'measure-first' ? 'Six readings an end, in the order of the walk round it.' : said`By what is told: ${rear.said}`,
    );
  }
  const end = leadingEnd(facts);
  const { verdict, because } = verdictOf(facts, end);
  const read = sagOf(facts, end);
  const riderMm = read?.result.ok ? read.result.value.riderSagMm : null;
  const needsSpring = verdict === 'stiffer' || verdict === 'softer';
  return {
    label: `${END_NAMES[end]}: ${VERDICT_NAMES[verdict]}`,
    end,
    figure: riderMm === null ? null : [mm(riderMm, 0)],
    lead: because.rest,
    soft: verdictOf(facts, otherOf(end)).said,
    go: needsSpring ? { to: 'springs', press: 'Choose the spring' } : { to: 'reason', press: 'Find the cause' },
  };
}

/** The spring of one end in a few words: what to fit, with its band and preload. */
function springWords(facts: JobFacts, end: End): Said | null {
  const found = isOnAir(facts.machine, end) ? null : choiceAt(facts, end);
  if (!found || !isEstimate(found)) return null;
  const { rateNPerMm, preloadMm } = found.estimate;
  const decimals = estimatedDecimals(rateNPerMm.p50);
  return said`${rate(rateNPerMm.p50, decimals)} (${rate(rateNPerMm.p05, decimals)} to ${rate(rateNPerMm.p95, decimals)}) with ${mm(Math.max(0, preloadMm.p50), 0)} of preload`;
}

/** Verdicts that leave the spring where it is. */
const STAYS: readonly Verdict[] = ['keep', 'preload', 'damping', 'geometry', 'oil-level'];

function sprung(facts: JobFacts): StageAnswer {
  const end = leadingEnd(facts);
  const found = choiceAt(facts, end);
  if (isOnAir(facts.machine, end) || !isEstimate(found)) {
    const rider = numberOf(facts.entries, 'rider.mass');
    return first(rider === null ? 'Weigh the rider in full gear, under Ask.' : 'Type the kind of machine and its travels.', '');
  }
  const { verdict, because } = verdictOf(facts, end);
  // Where the spring stays, its own rate leads; else the one to fit, with what it rests on that nobody measured.
  const marked = STAYS.includes(verdict) ? markedRateOf(facts, end) : null;
  const figure = marked === null ? found.estimate.rateNPerMm.p50 : marked;
  const assumed = marked === null ? found.estimate.restsOn.filter((r) => r.origin === 'kind').map((r) => FIGURE_NAMES[r.figure]) : [];
  const other = springWords(facts, otherOf(end));
  const isChosen = ENDS.every((e) => chosenOf(facts.entries, e) !== null);
  return {
    label: `${END_NAMES[end]}: ${VERDICT_NAMES[verdict]}`,
    end,
    figure: [rate(figure, estimatedDecimals(figure))],
    lead: because.rest,
    soft: joined(
      [
        other === null ? '' : said`${END_NAMES[otherOf(end)]}: ${VERDICT_NAMES[verdictOf(facts, otherOf(end)).verdict]}, ${other}.`,
        assumed.length === 0 ? '' : `○ Assumed: ${assumed.join(', ')}.`,
      ].filter((words) => words !== ''),
      ' ',
    ),
    go: isChosen || marked !== null ? { to: 'valves', press: marked === null ? 'On to the valves' : 'Keep it, on to the valves' } : null,
  };
}

/** What is still missing of a stage, in the rail's own words. */
function leftOf(facts: JobFacts, stage: Stage, { signed, handedBack, rideOpen }: CarriedSoFar): string {
  const line = stageLines({ entries: facts.entries, machine: facts.machine, signed, handedBack, rideOpen }).find((l) => l.stage === stage)!;
  return line.state === 'complete' ? 'Nothing is left to do here.' : line.state === 'not begun' ? 'Not begun.' : `Left: ${line.line}.`;
}

function valved(facts: JobFacts, carried: CarriedSoFar): StageAnswer {
  const told = toldWords(facts);
  const isDamping = ENDS.filter((end) => verdictOf(facts, end).verdict === 'damping');
  return {
    label: isDamping.length > 0 ? `${isDamping.map((e) => END_NAMES[e]).join(' and ')}: damping` : 'Valves',
    end: isDamping.length === 1 ? isDamping[0]! : null,
    figure: null,
    lead:
      isDamping.length > 0
        ? verdictOf(facts, isDamping[0]!).because.rest
        : told === ''
          ? 'Nothing told asks for other valves.'
          : `Told: ${told}`,
    soft: leftOf(facts, 'valves', carried),
    go: { to: 'rebuild', press: 'Go on to the rebuild' },
  };
}

function rebuilt(facts: JobFacts, carried: CarriedSoFar): StageAnswer {
  if (carried.signed)
    return {
      label: 'Signed',
      end: null,
      figure: null,
      lead: 'The rebuild is signed: what was recorded stands, and a correction is signed beside it.',
      soft: '',
      go: { to: 'set', press: 'Set it up' },
    };
  const under = carried.procedures
    .map((taken) => ({ taken, lines: stepLines(facts.entries, taken) }))
    .find(({ lines }) => openStep(lines) !== null);
  if (!under)
    return {
      label: 'Rebuild',
      end: null,
      figure: null,
      lead:
        carried.procedures.length === 0
          ? 'Take a procedure and work it step by step, or record what was fitted below.'
          : 'Every step is done: read what was fitted once more, and sign.',
      soft: CAUTIONS.licence,
      go: null,
    };
  const step = openStep(under.lines)!;
  const { procedure } = under.taken;
  const caution = procedure.steps[step - 1]?.cautions[0];
  return {
    label: `Step ${step} of ${procedure.steps.length}`,
    end: procedure.end,
    figure: null,
    lead: `${procedure.name}: ${procedure.steps[step - 1]!.title.toLowerCase()}.`,
    soft: caution ? CAUTIONS[caution] : '',
    go: null,
  };
}

function set(facts: JobFacts, carried: CarriedSoFar): StageAnswer {
  const sags = ENDS.flatMap((end): Said[] => {
    const read = sagOf(facts, end, 'set');
    const riderMm = read?.result.ok ? read.result.value.riderSagMm : null;
    return riderMm === null ? [] : [said`${END_NAMES[end]} ${mm(riderMm, 0)} with the rider`];
  });
  return {
    label: carried.handedBack ? 'It has left' : 'Before it leaves',
    end: null,
    figure: null,
    lead:
      sags.length === 0
        ? 'Read the sags on the finished machine, the torques once more, and both ends against each other.'
        : joined([joined(sags, ', '), '.']),
    soft: leftOf(facts, 'set', carried),
    go: carried.handedBack ? { to: 'ride', press: 'How it rode' } : null,
  };
}

/** What a stage answers from what is known; null for the two that answer from more (the causes, and the rides planned). */
export function answerOf(stage: Stage, facts: JobFacts, carried: CarriedSoFar): StageAnswer | null {
  switch (stage) {
    case 'ask':
      return asked(facts);
    case 'measure':
      return measured(facts);
    case 'springs':
      return sprung(facts);
    case 'valves':
      return valved(facts, carried);
    case 'rebuild':
      return rebuilt(facts, carried);
    case 'set':
      return set(facts, carried);
    case 'reason':
    case 'ride':
      return null;
  }
}
