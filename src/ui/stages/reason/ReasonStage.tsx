'use client';
import { joined, said, type Said } from '@/core/units/say';
import { useSaid } from '../../kit/preferences';
import { Sentence } from '../../kit/Sentence';
import Link from 'next/link';
import { STAGE_NAMES } from '@/catalogue/fields';
import { useState } from 'react';
import styled from 'styled-components';
import type { Cure } from '@/knowledge/causes/page';
import { overloadFindings } from '@/judgement/findings/because';
import type { Prediction } from '@/judgement/reason/cures';
import { percent } from '@/judgement/reason/evidence/rule';
import type { Explained, Reasoned } from '@/judgement/reason/reason';
import { textOf } from '@/judgement/model/read';
import type { Entries } from '@/catalogue/entry';
import { hasClicker } from '@/judgement/model/ends';
import { REASON_CHECKS, REASON_WORDS } from '@/catalogue/fields/bench';
import { EntryField } from '../../fields/EntryField';
import { useFieldStore, useSystem } from '../../fields/context';
import { Stance } from '../../figures/Stance';
import type { StanceLine } from '../../figures/stanceScale';
import { warningWords } from '@/schema/words';
import { Empty, Small, Warn } from '../../kit/primitives';
import { useBench, useLater, useFigures } from '../../job/BenchContext';
import { Complaints } from '../../job/Complaints';
import { Columns, FieldGrid, Titled } from '../../kit/parts';
import { stanceEnd } from '../../job/stance';
import { AlikePanel } from './AlikePanel';
import { Causes } from './Causes';
import type { CureLook } from './CauseSheet';
import { ReasonAnswer } from './ReasonAnswer';
import { NextToMeasure } from './NextToMeasure';
import { useKnown, useReasoned } from '../../job/useReasoned';
import { NotRead } from '../../kit/NotRead';
import type { End } from '@/catalogue/ends';
import { FieldsOf } from '../../fields/parts';
import { SealedNote, Working } from '../../job/Working';
import { proposalEntries, proposalOf, pullsOf } from '@/judgement/reason/proposal';
import { BecauseList } from '../../kit/BecauseList';

const Three = styled(Columns)`
  grid-template-columns: minmax(16rem, 18.5rem) minmax(24rem, 1fr) minmax(15rem, 18rem);
  .checks ${FieldGrid} {
    align-items: end;
  }
  /* On a tablet the causes come before the looks, which are then a page of their own. */
  @media (max-width: 960px) {
    display: flex;
    flex-direction: column;
    reading-flow: flex-visual;
    > .told {
      display: contents;
    }
    .checks {
      order: 2;
      padding-top: 1rem;
      border-top: 1px solid var(--rule);
    }
    > .next {
      order: 1;
    }
  }
`;

/** The rear and the front where a cure would move one of them; the other stays where it stands. */
function predictedLines(ends: Record<End, { staticMm: number | null; riderMm: number | null }>, p: Prediction | null): StanceLine[] {
  if (!p?.sags || p.end === null) return [];
  const sags = p.sags;
  return (['static', 'rider'] as const).flatMap((name): StanceLine[] => {
    const of = (end: End) => (end === p.end ? sags[`${name}Mm`] : ends[end][`${name}Mm`]);
    const [rearMm, frontMm] = [of('rear'), of('front')];
    return rearMm === null || frontMm === null ? [] : [{ name, rearMm, frontMm }];
  });
}

/** The finding as it may be written down: the cause with its share and its sentences. */
const findingWords = (cause: Explained): Said =>
  joined(
    [
      `${cause.name} (explains it with ${percent(cause.explains)}).`,
      ...cause.for.slice(0, 4).map((s) => s.words),
      cause.against.length > 0 ? said`Against it: ${cause.against[0]!.words}` : '',
    ].filter((words) => words !== ''),
    ' ',
  );

