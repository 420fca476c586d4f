import { angle, choice, count, distance, type FieldDef, length, mass, text } from './kinds';

const KM = 1e6;

/** The machine's name: what it is known and found by. */
export const MACHINE_IDENTITY: FieldDef[] = [
  text('machine.make', 'Make', { maxLength: 60 }),
  text('machine.model', 'Model', { maxLength: 60 }),
  count('machine.year', 'Year', '', [1900, 2100], [1965, 2030]),
  text('machine.registration', 'Registration', { maxLength: 30 }),
  text('machine.frame', 'Frame number', { maxLength: 40 }),
];

export const MACHINE_FIGURES: FieldDef[] = [
  distance('machine.distance', 'Distance run', [0, 2e6 * KM], [0, 300_000 * KM]),
  length('machine.travel.rear', 'Rear wheel travel', [10, 600], [60, 350], { end: 'rear', hint: 'vertical, at the axle' }),
  length('machine.travel.front', 'Front wheel travel', [10, 600], [60, 350], { end: 'front', hint: 'along the leg' }),
  angle('machine.rake', 'Rake', [0, 60], [18, 36], { hint: 'from the vertical' }),
  count('machine.leverage', 'Leverage ratio', 'wheel : shock', [0.5, 10], [1, 4], {
    end: 'rear',
    hint: 'wheel travel over shock stroke; constant',
  }),
  length('machine.wheelbase', 'Wheelbase', [500, 3000], [1100, 1800]),
  mass('machine.weighed.rear', 'Rear wheel as weighed', [1, 1000], [30, 250], { end: 'rear', hint: 'no rider, machine level' }),
  mass('machine.weighed.front', 'Front wheel as weighed', [1, 1000], [30, 250], { end: 'front', hint: 'no rider, machine level' }),
  mass('machine.unsprung.rear', 'Unsprung mass, rear', [0, 200], [10, 45], { end: 'rear', hint: 'wheel, tyre, disc, swing-arm share' }),
  mass('machine.unsprung.front', 'Unsprung mass, front', [0, 200], [8, 35], { end: 'front', hint: 'wheel, tyre, disc, lower legs' }),
  mass('machine.plated', 'Plated maximum mass', [50, 3000], [150, 600], { hint: 'on the plate, machine and load together' }),
  choice('machine.forkSpring', 'Fork spring layout', { both: 'One in each leg', one: 'In one leg only' }, { end: 'front' }),
];

export const MACHINE_FIELDS = [...MACHINE_IDENTITY, ...MACHINE_FIGURES];
