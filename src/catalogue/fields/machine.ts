import { MACHINE_DAMPERS } from './damper';
import { END_NAMES, ENDS } from '../ends';
import { SETUP_FIELDS, withPrefix } from './setup';
import { angle, choice, count, distance, length, mass, pressure, rate, text, volume } from './kinds';

const KM = 1e6;
const ML = 1000;

/** The machine's name: what it is known and found by. */
export const MACHINE_IDENTITY = [
  text('machine.make', 'Make', { maxLength: 60 }),
  text('machine.model', 'Model', { maxLength: 60 }),
  count('machine.year', 'Year', '', [1900, 2100], [1965, 2030]),
  text('machine.registration', 'Registration', { maxLength: 30 }),
  text('machine.frame', 'Frame number', { maxLength: 40 }),
];

/** Which machines share their figures: those of one make and model, unless it is said otherwise here. */
export const MACHINE_MODEL = [
  text('machine.family', 'Counts as model', { maxLength: 120, hint: 'only where make and model are written otherwise' }),
  choice('machine.alone', 'With others of its model', { no: 'shares their figures', yes: 'stands apart' }),
];

/** Kinds of machine; what is usual of each stands in the book (knowledge/kinds.ts). */
export const MACHINE_TYPES = {
  small: 'Light commuter',
  minibike: 'Minibike',
  trail: 'Trail single',
  enduro: 'Enduro',
  motocross: 'Motocross',
  supermoto: 'Supermoto',
  rally: 'Rally and adventure twin',
  dual: 'Road-going dirt machine',
  road: 'Road twin or four',
  racer: 'Sport and circuit',
  tourer: 'Heavy tourer',
  cruiser: 'Cruiser with two shocks',
};
export type MachineType = keyof typeof MACHINE_TYPES;

/** How preload is set where it is: said once, and a fork without an adjuster is asked for its spacer instead. */
const ADJUSTERS = {
  rear: { yes: 'By a ring or knob', no: 'Not at all' },
  front: { yes: 'By an adjuster', no: 'By the spacer alone' },
} as const;

/** Which clickers there are: what a machine lacks is asked for nowhere. */
const CLICKERS_FITTED = {
  rear: { all: 'Rebound, slow and fast compression', two: 'Rebound and compression', rebound: 'Rebound only', none: 'None' },
  front: { two: 'Rebound and compression', rebound: 'Rebound only', none: 'None' },
} as const;

export const MACHINE_FIGURES = [
  distance('machine.distance', 'Distance run', [0, 2e6 * KM], [0, 300_000 * KM]),
  choice('machine.type', 'Kind of machine', MACHINE_TYPES, { hint: 'its usual figures stand in until measured' }),
  length('machine.travel.rear', 'Rear wheel travel', [10, 600], [60, 350], { end: 'rear', hint: 'vertical, at the axle' }),
  length('machine.travel.front', 'Front wheel travel', [10, 600], [60, 350], { end: 'front', hint: 'along the leg' }),
  angle('machine.rake', 'Rake', [0, 60], [18, 36], { hint: 'from the vertical' }),
  count('machine.leverage', 'Leverage ratio', 'wheel : shock', [0.5, 10], [1, 4], { end: 'rear', hint: 'wheel travel over shock stroke' }),
  length('machine.shockStroke', 'Shock stroke, by tape', [5, 300], [25, 150], {
    end: 'rear',
    hint: 'of the whole wheel travel; gives the mean ratio until that is typed',
  }),
  length('machine.wheelbase', 'Wheelbase', [500, 3000], [1100, 1800]),
  mass('machine.weighed.rear', 'Rear wheel as weighed', [1, 1000], [30, 250], { end: 'rear', hint: 'no rider, machine level' }),
  mass('machine.weighed.front', 'Front wheel as weighed', [1, 1000], [30, 250], { end: 'front', hint: 'no rider, machine level' }),
  mass('machine.total', 'Whole machine, where no wheel was weighed', [20, 1500], [60, 450], {
    hint: 'shared out by an estimate, marked so',
  }),
  mass('machine.unsprung.rear', 'Unsprung mass, rear', [0, 200], [10, 45], { end: 'rear', hint: 'wheel, tyre, disc, swing-arm share' }),
  mass('machine.unsprung.front', 'Unsprung mass, front', [0, 200], [8, 35], { end: 'front', hint: 'wheel, tyre, disc, lower legs' }),
  mass('machine.plated', 'Plated maximum mass', [50, 3000], [150, 600], { hint: 'on the plate, machine and load together' }),
  mass('machine.limit.rear', 'Rear axle limit', [20, 2000], [100, 400], { end: 'rear', hint: 'on the plate or in the manual' }),
  mass('machine.limit.front', 'Front axle limit', [20, 2000], [80, 300], { end: 'front', hint: 'on the plate or in the manual' }),
  choice(
    'machine.forkSpring',
    'Fork spring layout',
    { both: 'One in each leg', one: 'In one leg only', air: 'Air, no spring' },
    { end: 'front' },
  ),
  ...ENDS.flatMap((end) => [
    choice(`machine.adjuster.${end}`, `${end === 'rear' ? 'Shock' : 'Fork'} preload is set`, ADJUSTERS[end], { end }),
    choice(`machine.clickers.${end}`, `${end === 'rear' ? 'Shock' : 'Fork'} clickers`, CLICKERS_FITTED[end], { end }),
  ]),
  length('machine.seat', 'Seat height', [300, 1300], [600, 1000], { hint: 'bare machine, on its wheels' }),
];

