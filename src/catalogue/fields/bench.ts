import { TOLD_ITEM } from './ask';
import { mm, said } from '@/core/units/say';
import { choice, count, length, mass, money, pressure, text, torque } from './kinds';
import { END_OF, VALVE_NAMES, VALVES, DAMPERS } from './damper';
import { GAS_FORCE, SETUP_FIELDS, withPrefix } from './setup';
import { ENDS, type End, END_NAMES } from '../ends';

/** The walk round one end. `set.` repeats it on the finished machine. Several pairs: n counts from 1. */
const walk = <P extends 'measure' | 'set', E extends End>(prefix: P, end: E) => [
  choice(
    `${prefix}.${end}.style`,
    `${END_NAMES[end]}, read with`,
    { distance: 'Tape, axle to mark', ruler: 'Ruler, zero at full extension' },
    { end },
  ),
  length(`${prefix}.${end}.extended`, 'On the stand, wheel hanging', [0, 1500], [0, 900], { end }),
  length(`${prefix}.${end}.unladen.n.lifted`, 'Off the stand, lifted', [-5, 1500], [0, 900], { end }),
  length(`${prefix}.${end}.unladen.n.pressed`, 'Off the stand, pressed', [-5, 1500], [0, 900], { end }),
  length(`${prefix}.${end}.laden.n.lifted`, 'Rider on, lifted', [-5, 1500], [0, 900], { end }),
  length(`${prefix}.${end}.laden.n.pressed`, 'Rider on, pressed', [-5, 1500], [0, 900], { end }),
];

export const SCHOOL_CHOICES = {
  'rider-and-static': 'Rider-and-static pair',
  'share-of-travel': 'Share of travel',
  'road-window': 'Road window',
  'makers-sheet': 'Maker’s sheet',
  'preload-share': 'Preload share',
  'drive-first': 'Drive first',
  'balance-first': 'Balance first',
};

export const GRIPS = { low: 'Low grip', high: 'High grip' };

export const BOUNCE_RETURN = { once: 'At once, it kicks', even: 'Evenly', slow: 'Slowly, it creeps' };

/** The bounce test of one end: as it came in, and again on the finished machine. */
const bounce = <P extends 'measure' | 'set', E extends End>(prefix: P, end: E) => [
  length(`${prefix}.${end}.bounce.push`, 'Pushed down by', [4, 400], [20, 120], { end, hint: said`taken as ${mm(50)} until written` }),
  count(`${prefix}.${end}.bounce.overshoots`, 'Swings seen', '', [0, 30], [0, 4], {
    end,
    hint: 'let go, count each time it passes its rest and comes back',
  }),
];

export const bounceFields = <E extends End>(end: E) => [
  ...bounce('measure', end),
  choice(`measure.${end}.bounce.comes`, 'Comes back', BOUNCE_RETURN, { end }),
];

export const MEASURE_FIELDS = [
  choice('school', 'School', SCHOOL_CHOICES),
  choice('school.grip', 'Grip, for drive first', GRIPS),
  ...walk('measure', 'rear'),
  ...walk('measure', 'front'),
  length('measure.rear.used', 'Travel used on the last ride', [0, 600], [0, 350], { end: 'rear' }),
  length('measure.front.used', 'Travel used on the last ride', [0, 600], [0, 350], { end: 'front' }),
  ...ENDS.flatMap(bounceFields),
];

const YES_NO = { yes: 'Yes', no: 'No' };
const check = <K extends string>(key: K, label: string, end?: End) => choice(`reason.check.${key}`, label, YES_NO, end ? { end } : {});

/** What is looked at before any spanner: each answer bears on causes. */
export const REASON_CHECKS = [
  check('abrupt', 'Rider abrupt on throttle or brake, by tracks, pads or words'),
  check('controls', 'Bar or levers do not fit the rider'),
  check('tyres', 'A tyre worn, squared, aged or of another kind'),
  check('play', 'Play in head, swing-arm or wheel bearings'),
  ...ENDS.flatMap((end) => [
    check(`leak.${end}`, `Oil past the ${end} seals`, end),
    check(`clickers.${end}`, `${END_NAMES[end]} clickers, shut against open, change the bounce`, end),
    check(`knocks.${end}`, `${END_NAMES[end]} knocks or has a dead zone when pushed`, end),
  ]),
];

export const REASON_FIELDS = [
  text('reason.cause', 'Cause followed', { maxLength: 60 }),
  text('reason.cure', 'Cure to try', { maxLength: 60 }),
  text('reason.finding', 'What explains it, and on what evidence', { maxLength: 1000, lines: 4 }),
  text('reason.first', 'What to try first, and what it costs', { maxLength: 500, lines: 3 }),
];

