import type { Going } from './roads';
import { heightAt, type Sampled, sampled, type Surface } from './surface';

/** One stretch of ground: how long, how fast, and whether it is ridden slower or faster at its end. */
export interface Stretch {
  name: string;
  surface: Surface;
  speedMPerS: number;
  /** Speed at its end, by drive or brakes; the same as at its beginning where left out. */
  endSpeedMPerS?: number | undefined;
  seconds: number;
}

/** A way from stretch to stretch: where the front wheel is, how fast, and what drive and brakes do for it. */
export interface Course {
  stretches: readonly Stretch[];
  seconds: number;
  /** Times and places at which each stretch begins, and the end of the last; s and m. */
  timesS: Float64Array;
  placesM: Float64Array;
  surface: Sampled;
  /** Speed at the beginning and speed gained each second in it. */
  speedsMPerS: Float64Array;
  gainsMPerS2: Float64Array;
}

/**
 * Stretches one after the other, each beginning where the last one ended; the road is level before the first.
 * @param footprintM length of road a tyre lies on: the profile is averaged over it, so that an edge is not felt as a point would feel it
 */
export function courseOf(stretches: readonly Stretch[], footprintM: number): Course {
  const n = stretches.length;
  const [timesS, placesM] = [new Float64Array(n + 1), new Float64Array(n + 1)];
  const [speedsMPerS, gainsMPerS2] = [new Float64Array(n), new Float64Array(n)];
  const parts: Sampled[] = [];
  for (const [i, { surface, speedMPerS, endSpeedMPerS = speedMPerS, seconds }] of stretches.entries()) {
    const lengthM = ((speedMPerS + endSpeedMPerS) / 2) * seconds;
    timesS[i + 1] = timesS[i]! + seconds;
    placesM[i + 1] = placesM[i]! + lengthM;
    speedsMPerS[i] = speedMPerS;
    gainsMPerS2[i] = (endSpeedMPerS - speedMPerS) / seconds;
    parts.push(sampled(surface, lengthM, footprintM));
  }
  return { stretches, seconds: timesS[n]!, timesS, placesM, surface: joined(parts, placesM), speedsMPerS, gainsMPerS2 };
}

/** The stretches' profiles as one, each set on the height the one before ended at. */
function joined(parts: readonly Sampled[], placesM: Float64Array): Sampled {
  const [first] = parts;
  if (parts.length === 1) return first!;
  const { stepM } = first!;
  const heightM = new Float64Array(Math.ceil(placesM.at(-1)! / stepM) + 2);
  let [i, baseM] = [0, 0];
  for (let at = 0; at < heightM.length; at += 1) {
    const x = at * stepM;
    while (i < parts.length - 1 && x >= placesM[i + 1]!) {
      baseM += heightAt(parts[i]!, placesM[i + 1]! - placesM[i]!) - parts[i]!.heightM[0]!;
      i += 1;
    }
    heightM[at] = baseM + heightAt(parts[i]!, x - placesM[i]!) - parts[i]!.heightM[0]!;
  }
  return { stepM, heightM };
}

/** Which stretch a moment lies in. @param from where it was last */
export function stretchAt({ timesS, stretches }: Course, timeS: number, from: number): number {
  let i = from;
  while (i > 0 && timeS < timesS[i]!) i -= 1;
  while (i < stretches.length - 1 && timeS >= timesS[i + 1]!) i += 1;
  return i;
}

/** Share of the braking that the front brake does. From memory. */
export const FRONT_SHARE = 0.7;

/**
 * What a course asks of a machine. Wind and rolling drag are left out: drive is what changes the speed.
 * @param massKg all of it, which drive and brakes move
 */
export function goingOn(course: Course, wheelbaseM: number, massKg: number): Going {
  const { surface, timesS, placesM, speedsMPerS, gainsMPerS2 } = course;
  const { heightM, stepM } = surface;
  const last = heightM.length - 2;
  const startM = heightM[0]!;
  let i = 0;
  const placeM = (timeS: number): number => {
    i = stretchAt(course, timeS, i);
    const t = timeS - timesS[i]!;
    return placesM[i]! + t * (speedsMPerS[i]! + (gainsMPerS2[i]! * t) / 2);
  };
  return {
    front: (t) => heightAt(surface, placeM(t)),
    rear: (t) => heightAt(surface, placeM(t) - wheelbaseM),
    startM,
    placeM,
    ahead(fromS, everyS, { front, rear, driveN, frontBrakeN, rearBrakeN }) {
      // As `front`, `rear` and what the rider asks, without a call for each.
      let k = stretchAt(course, fromS, 0);
      for (let n = 0; n < front.length; n += 1) {
        const timeS = fromS + n * everyS;
        k = stretchAt(course, timeS, k);
        const t = timeS - timesS[k]!;
        const at = (placesM[k]! + t * (speedsMPerS[k]! + (gainsMPerS2[k]! * t) / 2)) / stepM;
        const behind = at - wheelbaseM / stepM;
        const f = Math.min(last, Math.floor(at));
        const r = Math.min(last, Math.floor(behind));
        front[n] = at <= 0 ? 0 : heightM[f]! + (at - f) * (heightM[f + 1]! - heightM[f]!) - startM;
        rear[n] = behind <= 0 ? 0 : heightM[r]! + (behind - r) * (heightM[r + 1]! - heightM[r]!) - startM;
        const forceN = massKg * gainsMPerS2[k]!;
        driveN[n] = forceN > 0 ? forceN : 0;
        frontBrakeN[n] = forceN < 0 ? -forceN * FRONT_SHARE : 0;
        rearBrakeN[n] = forceN < 0 ? -forceN * (1 - FRONT_SHARE) : 0;
      }
    },
  };
}
