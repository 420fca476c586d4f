import { choice, count, length, pressure, text, torque, volume } from './kinds';

/** The kinds of figure a step of a procedure may ask for. */
export const WORK_MEASURES = ['length', 'torque', 'pressure', 'volume', 'count', 'text', 'part'] as const;
export type WorkMeasure = (typeof WORK_MEASURES)[number];

/** In canonical units. */
const ML = 1000;
const BAR = 0.1;

/** Entries of a step: `work.{procedure}.{step}.…`. Their labels are the procedure's own. */
export const WORK_FIELDS = [
  choice('work.n.aside', 'Laid aside', { yes: 'Laid aside' }),
  choice('work.n.n.done', 'Step', { done: 'Done', passed: 'Passed over' }),
  text('work.n.n.who', 'Done by', { maxLength: 80 }),
  count('work.n.n.seconds', 'Time at the step', 's', [0, 360_000], [0, 7200]),
  text('work.n.n.pick', 'Way chosen', { maxLength: 80 }),
  text('work.n.n.note', 'Note on this step', { maxLength: 500, lines: 2 }),
  length('work.n.n.length.n', 'Length', [-100, 2000], [0, 1000]),
  torque('work.n.n.torque.n', 'Torque as measured', [0, 500], [2, 150]),
  text('work.n.n.origin.n', 'Origin of the figure', { maxLength: 120, hint: 'the maker’s manual decides' }),
  pressure('work.n.n.pressure.n', 'Pressure', [0, 50 * BAR], [0.2, 2]),
  volume('work.n.n.volume.n', 'Volume', [0, 5000 * ML], [1 * ML, 1500 * ML]),
  text('work.n.n.batch.n', 'Batch', { maxLength: 60 }),
  count('work.n.n.count.n', 'Count', '', [0, 10_000], [0, 100]),
  text('work.n.n.text.n', 'Seen', { maxLength: 300 }),
  text('work.n.n.part.n', 'Part', { maxLength: 120, hint: 'what was fitted, and how many' }),
];

/** Photos of the job: the picture's own fingerprint, what it shows, and the step it belongs to. */
export const PHOTO_FIELDS = [
  text('photo.n.key', 'Photo', { maxLength: 64 }),
  text('photo.n.caption', 'What it shows', { maxLength: 160 }),
  text('photo.n.step', 'Step', { maxLength: 20 }),
];

/** Words spoken at the bench: the recording's own fingerprint, how long it is, and the step it belongs to. */
export const VOICE_FIELDS = [
  text('voice.n.key', 'Voice note', { maxLength: 64 }),
  count('voice.n.seconds', 'Length', 's', [0, 3600], [0, 300]),
  text('voice.n.step', 'Step', { maxLength: 20 }),
];
