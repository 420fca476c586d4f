'use client';
import { RIDE_FIELDS } from '@/schema/fields/bench';
import { CAUTIONS } from '@/schema/facts/cautions';
import { Caution, Small } from '../layout/primitives';
import { Columns, FieldsOf, Titled } from './parts';

const LONG = new Set(['ride.words', 'ride.next', 'ride.conditions']);

/** Ride: how it rode, under what conditions, and the next single change. Open after signing too. */
export function RideStage() {
  return (
    <Columns>
      <Titled title="How it rode">
        <FieldsOf defs={RIDE_FIELDS.filter((f) => !LONG.has(f.key))} />
        <FieldsOf defs={RIDE_FIELDS.filter((f) => f.key === 'ride.words')} min="100%" />
      </Titled>
      <Titled title="Conditions and the next change">
        <FieldsOf defs={RIDE_FIELDS.filter((f) => f.key !== 'ride.words' && LONG.has(f.key))} min="100%" />
        <Small>One change between rides, in the order sag, fork damping, shock damping. Stay near the start, and be able to go back.</Small>
        <Caution>{CAUTIONS.afterwards}</Caution>
      </Titled>
    </Columns>
  );
}