/** What the maker's sheet asks for: what came in is held against it. */
export const MACHINE_SHEET = [
  pressure('machine.tyre.rear', 'Rear tyre, maker’s pressure', [0, 1], [0.05, 0.35], { end: 'rear' }),
  pressure('machine.tyre.front', 'Front tyre, maker’s pressure', [0, 1], [0.05, 0.35], { end: 'front' }),
  length('machine.oilLevel', 'Fork oil, maker’s level', [0, 500], [60, 200], {
    end: 'front',
    hint: 'from the top, leg compressed, spring out',
  }),
  length('machine.sag.rear.static', 'Rear static sag, maker’s', [0, 300], [5, 60], { end: 'rear', hint: 'at the fuel he names' }),
  length('machine.sag.rear.rider', 'Rear rider sag, maker’s', [0, 400], [15, 120], { end: 'rear' }),
  length('machine.sag.front.static', 'Front static sag, maker’s', [0, 300], [5, 60], { end: 'front', hint: 'at the fuel he names' }),
  length('machine.sag.front.rider', 'Front rider sag, maker’s', [0, 400], [15, 120], { end: 'front' }),
  pressure('machine.gas', 'Shock gas, maker’s charge', [0, 5], [0.4, 2], { end: 'rear' }),
  length('machine.height', 'Fork tubes above the clamp, maker’s', [-100, 200], [0, 40], { end: 'front' }),
  choice('machine.antiDive', 'Brake-operated anti-dive', { no: 'None', yes: 'Fitted' }, { end: 'front' }),
];

/** The set-up the maker's manual gives, for the rider it names: the root of the lineage, and what anything else is held against. */
export const MACHINE_STANDARD = withPrefix('standard', SETUP_FIELDS);
export const MACHINE_STANDARD_FOR = [
  mass('standard.riderMass', 'Rider it is meant for', [20, 250], [55, 110]),
  text('standard.source', 'Where it stands', { maxLength: 120, hint: 'for example: owner’s manual, page 112' }),
  ...ENDS.flatMap((end) => [
    length(`standard.sag.${end}.static`, `${END_NAMES[end]} static sag`, [0, 200], [2, 60], { end, hint: 'as the maker asks for it' }),
    length(`standard.sag.${end}.rider`, `${END_NAMES[end]} rider sag`, [0, 300], [15, 130], { end, hint: 'as the maker asks for it' }),
  ]),
];

