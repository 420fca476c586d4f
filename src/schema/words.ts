import type { IssueFigures, WarningCode, WarningFigures } from '@/core/result';
import { printIn } from '@/core/units/print';
import { bar, celsius, kg, mm, mPa, mPerS, newtons, said, type Said } from '@/core/units/say';
import { unitNamed } from '@/core/units/units';
import type { EdgeFigures } from './edgeFigures';

/** A limit in the field's own unit: 1965, 600 mm, 0 kg. */
function limit(data: IssueFigures['out-of-range'], name: 'min' | 'max'): string {
  const value = data[name]!;
  const { dimension, unit } = data;
  if (!dimension || !unit) return `${value}${unit ? ` ${unit}` : ''}`;
  const { factor } = unitNamed(unit);
  return `${printIn(value, unit, factor > 1000 ? 0 : 2).replace(/\.?0+$/, (zeros) => (zeros.includes('.') ? '' : zeros))} ${unit}`;
}

export type ProblemFigures = IssueFigures & EdgeFigures;
/** Every code of a failure, of the core or of the edge; one without words below does not compile. */
export type ProblemCode = keyof ProblemFigures;

const ISSUE_WORDS: { [C in ProblemCode]: (d: ProblemFigures[C]) => Said } = {
  empty: () => 'Nothing is written here. Type a number.',
  unreadable: (d) => `“${d.text}” cannot be read. Write it like 595, 59,5 cm or 23 3/8 in.`,
  'count-unreadable': (d) => `“${d.text}” is no count. Write a number such as 8 or 1,5${d.unit ? `, ${d.unit}` : ''}.`,
  'shim-unusual': (d) =>
    `“${d.text}” would be no shim in ${d.bare === 'in' ? 'inches' : 'millimetres'}: ${d.usual} are usual. ${d.bare === 'in' ? 'Millimetres? Write them so, for example 35 mm × 0.15 mm.' : 'Inches? Write them so, for example 1.378 in × 0.006 in.'}`,
  'not-finite': () => 'This is not a finite number. Type the figure as read.',
  'ambiguous-number': (d) => `“${d.text}” has more than one decimal mark. Use one comma or one point.`,
  'two-readings': (d) => `“${d.text}” can be read as ${d.decimal} or as ${d.thousands}. Choose the one meant, or write it so.`,
  'zero-denominator': (d) => `“${d.text}” divides by zero. Check the fraction.`,
  'unit-unknown': (d) => `The unit “${d.unit}” is not known here.`,
  'unit-missing': () => 'Write the unit after the number, for example “23 3/8 in”.',
  'unit-mismatch': (d) => `“${d.unit}” does not measure this. Use ${d.wanted} or another unit of the same kind.`,
  negative: () => 'This cannot be negative. Check the reading and what it is read against.',
  'below-absolute-zero': () => 'This is below absolute zero. Check the sign and the unit.',
  'out-of-range': (d) =>
    d.max === undefined
      ? `This must be at least ${limit(d, 'min')}.`
      : d.min === undefined
        ? `This must be at most ${limit(d, 'max')}.`
        : `This must lie between ${limit(d, 'min')} and ${limit(d, 'max')}. Check the figure and its unit.`,
  'above-extended': (d) =>
    said`The wheel cannot hang lower than at full extension (${mm(d.extended)}). Check this reading and the extended one.`,
  'beyond-travel': (d) =>
    said`This would be ${mm(d.sag)} of sag, more than the ${mm(d.travel)} of travel. Check this reading and the extended one.`,
  'extended-missing': () => 'Read the machine on the stand first, wheel hanging: sag is counted from there.',
  'unsprung-too-heavy': (d) => said`The unsprung mass must be less than the ${kg(d.weighed)} weighed at this wheel.`,
  'wheel-lifts': (d) => `This load would lift the ${d.end} wheel off the ground. Check the masses and their places.`,
  'load-not-increasing': () => 'The laden load must be greater than the static load.',
  'target-order': () => 'Rider sag must be greater than static sag, and both within the travel.',
  'range-order': () => 'The first figure of the range must not be above the second.',
  'solid-longer-than-free': () => 'Solid length must be less than free length.',
  'force-table-order': () => 'Deflection and force must both rise from point to point.',
  'spacer-no-room': (d) => said`This spring leaves no room for a spacer: it is ${mm(d.over)} too long for the preload wanted.`,
  'no-solution': () => 'No spring meets both targets under these loads. Check the loads, the gas force and the targets.',
  'leverage-table-short': () => 'Give at least two pairs, with as many shock figures as wheel figures.',
  'leverage-table-order': (d) => `Wheel travel and shock stroke must both rise from pair to pair; pair ${d.pair} does not.`,
  'linkage-malformed': () => 'This part has no length, or joins one body with itself. Check the two points it lies between.',
  'linkage-singular': (d) =>
    ({
      arm: said`The swing-arm would stand upright at ${mm(d.at)} of travel: no wheel moves there. Check pivot, axle and travel.`,
      rod: said`Rod and rocker fall in line at ${mm(d.at)} of travel and would lock. Check their points and the travel.`,
      shock: said`The shock stops moving or grows longer at ${mm(d.at)} of travel. Check its two points.`,
    })[d.part] ?? 'The linkage cannot move through its travel.',
  'spread-too-wide': () => 'The spread must be less than half the figure: wider would draw machines that cannot be.',
  'practice-only': () => 'This is a practice job: it is not signed, quoted, counted, ridden or handed back. Delete it when you are done.',
  'took-too-long': (d) => `This took longer than ${d.most} seconds and was stopped. Ask for less at once.`,
  'took-too-much': () => 'This needed more memory than there is for one request and was stopped. Ask for less at once.',
  'too-busy': () => 'Too many calculations are waiting. Try again in a moment.',
  'backup-failed': () =>
    'The backup could not be made or did not hold when it was opened. What was there before stays. See the messages of the shop’s computer.',
  'backup-on-server': () =>
    'The book stands on a PostgreSQL server, which is backed up by its own means (docs/scale.md). An archive of it can be made here.',
  'of-another-branch': (d) => `This job belongs to ${d.branch}: there it is signed, and there its parts are moved. It is read here.`,
  'instrument-address': () => 'Write where it is reached: tcp://address:port, or http://address:port/path.',
  'instrument-not-steady': () => 'It does not read steadily now: wait until it rests, and see that it is connected.',
  'calibration-far': () =>
    'It reads more than a quarter away from what is said to be on it. Look at the weight, the unit and the channel; one that far off is repaired, not calibrated.',
  'restore-failed': () =>
    'The backup could not be brought back: it is not whole, or there is no room for it. Nothing of the book was touched.',
  'day-unreadable': (d) => `“${d.text}” is no day that has been: write 2024-05-31 or 31.5.2024.`,
  'later-job-there': (d) =>
    `The book has job ${d.job} of this machine already, of ${d.day}: jobs of an older book come before those of this one.`,
  'archive-failed': () => 'The archive could not be made. See the messages of the shop’s computer.',
  'archive-too-large': (d) =>
    `More than ${d.most} GB come not over the network: bring the file to the shop’s computer, and take it in there with npm run restore.`,
  'archive-refused': (d) => `The archive was not taken in: ${d.words}`,
  'passcode-short': (d) => `A passcode has at least ${d.least} characters.`,
  'passcode-common': () => 'This is among the first that anybody tries. Choose another.',
  'passcode-wait': (d) => `Too many wrong passcodes for this name. Try again in ${d.seconds} seconds.`,
  'changed-elsewhere': (d) => `Somebody wrote “${d.there}” here since this page showed it. Yours is not recorded yet.`,
  'machine-is-in': (d) => `This machine is in already: job ${d.job}. Go on there, or say that a second job is wanted.`,
  'arm-upright': () => 'The swing-arm would stand upright at this travel: no wheel moves there. Check pivot, tyre radius and travel.',
  'wheels-apart': () => 'No level ground lies under both tyres like this. Check travels, tyre radii, wheelbase and rake.',
  'points-too-near': () => 'The two known points lie too near each other in the picture to tell a scale. Tap two further apart.',
  'sprockets-overlap': () => 'The sprockets would reach into each other. Check the countershaft and the teeth.',
  'ride-too-stiff': (d) => `This would take more than ${d.most} steps. Ride for less time, or soften the stiffest stop.`,
  'ride-not-held': (d) => said`The spring cannot hold the ${newtons(d.load)} that rest on it. Check the table and the masses.`,
  'table-order': (d) => `Each place must be above the one before; entry ${d.entry} is not.`,
  'table-unequal': (d) => `There are ${d.places} places and ${d.forces} forces: each place needs its force.`,
  'wire-too-thick': (d) => said`With ${mm(d.wire)} of wire the coil would close on itself. Check wire and coil diameter.`,
  'cut-too-many': (d) => `Only ${d.coils} coils are active: fewer must be cut.`,
  'total-below-active': (d) => `Total coils cannot be fewer than the ${d.coils} active ones.`,
  'no-air-left': (d) =>
    said`The oil would fill the leg before full travel and lock it. The level must stay more than ${mm(d.level)} below the top.`,
  'tester-points-alike': () => 'The deflections must differ: two for a line, three for a progressive spring, better five.',
  'tester-force-falls': () => 'The force must rise with the deflection. Check the readings and their order.',
  'sag-topped-out': () => 'With no static sag the end rests on its top-out stop: the spring cannot be read backwards from there.',
  'sag-not-rising': () => 'Rider sag must be greater than static sag, and the laden load greater than the static one.',
  'pairs-unreadable': (d) => `Line ${d.line}, “${d.text}”, is not a pair of numbers. Write two numbers a line.`,
  'needle-not-rising': () => 'Areas from shut on, each at least the one before, e.g. 0 0.1 0.22 0.36.',
  'differs-unsaid': (d) => `What was built differs from the specification (${d.what}). Say why before signing.`,
  'list-full': (d) => `There is room for ${d.most} of these in a job.`,
  'photo-unreadable': () => 'This file is no picture that can be read here. Take it as JPEG, PNG, WebP or HEIC turned to JPEG.',
  'body-too-large': (d) => `The request is longer than ${d.most} MB. Send less at once.`,
  'text-unstorable': () => 'This text holds a character that cannot be kept. Type it again.',
  'too-much-at-once': (d) => `That is more than is worked out at once: at most ${d.most}.`,
  'port-taken': (d) =>
    `Port ${d.port} of this computer is taken by another program: the riders’ phones cannot be let in. Stop that program first.`,
  'voice-unreadable': () => 'This file is no recording that can be played here. Take it as WebM, Ogg, M4A, WAV or MP3.',
  'voice-too-large': (d) => `The recording is larger than ${d.most} MB. Keep it shorter.`,
  'photo-too-large': (d) => `The picture is larger than ${d.most} MB. Take a smaller one.`,
  'asks-unreadable': (d) => `Line ${d.line} (“${d.text}”) asks for nothing known. Write, for example, “length: Free length of the spring”.`,
  'same-owner': (d) => `${d.name} owns it already.`,
  'same-machine': () => 'These are one machine already.',
  'frames-differ': (d) => `Their frame numbers differ (${d.one} and ${d.other}): these are two machines. Mend the wrong one first.`,
  'too-fine': (d) => `${d.currency} has ${d.decimals} decimals. Round the amount; thousands stand without a mark, or with a space.`,
  'stock-unit': (d) => `${d.name} is counted in ${d.unit} in the book. Give it another name, or the same unit.`,
  'currency-unknown': () => 'Write the currency by its three letters, for example EUR.',
  'quote-empty': () => 'Nothing is priced yet. Write down at least one part or some labour.',
  'quote-answered': () => 'The answer to this quote is written down already. Offer a new one where something changed.',
  'customers-own': () => 'What came out is the customer’s. Say first that they leave it with the shop.',
  'already-returned': () => 'What came out at this end is in the drawer already.',
  'passcode-unset': () => 'This name has no passcode yet. Set one in the Shop book, under names.',
  'passcode-wrong': () => 'That is not this name’s passcode. Nothing was done.',
  'counter-cannot-sign': () => 'Who works at the counter does not sign. A technician or the owner does.',
  'not-at-the-counter': () => 'This is written at the bench: who is signed in here works at the counter.',
  'last-owner': () => 'A shop keeps at least one owner. Name another first.',
  'tube-in-bore': (d) => said`The sliding tube must be wider outside than its bore of ${mm(d.bore)}.`,
  'rod-fills-bore': (d) => said`The rod must be thinner than the bore of ${mm(d.bore)}.`,
  'stack-and-poppet': () => 'A valve has either a shim stack or a sprung poppet. Leave one of them out.',
  'clicks-beyond': (d) => `The areas are measured up to ${d.most} clicks out. Measure further, or count again.`,
  'valve-closed': () => 'Neither port nor bleed lets oil through here. Open one of them.',
  'no-stack': () => 'This valve has no shim stack to begin from. Type the shims as found first.',
  'target-not-rising': () => 'Write speeds from slow to fast, each with a force above nothing.',
  'shims-unreadable': (d) =>
    `Line ${d.line} (“${d.text}”) is no shim. Write diameter × thickness × count, for example 40 × 0.20 × 2, one size a line.`,
  'shim-beyond-bore': (d) => said`A shim ${mm(d.shim)} across does not go into a bore of ${mm(d.bore)}. Check the shim and the bore.`,
  'clamp-too-wide': (d) => said`The face shim must reach beyond the clamp of ${mm(d.clamp)}.`,
  'zone-off-face': (d) => said`This must lie beyond the clamp and on the face shim, up to ${mm(d.face)}.`,
  'stop-below-dish': () => 'The stop must allow at least the lift of the dish.',
  'stack-not-solved': (d) =>
    said`The stack cannot hold ${bar(d.pressure)}: it would lift out of all measure. Check shims, clamp and pressure.`,
  'nothing-noted': () => 'Nothing is noted of this adjuster yet. Write down what came in, under Ask, or what was fitted.',
  'beyond-evidence': (d) =>
    `That is further from the start (${d.start}) than the rides so far carry: ${d.reach} ${d.unit} at most. A better ride carries a step further.`,
  'against-cause': (d) => `“${d.cause}” asks for another change than this one. Plan it without that cause, or turn it the other way.`,
  'zone-unknown': () => 'This time zone is not known. Choose one of the list.',
  'site-unreadable': () => 'Write the whole address with nothing behind it, for example https://bench.example:4170.',
  'customer-merged': () => 'This entry was made one with another of the same person. Open that one.',
  'customer-erased': () => 'This customer was erased on request. Nothing of the person is kept to change.',
  'merge-with-itself': () => 'Choose another entry of the same person.',
  'erasure-unsure': () => 'Type the customer’s name exactly as it stands: erasing cannot be taken back.',
  'letters-lost': (d) => `“${d.text}” has lost letters on its way: say how the letters of the file are written, and open it again.`,
  'day-two-ways': (d) => `“${d.text}” can be read with the day or the month first. Say which comes first in this list.`,
  'log-written': (d) =>
    `This log seems to be written ${[
      d.time === 'ms' ? 'in milliseconds' : '',
      d.travel === 'in' ? 'in inches' : '',
      d.zero === 'compressed' ? 'from the pressed-in end' : d.zero === 'negative' ? 'with its sign turned' : '',
    ]
      .filter(Boolean)
      .join(', ')}. Say whether it is.`,
  'order-unsaid': (d) => `The order is broken: ${d.what} comes first and was not ridden. Say why.`,
  'machine-moved-on': (d) => `This machine has come back as job ${d.job}: what is in it now is that job’s. Plan the ride there.`,
  'ride-undecided': () => 'A ride is not decided yet. Keep it or take it back before the next change.',
  'ride-decided': () => 'This ride is decided: nothing more is written to it.',
  'ride-missing': () => 'Nobody has ridden it yet. Write down how it rode first, or take it back.',
  'feel-missing': () => 'Say of at least one complaint whether it was better, the same or worse.',
  'nothing-to-take-back': () => 'This ride changed nothing: there is nothing to take back.',
  'log-unreadable': (d) => `Line ${d.line}, “${d.text}”, is no number. Check the columns.`,
  'travel-unknown': (d) => `The ${d.end} wheel travel is not known: add it to the machine’s figures first.`,
  'simulator-blind': () => 'The simulated logger needs wheel travel, loads and the mark of a spring. Fill them in first.',
  'no-change': () => 'This is where it stands already. Name another place.',
  'log-short': (d) => `A log must be at least ${d.seconds} s long. Log a longer ride.`,
  'log-slow': (d) => `A log must have at least ${d.hz} readings a second. Set the logger faster.`,
  'log-time-back': (d) => `The time goes back at line ${d.line}. Check which column is the time.`,
  'log-beyond-travel': (d) =>
    said`Line ${d.line} reads ${mm(d.at)}, beyond the ${mm(d.travel)} of travel. Check the column, its unit and where its zero is.`,
  'log-unequal': (d) => `There are ${d.times} times and ${d.travels} readings of travel: each reading needs its time.`,
  'log-metres': (d) => said`No reading passes ${mm(d.most, 2)} of ${mm(d.travel)} of travel. Are they in metres? Give them in millimetres.`,
  'statement-unknown': () => 'There is no such statement to look at.',
  'statement-twice': (d) => `“${d.statement}” is given twice for the same place. Give it once, with how far it is believed.`,
  'statement-end-missing': (d) => `“${d.statement}” is said of one end: say which, rear or front.`,
  'statement-whole': (d) => `“${d.statement}” is said of the whole machine: leave the end out.`,
  'not-a-shop-cure': (d) => `A cure that touches ${d.what} is left to the maker, the law and licensed workshops: file it under “not here”.`,
  'bearing-one-sided': () =>
    'One of the two ratios must be above 1 and the other below: else the statement says nothing, or the same either way.',
  'oil-order': () => said`The viscosity at ${celsius(40)} must be greater than at ${celsius(100)}, and both above 0.2 cSt.`,
  'bore-above-stanchion': () => 'The bore lies inside the tube: it cannot be wider than the stanchion.',
  'one-of-two': (d) => `Give either ${d.first} or ${d.second}, not both and not neither.`,
  missing: () => 'This is missing.',
  'wrong-type': (d) => `This must be ${d.expected}.`,
  'unknown-field': (d) => `“${d.field}” is not a field of this request.`,
  'not-listed': (d) => `This must be one of ${d.options}.`,
  'too-few': () => 'The list is empty. Give at least one.',
  'no-finite-answer': () =>
    'Each of these figures is possible, but together they give no finite answer. Check the largest and the smallest.',
  'not-json': () => 'This is not valid JSON.',
  'unknown-operation': (d) => `There is no operation named “${d.operation}”. List them with --list.`,
  'field-unknown': (d) => `There is no field named “${d.field}”.`,
  'not-found': (d) => `There is no such ${d.what ?? 'record'}.`,
  sealed: () => 'The rebuild is signed: this part of the job can no longer be changed. Add a correction instead.',
  'already-signed': () => 'The rebuild of this job is already signed. Add a correction instead.',
  'nothing-recorded': () => 'Nothing is recorded as fitted yet. Record the rebuild before signing it.',
  'nothing-to-undo': () => 'There is nothing to undo in this job.',
  'already-recorded': () => 'This was recorded already, when it was sent the first time. Load the page anew to see it.',
  'already-exists': (d) => `${d.what} is already in the book.`,
  'too-few-in-drawer': (d) => `Only ${d.there} of this size lie in the drawer. Count them first if there are more.`,
  'shim-no-ring': () => 'The outer diameter must be greater than the inner one.',
  'nothing-to-move': () => 'Say how many: at least one.',
  'handed-back': () => 'The machine has been handed back.',
};

