import fc from 'fast-check';
import { chainPitches, pitchRadiusMm } from './drive';
import { AS_EXTENDED, drawn, geometry, type PoseAsked, type Reference } from './geometry';
import { radians } from './plane';
import { photoPlaces } from './photo';
import { sprocketChange, topGear } from './sprockets';

const REFERENCE: Reference = {
  wheelbaseMm: 1400,
  rakeDeg: 25,
  forkOffsetMm: 30,
  frontTyreRadiusMm: 300,
  rearTyreRadiusMm: 310,
  swingArmPivot: { forwardMm: 560, heightMm: 400 },
  drive: { countershaft: { forwardMm: 640, heightMm: 420 }, frontTeeth: 15, rearTeeth: 45, chainPitchMm: 15.875 },
  centreOfMass: { forwardMm: 650, heightMm: 620 },
};
const pose = (asked: Partial<PoseAsked> = {}, reference: Reference = REFERENCE) => {
  const found = geometry({ reference, states: [{ ...AS_EXTENDED, ...asked }] });
  if (!found.ok) throw new Error(found.issue.code);
  return found.value.states[0]!;
};
const refused = (asked: Partial<PoseAsked>, reference: Reference = REFERENCE) => {
  const found = geometry({ reference, states: [{ ...AS_EXTENDED, ...asked }] });
  return found.ok ? null : [found.issue.code, ...found.issue.path].join('.');
};

test('at the reference the figures are the sheet’s own, and the trail the textbook’s', () => {
  const at = pose();
  expect([at.pitchDeg, at.rakeDeg, at.wheelbaseMm, at.centreOfMassHeightMm]).toEqual([0, 25, 1400, 620].map((x) => expect.closeTo(x, 9)));
  // (300·sin 25° − 30)/cos 25°, worked on paper with sin 25° = 0.422618, cos 25° = 0.906308.
  expect([at.normalTrailMm, at.trailMm]).toEqual([expect.closeTo(96.7855, 3), expect.closeTo(106.791, 3)]);
  expect(at.swingArmAngleDeg).toBeCloseTo((Math.atan2(90, 560) * 180) / Math.PI, 9);
  expect(Math.tan(radians(at.loadTransferAngleDeg))).toBeCloseTo(620 / 1400, 12);
});

test('both ends pressed alike in height leave the pitch; a fork through its clamps is a fork pressed', () => {
  const square = { ...REFERENCE, rakeDeg: 0 };
  expect(pose({ frontTravelMm: 40, rearTravelMm: 40 }, square).pitchDeg).toBeCloseTo(0, 9);
  expect(pose({ frontTravelMm: 40, rearTravelMm: 40 }, square).centreOfMassHeightMm).toBeCloseTo(580, 9);
  expect({ ...pose({ forkThroughClampMm: 12 }), name: '' }).toEqual({ ...pose({ frontTravelMm: 12 }), name: '' });
  expect(pose({ frontTravelMm: 50 }).rakeDeg).toBeLessThan(25);
  expect(pose({ rearTravelMm: 50 }).rakeDeg).toBeGreaterThan(25);
  // A larger front tyre alone lifts the nose by its growth over the wheelbase (to first order).
  expect(radians(pose({ frontTyreRadiusMm: 310 }).pitchDeg)).toBeCloseTo(10 / 1400, 4);
});

test('the drawing carries the same figures: tyres on the ground, trail and rake as measured on it', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 0, max: 120, noNaN: true }),
      fc.double({ min: 0, max: 120, noNaN: true }),
      (frontTravelMm, rearTravelMm) => {
        const asked = { ...AS_EXTENDED, frontTravelMm, rearTravelMm };
        const view = drawn(REFERENCE, asked);
        const at = pose(asked);
        if (!view.ok) throw new Error(view.issue.code);
        const { rearAxle, frontAxle, steeringGround, steeringTop, pivot } = view.value;
        expect([rearAxle.x, rearAxle.y, frontAxle.y]).toEqual([0, 310, 300].map((x) => expect.closeTo(x, 9)));
        expect(frontAxle.x).toBeCloseTo(at.wheelbaseMm, 9);
        expect(steeringGround.x - frontAxle.x).toBeCloseTo(at.trailMm, 6);
        expect((Math.atan2(steeringGround.x - steeringTop.x, steeringTop.y) * 180) / Math.PI).toBeCloseTo(at.rakeDeg, 9);
        expect(Math.hypot(pivot.x - rearAxle.x, pivot.y - rearAxle.y)).toBeCloseTo(Math.hypot(560, 90), 9);
      },
    ),
  );
});

/**
 * How the ground's material point under the rear tyre moves when the arm swings with the countershaft held: the chain keeps its length, so the
 * wheel turns with it. A force at the contact that does no work on that path lifts or sinks nothing: its slope is the squat line's.
 */