/** Where a cure that was followed is carried out, what it asks for, and what became of it. */
export const PROPOSAL_ANSWERS = { taken: 'Taken', refused: 'Not done' };
export const PROPOSAL_FIELDS = [
  text('proposal.stage', 'Carried out under', { maxLength: 20 }),
  text('proposal.words', 'Proposed', { maxLength: 4000 }),
  text('proposal.because', 'Because', { maxLength: 4000 }),
  text('proposal.puts', 'What it fills in', { maxLength: 2000 }),
];
/** Answered where it is carried out, which may be after the rebuild is signed. */
export const PROPOSAL_ANSWER_FIELDS = [
  choice('proposal.answer', 'What became of it', PROPOSAL_ANSWERS),
  text('proposal.why', 'Why it was not done', { maxLength: 300 }),
];

/** What the technician writes; the rest of the stage is picked. */
export const REASON_WORDS = REASON_FIELDS.filter((f) => f.kind === 'text' && f.lines !== undefined);

const springFields = <E extends End>(end: E) => [
  length(`springs.${end}.target.static`, 'Target static sag', [0, 400], [3, 60], { end, hint: 'from the school until typed' }),
  length(`springs.${end}.target.rider`, 'Target rider sag', [1, 500], [20, 130], { end, hint: 'from the school until typed' }),
  GAS_FORCE(end),
  length(`springs.${end}.range.min`, 'Adjuster, least preload', [0, 200], [0, 20], { end, hint: 'taken as 0 until known' }),
  length(`springs.${end}.range.max`, 'Adjuster, most preload', [0, 200], [2, 40], {
    end,
    hint: said`taken as ${mm(end === 'rear' ? 20 : 25)} until known`,
  }),
  count(`springs.${end}.choice`, 'Spring chosen', '', [1, 1e9], [1, 1e9], { end }),
  ...(end === 'front' ? [count('springs.front.choiceRight', 'Spring chosen for the right leg', '', [1, 1e9], [1, 1e9], { end })] : []),
  ...(end === 'front'
    ? [
        pressure('springs.front.pressure', 'Pressure for it', [0, 3], [0.3, 1.6], { end }),
        pressure('springs.front.balance', 'Balance chamber, its own', [0, 3], [0.3, 1.6], { end, hint: 'as the main one until typed' }),
        count('springs.front.at', 'Set at', '°C', [-30, 60], [0, 40], { end, hint: 'taken as 20 °C until typed' }),
      ]
    : []),
  length(`springs.${end}.preload`, 'Preload for it', [0, 200], [0, 40], { end }),
  choice(
    `springs.${end}.bias`,
    'Rider’s preference',
    { softer: 'One step softer', none: 'As computed', stiffer: 'One step stiffer' },
    { end },
  ),
  text(`springs.${end}.biasReason`, 'Reason for the preference', { end, maxLength: 300 }),
  text(`springs.${end}.reason`, 'Reason for the choice', { end, maxLength: 500, lines: 2 }),
];

export const PART_ITEM = [
  text('part.n.name', 'Part', { maxLength: 120 }),
  text('part.n.quantity', 'Quantity', { maxLength: 40 }),
  text('part.n.batch', 'Batch', { maxLength: 60 }),
  count('part.n.item', 'Item of the drawers', '', [1, 1e9], [1, 1e9]),
  count('part.n.used', 'Taken from the drawer', '', [0, 1e6], [0, 5000]),
];

export const TORQUE_ITEM = [
  text('torque.n.place', 'Fastener', { maxLength: 120 }),
  torque('torque.n.value', 'Torque as measured', [0, 500], [2, 150]),
  text('torque.n.origin', 'Origin of the figure', { maxLength: 120, hint: 'the maker’s manual decides' }),
];

/** Stacks as they went in, and the word on what differs from what was specified. */
const BUILT_FIELDS = [
  ...DAMPERS.flatMap((damper) =>
    VALVES.map((v) =>
      text(`built.${damper}.${v}`, `${VALVE_NAMES[damper][v]}${damper === 'other' ? ', right leg' : ''}, shims in`, {
        end: END_OF[damper],
        maxLength: 1000,
        lines: 5,
        hint: 'from the piston out, as they went in, by micrometer',
      }),
    ),
  ),
  text('built.differs', 'Why it differs from the specification', { maxLength: 500, lines: 2 }),
];

export const REBUILD_FIELDS = [
  ...BUILT_FIELDS,
  ...withPrefix('fitted', SETUP_FIELDS),
  ...withPrefix('wanted', SETUP_FIELDS),
  ...PART_ITEM,
  ...TORQUE_ITEM,
  text('rebuild.condition', 'Condition found inside', { maxLength: 1000, lines: 3, hint: 'oil colour, metal, bushes, chrome, shaft' }),
  count('rebuild.backTo', 'Gone back to set-up', '', [1, 1e9], [1, 1e9]),
  text('rebuild.changed', 'What changes for the rider', { maxLength: 240, lines: 2, hint: 'one line, printed on the set-up card' }),
  text('rebuild.notes', 'Notes', { maxLength: 2000, lines: 3 }),
];

