'use client';
import { mm, rate, said } from '@/core/units/say';
import { useSaid } from '../../kit/preferences';
import { Printer } from 'lucide-react';
import type { Candidate } from '@/core/spring/select';
import { candidateWords, neighbourWords } from '@/judgement/findings/because';
import type { Because } from '@/judgement/findings/finding';
import { isOverloaded } from '@/judgement/findings/springJudge';
import { spacerFindings } from '@/judgement/findings/spacer';
import { CAUTIONS, SPRING_CAUTIONS } from '@/knowledge/cautions';
import { neighboursOf, preloadShareOf, type Selection } from '@/judgement/aims/springs';
import { chosenOf, isMismarked, offerKey } from '@/judgement/model/offers';
import { schoolOf } from '@/judgement/aims/targets';
import { EntryField } from '../../fields/EntryField';
import { useFieldStore } from '../../fields/context';
import { Button, Caution } from '../../kit/primitives';
import { useBench, useLater, useOffers } from '../../job/BenchContext';
import { FieldGrid } from '../../kit/parts';
import type { End } from '@/catalogue/ends';
import type { ListedSpring } from '@/schema/springs';
import { BecauseList } from '../../kit/BecauseList';
import { takeSpring } from './takeSpring';

interface Props {
  end: End;
  selection: Selection;
  current: Candidate;
  range: [number, number];
}

/** What the spring looked at does, in the words that become the reason; null where it is no longer on the list. */
function useLookedAt({ end, selection, current, range }: Props) {
  const facts = useLater();
  const spring = useOffers().find((s) => offerKey(s) === current.id);
  const target = { staticMm: selection.target.static.value, riderMm: selection.target.rider.value };
  const words = candidateWords(current, target, range, schoolOf(facts).name);
  return spring ? { spring, words, isChosen: chosenOf(facts.entries, end) === current.id } : null;
}

/** Takes the spring looked at for this end, with its reason. */
export function ChooseButton(props: Props) {
  const store = useFieldStore();
  const inUnits = useSaid();
  const { sealed } = useBench();
  const facts = useLater();
  const looked = useLookedAt(props);
  if (!looked || sealed) return null;
  const { spring, words, isChosen } = looked;
  const { end, current } = props;
  // The main button is never one that its own verdict, or a load no spring carries, speaks against.
  const isAdvised = current.verdict === 'right' && !isOverloaded(facts);
  return (
    <span className="no-print">
      <Button
        $strong={isAdvised}
        onPress={() => takeSpring(store, end, spring, current.preloadMm, inUnits(said`${words.lead} ${words.rest}`))}
        isDisabled={isChosen}
      >
        {isChosen ? `${spring.name} is chosen` : `Choose ${spring.name} for the ${end}`}
      </Button>
    </span>
  );
}

/** Why this spring, why not its neighbours, what the mark is worth; then the choice with preference and reason. */
export function Choice(props: Props) {
  const { end, selection, current } = props;
  const facts = useLater();
  const { data, sealed } = useBench();
  const springs = useOffers();
  const looked = useLookedAt(props);
  if (!looked) return null;
  const { spring, words } = looked;
  const findings = [
    words,
    ...(spring.legs ?? [spring]).flatMap(markFinding),
    ...pairFinding(spring),
    ...preloadFinding(spring, current, data.schools),
    ...(end === 'front' ? spacerFindings(facts, spring, current.preloadMm) : []),
    ...neighbourFindings(selection, current, springs),
  ];
  return (
    <div style={{ marginTop: '0.1rem' }}>
      <BecauseList findings={findings} empty="" />
      <Caution>{SPRING_CAUTIONS[end].map((c) => CAUTIONS[c]).join(' ')}</Caution>
      <FieldGrid $min="9rem">
        <EntryField field={`springs.${end}.preload`} locked={sealed} />
        <EntryField field={`springs.${end}.bias`} locked={sealed} />
        <EntryField field={`springs.${end}.biasReason`} locked={sealed} />
        {!sealed && (
          <p className="no-print">
            <Button onPress={() => window.print()}>
              <Printer size={16} aria-hidden /> Print this sheet
            </Button>
          </p>
        )}
      </FieldGrid>
      <EntryField field={`springs.${end}.reason`} locked={sealed} />
    </div>
  );
}

/** A wrongly marked spring is said so wherever it is proposed. */
function markFinding(spring: ListedSpring): Because[] {
  if (!isMismarked(spring) || !spring.measured) return [];
  const { rateNPerMm, rateStandardError } = spring.measured;
  const decimals = rateNPerMm < 20 ? 2 : 0;
  const measured = rate(rateNPerMm, decimals, ...(rateStandardError === null ? [] : (['±', 2 * rateStandardError] as const)));
  return [
    {
      mark: 'warn',
      lead: `${spring.name} is wrongly marked.`,
      rest: said`Marked ${rate(spring.rateNPerMm, decimals)}, measured ${measured}. The measured rate counts here.`,
      origin: 'Spring tester; ± holds 19 times in 20.',
    },
  ];
}

/** What an unlike pair is, and what it is not. */
const pairFinding = ({ legs, rateNPerMm }: ListedSpring): Because[] =>
  legs
    ? [
        {
          mark: 'note',
          lead: 'Unlike legs.',
          rest: said`Together they carry what two springs of ${rate(rateNPerMm, 2)} would, at the same preload. Write down which leg holds which; the axle and its clamps must be sound and straight.`,
          origin: 'Springs side by side, statics; the rest common practice, no source.',
        },
      ]
    : [];

/** The school of the preload share, where the spring's free length is known. */
function preloadFinding(spring: ListedSpring, current: Candidate, schools: readonly { name: string; rule: { kind: string } }[]): Because[] {
  const school = schools.find((s) => s.rule.kind === 'preload-share') as
    { name: string; rule: { share: number; tolerance: number } } | undefined;
  const share = preloadShareOf(spring, current.preloadMm);
  if (!school || share === null || spring.end === 'front') return [];
  const { share: wanted, tolerance } = school.rule;
  const within = Math.abs(share - wanted) <= tolerance;
  return [
    {
      mark: 'note',
      lead: `${school.name} says ${within ? 'yes' : share > wanted ? 'too much' : 'too little'}.`,
      rest: said`${mm(current.preloadMm, 1)} is ${(share * 100).toFixed(1)} % of the ${mm(spring.freeLengthMm!, 0)} free length; about ${(wanted * 100).toFixed(0)} % is usual there.`,
      origin: 'Common practice, no source.',
    },
  ];
}

function neighbourFindings(selection: Selection, current: Candidate, springs: readonly ListedSpring[]): Because[] {
  if (!selection.result.ok) return [];
  const neighbours = neighboursOf(current, selection.result.value.candidates);
  return neighbourWords(
    (['softer', 'stiffer'] as const).flatMap((side) => {
      const c = neighbours[side];
      const name = springs.find((s) => offerKey(s) === c?.id)?.name;
      return c && name ? [{ ...c, name, side }] : [];
    }),
  );
}
