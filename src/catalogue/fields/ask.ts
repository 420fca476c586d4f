import { USE_NAMES } from '../uses';
import { choice, count, distance, fuel, length, mass, pressure, text } from './kinds';
import { SETUP_FIELDS, withPrefix } from './setup';

const KM = 1e6;

export const LUGGAGE_PLACES = {
  panniers: 'Panniers',
  'top-box': 'Top box',
  tail: 'Tail bag',
  'tank-bag': 'Tank bag',
  tank: 'On the tank',
  tools: 'Tools',
  water: 'Water',
};

export const COMPLAINT_PHRASES = {
  'harsh-small': 'Harsh on small bumps',
  'harsh-braking': 'Harsh on the brakes',
  bottoms: 'Bottoms, metal clunk',
  dives: 'Dives, nose-low downhill',
  'turns-in': 'Knifes or tucks in, turns too sharply',
  wide: 'Runs wide, wanders',
  kicks: 'Kicks, lifts the rider off the seat',
  packs: 'Packs down over repeated bumps',
  wallows: 'Wallows in the corner',
  seesaws: 'See-saws, ends out of step',
  squats: 'Squats and spins, heavy hands',
  'fork-still': 'Fork hardly moves',
  skips: 'Skips when loaded',
  tall: 'Too tall, toes only',
  'legs-differ': 'Legs differ',
  'clickers-dead': 'Clickers do nothing',
  fades: 'Fades when hot',
};

export const COMPLAINT_PLACES = {
  entry: 'Entry',
  mid: 'Mid-corner',
  exit: 'Exit',
  straight: 'Straight',
  braking: 'Braking',
  accelerating: 'Accelerating',
  landing: 'Landing',
  downhill: 'Downhill',
  chop: 'Small chop',
  repeated: 'Repeated bumps',
  'big-hits': 'Big hits',
  loaded: 'Loaded',
  hot: 'When hot',
  standing: 'Standing still',
};

export const COMPLAINT_ENDS = { front: 'Front', rear: 'Rear', both: 'Both', unsure: 'Not sure' };

export const COMPLAINT_BAD = {
  noticed: 'Noticed',
  tires: 'Tires the rider',
  spoils: 'Spoils the ride',
  frightens: 'Frightens the rider',
};

export const COMPLAINT_SINCE = {
  always: 'As long as it is owned',
  bought: 'Since it was bought',
  service: 'Since work on it',
  fall: 'Since a fall',
  tyres: 'Since new tyres',
  load: 'Since more load or another rider',
  gradual: 'Came on slowly',
  sudden: 'All at once',
};

export const ASK_RIDER = [
  mass('rider.mass', 'Rider in full gear', [10, 400], [40, 160]),
  mass('passenger.mass', 'Passenger in full gear', [5, 400], [20, 150], { hint: 'leave empty when riding solo' }),
  length('rider.inside', 'Inside leg', [300, 1300], [600, 1000], { hint: 'in riding boots; for reach to the ground' }),
  length('rider.at', 'Rider’s seat, forward of the rear axle', [-500, 2000], [300, 900], { hint: 'usual place until measured' }),
  length('passenger.at', 'Passenger, forward of the rear axle', [-500, 2000], [-100, 600], { hint: 'usual place until measured' }),
  fuel('fuel.more', 'Fuel against the weighed state', [-40e6, 40e6], [-25e6, 25e6], { hint: 'more is +, less is −' }),
  choice('fuel.state', 'Fuel when weighed and measured', { full: 'Full', half: 'Half', reserve: 'Reserve', unknown: 'Not noted' }),
];

/** Kinds of ground a ride is shared out to; what each asks for stands in the book (knowledge/ground.ts). */
export const GROUND_NAMES = {
  smooth: 'Smooth tarmac',
  broken: 'Broken tarmac',
  cobbles: 'Cobbles and kerbs',
  gravel: 'Gravel and hard-pack',
  sand: 'Sand and mud',
  rocks: 'Rocks and roots',
  whoops: 'Whoops and braking bumps',
  jumps: 'Jumps',
  circuit: 'Circuit',
} as const;
export type GroundId = keyof typeof GROUND_NAMES;
export const GROUND_IDS = Object.keys(GROUND_NAMES) as GroundId[];
const ASK_GROUND = GROUND_IDS.map((id) => count(`ground.${id}`, GROUND_NAMES[id], '%', [0, 100], [0, 100]));

/** Which load springs are chosen for. */
export const LOAD_SCHOOLS = {
  'as-ridden': 'As it is ridden most',
  solo: 'Solo, the ring carries the rest',
  'no-ring': 'No ring for the passenger',
} as const;
/** How it is loaded: shares of the riding, taken in proportion. */
export const ASK_LOADS = [
  count('load.solo', 'Solo', '%', [0, 100], [0, 100]),
  count('load.luggage', 'With luggage', '%', [0, 100], [0, 100]),
  count('load.two-up', 'Two-up', '%', [0, 100], [0, 100]),
  count('load.two-up-luggage', 'Two-up with luggage', '%', [0, 100], [0, 100]),
  choice('load.school', 'Springs are chosen for', LOAD_SCHOOLS),
];

