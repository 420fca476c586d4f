'use client';
import { mm } from '@/core/units/say';
import { Sentence } from './Sentence';
import { Label, Slider, SliderThumb, SliderTrack } from 'react-aria-components';
import styled, { css } from 'styled-components';

/** A track and its thumb, as every slider of the shop has them. */
export const sliderLook = css`
  .track {
    height: 44px;
    position: relative;
    background: linear-gradient(var(--rule), var(--rule)) center / 100% 2px no-repeat;
  }
  .thumb {
    top: 50%;
    width: 24px;
    height: 24px;
    border: 2px solid var(--ink);
    background: var(--sheet);
    border-radius: 50%;
  }
  .thumb[data-focus-visible] {
    outline: 2px solid var(--ink);
    outline-offset: 2px;
  }
`;

const Track = styled(Slider)`
  display: grid;
  grid-template-columns: 1fr auto;
  padding: 0.25rem 0.75rem;
  ${sliderLook}
  .track {
    grid-column: 1 / -1;
  }
`;

/** A length moved by a slider, its name and its millimetres above the track; or a whole number of another unit. */
export function MmSlider(props: { label: string; unit?: string; value: number; min?: number; max: number; onChange(mm: number): void }) {
  return (
    <Track
      minValue={props.min ?? 0}
      maxValue={props.max}
      value={props.value}
      onChange={(value) => props.onChange(Array.isArray(value) ? (value[0] ?? 0) : value)}
    >
      <Label>{props.label}</Label>
      <span>{props.unit ? `${props.value} ${props.unit}` : <Sentence of={mm(props.value, 0)} />}</span>
      <SliderTrack className="track">
        <SliderThumb className="thumb" />
      </SliderTrack>
    </Track>
  );
}
