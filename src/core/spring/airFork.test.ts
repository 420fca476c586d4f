import { ATMOSPHERE_MPA } from '../constants/constants';
import { type AirFork, airForkFor, airForkForceN, airForkRateNPerMm, atCelsius, QUICK } from './airFork';

/** Air forks against the gas law by hand and by differences. */

const PLAIN: AirFork = { pistonMm: 40, chamberMm: 480, balance: null, legs: 1, travelMm: 300 };
const BALANCED: AirFork = { ...PLAIN, balance: { pistonMm: 30, chamberMm: 60 }, legs: 2 };
const set = (fork: AirFork, ladenN: number, staticN: number, sagMm: number) => {
  const found = airForkFor(fork, ladenN, staticN, sagMm);
  if (!found.ok) throw new Error(found.issue.code);
  return found.value;
};

test('without a balance chamber it is Boyle’s law by hand', () => {
  const area = Math.PI * 20 ** 2;
  // p·V is constant: the pressure that holds 800 N at 75 mm, brought back to full extension.
  const atSag = 800 / area + ATMOSPHERE_MPA;
  const byHand = (atSag * (480 - 75)) / 480;
  const found = set(PLAIN, 800, 720, 75);
  expect(found.pressureMPa).toBeCloseTo(byHand, 12);
  expect(found.fullMPa).toBeCloseTo(byHand * (480 / 180) ** QUICK, 12);
  const static0 = (byHand * 480) / (720 / area + ATMOSPHERE_MPA);
  expect(found.staticMm).toBeCloseTo(480 - static0, 6);
});

test.each([
  ['plain', PLAIN],
  ['balanced', BALANCED],
])('%s: it rests where it was asked to, its rate is the slope of its force, and it rises all the way', (_, fork) => {
  const { pressureMPa, rateAtRiderNPerMm, staticMm } = set(fork, 900, 800, 80);
  expect(airForkForceN(fork, pressureMPa, 80)).toBeCloseTo(900, 8);
  expect(airForkForceN(fork, pressureMPa, staticMm)).toBeCloseTo(800, 6);
  const slope = (airForkForceN(fork, pressureMPa, 80.001) - airForkForceN(fork, pressureMPa, 79.999)) / 0.002;
  expect(rateAtRiderNPerMm / slope).toBeCloseTo(1, 6);
  for (let x = 0; x < 299; x += 1) expect(airForkRateNPerMm(fork, pressureMPa, x)).toBeGreaterThan(0);
});

test('a balance chamber charged on its own is Boyle’s law on both sides by hand', () => {
  const own: AirFork = { ...PLAIN, balance: { pistonMm: 30, chamberMm: 60, pressureMPa: 0.5 } };
  const { pressureMPa } = set(own, 900, 800, 80);
  const [main, against] = [Math.PI * 20 ** 2, Math.PI * 15 ** 2];
  const byHand = ((pressureMPa * 480) / (480 - 80)) * main - ((0.5 * 60) / (60 + 80)) * against - ATMOSPHERE_MPA * (main - against);
  expect(byHand).toBeCloseTo(900, 8);
  // Charged just as the main one it is the chamber that was charged with it.
  const together = set(BALANCED, 900, 800, 80);
  const alike = set({ ...BALANCED, balance: { ...BALANCED.balance!, pressureMPa: together.pressureMPa } }, 900, 800, 80);
  expect([alike.pressureMPa, alike.rateAtRiderNPerMm, alike.staticMm]).toEqual(
    [together.pressureMPa, together.rateAtRiderNPerMm, together.staticMm].map((x) => expect.closeTo(x, 8)),
  );
});

test('a balance chamber softens the beginning: more static sag at the same rider sag', () => {
  expect(set({ ...BALANCED, legs: 1 }, 900, 800, 80).staticMm).toBeGreaterThan(set(PLAIN, 900, 800, 80).staticMm);
});

test('a bare machine lighter than the preload of the gas stays extended; a chamber shorter than the travel is refused', () => {
  expect(set(PLAIN, 900, 100, 80).staticMm).toBe(0);
  expect(airForkFor({ ...PLAIN, chamberMm: 300 }, 900, 500, 80)).toMatchObject({
    ok: false,
    issue: { code: 'no-air-left', path: ['chamberMm'] },
  });
});

test('temperature moves it by about a third of a per cent a degree', () => {
  expect(atCelsius(1, 20, 30) - 1).toBeCloseTo(10 / 293.15, 12);
  expect((atCelsius(1, 20, 21) - 1) * 100).toBeCloseTo(0.341, 3);
});