export const isProblemCode = (code: string): code is ProblemCode => Object.hasOwn(ISSUE_WORDS, code);

/** The sentence for an issue's code and figures: the same in the interface, the API and the command. */
export function issueWords<C extends ProblemCode>({ code, data }: { code: C; data?: ProblemFigures[C] }): Said {
  return ISSUE_WORDS[code](data ?? ({} as ProblemFigures[C]));
}

const WARNING_WORDS: { [C in WarningCode]: (d: WarningFigures[C]) => Said } = {
  'single-reading': () => 'Only one of lifted and pressed is read: friction is not averaged out yet.',
  'lifted-pressed-swapped': () => 'Lifted shows more sag than pressed. Were the two swapped?',
  'reading-noise': () => 'This reads a little beyond full extension, within the tape’s own error.',
  'topped-out': () => 'No static sag: it tops out, and there is no droop travel.',
  'laden-above-unladen': () => 'There is less sag with the rider on than without. Read both again.',
  'friction-band-wide': (d) =>
    said`The friction band of ${mm(d.band)} is wide; under ${mm(d.usual)} is usual. Check bushes, alignment and clamping.`,
  'ideal-preload-negative': (d) =>
    said`The ideal spring would need ${mm(d.preload)} of preload: both targets cannot be met with this gas force and load.`,
  'ideal-preload-out-of-range': (d) => said`The ideal preload of ${mm(d.preload)} lies outside the adjuster’s range.`,
  'no-candidate-in-range': () => 'No spring of the list reaches the rider sag within the adjuster’s range.',
  bottomed: () => 'The end rests on its stop under this load.',
  'spring-index-unusual': (d) => `A spring index of ${d.index.toFixed(1)} is outside 4 to 20: check wire and coil diameter.`,
  'cut-is-stop-gap': () =>
    'Cutting coils is a stop-gap: square the cut end, deburr it, make up the length with a spacer and check that the coils do not bind.',
  'coils-bind': (d) => said`The coils bind ${mm(d.short)} before the end of the stroke.`,
  'air-pressure-high': (d) =>
    said`At full travel the air would reach ${bar(d.pressure)}; above ${bar(d.limit, 0)} seals are at risk (from memory). Lower the oil.`,
  'tester-few-points': () =>
    'Too few readings to say how good the fit is. Take three or more for a line, four or more for a progressive spring.',
  'tester-looks-progressive': () => 'These readings bend more than they scatter: fit them as a progressive spring.',
  'aim-out-of-reach': (d) =>
    said`The aim is out of reach of these shims: at ${mPerS(d.speed)} it asks ${newtons(d.target)}, the softest stack gives ${newtons(d.softest)}, the stiffest ${newtons(d.stiffest)}. ${
      {
        bleed: 'It hangs on the bleed.',
        port: 'It hangs on the port.',
        rest: 'It hangs on the other valves and the gas.',
        shims: 'It hangs on the shims at hand.',
      }[d.hangsOn]
    }`,
  'no-stack-found': () => 'No stack within these limits comes near the target. Allow more swaps, more stress or shims to buy.',
  'log-gap': (d) =>
    `Readings are missing in ${d.count} ${d.count === 1 ? 'place' : 'places'}, first at ${d.at.toFixed(2)} s: nothing is read across a gap.`,
  'log-spike': (d) =>
    `${d.count} single ${d.count === 1 ? 'reading leaps' : 'readings leap'} faster than a wheel can move and ${d.count === 1 ? 'is' : 'are'} left out.`,
  'statements-contradict': (d) =>
    `“${d.one}” and “${d.other}”${d.end ? ` at the ${d.end}` : ''} deny one another. Look again at what they rest on: one of the two is wrong.`,
  'stress-of-present': (d) =>
    said`The stack that is in there is bent to ${mPa(d.stress)} at ${mPerS(d.speed)}, beyond the ${mPa(d.limit)} at which shims tire (from memory): nothing is refused that it bears.`,
  'target-alone': () => 'With a target the rate is the sum for these two sags alone: this is not weighed.',
  'laden-more-than-rider': (d) =>
    said`The laden load is ${kg(d.kg, 0)} more on this end than the bare machine: more than a rider. Both targets are meant for the rider alone; give passenger and luggage as load cases.`,
  'damper-cavitates': (d) =>
    said`From ${mPerS(d.speed, 2)} of compression the oil parts behind the piston and damping fades. More gas pressure or a firmer base valve cures it.`,
  'shim-stress-high': (d) =>
    said`The shims reach ${mPa(d.stress)}; above ${mPa(d.limit)} they tire and crack (from memory). Limit the lift or widen the clamp.`,
  'oil-index-undefined': () => said`The viscosity index is not defined below 2 cSt at ${celsius(100)}.`,
  'oil-out-of-reach': () => said`This temperature is far outside ${celsius(40)} to ${celsius(100)}: the viscosity is an extrapolation.`,
};

export function warningWords<C extends WarningCode>({ code, data }: { code: C; data?: WarningFigures[C] }): Said {
  return WARNING_WORDS[code](data ?? ({} as WarningFigures[C]));
}