export const SET_FIELDS = [
  ...PROPOSAL_ANSWER_FIELDS,
  ...walk('set', 'rear'),
  ...walk('set', 'front'),
  ...withPrefix(
    'set.as',
    SETUP_FIELDS.filter((f) => /\.(out|way|reading|reference)$|\.height\./.test(f.key)),
  ),
  ...ENDS.flatMap((end) => [...bounce('set', end)]),
  torque('set.again.n.value', 'Checked again', [0, 500], [2, 150]),
  choice('set.legsAgree', 'Left and right legs agree', { yes: 'Yes', built: 'No, built with different legs', no: 'No' }, { end: 'front' }),
  choice('set.torqueChecked', 'Torque checked again', { yes: 'Yes', no: 'Not yet' }),
  text('set.balance', 'Bounce and balance', { maxLength: 300, lines: 2, hint: 'both ends return alike, stop without a second bounce' }),
];

export const RIDE_FIELDS = [
  choice('ride.feel', 'How it rode', { better: 'Better', same: 'Same', worse: 'Worse' }),
  length('ride.used.rear', 'Rear travel used', [0, 600], [0, 350], { end: 'rear' }),
  length('ride.used.front', 'Front travel used', [0, 600], [0, 350], { end: 'front' }),
  text('ride.conditions', 'Conditions', { maxLength: 300, hint: 'rider mass, fuel, tyres, temperature, track' }),
  text('ride.words', 'In the rider’s words', { maxLength: 1000, lines: 3 }),
  text('ride.next', 'Next single change, or keep', { maxLength: 300, lines: 2 }),
  text('ride.order', 'Order of changes', { maxLength: 40 }),
  ...TOLD_ITEM,
];

export const QUOTE_KINDS = { part: 'Part', labour: 'Labour', other: 'Other' };

export const QUOTE_LINE = [
  choice('job.quote.n.kind', 'Kind', QUOTE_KINDS),
  text('job.quote.n.what', 'What', { maxLength: 120 }),
  count('job.quote.n.quantity', 'Quantity, or hours', '', [0, 10_000], [0, 100]),
  money('job.quote.n.price', 'Price of one, or of an hour'),
  count('job.quote.n.actual', 'Came to', '', [0, 10_000], [0, 100]),
];

/** The rebuild against a new unit; getting the old one out and back is labour of both. */
export const QUOTE_OTHER = [
  count('job.outHours', 'Getting it out and back in', 'h', [0, 200], [0, 10], { hint: 'labour of the rebuild and of a new unit alike' }),
  count('job.outActual', 'Getting it out and back in, came to', 'h', [0, 200], [0, 10]),
  text('job.newUnit.what', 'New unit instead', { maxLength: 120 }),
  money('job.newUnit.price', 'Its price'),
  count('job.newUnit.hours', 'Fitting and setting it, beside getting it out', 'h', [0, 200], [0, 10]),
];

/** Said of the job as a whole. */
export const JOB_NOTES = [
  text('job.waits', 'Waits for', { maxLength: 160 }),
  text('job.notes', 'Notes on the job', { maxLength: 2000, lines: 3 }),
];

export const JOB_FIELDS = [
  ...JOB_NOTES,
  ...QUOTE_LINE,
  ...QUOTE_OTHER,
  count('job.returned.rear', 'Rear spring put into the drawer', '', [1, 1e9], [1, 1e9]),
  count('job.returned.front', 'Fork springs put into the drawer', '', [1, 1e9], [1, 1e9]),
];

export const SPRINGS_FIELDS = [
  ...springFields('rear'),
  ...springFields('front'),
  length('springs.front.spacer', 'Spacer in it now', [0, 400], [10, 250], { end: 'front', hint: 'where the fork has no adjuster' }),
  length('springs.front.freeLength', 'Free length in it now', [50, 800], [200, 550], {
    end: 'front',
    hint: 'of the spring, for the spacer',
  }),
  mass('springs.front.steel.old', 'Spring in it, weighed', [0.02, 5], [0.2, 2], { end: 'front', hint: 'one leg, dry: for the oil level' }),
  mass('springs.front.steel.new', 'Spring to go in, weighed', [0.02, 5], [0.2, 2], {
    end: 'front',
    hint: 'one leg, dry: for the oil level',
  }),
  length('springs.front.oilLevel', 'Oil level it is worked out with', [0, 500], [60, 200], {
    end: 'front',
    hint: 'as found until typed; leg compressed, spring out',
  }),
];
