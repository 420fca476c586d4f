/** @jest-environment node */
import { renderToStaticMarkup } from 'react-dom/server';
import type { PoseDrawn } from '@/core/geometry/geometry';
import { type Rolled, Rolling } from './Rolling';

/** The rolling machine is drawn from the ride's own figures, to one scale. */

const REST: PoseDrawn = {
  rearAxle: { x: 0, y: 320 },
  frontAxle: { x: 1450, y: 340 },
  pivot: { x: 560, y: 400 },
  countershaft: null,
  centreOfMass: { x: 700, y: 620 },
  steeringTop: { x: 1180, y: 930 },
  steeringGround: { x: 1560, y: 0 },
  frontTyreRadiusMm: 340,
  rearTyreRadiusMm: 320,
};
const ride = (more: Partial<Rolled['frames']>): Rolled => ({
  frames: {
    everyS: 1 / 60,
    placeM: [10],
    frontTravelMm: [70],
    rearTravelMm: [100],
    frontTyreN: [900],
    rearTyreN: [1100],
    frontRoadMm: [0],
    rearRoadMm: [0],
    bodyMm: [0],
    riderMm: [0],
    pitchDeg: [0],
    ...more,
  },
  planar: { aheadM: 0.75, behindM: 0.7, scale: { front: 1.12, rear: 1 } },
  restMm: { front: 70, rear: 100 },
});
const drawn = (of: Rolled, road = (_: number) => 0, ghost: Rolled | null = null) =>
  renderToStaticMarkup(<Rolling rest={REST} ride={of} ghost={ghost} at={0} road={road} description="so it stands" />);
/** Height of the axles above the road's mean, rear and front; the picture's y goes down from 1780. */
const axles = (svg: string) =>
  [...svg.matchAll(/<circle cx="([-\d.]+)" cy="([-\d.]+)" r="(312|332)"/g)].map(([, , cy]) => 1780 - Number(cy));

test('at rest both wheels stand on the road; pressed in, a wheel comes up by what its travel is, a fork by less than its leg', () => {
  expect(axles(drawn(ride({})))).toEqual([320, 340]);
  expect(axles(drawn(ride({ rearTravelMm: [130] })))).toEqual([350, 340]);
  expect(axles(drawn(ride({ frontTravelMm: [126] })))).toEqual([320, expect.closeTo(340 + 56 / 1.12, 9)]);
});

test('the body takes its wheels along, and pitch lifts the front as it sinks the rear', () => {
  expect(axles(drawn(ride({ bodyMm: [25] })))).toEqual([345, 365]);
  const [rear, front] = axles(drawn(ride({ pitchDeg: [2] })));
  expect(front! - 340).toBeCloseTo((750 * 2 * Math.PI) / 180, 6);
  expect(rear! - 320).toBeCloseTo((-700 * 2 * Math.PI) / 180, 6);
});

test('a wheel off the ground says so; the picture rides along at the mean height; a ghost is drawn faint over the same ground', () => {
  expect(drawn(ride({}))).not.toContain('off the ground');
  expect(drawn(ride({ frontTyreN: [0] }))).toContain('off the ground');
  expect(axles(drawn(ride({ bodyMm: [500] }), () => 500))).toEqual([320, 340]);
  const both = drawn(ride({}), undefined, ride({ rearTravelMm: [150] }));
  expect(axles(both)).toEqual([370, 340, 320, 340]);
  expect(both).toContain('aria-label="so it stands"');
});
