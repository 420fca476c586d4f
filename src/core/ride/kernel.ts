import type { RideMachine } from './machine';
import type { Ready } from './ready';
import {
  ARM,
  AT,
  BRAKE_FRICTION,
  BRAKE_TANGENT,
  DAMPING_ROW,
  DRIVE_TANGENT,
  FIGURES,
  FORCE,
  FORCE_SLOPE,
  FRICTION,
  GAS,
  GAS_LOSS,
  GAS_RISE,
  GAS_SLOPE,
  HALF_LEFT,
  HALF_RAMP,
  LOAD,
  MOTION,
  MOTION_SLOPE,
  REST,
  RIGID,
  RISE,
  ROW,
  SERIES,
  SPEED,
  STEP_LEFT,
  STEP_RAMP,
  STICK_N,
  STICK_NS,
  TYRE,
  TYRE_REST,
  UNSPRUNG,
  VOLUME_SLOPE,
  dampingRows,
  figuresOf,
  placesOf,
} from './rows';
import type { Ahead, Going } from './roads';
import {
  BODY,
  PITCH,
  FRONT,
  REAR,
  RIDER,
  BODY_V,
  PITCH_V,
  FRONT_V,
  REAR_V,
  RIDER_V,
  STICK,
  WARMTH,
  SIZE,
  X,
  V,
  DAMPER,
  TYRE_N,
  GIVEN,
  type Now,
  nowOf,
  show,
} from './now';

/**
 * The ride's inner loop, flat: all that changes with every evaluation lies in typed arrays or in the registers of one function, so that nothing is allocated while it runs and it
 * keeps up with a compiled twin (bench/ride.cpp). Equations and states are those of `solveRide`.
 */

/** Weights of the four evaluations, and where each is made, as shares of the step. Source: classical Runge–Kutta. */
const WEIGHT = Float64Array.of(1 / 6, 1 / 3, 1 / 3, 1 / 6);
const NEXT = Float64Array.of(0.5, 0.5, 1, 0);
/** Steps whose road is worked out ahead. */
const AHEAD = 4096;

/** A ride on its way. */
export class Run {
  private readonly figures: Float64Array;
  /** Rows of both ends after one another, and where the rear's begin. */
  private readonly places: Float64Array;
  private readonly damping: Float64Array;
  private readonly rearRows: number;
  private readonly rearPieces: number;
  private readonly state = new Float64Array(SIZE);
  private readonly given = new Float64Array(2 * GIVEN);
  /** Of each end: what the damper passes on and what it would make on a rigid seat, now and at the beginning of the step. */
  private readonly shaft = new Float64Array(8);
  /** Road, drive and brakes at every half step of those ahead. */
  private readonly ahead: Ahead = {
    front: new Float64Array(2 * AHEAD + 1),
    rear: new Float64Array(2 * AHEAD + 1),
    driveN: new Float64Array(2 * AHEAD + 1),
    frontBrakeN: new Float64Array(2 * AHEAD + 1),
    rearBrakeN: new Float64Array(2 * AHEAD + 1),
  };
  /** The step the road ahead begins with. */
  private aheadFrom = -1;
  private readonly now: Now = nowOf();
  private step = 0;

  constructor(
    private readonly machine: RideMachine,
    front: Ready,
    rear: Ready,
    private readonly going: Going,
    private readonly stepS: number,
    private readonly steps: number,
  ) {
    this.figures = Float64Array.from([...figuresOf(front, machine.aheadM), ...figuresOf(rear, -machine.behindM)]);
    const places = [placesOf(front), placesOf(rear)] as const;
    const damping = [dampingRows(front.end, stepS), dampingRows(rear.end, stepS)] as const;
    this.places = Float64Array.from([...places[0], ...places[1]]);
    this.damping = Float64Array.from([...damping[0], ...damping[1]]);
    [this.rearRows, this.rearPieces] = [places[0].length, damping[0].length];
  }

