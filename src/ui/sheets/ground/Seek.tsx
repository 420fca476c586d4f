'use client';
import Link from 'next/link';
import { useCallback, useState } from 'react';
import type { Result } from '@/core/result';
import { measureById, MEASURES } from '@/judgement/ground/measures';
import type { Sought } from '@/judgement/ground/rides';
import { AS_IT_IS_TO_BE } from '@/judgement/ground/fits';
import { turnablesOf, wantedFields } from '@/judgement/ground/moves';
import { said, type Said } from '@/core/units/say';
import { carriedTowards, stepOf } from '@/judgement/ride/retune';
import { tunableById } from '@/judgement/reason/tunables';

import { proposedEntries } from '@/judgement/reason/proposal';
import { useFieldStore } from '../../fields/context';
import { useBench } from '../../job/BenchContext';
import { Fold } from '../../kit/Fold';
import { Pick } from '../../kit/Pick';
import { PlainField } from '../../kit/PlainField';
import { FormProblem } from '../../kit/useForm';
import { usePlan } from '../../job/usePlan';
import { useSaid } from '../../kit/preferences';
import { Button, Empty, Small, Warn } from '../../kit/primitives';
import { issueWords } from '@/schema/words';
import type { Asked } from './asked';
import { type Ground, useAtWork } from '../../job/useGround';
import { ridingWords, WorkLine } from '../../job/WorkLine';

const SOUGHT = MEASURES.filter((m) => m.wanted !== null);

/** A search of the clickers for one figure, within their range and within what the rides have shown; its answer is a proposal, never a claim. */
export function Seek({ asked }: { asked: Asked }) {
  const { data } = useBench();
  const [measure, setMeasure] = useState('seat');
  const ask = useCallback(
    (worker: Ground, tell: (p: { rides: number; best: number }) => void) =>
      worker.search(asked, AS_IT_IS_TO_BE, data.trials, measure, tell),
    [asked, data.trials, measure],
  );
  const work = useAtWork<{ rides: number; best: number }, Result<Sought>>(ask);
  const { progress, answer } = work;
  const turnables = turnablesOf(asked.job, data.trials);
  const inUnits = useSaid();
  return (
    <Fold title="Search the clickers" aside="for one figure, over this ground">
      {turnables.length === 0 ? (
        <Empty>No clicker’s needle is measured under Valves: there is nothing to search.</Empty>
      ) : (
        <>
          <div style={{ maxWidth: '24rem' }}>
            <Pick
              label="As little as can be of"
              value={measure}
              options={SOUGHT.map((m) => ({ value: m.id, label: m.name }))}
              onPick={setMeasure}
            />
          </div>
          <p>
            <Small>
              Between: {turnables.map((t) => `${t.name.replace(', clicks out', '')} ${t.least} to ${t.most}, now ${t.now} out`).join('; ')}.
            </Small>
          </p>
          <WorkLine
            of={work}
            doing={
              progress
                ? inUnits(said`${String(progress.rides)} rides, best so far ${measureById(measure).said(progress.best)}`)
                : ridingWords(null)
            }
            action="Search"
          />
          {answer && !answer.ok && <Warn>{inUnits(issueWords(answer.issue))}</Warn>}
          {answer?.ok && <Found of={answer.value} asked={asked} />}
        </>
      )}
    </Fold>
  );
}

/** One turn of what was found as the next ride; the order of changes and what the rides have shown are judged there as for any other. */
function PlanOne({ of, words, asked }: { of: Sought; words: Said; asked: Asked }) {
  const { data } = useBench();
  const inUnits = useSaid();
  const { plan, form } = usePlan();
  const [planned, setPlanned] = useState(false);
  const { orderReason } = form.typed;
  const turns = of.turned.flatMap((t) => {
    const step = data.setups && stepOf(asked.job.facts, data.setups, data.trials, tunableById(t.id)!, null, { cause: null, cure: null });
    const next = step ? carriedTowards(step, t.to) : null;
    return next === null || next === step?.now ? [] : [{ ...t, next }];
  });
  const isOrderAsked = orderReason !== '' || form.at('orderReason') !== null;
  if (turns.length === 0 && !planned)
    return (
      <Small>
        None of these turns can be the next ride: the evidence so far carries no further, or nothing is noted as standing in the machine.
      </Small>
    );
  if (planned)
    return (
      <p role="status">
        Planned: it stands under <Link href={`/jobs/${data.job.id}/ride`}>Ride</Link>.
      </p>
    );
  return (
    <div role="group" aria-label="Plan one turn as the next ride">
      <p style={{ display: 'flex', flexWrap: 'wrap', gap: '0.75rem', alignItems: 'center', padding: '0.4rem 0' }}>
        {turns.map((t) => (
          <Button
            key={t.id}
            onPress={() =>
              void plan({
                change: { tunable: t.id, to: t.next },
                reason: inUnits(said`Searched by simulation: ${words}`).slice(0, 500),
                orderReason,
              }).then(setPlanned)
            }
          >
            Plan as the next ride: {t.name.replace(', clicks out', '')} to {t.next} out{t.next === t.to ? '' : `, on the way to ${t.to}`}
          </Button>
        ))}
      </p>
      {isOrderAsked && <PlainField label="Why the order is broken" {...form.field('orderReason')} />}
      <FormProblem of={{ whole: form.whole ?? form.at('to') ?? form.at('reason') }} />
    </div>
  );
}

const turnedWords = (of: Sought): string =>
  of.turned.map((t) => `${t.name.replace(', clicks out', '')} ${t.from} → ${t.to} out`).join(', ');

/** What was found, and the two ways on: proposed for Set, or one change of it planned as the next ride. */
function Found({ of, asked }: { of: Sought; asked: Asked }) {
  const { data, sealed } = useBench();
  const store = useFieldStore();
  const inUnits = useSaid();
  const [put, setPut] = useState(false);
  const m = measureById(of.measure);
  if (of.turned.length === 0)
    return <Empty>Nothing near by is better: the clickers stand as well as this ride can tell, {of.rides} rides.</Empty>;
  const words: Said = said`${turnedWords(of)}: ${m.name.toLowerCase()} ${m.said(of.from)} becomes ${m.said(of.to)}, simulated over this ground.`;
  const propose = () => {
    const puts = of.turned.flatMap((t) => wantedFields(asked.job, t.id).map((field) => ({ field, text: String(t.to) })));
    const because = `A search of ${of.rides} simulated rides; nobody has ridden it yet`;
    for (const { field, text } of proposedEntries({ stage: 'set', words, because, puts })) store.put(field, text);
    setPut(true);
  };
  return (
    <>
      <p>{inUnits(words)}</p>
      <p style={{ display: 'flex', flexWrap: 'wrap', gap: '0.75rem', alignItems: 'center', padding: '0.4rem 0' }}>
        <Button $strong onPress={propose} isDisabled={put}>
          Propose it for Set
        </Button>
        {put && (
          <span role="status">
            It stands under <Link href={`/jobs/${data.job.id}/set`}>Set</Link>, to be taken or refused.
          </span>
        )}
      </p>
      {sealed && <PlanOne of={of} words={words} asked={asked} />}
      <Small>
        The best near by, not proven the best of all: {of.rides} rides. One turn at a time is ridden; a rider’s word counts for more than
        this.
      </Small>
    </>
  );
}
