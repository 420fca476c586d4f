/** Height of the road under a wheel, m, at a time, s. */
export type RoadHeight = (timeS: number) => number;

/** The road under both wheels from its start (m), drive and both brakes (N, each positive), at even times ahead. */
export interface Ahead {
  front: Float64Array;
  rear: Float64Array;
  driveN: Float64Array;
  frontBrakeN: Float64Array;
  rearBrakeN: Float64Array;
}
/** The road under both wheels, and what the rider asks of drive and brakes on it. */
export interface Going {
  front: RoadHeight;
  rear: RoadHeight;
  /** Height it starts from. */
  startM: number;
  /** Where the front wheel is along the road, m, where it has a length. */
  placeM?: ((timeS: number) => number) | undefined;
  /** All of it at even times, with drive and brakes; without it the machine coasts. */
  ahead?: ((fromS: number, everyS: number, into: Ahead) => void) | undefined;
}

export type RideEvent =
  | { kind: 'step'; heightM: number; speedMPerS: number; atS: number }
  | { kind: 'bump'; heightM: number; lengthM: number; speedMPerS: number; atS: number }
  | { kind: 'drop'; heightM: number; atS: number }
  | { kind: 'profile'; distanceM: number[]; heightM: number[]; speedMPerS: number; atS: number };

/** Height of a profile at a distance: straight between the points, level before the first and beyond the last. */
export function profileHeight(distanceM: ArrayLike<number>, heightM: ArrayLike<number>): (atM: number) => number {
  const last = distanceM.length - 1;
  let piece = 0;
  return (atM) => {
    if (atM <= distanceM[0]!) return heightM[0]!;
    if (atM >= distanceM[last]!) return heightM[last]!;
    while (piece > 0 && atM < distanceM[piece]!) piece -= 1;
    while (atM >= distanceM[piece + 1]!) piece += 1;
    const share = (atM - distanceM[piece]!) / (distanceM[piece + 1]! - distanceM[piece]!);
    return heightM[piece]! + share * (heightM[piece + 1]! - heightM[piece]!);
  };
}

function shapeOf(event: Exclude<RideEvent, { kind: 'drop' }>): (atM: number) => number {
  switch (event.kind) {
    case 'step':
      return (x) => (x >= 0 ? event.heightM : 0);
    case 'bump':
      return (x) => (x > 0 && x < event.lengthM ? (event.heightM / 2) * (1 - Math.cos((2 * Math.PI * x) / event.lengthM)) : 0);
    case 'profile':
      return profileHeight(event.distanceM, event.heightM);
  }
}

/**
 * The road under both wheels. The front wheel meets the event's beginning at `atS`, the rear one a wheelbase later; at a drop the ground falls away
 * under both at once, which is a machine let go at that height in the posture it stood in.
 */
export function roadUnder(event: RideEvent, wheelbaseM: number): { front: RoadHeight; rear: RoadHeight; startM: number } {
  if (event.kind === 'drop') {
    const height: RoadHeight = (t) => (t >= event.atS ? -event.heightM : 0);
    return { front: height, rear: height, startM: 0 };
  }
  const [front, rear] = [shapeOf(event), shapeOf(event)];
  const offsetM = event.kind === 'profile' ? event.distanceM[0]! : 0;
  return {
    front: (t) => front((t - event.atS) * event.speedMPerS + offsetM),
    rear: (t) => rear((t - event.atS) * event.speedMPerS - wheelbaseM + offsetM),
    startM: front(offsetM - 1),
  };
}
