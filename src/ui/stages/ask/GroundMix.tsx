'use client';
import { sliderLook } from '../../kit/slider';
import { useState } from 'react';
import { Label, Slider, SliderThumb, SliderTrack } from 'react-aria-components';
import styled from 'styled-components';
import { GROUND_IDS, GROUND_NAMES, type GroundId } from '@/catalogue/fields/ask';
import { groundWords, mixOf, percentOf, withShare } from '@/judgement/aims/ground';
import { usual } from '@/knowledge/inForce';
import { useFieldStore, useLive } from '../../fields/context';
import { useNumberInput } from '../../kit/pad';
import { Small } from '../../kit/primitives';
import { Titled } from '../../kit/parts';
import { useSaid } from '../../kit/preferences';

const Row = styled(Slider)`
  display: grid;
  grid-template-columns: minmax(0, 11rem) minmax(4rem, 1fr) 4.6rem;
  gap: 0 0.9rem;
  align-items: center;
  border-bottom: 1px solid var(--fine);
  ${sliderLook}
  .track {
    margin: 0 12px;
  }
  .share {
    display: flex;
    align-items: center;
    gap: 0.2rem;
  }
  input[inputmode] {
    width: 3.2rem;
    min-height: 40px;
    border: 0;
    border-bottom: 1px solid var(--rule);
    background: none;
    text-align: right;
    font: inherit;
    font-weight: 650;
  }
`;

/** What the ride is made of, in shares that add up to 100 whatever is moved; and what that ground asks for. */
export function GroundMix({ locked }: { locked: boolean }) {
  const live = useLive();
  const store = useFieldStore();
  const inUnits = useSaid();
  const percent = percentOf(live);
  const set = (id: GroundId, share: number) => {
    const next = withShare(percent, id, share);
    for (const other of GROUND_IDS) if (next[other] !== percent[other]) store.put(`ground.${other}`, String(next[other]));
  };
  return (
    <Titled title="Ground" aside="shares of the ride, held at 100 %">
      {GROUND_IDS.map((id) => (
        <Share key={id} id={id} percent={percent[id]} locked={locked} onSet={(share) => set(id, share)} />
      ))}
      <ul style={{ paddingTop: '0.4rem' }}>
        {groundWords(live).map((g) => (
          <li key={inUnits(g.words)}>
            <Small>{inUnits(g.words)}</Small>
          </li>
        ))}
      </ul>
      <Small>
        {mixOf(live)
          ? `What ground asks for: ${[...new Set(usual().grounds.map((g) => g.origin))].join('; ')}.`
          : 'Until it is told, sag and damping aim at the middle of what the school says.'}
      </Small>
    </Titled>
  );
}

function Share({ id, percent, locked, onSet }: { id: GroundId; percent: number; locked: boolean; onSet(share: number): void }) {
  const [moved, setMoved] = useState<number | null>(null);
  const [typed, setTyped] = useState<string | null>(null);
  const leave = () => {
    const share = typed === null ? NaN : Number.parseFloat(typed.replace(',', '.'));
    if (Number.isFinite(share)) onSet(share);
    setTyped(null);
  };
  return (
    <Row
      value={moved ?? percent}
      minValue={0}
      maxValue={100}
      step={5}
      isDisabled={locked}
      onChange={(share) => setMoved(Number(share))}
      onChangeEnd={(share) => {
        setMoved(null);
        if (Number(share) !== percent) onSet(Number(share));
      }}
    >
      <Label>{GROUND_NAMES[id]}</Label>
      <SliderTrack className="track">
        <SliderThumb className="thumb" />
      </SliderTrack>
      <ShareField id={id} typed={typed} moved={moved} percent={percent} locked={locked} setTyped={setTyped} leave={leave} />
    </Row>
  );
}

interface ShareFieldProps {
  id: 'smooth' | 'broken' | 'cobbles' | 'gravel' | 'sand' | 'rocks' | 'whoops' | 'jumps' | 'circuit';
  typed: string | null;
  moved: number | null;
  percent: number;
  locked: boolean;
  setTyped: (next: string | null) => void;
  leave: () => void;
}

function ShareField({ id, typed, moved, percent, locked, setTyped, leave }: ShareFieldProps) {
  const number = useNumberInput('', 'numeric');
  return (
    <span className="share">
      <input
        {...number}
        aria-label={`${GROUND_NAMES[id]}, share of the ride, %`}
        value={typed ?? String(moved ?? percent)}
        readOnly={locked}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={leave}
        onKeyDown={(event) => event.key === 'Enter' && leave()}
      />
      <Small>%</Small>
    </span>
  );
}
