import type { RiddenStretch } from '@/core/ride/ride';
import { type Figure, mm, type Said } from '@/core/units/say';
import { type End, END_NAMES, ENDS } from '@/catalogue/ends';

/** What is read off a ride, each with how it is said and the least change that counts. */
export interface Measure {
  id: string;
  end: End | null;
  name: string;
  of: (ridden: RiddenStretch) => number;
  said: (value: number) => Said | Figure;
  /** Less is better, more is better, or neither by itself. */
  wanted: 'less' | 'more' | null;
  /** Smaller changes nobody feels. From memory. */
  felt: number;
}

const percent = (share: number) => `${(100 * share).toFixed(share < 0.1 ? 1 : 0)} %`;
const times = (n: number) => `${n.toFixed(0)} ×`;
const feltAs = (value: number) => `${value.toFixed(2)} m/s²`;

const endMeasures = (end: End): Measure[] => {
  const at = (
    id: string,
    name: string,
    of: (r: RiddenStretch[End]) => number,
    rest: Pick<Measure, 'said' | 'wanted' | 'felt'>,
  ): Measure => ({
    id: `${end}.${id}`,
    end,
    name: `${END_NAMES[end]}: ${name}`,
    of: (r) => of(r[end]),
    ...rest,
  });
  return [
    at('mean', 'where the wheel lives', (r) => r.travelMm.mean, { said: (x) => mm(x, 0), wanted: null, felt: 4 }),
    at('max', 'travel used', (r) => r.travelMm.max, { said: (x) => mm(x, 0), wanted: null, felt: 8 }),
    at('bottomings', 'meets the end of its travel', (r) => r.bottomings, { said: times, wanted: 'less', felt: 1 }),
    at('toppings', 'tops out', (r) => r.toppings, { said: times, wanted: 'less', felt: 3 }),
    at('contact', 'tyre off the ground', (r) => r.contactLostShare, { said: percent, wanted: 'less', felt: 0.005 }),
    at('grip', 'tyre load varies', (r) => r.tyreLoadVariation, { said: percent, wanted: 'less', felt: 0.015 }),
    at('packing', 'sinks below rest over the bumps', (r) => r.packingMm, { said: (x) => mm(x, 0), wanted: 'less', felt: 4 }),
    at('heat', 'heat into the oil', (r) => r.damperW, { said: (x) => `${x.toFixed(0)} W`, wanted: null, felt: 10 }),
  ];
};

export const MEASURES: readonly Measure[] = [
  {
    id: 'seat',
    end: null,
    name: 'Felt at the seat, weighted',
    of: (r) => r.weightedSeatMPerS2,
    said: feltAs,
    wanted: 'less',
    felt: 0.08,
  },
  {
    id: 'hands',
    end: null,
    name: 'Felt at the hands, weighted',
    of: (r) => r.weightedHandsMPerS2,
    said: feltAs,
    wanted: 'less',
    felt: 0.15,
  },
  {
    id: 'pitch',
    end: null,
    name: 'Pitches, root mean square',
    of: (r) => r.pitchDeg.rms,
    said: (x) => `${x.toFixed(2)}°`,
    wanted: 'less',
    felt: 0.06,
  },
  ...ENDS.flatMap(endMeasures),
];
export const measureById = (id: string): Measure => MEASURES.find((m) => m.id === id)!;

/** Stretches as one ride: means by their time, most and counts over all; packing is the worst stretch's. */
export function whole(stretches: readonly RiddenStretch[], seconds: readonly number[]): RiddenStretch {
  const all = seconds.reduce((a, b) => a + b, 0);
  const mean = (of: (r: RiddenStretch) => number) => stretches.reduce((sum, r, i) => sum + of(r) * seconds[i]!, 0) / all;
  const rms = (of: (r: RiddenStretch) => number) => Math.sqrt(mean((r) => of(r) ** 2));
  const most = (of: (r: RiddenStretch) => number) => Math.max(...stretches.map(of));
  const least = (of: (r: RiddenStretch) => number) => Math.min(...stretches.map(of));
  const sum = (of: (r: RiddenStretch) => number) => stretches.reduce((total, r) => total + of(r), 0);
  const end = (e: End): RiddenStretch[End] => {
    const meanMm = mean((r) => r[e].travelMm.mean);
    return {
      travelMm: {
        max: most((r) => r[e].travelMm.max),
        min: least((r) => r[e].travelMm.min),
        mean: meanMm,
        rms: Math.sqrt(mean((r) => r[e].travelMm.rms ** 2 + (r[e].travelMm.mean - meanMm) ** 2)),
      },
      histogram: together(
        stretches.map((r) => r[e].histogram),
        seconds.map((s) => s / all),
      ),
      bottomings: sum((r) => r[e].bottomings),
      toppings: sum((r) => r[e].toppings),
      contactLostShare: mean((r) => r[e].contactLostShare),
      tyreLoadVariation: rms((r) => r[e].tyreLoadVariation),
      packingMm: most((r) => r[e].packingMm),
      sinkByBumpMm: stretches.reduce((a, b) => (b[e].packingMm > a[e].packingMm ? b : a))[e].sinkByBumpMm,
      damperW: mean((r) => r[e].damperW),
      swings: {
        compression: added(stretches.map((r) => r[e].swings.compression)),
        rebound: added(stretches.map((r) => r[e].swings.rebound)),
      },
      speed95MPerS: {
        compression: most((r) => r[e].speed95MPerS.compression),
        rebound: most((r) => r[e].speed95MPerS.rebound),
      },
    };
  };
  return {
    front: end('front'),
    rear: end('rear'),
    weightedSeatMPerS2: rms((r) => r.weightedSeatMPerS2),
    weightedHandsMPerS2: rms((r) => r.weightedHandsMPerS2),
    pitchDeg: { max: most((r) => r.pitchDeg.max), min: least((r) => r.pitchDeg.min), rms: rms((r) => r.pitchDeg.rms) },
  };
}

const added = (lists: readonly (readonly number[])[]): number[] => lists[0]!.map((_, i) => lists.reduce((sum, list) => sum + list[i]!, 0));

type Histogram = RiddenStretch[End]['histogram'];

/** Histograms of unlike reach as one: each part's share is spread evenly over it. */
function together(of: readonly Histogram[], weights: readonly number[]): Histogram {
  const [fromMm, toMm] = [Math.min(...of.map((h) => h.fromMm)), Math.max(...of.map((h) => h.toMm))];
  const parts = of[0]!.shares.length;
  const wide = (toMm - fromMm) / parts;
  const shares = Array.from({ length: parts }, (_, i) => {
    const [low, high] = [fromMm + i * wide, fromMm + (i + 1) * wide];
    return of.reduce((sum, h, k) => {
      const own = (h.toMm - h.fromMm) / parts;
      return (
        sum +
        weights[k]! *
          h.shares.reduce((s, share, j) => {
            const from = h.fromMm + j * own;
            const covered = Math.max(0, Math.min(high, from + own) - Math.max(low, from));
            return s + (own > 0 ? (share * covered) / own : from >= low && from < high ? share : 0);
          }, 0)
      );
    }, 0);
  });
  return { fromMm, toMm, shares };
}