  /** Works the road and the rider's hand out for the steps ahead. */
  private lookAhead(): void {
    const { going, stepS, ahead } = this;
    this.aheadFrom = this.step;
    const fromS = this.step * stepS;
    if (going.ahead) return going.ahead(fromS, stepS / 2, ahead);
    for (let k = 0; k <= 2 * AHEAD; k += 1) {
      const timeS = fromS + (k * stepS) / 2;
      ahead.front[k] = going.front(timeS) - going.startM;
      ahead.rear[k] = going.rear(timeS) - going.startM;
    }
  }

  /**
   * Goes on by so many steps, or to the end.
   * @param every how many steps it is looked at once @returns whether there is more to ride
   */
  on(by: number, look: (now: Now) => boolean | void, every = 1): boolean {
    const until = Math.min(this.steps, this.step + by);
    while (this.step < until) {
      if (this.aheadFrom < 0 || this.step >= this.aheadFrom + AHEAD) this.lookAhead();
      if (!this.through(Math.min(until, this.aheadFrom + AHEAD), look, every)) return false;
    }
    if (this.step < this.steps) return true;
    this.through(this.steps + 1, look, every);
    return false;
  }

  /** Steps up to one, or looks at the very last; false where whoever looks has seen enough. */
  private through(until: number, look: (now: Now) => boolean | void, every: number): boolean {
    const { figures: f, places, damping, rearRows, rearPieces, state: y, given, now, shaft, stepS, machine, aheadFrom } = this;
    const { front: roadFront, rear: roadRear, driveN: drives, frontBrakeN: frontBrakes, rearBrakeN: rearBrakes } = this.ahead;
    const { sprungKg, pitchInertiaKgM2, massHeightM, rider } = machine;
    const seated = rider !== null;
    const riderKg = seated ? rider.kg : 1;
    const riderAheadM = seated ? rider.aheadM : 0;
    const seatNPerM = seated ? rider.stiffnessNPerM : 0;
    const seatNsPerM = seated ? rider.dampingNsPerM : 0;
    const lastRow = places.length - ROW;
    const lastPiece = damping.length - DAMPING_ROW;
    let frontRow = 0;
    let rearRow = rearRows;
    let frontPiece = 0;
    let rearPiece = rearPieces;
    // The state as it is at the step's beginning (y), at the evaluation (t), and what is to be added to it (s): in registers, since each is touched at every evaluation.
    let yBody = y[BODY]!;
    let yPitch = y[PITCH]!;
    let yFront = y[FRONT]!;
    let yRear = y[REAR]!;
    let yRider = y[RIDER]!;
    let yBodyV = y[BODY_V]!;
    let yPitchV = y[PITCH_V]!;
    let yFrontV = y[FRONT_V]!;
    let yRearV = y[REAR_V]!;
    let yRiderV = y[RIDER_V]!;
    let yFrontStick = y[STICK]!;
    let yRearStick = y[STICK + 1]!;
    let yFrontWarm = y[WARMTH]!;
    let yRearWarm = y[WARMTH + 1]!;
    for (; this.step < until; this.step += 1) {
      const isLast = this.step === this.steps;
      const at = 2 * (this.step - aheadFrom);
      let tBody = yBody;
      let tPitch = yPitch;
      let tFront = yFront;
      let tRear = yRear;
      let tRider = yRider;
      let tBodyV = yBodyV;
      let tPitchV = yPitchV;
      let tFrontV = yFrontV;
      let tRearV = yRearV;
      let tRiderV = yRiderV;
      let tFrontStick = yFrontStick;
      let tRearStick = yRearStick;
      let tFrontWarm = yFrontWarm;
      let tRearWarm = yRearWarm;
      let sBody = 0;
      let sPitch = 0;
      let sFront = 0;
      let sRear = 0;
      let sRider = 0;
      let sBodyV = 0;
      let sPitchV = 0;
      let sFrontV = 0;
      let sRearV = 0;
      let sRiderV = 0;
      let sFrontStick = 0;
      let sRearStick = 0;
      let sFrontWarm = 0;
      let sRearWarm = 0;
      for (let stage = 0; stage < 4; stage += 1) {
        const k = stage === 0 ? at : stage === 3 ? at + 2 : at + 1;
        const driveN = drives[k]!;
        const frontBrakeN = frontBrakes[k]!;
        const rearBrakeN = rearBrakes[k]!;
        const isBeginning = this.step === 0 && stage === 0;
        const weight = WEIGHT[stage]! * stepS;
        const next = NEXT[stage]! * stepS;
        let heaveN = 0;
        let pitchNM = massHeightM * (driveN - frontBrakeN - rearBrakeN);
        let frontGains = 0;
        let rearGains = 0;
        for (let end = 0; end < 2; end += 1) {
          const isFront = end === 0;
          const o = end * FIGURES;
          const armM = f[o + ARM]!;
          const brakeN = isFront ? frontBrakeN : rearBrakeN;
          const wheelM = isFront ? tFront : tRear;
          const xM = f[o + REST]! + wheelM - tBody - armM * tPitch;
          const speed = (isFront ? tFrontV : tRearV) - tBodyV - armM * tPitchV;
          let row = isFront ? frontRow : rearRow;
          const leastRow = isFront ? 0 : rearRows;
          const mostRow = isFront ? rearRows - ROW : lastRow;
          while (row > leastRow && xM < places[row + AT]!) row -= ROW;
          while (row < mostRow && xM >= places[row + ROW + AT]!) row += ROW;
          const into = xM - places[row + AT]!;
          // The damper, through what moves its shaft and what it sits on.
          const motion = places[row + MOTION]! + places[row + MOTION_SLOPE]! * into;
          const shaftSpeed = motion * speed;
          let piece = isFront ? frontPiece : rearPiece;
          const leastPiece = isFront ? 0 : rearPieces;
          const mostPiece = isFront ? rearPieces - DAMPING_ROW : lastPiece;
          while (piece > leastPiece && shaftSpeed < damping[piece + SPEED]!) piece -= DAMPING_ROW;
          while (piece < mostPiece && shaftSpeed >= damping[piece + DAMPING_ROW + SPEED]!) piece += DAMPING_ROW;
          const rigidN = damping[piece + RIGID]! + damping[piece + RISE]! * (shaftSpeed - damping[piece + SPEED]!);
          let shaftN = rigidN;
          if (f[o + SERIES]! > 0 && !isBeginning) {
            const isHalf = stage === 1 || stage === 2;
            const startRigidN = shaft[4 * end + 3]!;
            shaftN =
              rigidN -
              (rigidN - startRigidN) * damping[piece + (isHalf ? HALF_RAMP : STEP_RAMP)]! +
              (shaft[4 * end + 2]! - startRigidN) * damping[piece + (isHalf ? HALF_LEFT : STEP_LEFT)]!;
          }
          const damperN = motion * shaftN;
          const warmth = isFront ? tFrontWarm : tRearWarm;
          const warms = -f[o + GAS_RISE]! * (1 + warmth) * places[row + VOLUME_SLOPE]! * speed - warmth * f[o + GAS_LOSS]!;
          const stretch = isFront ? tFrontStick : tRearStick;
          const most = f[o + FRICTION]! + f[o + BRAKE_FRICTION]! * brakeN;
          const stretches = Math.abs(stretch) * f[o + STICK_N]! < most || stretch * speed < 0 ? speed : 0;
          const stick = f[o + STICK_N]! * stretch + f[o + STICK_NS]! * stretches;
          const forceN =
            places[row + FORCE]! +
            places[row + FORCE_SLOPE]! * into +
            damperN +
            warmth * (places[row + GAS]! + places[row + GAS_SLOPE]! * into) +
            (stick > most ? most : stick < -most ? -most : stick);
          const pressed = f[o + TYRE_REST]! + f[o + TYRE]! * ((isFront ? roadFront[k]! : roadRear[k]!) - wheelM);
          const tyreN = pressed > 0 ? pressed : 0;
          const onN = forceN - f[o + LOAD]! + f[o + BRAKE_TANGENT]! * brakeN + f[o + DRIVE_TANGENT]! * driveN;
          heaveN += onN;
          pitchNM += armM * onN;
          const gains = (tyreN - f[o + TYRE_REST]! - onN) / f[o + UNSPRUNG]!;
          if (isFront) {
            frontRow = row;
            frontPiece = piece;
            frontGains = gains;
            sFrontWarm += weight * warms;
            tFrontWarm = yFrontWarm + next * warms;
            sFrontStick += weight * stretches;
            tFrontStick = yFrontStick + next * stretches;
          } else {
            rearRow = row;
            rearPiece = piece;
            rearGains = gains;
            sRearWarm += weight * warms;
            tRearWarm = yRearWarm + next * warms;
            sRearStick += weight * stretches;
            tRearStick = yRearStick + next * stretches;
          }
          if (stage === 0) {
            given[GIVEN * end + X] = xM;
            given[GIVEN * end + V] = speed;
            given[GIVEN * end + DAMPER] = damperN;
            given[GIVEN * end + TYRE_N] = tyreN;
            shaft[4 * end + 2] = shaftN;
            shaft[4 * end + 3] = rigidN;
          }
        }
        const seatN = seatNPerM * (tBody + riderAheadM * tPitch - tRider) + seatNsPerM * (tBodyV + riderAheadM * tPitchV - tRiderV);
        const riderGains = seatN / riderKg;
        const bodyGains = (heaveN - seatN) / sprungKg;
        const pitchGains = (pitchNM - riderAheadM * seatN) / pitchInertiaKgM2;
        if (stage === 0 && (isLast || this.step % every === 0)) {
          y[BODY] = yBody;
          y[PITCH] = yPitch;
          y[FRONT] = yFront;
          y[REAR] = yRear;
          y[RIDER] = yRider;
          y[BODY_V] = yBodyV;
          y[PITCH_V] = yPitchV;
          y[FRONT_V] = yFrontV;
          y[REAR_V] = yRearV;
          if (
            look(show(now, this.step * stepS, y, given, bodyGains, pitchGains, seated ? riderGains : bodyGains, seated)) === false ||
            isLast
          )
            return false;
        }
        sBody += weight * tBodyV;
        sPitch += weight * tPitchV;
        sFront += weight * tFrontV;
        sRear += weight * tRearV;
        sRider += weight * tRiderV;
        sBodyV += weight * bodyGains;
        sPitchV += weight * pitchGains;
        sFrontV += weight * frontGains;
        sRearV += weight * rearGains;
        sRiderV += weight * riderGains;
        tBody = yBody + next * tBodyV;
        tPitch = yPitch + next * tPitchV;
        tFront = yFront + next * tFrontV;
        tRear = yRear + next * tRearV;
        tRider = yRider + next * tRiderV;
        tBodyV = yBodyV + next * bodyGains;
        tPitchV = yPitchV + next * pitchGains;
        tFrontV = yFrontV + next * frontGains;
        tRearV = yRearV + next * rearGains;
        tRiderV = yRiderV + next * riderGains;
      }
      yBody += sBody;
      yPitch += sPitch;
      yFront += sFront;
      yRear += sRear;
      yRider += sRider;
      yBodyV += sBodyV;
      yPitchV += sPitchV;
      yFrontV += sFrontV;
      yRearV += sRearV;
      yRiderV += sRiderV;
      yFrontWarm += sFrontWarm;
      yRearWarm += sRearWarm;
      // The friction stretches no further than its force reaches.
      const frontMost = (f[FRICTION]! + f[BRAKE_FRICTION]! * frontBrakes[at + 2]!) / f[STICK_N]!;
      const rearMost = (f[FIGURES + FRICTION]! + f[FIGURES + BRAKE_FRICTION]! * rearBrakes[at + 2]!) / f[FIGURES + STICK_N]!;
      yFrontStick = Math.max(-frontMost, Math.min(frontMost, yFrontStick + sFrontStick));
      yRearStick = Math.max(-rearMost, Math.min(rearMost, yRearStick + sRearStick));
    }
    y.set([
      yBody,
      yPitch,
      yFront,
      yRear,
      yRider,
      yBodyV,
      yPitchV,
      yFrontV,
      yRearV,
      yRiderV,
      yFrontStick,
      yRearStick,
      yFrontWarm,
      yRearWarm,
    ]);
    return true;
  }
}
