import type { End } from '@/catalogue/ends';

/** The cautions of the trade, each at the step where the work can hurt somebody. Common practice; the maker's manual, local rules and licensed practice decide. */
export const CAUTIONS = {
  lifting: 'Stand the machine on a secured stand before lifting or pressing it; a second person holds it.',
  springs:
    'A compressed spring holds more than half a tonne. Use a rated compressor with its guard, and never stand in line with the spring.',
  caps: 'Fork caps fly when the last thread lets go. Cover them and wear eye protection.',
  cartridge: 'The spring of a cartridge stays compressed under its cap: hold it back and free the rod’s nut before anything comes out.',
  legs: 'One leg out leaves the wheel to the other: hold the machine by its frame on a stand, and do not roll it.',
  hot: 'Oil straight from a ride burns. Let the damper cool before it is opened, and point a rod away from faces: oil shoots from it.',
  gas: 'Nitrogen only. Release the gas before opening; never heat or drill a charged body.',
  brakes: 'Support the calipers, never hang them by the hose. Change nothing on brake-operated parts without the maker and local law.',
  torque: 'The maker’s manual decides every torque. Record what the wrench showed and where the figure came from.',
  mass: 'Never above the plated mass or an axle’s limit, whatever the spring.',
  oil: 'Spent oil goes to disposal by local rules.',
  afterwards: 'After any change: a bed-in ride, then check every torque again.',
  licence: 'Mavrin advises a trained technician. It does not replace the service manual or licensed practice.',
} as const;

export type CautionName = keyof typeof CAUTIONS;

/** What can hurt where the spring of an end is taken out: a shock's needs the compressor, a fork's has its cap, its cartridge and the other leg. */
export const SPRING_CAUTIONS = {
  rear: ['springs'],
  front: ['caps', 'cartridge', 'legs'],
} as const satisfies Record<End, readonly CautionName[]>;
