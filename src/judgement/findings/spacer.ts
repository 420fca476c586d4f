import type { JobFacts } from '../model/facts';
import { joined, mm, said } from '@/core/units/say';
import type { Entries } from '@/catalogue/entry';
import { spacerFor } from '@/core/spring/spacer';
import { issueWords } from '@/schema/words';
import type { ListedSpring } from '@/schema/springs';
import { MIN_OIL_MM } from '../aims/ground';
import { oilLevelWanted } from '../aims/oilLevel';
import { preloadOf } from '../model/measure';
import { numberOf } from '../model/read';
import type { Because } from './finding';

/** How long the spacer of a fork without an adjuster must be cut for a spring, leg by leg where they are unlike, nothing of it while the spacer in it is not typed; and the oil level to go with the new spring. */
export function spacerFindings(facts: JobFacts, spring: ListedSpring, preloadWantedMm: number): Because[] {
  return [...cutFindings(facts.entries, spring, preloadWantedMm), ...oilFindings(facts)];
}

/** The oil level that ground and the new spring's steel ask for, in a sentence. */
function oilFindings(facts: JobFacts): Because[] {
  const wanted = oilLevelWanted(facts);
  if (!wanted) return [];
  const by = (changeMm: number) => said`${mm(Math.abs(changeMm), 0)} ${changeMm < 0 ? 'higher' : 'lower'}`;
  const asks = [
    ...(Math.abs(wanted.steelMm) >= MIN_OIL_MM
      ? [said`the new spring’s steel displaces ${wanted.steelMm > 0 ? 'more' : 'less'}: ${by(wanted.steelMm)}`]
      : []),
    ...(Math.abs(wanted.groundMm) >= MIN_OIL_MM ? [said`the ground asks for ${by(wanted.groundMm)}`] : []),
  ];
  return [
    {
      mark: 'note',
      lead: said`Set the oil ${mm(wanted.levelMm)} from the top.`,
      rest: said`From ${mm(wanted.fromMm, 0)} ${wanted.from === 'maker' ? 'by the maker' : 'as found'}; ${joined(asks, '; ')}. Leg compressed, spring out, both legs alike.`,
      origin: 'Steel by its weight (7850 kg/m³); ground from the Shop book.',
    },
  ];
}

function cutFindings(entries: Entries, spring: ListedSpring, preloadWantedMm: number): Because[] {
  if (numberOf(entries, 'springs.front.spacer') === null) return [];
  if (!spring.legs) return [ofLeg(entries, 'left', 'in both legs alike', spring, preloadWantedMm)];
  return spring.legs.map((leg, i) => {
    const side = i === 0 ? 'left' : 'right';
    return ofLeg(entries, side, `in the ${side} leg`, leg, preloadWantedMm);
  });
}

function ofLeg(entries: Entries, side: 'left' | 'right', where: string, spring: ListedSpring, preloadWantedMm: number): Because {
  const [spacerMm, oldFreeMm] = [numberOf(entries, 'springs.front.spacer')!, numberOf(entries, 'springs.front.freeLength')];
  const preload = preloadOf(entries, `found.front.preload.${side}`);
  const newFreeMm = spring.freeLengthMm;
  const missing = [
    ...(oldFreeMm === null ? ['the free length of the spring in it'] : []),
    ...(newFreeMm === null ? [`the free length of ${spring.name}`] : []),
    ...(preload?.ok ? [] : ['the preload as found, under Ask']),
  ];
  const note = { mark: 'note' as const, origin: 'The leg’s length stays; common practice, no source, for the oil.' };
  if (oldFreeMm === null || newFreeMm === null || !preload?.ok)
    return { ...note, lead: `The spacer ${where} cannot be told yet.`, rest: `Still missing: ${missing.join(', ')}.` };
  const cut = spacerFor({ spacerMm, oldFreeMm, newFreeMm, preloadNowMm: preload.value, preloadWantedMm });
  if (!cut.ok) return { ...note, mark: 'warn', lead: `No room for a spacer ${where}.`, rest: issueWords(cut.issue) };
  return {
    ...note,
    lead: said`Cut the spacer to ${mm(cut.value.spacerMm, 1)}, ${where}.`,
    rest: 'Cut square, deburr, washers on both ends. Weigh both springs and the oil level follows: a thicker one displaces more.',
  };
}
