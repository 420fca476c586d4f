'use client';
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import { numberOf } from '@/judgement/model/read';
import { againstZero, machineWeighed, type OnPads, riderWeighed, type WeighingProblem, wrongWith } from '@/judgement/model/weighing';
import { toCanonical, unitNamed } from '@/core/units/units';
import type { InstrumentNow } from '@/schema/instruments';
import { useFieldStore } from '../fields/context';
import { againstTaking, readingOf, useInstruments } from '../kit/instruments';
import { Button, QuietButton, Small } from '../kit/primitives';
import { FormProblem, useForm } from '../kit/useForm';
import { useBench } from './BenchContext';

const Panel = styled.div`
  border: 1px solid var(--rule);
  padding: 0.6rem 0.9rem;
  margin-bottom: 0.9rem;
  .pads {
    display: flex;
    gap: 1.5rem;
    font-variant-numeric: tabular-nums;
  }
  .pads b {
    font-size: 1.25rem;
  }
  ol {
    padding: 0.3rem 0;
  }
  li[aria-current] {
    font-weight: 650;
  }
  .buttons {
    display: flex;
    gap: 1rem;
    align-items: center;
    flex-wrap: wrap;
  }
`;

const PROBLEMS: Record<WeighingProblem | 'not-at-rest', string> = {
  'not-empty': 'Something is on the pads. Take it off; a board or a stand that belongs on them is zeroed under Shop book, Instruments.',
  'nothing-on': 'Both wheels must stand on the pads, the machine upright and level.',
  'no-rider': 'No rider is on: what is on the pads is the machine alone.',
  'not-at-rest': 'The pads are not at rest, or say nothing. Wait until both stand still.',
};

/** What both ends of a scale carry now, kg; null where one of them is not to be taken. */
function padsOf(scale: InstrumentNow): OnPads | null {
  const kgAt = (end: 'front' | 'rear'): number | null => {
    const found = readingOf(scale, 'mass', end);
    const [value, unit] = (found && againstTaking(found) === '' && found.text?.split(' ')) || [];
    return value && unit ? toCanonical(Number(value), unitNamed(unit)) : null;
  };
  const [frontKg, rearKg] = [kgAt('front'), kgAt('rear')];
  return frontKg === null || rearKg === null ? null : { frontKg, rearKg };
}

const hasBothEnds = ({ channels }: InstrumentNow): boolean =>
  ['front', 'rear'].every((end) => channels.some((c) => c.name.startsWith(end) && unitNamed(c.unit).dimension === 'mass'));

const STEPS = [
  'Pads empty: set to zero',
  'Machine alone, upright and level: take both wheels',
  'Rider sits on it, feet up: take both wheels',
];

/** Both wheels weighed with the rider off and on, by three presses of one key. Shown where the shop has a scale under both wheels. */
export function Weigh({ locked }: { locked: boolean }) {
  const all = useInstruments();
  // A weighing once begun stays, also while the line to its scale is cut.
  const [begunOn, setBegunOn] = useState<InstrumentNow | null>(null);
  const scale = begunOn ? (all.find((i) => i.id === begunOn.id) ?? begunOn) : all.find((i) => i.state !== 'away' && hasBothEnds(i));
  if (!scale || locked) return null;
  if (!begunOn)
    return (
      <p style={{ padding: '0 0 0.6rem' }}>
        <Button onPress={() => setBegunOn(scale)}>Weigh on {scale.name}</Button> <Small>machine and rider, three presses of one key</Small>
      </p>
    );
  return <Weighing scale={scale} onDone={() => setBegunOn(null)} />;
}

/** While somebody weighs the key is the scale's, wherever the focus is. */
function useOneKey(isActive: boolean, act: () => void): void {
  const latest = useRef(act);
  // With what is shown, not after it: the key never does what stood there a moment before.
  useLayoutEffect(() => void (latest.current = act));
  useEffect(() => {
    if (!isActive) return undefined;
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== 'F2') return;
      event.preventDefault();
      event.stopImmediatePropagation();
      latest.current();
    };
    document.addEventListener('keydown', onKey, true);
    return () => document.removeEventListener('keydown', onKey, true);
  }, [isActive]);
}

function Weighing({ scale, onDone }: { scale: InstrumentNow; onDone(): void }) {
  const { machineStore } = useBench();
  const store = useFieldStore();
  const form = useForm({}, () => '');
  const [step, setStep] = useState(0);
  const [off, setOff] = useState<OnPads | null>(null);
  const take = async () => {
    const pads = padsOf(scale);
    if (step === 0) {
      const full = pads && againstZero(pads);
      if (full) return void form.refuse('', PROBLEMS[full]);
      if (await form.send(`/api/instruments/${scale.id}/marks`, { kind: 'zero' })) setStep(1);
      return;
    }
    const wrong = pads ? wrongWith(pads, off) : 'not-at-rest';
    if (!pads || wrong) return void form.refuse('', PROBLEMS[wrong ?? 'not-at-rest']);
    form.clear();
    if (!off) {
      for (const { field, text } of machineWeighed(pads)) machineStore.put(field, text, scale.name);
      setOff(pads);
      return setStep(2);
    }
    const wheelbaseMm = numberOf(machineStore.liveEntries(), 'machine.wheelbase');
    for (const { field, text } of riderWeighed(off, pads, wheelbaseMm)) store.put(field, text, scale.name);
    setStep(3);
  };
  useOneKey(step < STEPS.length, () => void (!form.busy && take()));
  const shown = (end: 'front' | 'rear') => readingOf(scale, 'mass', end);
  return (
    <Panel role="group" aria-label={`Weighing on ${scale.name}`}>
      <div className="pads">
        {(['rear', 'front'] as const).map((end) => (
          <span key={end}>
            {end} <b>{shown(end)?.text ?? '–'}</b> <Small>{shown(end)?.why}</Small>
          </span>
        ))}
      </div>
      <ol>
        {STEPS.map((words, i) => (
          <li key={words} {...(i === step ? { 'aria-current': 'step' as const } : {})}>
            {i + 1}. {words}
            {i < step && ' ✓'}
          </li>
        ))}
      </ol>
      <div className="buttons">
        {step < STEPS.length ? (
          <Button $strong autoFocus onPress={() => void (!form.busy && take())}>
            <kbd style={{ color: 'var(--ink)' }}>F2</kbd> {step === 0 ? 'Zero' : 'Take both wheels'}
          </Button>
        ) : (
          <span role="status">Weighed: both wheels, the rider’s mass and place.</span>
        )}
        <QuietButton onPress={onDone}>{step < STEPS.length ? 'leave it' : 'close'}</QuietButton>
      </div>
      <FormProblem of={form} />
      <Small>Somebody holds the machine upright; the pads lie level on firm ground.</Small>
    </Panel>
  );
}