export const ASK_RIDE = [
  choice('use', 'Use', USE_NAMES),
  text('terrain', 'Terrain, in the rider’s words', { hint: 'for example: quarry tracks 70, lanes 30', maxLength: 160 }),
  choice('pace', 'Pace', { easy: 'Easy', steady: 'Steady', quick: 'Quick', race: 'Race' }),
  choice('experience', 'Experience', { learning: 'Learning', some: 'A few seasons', long: 'Long practised', racer: 'Racer' }),
  text('budget', 'Budget', { hint: 'in the customer’s words', maxLength: 160 }),
];

/** The rider's fit, in the order of the walk: hands, feet, seat. */
export const FIT_ITEMS = {
  bar: 'Bar rotation',
  leverLeft: 'Clutch lever, angle',
  leverRight: 'Brake lever, angle',
  reachLeft: 'Clutch lever, reach',
  reachRight: 'Brake lever, reach',
  brakeFree: 'Brake, free play',
  clutchFree: 'Clutch, free play',
  footBrake: 'Foot brake, height',
  gearLever: 'Gear lever, height',
  seat: 'Seat and place on it',
} as const;
export type FitItem = keyof typeof FIT_ITEMS;
export const FIT_KEYS = Object.keys(FIT_ITEMS) as FitItem[];
export const FIT_FOUND = { right: 'Right', wrong: 'Does not fit' };
const ASK_FIT = FIT_KEYS.flatMap((item) => [
  choice(`fit.${item}.found`, `${FIT_ITEMS[item]}, as found`, FIT_FOUND),
  text(`fit.${item}.set`, `${FIT_ITEMS[item]}, set to`, { maxLength: 80 }),
]);
export const FIT_LIMIT = text('fit.limit', 'What limits it', { maxLength: 200, hint: 'cables, hoses and wiring free from lock to lock' });

/** A complaint, as it is told when the machine comes in, and as it is told of a ride after the work. */
const complaintItem = <L extends 'complaint' | 'ride.told'>(list: L) => [
  choice(`${list}.n.phrase`, 'Complaint', COMPLAINT_PHRASES),
  choice(`${list}.n.place`, 'Where', COMPLAINT_PLACES),
  choice(`${list}.n.end`, 'Which end', COMPLAINT_ENDS),
  choice(`${list}.n.bad`, 'How bad', COMPLAINT_BAD),
  choice(`${list}.n.since`, 'Since when', COMPLAINT_SINCE),
  text(`${list}.n.words`, 'In the rider’s words', { maxLength: 300 }),
];
export const COMPLAINT_ITEM = complaintItem('complaint');
/** Told after the machine was handed back: it belongs to the rides, and ranks the causes anew. */
export const TOLD_ITEM = complaintItem('ride.told');

export const LUGGAGE_ITEM = [
  choice('luggage.n.place', 'Place', LUGGAGE_PLACES),
  mass('luggage.n.mass', 'Mass', [0, 200], [0.5, 60]),
  length('luggage.n.at', 'Forward of the rear axle', [-1500, 3000], [-600, 1600], {
    hint: 'minus is behind it; usual place until measured',
  }),
];

export const ASK_CONDITION = [
  distance('clock.distance', 'Odometer', [0, 3e6 * KM], [0, 150_000 * KM]),
  count('clock.hours', 'Engine hours', 'h', [0, 100_000], [0, 3000]),
  distance('found.sinceService', 'Distance since suspension service', [0, 1e6 * KM], [0, 60_000 * KM]),
  pressure('found.tyre.rear', 'Rear tyre pressure', [0, 1], [0.05, 0.35], { end: 'rear' }),
  text('found.tread.rear', 'Rear tyre wear', { end: 'rear', maxLength: 80 }),
  pressure('found.tyre.front', 'Front tyre pressure', [0, 1], [0.05, 0.35], { end: 'front' }),
  text('found.tread.front', 'Front tyre wear', { end: 'front', maxLength: 80 }),
  text('found.controls', 'Fit of bar and levers', { maxLength: 160 }),
];

export const ASK_FIELDS = [
  ...ASK_RIDER,
  ...ASK_RIDE,
  ...ASK_LOADS,
  ...ASK_GROUND,
  ...ASK_FIT,
  FIT_LIMIT,
  ...COMPLAINT_ITEM,
  ...LUGGAGE_ITEM,
  ...ASK_CONDITION,
  ...withPrefix('found', SETUP_FIELDS),
];
