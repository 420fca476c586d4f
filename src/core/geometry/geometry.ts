import { err, ok, type Result, type Warning } from '../result';
import { given, type WorkingStep } from '../working';
import { chainLine, type Drive } from './drive';
import { add, angleDegOf, crossing, degrees, directionOf, lengthOf, minus, type Point, radians, turnedBy } from './plane';

/** The machine upright on level ground, both ends fully extended. Forward is counted from the rear axle, heights from the ground. */
export interface Reference {
  wheelbaseMm: number;
  rakeDeg: number;
  /** Front axle ahead of the steering axis, square to it. */
  forkOffsetMm: number;
  frontTyreRadiusMm: number;
  rearTyreRadiusMm: number;
  swingArmPivot: { forwardMm: number; heightMm: number };
  drive?: Drive | undefined;
  /** Machine, rider and load as one body, fixed to the frame. */
  centreOfMass: { forwardMm: number; heightMm: number };
}

export interface PoseAsked {
  name: string;
  /** Along the leg. */
  frontTravelMm: number;
  /** Rise of the rear axle in the frame, square to the reference ground. */
  rearTravelMm: number;
  /** Tubes further through the clamps than at the reference lower the front as travel does. */
  forkThroughClampMm: number;
  frontTyreRadiusMm?: number | undefined;
  rearTyreRadiusMm?: number | undefined;
}

export interface Pose {
  name: string;
  /** Against the reference, nose up positive. */
  pitchDeg: number;
  rakeDeg: number;
  /** On the ground, and square to the steering axis. */
  trailMm: number;
  normalTrailMm: number;
  wheelbaseMm: number;
  /** Positive where the arm slopes down to the axle. */
  swingArmAngleDeg: number;
  centreOfMassHeightMm: number;
  centreOfMassForwardMm: number;
  loadTransferAngleDeg: number;
  /** Upper run, positive where it falls to the rear. With a drive only, as what follows. */
  chainAngleDeg?: number;
  /** Where the upper run and the swing-arm's line cross, from the rear contact; null where they run alongside each other. */
  instantCentre?: { forwardMm: number; heightMm: number } | null;
  squatAngleDeg?: number;
  antiSquatShare?: number;
}

/** Where everything of one pose stands, forward of the rear contact and above the ground, for the drawing. */
export interface PoseDrawn {
  rearAxle: Point;
  frontAxle: Point;
  pivot: Point;
  countershaft: Point | null;
  centreOfMass: Point;
  /** Upper end of the drawn steering axis, and where it meets the ground. */
  steeringTop: Point;
  steeringGround: Point;
  frontTyreRadiusMm: number;
  rearTyreRadiusMm: number;
}

/** A steering axis this flat, or leaning forward so far, belongs to no motorcycle. */
const RAKE_BOUNDS_DEG = [-20, 70] as const;
/** How far above the front axle the steering axis is drawn. */
const STEERING_DRAWN_MM = 600;
/** Upper run and arm nearer in direction than this (sine of the angle) cross nowhere that a figure could name. */
const ALONGSIDE = 1e-9;

/** The frame's own points at one pose, in the frame's directions (x forward, y square to the reference ground). */
function framePoints(reference: Reference, asked: PoseAsked): { rear: Point; front: Point; pivot: Point } | null {
  const rake = radians(reference.rakeDeg);
  const along = asked.frontTravelMm + asked.forkThroughClampMm;
  const front = {
    x: reference.wheelbaseMm - along * Math.sin(rake),
    y: reference.frontTyreRadiusMm + along * Math.cos(rake),
  };
  const pivot = { x: reference.swingArmPivot.forwardMm, y: reference.swingArmPivot.heightMm };
  const armMm = lengthOf(minus(pivot, { x: 0, y: reference.rearTyreRadiusMm }));
  const rise = reference.rearTyreRadiusMm + asked.rearTravelMm - pivot.y;
  if (!(Math.abs(rise) < armMm)) return null;
  return { rear: { x: pivot.x - Math.sqrt(armMm ** 2 - rise ** 2), y: pivot.y + rise }, front, pivot };
}