function contactPath(reference: Reference, travelMm: number): { x: number; y: number } {
  const { swingArmPivot: pivot, drive, rearTyreRadiusMm } = reference;
  const armMm = Math.hypot(pivot.forwardMm, pivot.heightMm - rearTyreRadiusMm);
  const [big, small] = [drive!.rearTeeth, drive!.frontTeeth].map((n) => pitchRadiusMm(n, drive!.chainPitchMm)) as [number, number];
  const at = (z: number) => {
    const rise = rearTyreRadiusMm + z - pivot.heightMm;
    const axle = { x: pivot.forwardMm - Math.sqrt(armMm ** 2 - rise ** 2), y: pivot.heightMm + rise };
    const [dx, dy] = [drive!.countershaft.forwardMm - axle.x, drive!.countershaft.heightMm - axle.y];
    const distance = Math.hypot(dx, dy);
    const angle = Math.atan2(dy, dx) - Math.asin((big - small) / distance);
    // Run plus wraps from a tooth of each sprocket: constant, which gives the turn of the rear one.
    return { axle, turn: (Math.sqrt(distance ** 2 - (big - small) ** 2) - (big - small) * angle) / -big };
  };
  const step = 1e-3;
  const [before, after] = [at(travelMm - step), at(travelMm + step)];
  const turn = (after.turn - before.turn) / (2 * step);
  // The contact stands under the axle by the tyre's radius; turning to the left moves it forward.
  return {
    x: (after.axle.x - before.axle.x) / (2 * step) + turn * rearTyreRadiusMm,
    y: (after.axle.y - before.axle.y) / (2 * step),
  };
}

test('anti-squat by construction is anti-squat by virtual work', () => {
  fc.assert(
    fc.property(
      fc.double({ min: 380, max: 440, noNaN: true }),
      fc.double({ min: 395, max: 450, noNaN: true }),
      fc.integer({ min: 12, max: 17 }),
      fc.double({ min: 1, max: 60, noNaN: true }),
      (heightMm, shaftMm, frontTeeth, z) => {
        const reference: Reference = {
          ...REFERENCE,
          rakeDeg: 0,
          swingArmPivot: { forwardMm: 560, heightMm },
          drive: { ...REFERENCE.drive!, frontTeeth, countershaft: { forwardMm: 640, heightMm: shaftMm } },
        };
        // Both ends pressed alike: the frame stays level and its directions are the ground's.
        const at = pose({ frontTravelMm: z, rearTravelMm: z }, reference);
        const path = contactPath(reference, z);
        expect(Math.tan(radians(at.squatAngleDeg!))).toBeCloseTo(-path.x / path.y, 4);
        expect(at.antiSquatShare).toBeCloseTo(Math.tan(radians(at.squatAngleDeg!)) / (at.centreOfMassHeightMm / at.wheelbaseMm), 9);
      },
    ),
  );
});

test('a run alongside the arm crosses nowhere and squats by the arm’s own line; a smaller front sprocket gives more anti-squat', () => {
  const slope = Math.atan2(90, 560);
  const shaft = { x: 640 * Math.cos(slope), y: 310 + 640 * Math.sin(slope) };
  const drive = { countershaft: { forwardMm: shaft.x, heightMm: shaft.y }, frontTeeth: 15, rearTeeth: 15, chainPitchMm: 15.875 };
  const at = pose({}, { ...REFERENCE, drive });
  expect([at.instantCentre, at.squatAngleDeg]).toEqual([null, expect.closeTo(at.swingArmAngleDeg, 9)]);
  const teeth = (frontTeeth: number) => pose({}, { ...REFERENCE, drive: { ...REFERENCE.drive!, frontTeeth } }).antiSquatShare!;
  expect([teeth(14) > teeth(15), teeth(15) > teeth(16)]).toEqual([true, true]);
  expect(pose({}, { ...REFERENCE, drive: undefined }).antiSquatShare).toBeUndefined();
});

test('a chain over two like sprockets is twice the distance and once around', () => {
  const drive = { ...REFERENCE.drive!, frontTeeth: 20, rearTeeth: 20 };
  expect(chainPitches(600, drive)).toBeCloseTo((1200 + 2 * Math.PI * pitchRadiusMm(20, 15.875)) / 15.875, 9);
});

test('what cannot stand is refused at its field', () => {
  expect(refused({ rearTravelMm: 700 })).toBe('arm-upright.states.0.rearTravelMm');
  expect(refused({ frontTravelMm: 4000 })).toBe('wheels-apart.states.0.frontTravelMm');
  expect(refused({}, { ...REFERENCE, drive: { ...REFERENCE.drive!, countershaft: { forwardMm: 60, heightMm: 320 } } })).toBe(
    'sprockets-overlap.reference.drive.countershaft',
  );
});