/** Frame, steering and drive at full extension: what height and length do to steering and drive rests on them. */
export const MACHINE_GEOMETRY = [
  length('machine.offset', 'Fork offset', [-50, 150], [10, 75], {
    end: 'front',
    hint: 'front axle ahead of the steering axis, square to it',
  }),
  length('machine.radius.front', 'Front tyre, radius', [150, 450], [230, 370], { end: 'front', hint: 'axle above the ground' }),
  length('machine.radius.rear', 'Rear tyre, radius', [150, 450], [230, 370], { end: 'rear', hint: 'axle above the ground' }),
  length('machine.pivot.forward', 'Swing-arm pivot, ahead of the rear axle', [150, 900], [350, 700], {
    end: 'rear',
    hint: 'or from the drawing of the linkage',
  }),
  length('machine.pivot.height', 'Swing-arm pivot, above the ground', [150, 900], [280, 620], { end: 'rear', hint: 'at full extension' }),
  length('machine.countershaft.forward', 'Countershaft, ahead of the rear axle', [200, 1000], [420, 780], { end: 'rear' }),
  length('machine.countershaft.height', 'Countershaft, above the ground', [150, 900], [280, 640], {
    end: 'rear',
    hint: 'at full extension',
  }),
  count('machine.teeth.front', 'Front sprocket', 'teeth', [5, 40], [9, 20], { end: 'rear', hint: 'empty for shaft or belt' }),
  count('machine.teeth.rear', 'Rear sprocket', 'teeth', [15, 100], [28, 60], { end: 'rear' }),
  count('machine.primary', 'Primary drive', 'to 1', [0.5, 5], [1.2, 3.5], { hint: 'turns of the engine for one of the gearbox' }),
  count('machine.gear.top', 'Top gear', 'to 1', [0.3, 3], [0.6, 1.3], { hint: 'as the maker gives it' }),
  count('machine.revLimit', 'Engine’s limit', 'a minute', [1000, 25000], [5000, 14500]),
  length('machine.mass.height', 'Centre of mass with rider, above the ground', [200, 1200], [450, 800], {
    hint: 'taken as usual until measured',
  }),
];

/** Service by the maker's own book: it stands before the shop's rules, and goes with the model. */
export const MACHINE_SERVICE = ENDS.flatMap((end) => {
  const name = end === 'rear' ? 'Shock' : 'Fork';
  const hint = 'the maker’s own; before the shop’s rule';
  return [
    count(`machine.service.${end}.km`, `${name} service every`, 'km', [100, 1e6], [2000, 60_000], { end, hint }),
    count(`machine.service.${end}.hours`, `${name} service every`, 'h', [1, 1e5], [10, 500], { end, hint }),
    count(`machine.service.${end}.months`, `${name} service every`, 'months', [1, 600], [6, 60], { end, hint }),
  ];
});

/** Loads this machine is ridden with again and again, kept by name: reckoned in every job beside what is declared there. */
export const MACHINE_CASE_ITEM = [
  text('machine.case.n.name', 'Load case', { maxLength: 40, hint: 'for example: ferry, two-up' }),
  mass('machine.case.n.passenger', 'Passenger', [0, 400], [20, 150]),
  mass('machine.case.n.panniers', 'Panniers', [0, 200], [0.5, 60]),
  mass('machine.case.n.topBox', 'Top box', [0, 200], [0.5, 60]),
  mass('machine.case.n.tail', 'Tail bag', [0, 200], [0.5, 60]),
  mass('machine.case.n.tankBag', 'Tank bag', [0, 200], [0.5, 60]),
];

export const LEVERAGE_KINDS = { constant: 'One constant ratio', table: 'Measured pairs', linkage: 'Pivot positions' };

/** Points of the rear end's drawing, at full extension. */
export const LINK_POINTS = {
  pivot: 'Swing-arm pivot',
  axle: 'Rear axle',
  upper: 'Shock, upper end',
  lower: 'Shock, lower end',
  rocker: 'Rocker pivot',
  rodRocker: 'Rod, end at the rocker',
  rodOther: 'Rod, other end',
} as const;
export type LinkPoint = keyof typeof LINK_POINTS;

const BODIES = { frame: 'on the frame', arm: 'on the swing-arm', rocker: 'on the rocker' };

