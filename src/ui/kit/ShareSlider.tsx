'use client';
import { useState } from 'react';
import { Label, Slider, SliderThumb, SliderTrack } from 'react-aria-components';
import styled from 'styled-components';
import { useNumberInput } from './pad';
import { Small } from './primitives';
import { sliderLook } from './slider';

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

interface Props {
  name: string;
  /** Of the field, to whoever hears it. */
  label: string;
  percent: number;
  locked: boolean;
  onSet(share: number): void;
}

/** One share of a whole: moved or typed; what the others then are is the owner's. */
export function ShareSlider({ name, label, percent, locked, onSet }: Props) {
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
      <Label>{name}</Label>
      <SliderTrack className="track">
        <SliderThumb className="thumb" />
      </SliderTrack>
      <ShareField label={label} typed={typed} moved={moved} percent={percent} locked={locked} setTyped={setTyped} leave={leave} />
    </Row>
  );
}

interface ShareFieldProps {
  label: string;
  typed: string | null;
  moved: number | null;
  percent: number;
  locked: boolean;
  setTyped: (next: string | null) => void;
  leave: () => void;
}

function ShareField({ label, typed, moved, percent, locked, setTyped, leave }: ShareFieldProps) {
  const number = useNumberInput('', 'numeric');
  return (
    <span className="share">
      <input
        {...number}
        aria-label={label}
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
