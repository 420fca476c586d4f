'use client';
import { squareAnswer, type SquareAnswer } from '@/schema/answers';
import { mm, said, type Said } from '@/core/units/say';
import { choiceName } from '@/catalogue/choices';
import { useState } from 'react';
import { CAUTIONS } from '@/knowledge/cautions';
import { COMPLAINT_PHRASES } from '@/catalogue/fields/ask';
import { advise, type Step } from '@/judgement/ride/retune';
import type { Trial } from '@/schema/pages';
import { changeWords, tunableById } from '@/judgement/reason/tunables';
import { PlainField } from '../../kit/PlainField';
import { useSaid } from '../../kit/preferences';
import { Button, Caution, LinkButton, QuietButton, Small } from '../../kit/primitives';
import { RideForm } from '../../job/RideForm';
import { dayWords } from '@/catalogue/days';
import { useBench } from '../../job/BenchContext';
import { Titled } from '../../kit/parts';
import { FormProblem, useForm } from '../../kit/useForm';
import { NotRead } from '../../kit/NotRead';
import { useRead } from '../../kit/read';
import { type Decision, DECISIONS } from '@/schema/retune';

/** What a ride is made on: "Ride 3: Shock rebound, 12 → 10 out". */
export function rideTitle(trial: Trial): Said {
  const { change } = trial.document;
  const tunable = change && tunableById(change.tunable);
  return said`Ride ${trial.n}: ${change && tunable ? said`${tunable.label}, ${changeWords(tunable, change.from, change.to)}` : 'as it is'}`;
}

/** The ride that is not decided yet: its sheet, what was said, and the decision. */
export function OpenRide({ trial, step }: { trial: Trial; step: Step | null }) {
  const [writing, setWriting] = useState(false);
  const ridden = trial.rides.length > 0;
  const inUnits = useSaid();
  return (
    <Titled title={inUnits(rideTitle(trial))} aside={`planned ${dayWords(trial.plannedAt)}`}>
      {trial.document.reason && <p>{trial.document.reason}</p>}
      {trial.document.orderReason && <Small>Order broken: {trial.document.orderReason}</Small>}
      <Caution>{CAUTIONS.afterwards}</Caution>
      {!ridden && <Sheet trial={trial} />}
      {ridden && <WhatWasSaid trial={trial} />}
      {ridden && !writing ? (
        <>
          <Decide trial={trial} step={step} />
          <QuietButton onPress={() => setWriting(true)}>Write it down again</QuietButton>
        </>
      ) : (
        <>
          <RideAgain trial={trial} setWriting={setWriting} />
          {!ridden && <TakeBack trial={trial} />}
        </>
      )}
    </Titled>
  );
}

function RideAgain({ trial, setWriting }: { trial: Trial; setWriting: (next: boolean) => void }) {
  const { reload } = useBench();
  return (
    <RideForm
      complaints={trial.document.complaints}
      url={`/api/trials/${trial.id}/rides`}
      onSaid={() => {
        setWriting(false);
        reload();
      }}
    />
  );
}

function Sheet({ trial }: { trial: Trial }) {
  const reading = useRead(`/api/trials/${trial.id}/square`, squareAnswer);
  const square = reading.value ?? null;
  return (
    <div style={{ display: 'flex', gap: '1rem', alignItems: 'center', padding: '0.6rem 0', flexWrap: 'wrap' }}>
      <NotRead reading={reading} />
      {square && (
        <span
          role="img"
          aria-label={`Square that opens ${square.link}`}
          style={{
            width: 104,
            height: 104,
            background: `#fff url("data:image/svg+xml;utf8,${encodeURIComponent(square.svg)}") center / contain no-repeat`,
          }}
        />
      )}
      <div style={{ flex: '1 1 14rem' }}>
        <LinkButton href={`/api/trials/${trial.id}/sheet`} target="_blank">
          Rider’s sheet, PDF
        </LinkButton>
        <SquareWords square={square} />
      </div>
    </div>
  );
}

