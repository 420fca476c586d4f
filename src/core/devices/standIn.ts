import { seeded } from '../numerics/random';

/** Stand-ins for the instruments of a shop: they send what real ones would, with their noise, their drift, lines that get lost and lines that are wrong. */

export const INSTRUMENT_KINDS = ['scale', 'tester', 'dyno', 'logger', 'gauge', 'calliper'] as const;
export type InstrumentKind = (typeof INSTRUMENT_KINDS)[number];

export interface StandInFaults {
  /** Shares of lines lost on the way, garbled, and wrong though well written. */
  lost: number;
  garbled: number;
  wrong: number;
}

/** As often as a bad cable and a tired pad would. From memory. */
export const USUAL_FAULTS: StandInFaults = { lost: 0.08, garbled: 0.02, wrong: 0.02 };

interface Quantity {
  unit: string;
  /** What is there to be read, at a time in s. */
  of(tS: number): number;
  noise: number;
  driftPerS: number;
  decimals: number;
}

/** A machine is put on the pads, then its rider sits up, then both are off again: s of each. */
const [EMPTY_S, MACHINE_S, RIDER_S] = [12, 25, 25];
const weighed = (machineKg: number, riderKg: number) => (tS: number) => {
  const at = tS % (EMPTY_S + MACHINE_S + RIDER_S);
  return at < EMPTY_S ? 0 : at < EMPTY_S + MACHINE_S ? machineKg : machineKg + riderKg;
};
/** A hand on the pump: a stroke of so many mm, a rest of so many s, let go at the end. */
const [STROKE_MM, REST_S, STROKES] = [8, 4, 8];
const pumped = (tS: number): number => STROKE_MM * (Math.floor(tS / REST_S) % STROKES);
const swing = (tS: number, periodS: number): number => Math.sin((2 * Math.PI * tS) / periodS);

const quantity = (unit: string, decimals: number, noise: number, of: (tS: number) => number, driftPerS = 0): Quantity => ({
  unit,
  of,
  noise,
  driftPerS,
  decimals,
});

/** What each reads where nobody puts anything on it. Invented figures. */
const READS: Record<InstrumentKind, Record<string, Quantity>> = {
  scale: {
    front: quantity('kg', 2, 0.02, weighed(104.6, 24.1), 1e-5),
    rear: quantity('kg', 2, 0.02, weighed(112.3, 53.7), -1e-5),
  },
  tester: {
    deflection: quantity('mm', 1, 0.01, (t) => pumped(t)),
    force: quantity('N', 0, 2, (t) => 92 * pumped(t)),
  },
  dyno: {
    speed: quantity('m/s', 3, 0.001, (t) => 0.5 * swing(t, 4)),
    force: quantity('N', 0, 6, (t) => 900 * Math.tanh(2 * swing(t, 4))),
  },
  logger: {
    front: quantity('mm', 1, 0.2, (t) => 62 + 40 * swing(t, 0.8)),
    rear: quantity('mm', 1, 0.2, (t) => 48 + 30 * swing(t + 0.2, 0.7)),
  },
  gauge: { pressure: quantity('bar', 2, 0.004, () => 2.38, 2e-5) },
  calliper: { length: quantity('mm', 2, 0.004, () => 25.4) },
};

/** The greeting a stand-in begins with. */
export const standInGreeting = (kind: InstrumentKind): object => ({
  instrument: 'instrument/1',
  kind,
  name: `stand-in ${kind}`,
  channels: Object.fromEntries(Object.entries(READS[kind]).map(([name, { unit }]) => [name, unit])),
});

/**
 * Lines of a stand-in, one a call; null for one that got lost. Deterministic for a seed.
 * @param put what is on it instead of what it would read by itself, by channel, in the channel's unit
 */
export function standIn(
  kind: InstrumentKind,
  seed: number,
  faults: StandInFaults = USUAL_FAULTS,
): (tS: number, put: Readonly<Record<string, number>>) => string | null {
  const random = seeded(seed);
  /** Nearly normal, standard deviation 1 (sum of twelve, Irwin and Hall). */
  const normal = () => Array.from({ length: 12 }, random).reduce((sum, v) => sum + v, -6);
  return (tS, put) => {
    const drawn = random();
    const readings = Object.fromEntries(
      Object.entries(READS[kind]).map(([name, q]) => {
        const there = (put[name] ?? q.of(tS)) + q.driftPerS * tS + q.noise * normal();
        return [name, Number(there.toFixed(q.decimals))];
      }),
    );
    if (drawn < faults.lost) return null;
    if (drawn < faults.lost + faults.garbled) return `{"readings":{"${Object.keys(readings)[0]!}":1`;
    const isWrong = drawn < faults.lost + faults.garbled + faults.wrong;
    const sent = isWrong ? Object.fromEntries(Object.keys(readings).map((name) => [name, 9999])) : readings;
    return JSON.stringify({ readings: sent });
  };
}