export const MACHINE_LEVERAGE = [
  choice('machine.leverage.kind', 'Leverage known as', LEVERAGE_KINDS, { end: 'rear' }),
  text('machine.leverage.table', 'Wheel travel and shock stroke, pairs in mm', {
    end: 'rear',
    maxLength: 2000,
    lines: 7,
    hint: 'one pair a line, from full extension; paste from a spreadsheet',
  }),
  choice('machine.link.upper.on', 'Shock, upper end sits', BODIES, { end: 'rear' }),
  choice('machine.link.lower.on', 'Shock, lower end sits', BODIES, { end: 'rear' }),
  choice(
    'machine.link.rocker.on',
    'Rocker',
    { none: 'none, direct-mounted', frame: 'on the frame', arm: 'on the swing-arm' },
    { end: 'rear' },
  ),
  ...(Object.entries(LINK_POINTS) as [LinkPoint, string][]).flatMap(([key, name]) => [
    length(`machine.link.${key}.x`, `${name}, forward`, [-3000, 3000], [-900, 900], { end: 'rear' }),
    length(`machine.link.${key}.y`, `${name}, up`, [-2000, 2000], [-500, 700], { end: 'rear' }),
  ]),
];

/** An air fork's chambers: its pressure is what is recommended, in place of a rate. */
export const MACHINE_AIR_FORK = [
  choice('machine.air.legs', 'Air fork, air in', { one: 'One leg', both: 'Both legs' }, { end: 'front' }),
  length('machine.air.piston', 'Air fork, main piston', [10, 80], [20, 50], { end: 'front', hint: 'diameter the air presses on' }),
  length('machine.air.chamber', 'Air fork, main chamber', [50, 900], [150, 600], {
    end: 'front',
    hint: 'length at full extension: volume by area',
  }),
  length('machine.air.balance.piston', 'Balance chamber, piston', [5, 80], [10, 45], { end: 'front', hint: 'empty where there is none' }),
  length('machine.air.balance.chamber', 'Balance chamber, length', [2, 500], [10, 200], {
    end: 'front',
    hint: 'at full extension, charged with the main one',
  }),
];

export const MACHINE_AIR_AND_STOPS = [
  length('machine.shaft', 'Shock shaft', [4, 40], [10, 20], { end: 'rear', hint: 'diameter; the gas pushes on it' }),
  volume('machine.chamber', 'Gas chamber, shaft out', [1 * ML, 2000 * ML], [20 * ML, 200 * ML], {
    end: 'rear',
    hint: 'empty: the pressure is taken to stay',
  }),
  length('machine.stanchion', 'Sliding tube, outside', [15, 80], [28, 60], { end: 'front', hint: 'the air acts on it' }),
  length('machine.bore', 'Bore the oil stands in', [10, 80], [25, 58], { end: 'front' }),
  volume('machine.solid', 'Spring and rod in the air space, each leg', [0, 2000 * ML], [5 * ML, 200 * ML], { end: 'front' }),
  ...ENDS.flatMap((end) => {
    const name = END_NAMES[end];
    return [
      length(`machine.bump.${end}.from`, `${name} bump stop, met at`, [0, 600], [10, 300], {
        end,
        hint: end === 'rear' ? 'shock stroke' : 'fork stroke; hydraulic stop or rubber',
      }),
      text(`machine.bump.${end}.table`, `${name} bump stop, squeeze mm and force N`, {
        end,
        maxLength: 1000,
        lines: 3,
        hint: 'one pair a line',
      }),
      rate(`machine.topOut.${end}.rate`, `${name} top-out spring`, [0.5, 500], [2, 60], { end }),
      length(`machine.topOut.${end}.length`, `${name} top-out spring, squeezed by`, [0.5, 100], [3, 40], {
        end,
        hint: 'at full extension',
      }),
    ];
  }),
];

export const MACHINE_FIELDS = [
  ...MACHINE_IDENTITY,
  ...MACHINE_MODEL,
  ...MACHINE_FIGURES,
  ...MACHINE_SHEET,
  ...MACHINE_STANDARD_FOR,
  ...MACHINE_SERVICE,
  ...MACHINE_GEOMETRY,
  ...MACHINE_STANDARD,
  ...MACHINE_CASE_ITEM,
  ...MACHINE_LEVERAGE,
  ...MACHINE_AIR_AND_STOPS,
  ...MACHINE_AIR_FORK,
  ...MACHINE_DAMPERS,
];
