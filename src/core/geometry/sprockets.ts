import { err, ok, type Result } from '../result';
import { chainPitches, type Drive, pitchRadiusMm } from './drive';

/** What other sprockets on the same machine come to. */
export interface SprocketChange {
  /** Turns of the engine's shaft for one of the wheel, before and after. */
  ratio: { before: number; after: number };
  /** Engine speed at the same road speed, after over before. */
  revsShare: number;
  /** Links of the chain with the axle where it is, an even number, before and after. */
  links: { before: number; after: number };
  /** How far the axle moves back with the chain that is on, mm; below nought forward. Along the line from shaft to axle, which the slot of the arm nearly follows. null where that chain does not go round. */
  axleBackMm: number | null;
}

/** The engine's side of a drive. */
export interface Gearing {
  /** Turns of the engine for one of the gearbox's input, and of that for one of the countershaft in top gear. */
  primary: number;
  topGear: number;
  /** Of the driven wheel; a tyre rolls on a little less than it stands tall, which is left out. */
  rearTyreRadiusMm: number;
}

/**
 * Road speed at an engine speed in top gear, km/h, and back. No wind and no slip: what the gearing allows, not what the engine can pull.
 * @param finalRatio teeth of the wheel over those of the countershaft
 * Source: ratios multiplied; circumference of the wheel.
 */
export function topGear({ primary, topGear: top, rearTyreRadiusMm }: Gearing, finalRatio: number) {
  const kmhPerRev = ((2 * Math.PI * rearTyreRadiusMm) / 1e6) * (60 / (primary * top * finalRatio));
  return { kmhAt: (revs: number): number => revs * kmhPerRev, revsAt: (kmh: number): number => kmh / kmhPerRev };
}

const evenLinks = (pitches: number): number => 2 * Math.ceil(pitches / 2 - 1e-9);

/** How far apart the axles stand for a chain of so many pitches, mm; null where it does not go round the sprockets. Bisection: the longer the distance, the longer the chain. */
function distanceFor(pitches: number, drive: Drive): number | null {
  const { frontTeeth, rearTeeth, chainPitchMm } = drive;
  let low = pitchRadiusMm(rearTeeth, chainPitchMm) + pitchRadiusMm(frontTeeth, chainPitchMm);
  let high = (pitches * chainPitchMm) / 2;
  if (low >= high || chainPitches(low, drive) > pitches) return null;
  for (let i = 0; i < 60; i += 1) {
    const middle = (low + high) / 2;
    if (chainPitches(middle, drive) > pitches) high = middle;
    else low = middle;
  }
  return (low + high) / 2;
}

/**
 * Other sprockets: ratio, engine speed, chain, and where the wheel goes.
 * @param drive as it is @param distanceMm from shaft to axle as it is @param teeth whole numbers, five at least
 * Errors: out-of-range (teeth), sprockets-overlap (they reach into each other).
 * Source: open belt over two circles (drive.ts); common practice for even links.
 */
export function sprocketChange(drive: Drive, distanceMm: number, teeth: { front: number; rear: number }): Result<SprocketChange> {
  for (const end of ['front', 'rear'] as const)
    if (!Number.isInteger(teeth[end]) || teeth[end] < 5 || teeth[end] > 100)
      return err('out-of-range', ['teeth', end], { min: 5, max: 100 });
  const after: Drive = { ...drive, frontTeeth: teeth.front, rearTeeth: teeth.rear };
  const reach = pitchRadiusMm(teeth.rear, drive.chainPitchMm) + pitchRadiusMm(teeth.front, drive.chainPitchMm);
  if (distanceMm <= reach) return err('sprockets-overlap', ['teeth']);
  const ratio = { before: drive.rearTeeth / drive.frontTeeth, after: teeth.rear / teeth.front };
  const pitches = chainPitches(distanceMm, drive);
  const there = distanceFor(pitches, after);
  return ok({
    ratio,
    revsShare: ratio.after / ratio.before,
    links: { before: evenLinks(pitches), after: evenLinks(chainPitches(distanceMm, after)) },
    axleBackMm: there === null ? null : there - distanceMm,
  });
}