/** The ground under both tyres as the frame sees it: its slope, and the distance between the contacts. */
function groundUnder(
  rear: Point,
  front: Point,
  rearRadiusMm: number,
  frontRadiusMm: number,
): { slope: number; wheelbaseMm: number } | null {
  const between = minus(front, rear);
  const distance = lengthOf(between);
  const sine = (frontRadiusMm - rearRadiusMm) / distance;
  if (!(between.x > 0 && Math.abs(sine) < 1)) return null;
  return { slope: Math.atan2(between.y, between.x) - Math.asin(sine), wheelbaseMm: distance * Math.sqrt(1 - sine ** 2) };
}

interface Placed {
  slope: number;
  wheelbaseMm: number;
  rakeDeg: number;
  frontRadiusMm: number;
  rearRadiusMm: number;
  /** From the frame's directions to forward of the rear contact and above the ground. */
  onGround: (p: Point) => Point;
  rear: Point;
  front: Point;
  pivot: Point;
}

function place(reference: Reference, asked: PoseAsked, n: number): Result<Placed> {
  const at = (field: string) => ['states', n, field];
  const points = framePoints(reference, asked);
  if (!points) return err('arm-upright', at('rearTravelMm'));
  const frontRadiusMm = asked.frontTyreRadiusMm ?? reference.frontTyreRadiusMm;
  const rearRadiusMm = asked.rearTyreRadiusMm ?? reference.rearTyreRadiusMm;
  const ground = groundUnder(points.rear, points.front, rearRadiusMm, frontRadiusMm);
  if (!ground) return err('wheels-apart', at('frontTravelMm'));
  const { slope, wheelbaseMm } = ground;
  const rakeDeg = reference.rakeDeg - degrees(slope);
  if (rakeDeg < RAKE_BOUNDS_DEG[0] || rakeDeg > RAKE_BOUNDS_DEG[1]) return err('wheels-apart', at('frontTravelMm'));
  const onGround = (p: Point) => add(turnedBy(minus(p, points.rear), -slope), { x: 0, y: rearRadiusMm });
  return ok({
    slope,
    wheelbaseMm,
    rakeDeg,
    frontRadiusMm,
    rearRadiusMm,
    onGround,
    rear: onGround(points.rear),
    front: onGround(points.front),
    pivot: onGround(points.pivot),
  });
}

/** Anti-squat of a chain: the line from the rear contact to the crossing of upper run and arm, against the load-transfer line. */
function squat(placed: Placed, drive: Drive, transferTangent: number) {
  const chain = chainLine(placed.rear, placed.onGround({ x: drive.countershaft.forwardMm, y: drive.countershaft.heightMm }), drive);
  if (!chain) return null;
  const arm = directionOf(minus(placed.pivot, placed.rear));
  const centre = crossing(placed.rear, arm, chain.at, chain.along, ALONGSIDE);
  const squatTangent = centre ? centre.y / centre.x : arm.y / arm.x;
  return {
    chainAngleDeg: angleDegOf(chain.along),
    instantCentre: centre && { forwardMm: centre.x, heightMm: centre.y },
    squatAngleDeg: degrees(Math.atan(squatTangent)),
    antiSquatShare: squatTangent / transferTangent,
  };
}

function poseOf(reference: Reference, asked: PoseAsked, n: number): Result<Pose> {
  const placed = place(reference, asked, n);
  if (!placed.ok) return placed;
  const { slope, wheelbaseMm, rakeDeg, frontRadiusMm, onGround, pivot, rear } = placed.value;
  const mass = onGround({ x: reference.centreOfMass.forwardMm, y: reference.centreOfMass.heightMm });
  if (!(mass.y > 0)) return err('wheels-apart', ['states', n, 'frontTravelMm']);
  const normalTrailMm = frontRadiusMm * Math.sin(radians(rakeDeg)) - reference.forkOffsetMm;
  const transferTangent = mass.y / wheelbaseMm;
  const pose: Pose = {
    name: asked.name,
    pitchDeg: -degrees(slope),
    rakeDeg,
    trailMm: normalTrailMm / Math.cos(radians(rakeDeg)),
    normalTrailMm,
    wheelbaseMm,
    swingArmAngleDeg: angleDegOf(minus(pivot, rear)),
    centreOfMassHeightMm: mass.y,
    centreOfMassForwardMm: mass.x,
    loadTransferAngleDeg: degrees(Math.atan(transferTangent)),
  };
  if (!reference.drive) return ok(pose);
  const drive = squat(placed.value, reference.drive, transferTangent);
  if (!drive) return err('sprockets-overlap', ['reference', 'drive', 'countershaft']);
  return ok({ ...pose, ...drive });
}

