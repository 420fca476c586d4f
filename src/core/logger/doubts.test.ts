import { asUsual, AS_USUAL, seemsWritten, type WrittenIn } from './doubts';
import { simulateLog } from './simulate';

const END = {
  sprungKg: 95,
  unsprungKg: 15,
  wheelRateNPerMm: 9,
  riderSagMm: 95,
  travelMm: 300,
  zetaCompression: 0.2,
  zetaRebound: 0.5,
  frictionN: 15,
};
const HZ = 200;
const bumps = [
  { atS: 4, heightMm: 150, lengthM: 2.5 },
  { atS: 8, heightMm: 120, lengthM: 2.2 },
];
const travelMm = [...simulateLog(END, { roughness: 120, speedMPerS: 12, bumps }, 12, HZ, 3)];
const timeS = travelMm.map((_, i) => i / HZ);

/** The same ride as another logger writes it. */
const as = ({ time, travel, zero }: WrittenIn) => ({
  timeS: timeS.map((t) => (time === 'ms' ? t * 1000 : t)),
  travelMm: travelMm.map((z) => (zero === 'compressed' ? 300 - z : zero === 'negative' ? -z : z) / (travel === 'in' ? 25.4 : 1)),
  fullMm: 300,
});

test.each([
  [{ time: 's', travel: 'mm', zero: 'extended' }],
  [{ time: 'ms', travel: 'mm', zero: 'extended' }],
  [{ time: 's', travel: 'in', zero: 'extended' }],
  [{ time: 's', travel: 'mm', zero: 'compressed' }],
  [{ time: 's', travel: 'mm', zero: 'negative' }],
  [{ time: 'ms', travel: 'in', zero: 'compressed' }],
] as [WrittenIn][])('a ride written in %j is told by its statistics, and read as the ride it is', (written) => {
  const log = as(written);
  const seems = seemsWritten(log);
  expect(seems ?? AS_USUAL).toEqual(written);
  const read = asUsual(log, written);
  [0, 500, 1700].forEach((i) => {
    expect(read.timeS[i]).toBeCloseTo(timeS[i]!, 9);
    expect(read.travelMm[i]).toBeCloseTo(travelMm[i]!, 6);
  });
});