function SquareWords({ square }: { square: SquareAnswer | null }) {
  return (
    <p>
      <Small>
        {square === null
          ? ''
          : square.reachable
            ? 'The square opens it on a phone on the shop’s network.'
            : 'This computer listens to itself alone: start Mavrin with MAVRIN_HOST=0.0.0.0 and phones on the shop’s network can open the square.'}
      </Small>
    </p>
  );
}

const FEEL = { better: '▲ better', same: '= the same', worse: '▼ worse' } as const;

/** What was said, newest first; older words stay under it. */
export function WhatWasSaid({ trial }: { trial: Trial }) {
  const inUnits = useSaid();
  return (
    <>
      {trial.rides.map((r, i) => {
        const { feels, usedMm, conditions, words } = r.document;
        const about = [
          usedMm.front === null ? '' : inUnits(said`front used ${mm(usedMm.front, 0)}`),
          usedMm.rear === null ? '' : inUnits(said`rear used ${mm(usedMm.rear, 0)}`),
          conditions.riderMass?.text ? `rider ${conditions.riderMass.text}${/[a-z]/i.test(conditions.riderMass.text) ? '' : ' kg'}` : '',
          conditions.fuel,
          conditions.tyres,
          conditions.temperature?.text ? `${conditions.temperature.text}${/[a-z°]/i.test(conditions.temperature.text) ? '' : ' °C'}` : '',
          conditions.track,
        ].filter(Boolean);
        return (
          <div key={i} style={{ padding: '0.4rem 0', borderTop: '1px solid var(--fine)', opacity: i === 0 ? 1 : 0.8 }}>
            {trial.document.complaints.map((c) => {
              const feel = feels[String(c.n)];
              return feel ? (
                <div key={c.n}>
                  {choiceName(COMPLAINT_PHRASES, c.phrase)}: <b>{FEEL[feel]}</b>
                </div>
              ) : null;
            })}
            {words && <div>“{words}”</div>}
            <Small>
              {[...about, `${r.source === 'phone' ? 'from the phone' : 'at the bench'}, ${dayWords(r.at)}`].join(' · ')}
              {i > 0 && ' · written again since'}
            </Small>
          </div>
        );
      })}
    </>
  );
}

function useDecision(trial: Trial) {
  const { reload } = useBench();
  const form = useForm({ note: '' });
  const decide = async (decision: Decision) => {
    if (await form.send(`/api/trials/${trial.id}/decision`, { decision, note: form.typed.note })) reload();
  };
  return { form, decide };
}

const BUTTONS: Record<Decision, string> = { keep: 'Keep it', revert: 'Take it back', bracket: 'Take it back and halve the step' };

function Decide({ trial, step }: { trial: Trial; step: Step | null }) {
  const { form, decide } = useDecision(trial);
  const advice = advise(trial, step?.search ?? null);
  const offered: Decision[] = trial.document.change === null ? ['keep'] : ['keep', 'revert', 'bracket'];
  return (
    <div style={{ borderTop: '1px solid var(--ink)', paddingTop: '0.6rem' }}>
      {advice && (
        <p>
          <b>{BUTTONS[advice.decision]}.</b> {advice.because}
        </p>
      )}
      <PlainField label="Why, if otherwise" {...form.field('note')} />
      <div style={{ display: 'flex', gap: '0.6rem', flexWrap: 'wrap', paddingTop: '0.5rem' }}>
        {offered.map((d) => (
          <Button key={d} $strong={d === advice?.decision} onPress={() => void decide(d)}>
            {BUTTONS[d]}
          </Button>
        ))}
      </div>
      <FormProblem of={form} />
    </div>
  );
}

/** A change nobody rode. */
function TakeBack({ trial }: { trial: Trial }) {
  const { form, decide } = useDecision(trial);
  return (
    <>
      <QuietButton onPress={() => void decide('revert')}>
        Not ridden: {trial.document.change ? 'take the change back' : 'leave it'}
      </QuietButton>
      <FormProblem of={form} />
    </>
  );
}

export const decisionWords = (trial: Trial): string => (trial.decision ? DECISIONS[trial.decision.decision].toLowerCase() : 'not decided');