/** Reason: what is told, what explains it and on what evidence, what to measure next, and what to try first. */
export function ReasonStage() {
  const { sealed, data } = useBench();
  const facts = useLater();
  const store = useFieldStore();
  const { known, dampersFailed } = useKnown();
  const reasoned = useReasoned(known);
  const inches = useSystem() === 'imperial';
  const [opened, setOpened] = useState<string | null | undefined>(undefined);
  const inUnits = useSaid();
  const [looked, setLooked] = useState<{ key: string; prediction: Prediction } | null>(null);
  if (!reasoned) return <Empty>The causes did not come with this page. Open it again.</Empty>;
  const followed = { cause: textOf(facts.entries, 'reason.cause'), cure: textOf(facts.entries, 'reason.cure') };
  const open = opened === undefined ? ((followed.cause || reasoned.leading?.id) ?? null) : opened;
  const ends = { rear: stanceEnd(facts, 'rear'), front: stanceEnd(facts, 'front') };
  const follow = (cause: Explained, cure: Cure, prediction: Prediction) => {
    store.put('reason.cause', cause.id);
    store.put('reason.cure', cure.id);
    store.put('reason.finding', inUnits(findingWords(cause)).slice(0, 1000));
    store.put('reason.first', [cure.what, inUnits(prediction.words), inUnits(prediction.warning)].filter(Boolean).join(' ').slice(0, 500));
    store.fill(proposalEntries(cause, prediction));
    if (prediction.sags) setLooked({ key: `${cause.id}/${cure.id}`, prediction });
  };
  const look: CureLook = {
    known,
    told: reasoned.told.map((t) => t.phrase),
    locked: sealed,
    followed,
    looked: looked?.key ?? null,
    onLook: (key, prediction) => setLooked(looked?.key === key ? null : { key, prediction }),
    onFollow: follow,
  };
  const danger = overloadFindings(facts);
  return (
    <>
      <ReasonAnswer reasoned={reasoned} />
      <SealedNote />
      <NotRead reading={dampersFailed} />
      {reasoned?.warnings.map((w) => (
        <Warn key={w.code}>
          <Sentence of={warningWords(w)} />
        </Warn>
      ))}
      <Three>
        <Told locked={sealed} />
        <div>
          {danger.length > 0 && <BecauseList findings={danger} empty="" title="Before anything else" />}
          <Titled
            title="What explains it"
            aside={
              data.reasoning && data.reasoning.outcomes > 0
                ? `${data.reasoning.outcomes} outcomes of this shop weighed in`
                : 'from memory until the shop’s own outcomes weigh in'
            }
          >
            <Pulls reasoned={reasoned} />
            <Causes reasoned={reasoned} open={open} onOpen={setOpened} look={look} />
          </Titled>
          <CarriedOut />
          <Working steps={reasoned.working} />
        </div>
        <div className="next">
          <NextToMeasure reasoned={reasoned} />
          <Stance rear={ends.rear} front={ends.front} predicted={predictedLines(ends, looked?.prediction ?? null)} inches={inches} />
          {looked && (
            <Small>
              Dashed: <Sentence of={looked.prediction.words} />
            </Small>
          )}
          <div style={{ height: '1.25rem' }} />
          <Titled title="The finding" aside="yours to rewrite">
            {REASON_WORDS.map((f) => (
              <EntryField key={f.key} field={f.key} locked={sealed} />
            ))}
          </Titled>
          <AlikePanel />
        </div>
      </Three>
    </>
  );
}

/** What is looked at on this machine: clickers that are not there change no bounce. */
const checksOn = (machine: Entries) =>
  REASON_CHECKS.filter(({ key, end }) => !end || !key.includes('.clickers.') || hasClicker(machine, end, 'rebound'));

/** What is told, and what is asked before anything is taken apart. */
function Told({ locked }: { locked: boolean }) {
  return (
    <div className="told">
      <Titled title="What it does wrong">
        <Complaints locked={locked} />
      </Titled>
      <div className="checks">
        <Titled title="Before any spanner" aside="asked first, answered kindly">
          <p style={{ paddingBottom: '0.4rem' }}>
            <Small>
              Riding, bar and levers, tyres and bearings explain much that looks like suspension. Ask without blame: the same stretch ridden
              twice, smoothly and as always, tells more than an opinion.
            </Small>
          </p>
          <FieldsOf defs={checksOn(useFigures())} locked={locked} min="8rem" />
        </Titled>
      </div>
    </div>
  );
}

/** Complaints that pull one clicker both ways are said so. */
function Pulls({ reasoned }: { reasoned: Reasoned }) {
  return (
    <>
      {pullsOf(reasoned).map((p) => (
        <Warn key={p.what}>
          {p.what} is pulled two ways: {p.open.join(', ')} wants it freer, {p.shut.join(', ')} wants it firmer. Settle which comes first
          with the rider; change one, ride, then the other.
        </Warn>
      ))}
    </>
  );
}

/** Where the cure that is followed waits to be carried out. */
function CarriedOut() {
  const facts = useLater();
  const { data } = useBench();
  const proposal = proposalOf(facts.entries);
  if (!proposal) return null;
  const state = { open: 'waits there', taken: 'was taken there', changed: 'was taken there and changed', refused: 'was not done' };
  return (
    <p style={{ padding: '0.5rem 0' }}>
      <Link href={`/jobs/${data.job.id}/${proposal.stage}`}>It is carried out under {STAGE_NAMES[proposal.stage]}</Link>
      <Small> and {state[proposal.state]}.</Small>
    </p>
  );
}