describe('other sprockets', () => {
  const drive = REFERENCE.drive!;
  const changed = (teeth: { front: number; rear: number }, of = drive, distanceMm = 600) => {
    const found = sprocketChange(of, distanceMm, teeth);
    if (!found.ok) throw new Error(JSON.stringify(found.issue));
    return found.value;
  };

  test('like sprockets made larger alike: the chain goes once around more of each, and the axle comes in by half of that, by closed form', () => {
    const like = { ...drive, frontTeeth: 20, rearTeeth: 20 };
    const { axleBackMm, revsShare } = changed({ front: 24, rear: 24 }, like);
    expect(axleBackMm).toBeCloseTo(-Math.PI * (pitchRadiusMm(24, 15.875) - pitchRadiusMm(20, 15.875)), 6);
    expect(revsShare).toBe(1);
  });

  test('whatever the teeth, the chain that is on fits where the axle then stands; more teeth at the rear turn the engine faster in their ratio', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 11, max: 18 }),
        fc.integer({ min: 36, max: 54 }),
        fc.double({ min: 520, max: 720, noNaN: true }),
        (front, rear, distanceMm) => {
          const { axleBackMm, ratio, revsShare, links } = changed({ front, rear }, drive, distanceMm);
          const after = { ...drive, frontTeeth: front, rearTeeth: rear };
          expect(chainPitches(distanceMm + axleBackMm!, after)).toBeCloseTo(chainPitches(distanceMm, drive), 6);
          expect(ratio).toEqual({ before: 3, after: rear / front });
          expect(revsShare).toBeCloseTo(rear / front / 3, 12);
          expect(links.after % 2).toBe(0);
          expect(links.after - chainPitches(distanceMm, after)).toBeGreaterThanOrEqual(-1e-6);
        },
      ),
    );
  });

  test('what does not go together is refused at its teeth', () => {
    const code = (teeth: { front: number; rear: number }, distanceMm = 600) => {
      const found = sprocketChange(drive, distanceMm, teeth);
      return found.ok ? 'ok' : `${found.issue.code} ${found.issue.path.join('.')}`;
    };
    expect([code({ front: 4, rear: 45 }), code({ front: 15, rear: 45.5 }), code({ front: 15, rear: 45 }, 140)]).toEqual([
      'out-of-range teeth.front',
      'out-of-range teeth.rear',
      'sprockets-overlap teeth',
    ]);
  });
});

test('gearing: speed and revs of top gear are each other’s inverse, and a lower final drive runs faster at the same revs', () => {
  const gearing = { primary: 1.9, topGear: 0.95, rearTyreRadiusMm: 318 };
  const stock = topGear(gearing, 45 / 15);
  // By hand: one turn of the wheel takes 1.9·0.95·3 of the engine; 9000 a minute · 2π·0.318 m · 60 / 5.415 / 1000.
  expect(stock.kmhAt(9000)).toBeCloseTo((9000 * 2 * Math.PI * 0.318 * 60) / (1.9 * 0.95 * 3) / 1000, 9);
  expect(stock.revsAt(stock.kmhAt(7300))).toBeCloseTo(7300, 9);
  expect(topGear(gearing, 45 / 16).kmhAt(9000) / stock.kmhAt(9000)).toBeCloseTo(16 / 15, 12);
});

describe('places from a photo', () => {
  // A machine of 1400 mm between its axles, photographed at 2 mm a point, tilted by 3°, its front at the left.
  const tilt = (3 * Math.PI) / 180;
  const shot = (x: number, y: number) => ({
    x: 900 - (x * Math.cos(tilt) - y * Math.sin(tilt)) / 2,
    y: 700 - (y * Math.cos(tilt) + x * Math.sin(tilt)) / 2,
  });
  const asked = {
    known: [shot(0, 0), shot(1400, 0)] as const,
    distanceMm: 1400,
    isLevel: true,
    facesRight: false,
    origin: shot(560, 75),
    points: [shot(0, 0), shot(420, 410)],
    tapped: 2,
  };
  test('are the machine’s own, turned level and counted forward and up of the pivot', () => {
    const found = photoPlaces(asked);
    if (!found.ok) throw new Error(found.issue.code);
    const [axle, upper] = found.value.places as [{ x: number; y: number }, { x: number; y: number }];
    expect([axle.x, axle.y, upper.x, upper.y]).toEqual([-560, -75, -140, 335].map((v) => expect.closeTo(v, 6)));
    // Two taps of 2 points each, 2 mm a point, and the scale's on 565 mm: 2·√((√2·4)² + (√2·2·565/700)²).
    const far = Math.hypot(560, 75);
    expect(found.value.uncertaintyMm).toBeCloseTo(2 * Math.hypot(Math.SQRT2 * 4, (Math.SQRT2 * 2 * far) / 700), 6);
  });
  test('need a distance, and two points apart', () => {
    expect(photoPlaces({ ...asked, distanceMm: 0 })).toMatchObject({ ok: false, issue: { code: 'out-of-range', path: ['distanceMm'] } });
    expect(photoPlaces({ ...asked, known: [shot(0, 0), shot(5, 0)] })).toMatchObject({ ok: false, issue: { code: 'points-too-near' } });
  });
});