/** The reference as a state of its own: what the maker's sheet gives. */
export const AS_EXTENDED: PoseAsked = { name: 'extended', frontTravelMm: 0, rearTravelMm: 0, forkThroughClampMm: 0 };

/**
 * The machine in the plane at each state asked: both tyres on level ground, fork slid and arm swung by the travel, the frame pitched to fit.
 * @returns states in the order asked; lengths in mm, angles in degrees, shares plain
 * Errors: arm-upright (the arm would stand upright), wheels-apart (no level ground lies under both tyres as asked), sprockets-overlap.
 * Source: plane kinematics; trail (R·sin ε − o)/cos ε, load-transfer and squat lines as in Cossalter, Motorcycle Dynamics, ch. 6 (from memory).
 */
export function geometry(request: {
  reference: Reference;
  states: PoseAsked[];
}): Result<{ states: Pose[]; warnings: Warning[]; working: WorkingStep[] }> {
  const states: Pose[] = [];
  for (const [n, asked] of request.states.entries()) {
    const pose = poseOf(request.reference, asked, n);
    if (!pose.ok) return pose;
    states.push(pose.value);
  }
  return ok({ states, warnings: [], working: states.flatMap((pose) => workingOf(request.reference, pose)) });
}

function workingOf(reference: Reference, pose: Pose): WorkingStep[] {
  const steps: WorkingStep[] = [
    {
      label: `Trail, ${pose.name}`,
      formula: '(R·sin ε − o) / cos ε',
      inputs: [given('rake ε', pose.rakeDeg, '°', 'computed'), given('fork offset o', reference.forkOffsetMm, 'mm', 'sheet')],
      result: pose.trailMm,
      unit: 'mm',
      source: 'Cossalter, Motorcycle Dynamics, ch. 1 (from memory)',
    },
  ];
  if (pose.antiSquatShare === undefined) return steps;
  return [
    ...steps,
    {
      label: `Anti-squat, ${pose.name}`,
      formula: 'tan(squat line) / tan(load-transfer line)',
      inputs: [
        given('squat line', pose.squatAngleDeg!, '°', 'computed'),
        given('load-transfer line', pose.loadTransferAngleDeg, '°', 'computed'),
      ],
      result: pose.antiSquatShare,
      unit: '',
      source: 'Cossalter, Motorcycle Dynamics, ch. 6 (from memory)',
    },
  ];
}

/** Where everything stands at one pose, for the side view. Errors: as geometry. */
export function drawn(reference: Reference, asked: PoseAsked): Result<PoseDrawn> {
  const placed = place(reference, asked, 0);
  if (!placed.ok) return placed;
  const { front, rear, pivot, onGround, rakeDeg, frontRadiusMm, rearRadiusMm } = placed.value;
  const rake = radians(rakeDeg);
  const up = { x: -Math.sin(rake), y: Math.cos(rake) };
  const onAxis = { x: front.x - reference.forkOffsetMm * Math.cos(rake), y: front.y - reference.forkOffsetMm * Math.sin(rake) };
  const along = (mm: number) => ({ x: onAxis.x + up.x * mm, y: onAxis.y + up.y * mm });
  const { drive } = reference;
  return ok({
    rearAxle: rear,
    frontAxle: front,
    pivot,
    countershaft: drive ? onGround({ x: drive.countershaft.forwardMm, y: drive.countershaft.heightMm }) : null,
    centreOfMass: onGround({ x: reference.centreOfMass.forwardMm, y: reference.centreOfMass.heightMm }),
    steeringTop: along(STEERING_DRAWN_MM),
    steeringGround: along(-onAxis.y / up.y),
    frontTyreRadiusMm: frontRadiusMm,
    rearTyreRadiusMm: rearRadiusMm,
  });
}
