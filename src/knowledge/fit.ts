import type { FitItem } from '@/catalogue/fields/ask';

/** The rider's fit: how each is looked at, and what it feels like when it is wrong. Common practice, no source. */
export const FIT: Readonly<Record<FitItem, { look: string; wrong: string }>> = {
  bar: {
    look: 'Standing, eyes ahead: the bar lies in line with the fork, the wrists straight.',
    wrong: 'Rolled back it pulls the weight off the front wheel; rolled forward it tires the wrists.',
  },
  leverLeft: {
    look: 'Finger on the lever, wrist straight, as it is mostly ridden: sitting or standing.',
    wrong: 'Too high cramps the forearm standing; too low sitting.',
  },
  leverRight: {
    look: 'The same as the left, so that both hands stand alike.',
    wrong: 'A hand that reaches pulls at the bar when it brakes.',
  },
  reachLeft: {
    look: 'The first joint of the finger lies on the lever without the hand moving.',
    wrong: 'A reach too long makes the clutch jerk, and the rear with it.',
  },
  reachRight: {
    look: 'The first joint of the finger lies on the lever without the hand moving.',
    wrong: 'A reach too long makes the brake grab: the front dives at once.',
  },
  brakeFree: {
    look: 'Free play at the lever’s end, by the maker’s manual.',
    wrong: 'None drags and heats; too much grabs late. Brakes are the maker’s manual’s.',
  },
  clutchFree: {
    look: 'Free play at the lever, bar straight and at both locks.',
    wrong: 'None slips; too much drags: the drive comes in jerks.',
  },
  footBrake: {
    look: 'Sole on the peg, pedal just under the toe, standing and sitting.',
    wrong: 'Too high brakes over bumps; too low is found late.',
  },
  gearLever: { look: 'The boot goes under it without lifting the foot.', wrong: 'Missed gears, weight taken off the pegs.' },
  seat: {
    look: 'Knees and hips in the ride as it is: room to move back on the brakes, forward in bends.',
    wrong: 'A step or a hollow holds the rider where the machine does not want him.',
  },
};
