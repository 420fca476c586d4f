'use client';
import { turnedUnit } from '@/core/units/say';
import { placeText, type Tunable } from '@/judgement/reason/tunables';
import { useSystem } from '../../fields/context';

/** The places of one adjuster in the units shown: clicks and turns as they are, lengths in the page's. */
export function usePlace(tunable: Tunable) {
  const system = useSystem();
  const turned = tunable.unit === 'mm' ? turnedUnit('mm', system) : { name: tunable.unit, of: (x: number) => x, back: (x: number) => x };
  return { unit: turned.name, of: turned.of, back: turned.back, text: (place: number) => placeText(turned.of(place)) };
}
