import type { End } from '@/catalogue/ends';
import type { ForcePoint } from '@/core/spring/law';

/** What the tester found of a spring, newest. */
export interface MeasuredSpring {
  rateNPerMm: number;
  rateStandardError: number | null;
  seatOffsetMm: number;
  forceTable: ForcePoint[] | null;
  at: string;
}

/** A spring of the list, as the page sends it. Rates per leg at the front. */
export interface ListedSpring {
  id: number;
  end: End;
  name: string;
  rateText: string;
  rateNPerMm: number;
  /** Dual-rate and progressive springs. */
  forceTable: ForcePoint[] | null;
  freeLengthMm: number | null;
  solidLengthMm: number | null;
  place: 'drawer' | 'supplier';
  /** Where the line comes from: by hand, or a supplier's list and its day. */
  origin: string;
  measured: MeasuredSpring | null;
  /** An unlike pair for left and right leg, offered as one spring of their mean rate. */
  legs?: readonly [left: ListedSpring, right: ListedSpring];
}
