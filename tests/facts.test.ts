import { factsOf } from '@/judgement/model/facts';
import { onPage } from '@/judgement/model/bothUnits';
import { said, sayMetric } from '@/core/units/say';
import { SETUP_FIELDS } from '@/catalogue/fields/setup';
import fc from 'fast-check';
import { SCHOOLS } from '@/knowledge/schools';
import { isUnusual, readEntry } from '@/catalogue/entry';
import { becauseOf, candidateWords, overloadFindings } from '@/judgement/findings/because';
import { loadsOf, overloads } from '@/judgement/model/loads';
import { preloadOf, sagOf, type PreloadKey } from '@/judgement/model/measure';
import { itemNumbers } from '@/judgement/model/read';
import { compareSetups, setupLines } from '@/judgement/model/setups';
import { nextStep, stageLines } from '@/judgement/job/stages';
import type { SetupDocument } from '@/schema/documents';
import { fieldDef, knownField, SEALED_STAGES, STAGES } from '@/catalogue/fields';
import { issueWords } from '@/schema/words';
import { entriesOf, MACHINE, machine, REAR, RIDER } from './entries';

/** From what is typed to what is computed: the step between the fields and the core. */

const leads = (texts: Record<string, string>, figures = machine) =>
  becauseOf(factsOf(entriesOf(texts), figures, SCHOOLS)).map((f) => sayMetric(f.lead));

describe('fields', () => {
  test('a repeated field is known by its number, and nothing else is', () => {
    expect(knownField('luggage.3.mass')?.def.key).toBe('luggage.3.mass');
    for (const odd of ['luggage.n.mass', 'luggage.0.mass', 'luggage.100.mass', 'luggage.mass', 'rider', '', 'rider.mass.1', '__proto__'])
      expect(knownField(odd)).toBeUndefined();
  });

  test('the sealed stages are those of the signed record', () => {
    expect(STAGES.filter((s) => !SEALED_STAGES.includes(s))).toEqual(['set', 'ride']);
  });

  test('a bare number is in the unit the field showed, and its own unit wins', () => {
    const travel = fieldDef('machine.travel.rear');
    const read = (text: string, unit?: string) => {
      const result = readEntry(travel, text, unit);
      return result.ok ? [result.value.unit, result.value.value] : result.issue.code;
    };
    expect(read('12', 'in')).toEqual(['in', 304.79999999999995]);
    expect(read('12 cm', 'in')).toEqual(['cm', 120]);
    expect(read('120', 'furlong')).toEqual(['mm', 120]);
    expect(read('5')).toBe('out-of-range');
    expect(read('')).toEqual([null, null]);
  });

  test('choices, counts and texts are held to what they are', () => {
    const code = (field: string, text: string) => {
      const result = readEntry(fieldDef(field), text);
      return result.ok ? 'read' : result.issue.code;
    };
    expect(code('use', 'rally')).toBe('read');
    expect(code('use', 'moon')).toBe('unreadable');
    expect(code('found.rear.rebound.out', '1 1/2')).toBe('read');
    expect(code('found.rear.rebound.out', '-1')).toBe('out-of-range');
    expect(code('found.rear.rebound.out', '50 %')).toBe('unit-unknown');
    expect(code('terrain', 'x'.repeat(161))).toBe('out-of-range');
  });

  test('an unusual value is questioned, a usual one is not', () => {
    expect(isUnusual(fieldDef('rider.mass'), 250)).toBe(true);
    expect(isUnusual(fieldDef('rider.mass'), 92)).toBe(false);
    expect(isUnusual(fieldDef('rider.mass'), null)).toBe(false);
    expect(isUnusual(fieldDef('terrain'), null)).toBe(false);
  });

  test('every limit is told in the field’s own unit', () => {
    const refusal = (field: string, text: string) => {
      const result = readEntry(fieldDef(field), text);
      return result.ok ? 'read' : sayMetric(issueWords(result.issue));
    };
    expect(refusal('rider.mass', '999')).toBe('This must lie between 10 kg and 400 kg. Check the figure and its unit.');
    expect(refusal('machine.distance', '-1 km')).toBe('This must lie between 0 km and 2000000 km. Check the figure and its unit.');
    expect(refusal('found.rear.gas', '60')).toBe('This must lie between 0 bar and 50 bar. Check the figure and its unit.');
    expect(refusal('machine.year', '1066')).toBe('This must lie between 1900 and 2100. Check the figure and its unit.');
  });
});

describe('loads', () => {
  test('load cases are those declared, and what is assumed is said', () => {
    const names = (texts: Record<string, string>) => loadsOf(factsOf(entriesOf({ ...RIDER, ...texts }), machine)).cases.map((c) => c.name);
    expect(names({})).toEqual(['solo']);
    expect(names({ 'luggage.1.mass': '9', 'luggage.1.place': 'top-box' })).toEqual(['solo', 'luggage']);
    expect(names({ 'passenger.mass': '60' })).toEqual(['solo', 'two-up']);
    expect(names({ 'passenger.mass': '60', 'luggage.2.mass': '9 kg' })).toEqual(['solo', 'luggage', 'two-up', 'two-up with luggage']);
    const { assumed } = loadsOf(factsOf(entriesOf({ ...RIDER, 'luggage.1.mass': '9', 'luggage.1.place': 'top-box' }), machine));
    expect(assumed).toEqual(['place of the rider', 'place of the top box']);
    expect(loadsOf(factsOf(entriesOf({ ...RIDER, 'luggage.1.mass': '9', 'luggage.1.at': '-310' }), machine)).assumed).toEqual([
      'place of the rider',
    ]);
  });

  test('what is missing is named, not guessed', () => {
    const { 'machine.wheelbase': _wheelbase, ...rest } = MACHINE;
    expect(loadsOf(factsOf(entriesOf({}), entriesOf(rest)))).toMatchObject({ cases: [], missing: ['machine.wheelbase', 'rider.mass'] });
    const { 'machine.unsprung.rear': _unsprung, ...bare } = MACHINE;
    expect(loadsOf(factsOf(entriesOf(RIDER), entriesOf(bare))).assumed.map(sayMetric)).toContain('20 kg unsprung at the rear');
  });

  test('overload is found per case and leads everything', () => {
    const texts = { ...RIDER, ...REAR, 'passenger.mass': '80', 'luggage.1.mass': '30', 'luggage.1.place': 'top-box' };
    expect(overloads(loadsOf(factsOf(entriesOf(texts), machine)), machine)).toEqual([
      { caseName: 'two-up with luggage', what: 'machine', totalKg: 313, platedKg: 300 },
    ]);
    expect(leads(texts)[0]).toBe('Overloaded two-up with luggage: 313 kg against 300 kg on the plate.');
    expect(overloadFindings(factsOf(entriesOf(RIDER), machine))).toEqual([]);
    const tipping = overloadFindings(factsOf(entriesOf({ ...RIDER, 'luggage.1.mass': '150', 'luggage.1.at': '-1400' }), machine));
    expect(tipping.map((f) => f.lead)).toContain('The load luggage cannot stand.');
  });
});

describe('measure', () => {
  test('a failure is laid at the field it belongs to', () => {
    const failed = (texts: Record<string, string>) => {
      const read = sagOf(factsOf(entriesOf({ ...REAR, ...texts }), machine), 'rear');
      return read && !read.result.ok ? [read.result.issue.code, read.failedField] : 'read';
    };
    expect(failed({})).toBe('read');
    expect(failed({ 'measure.rear.laden.1.pressed': '48,7' })).toEqual(['beyond-travel', 'measure.rear.laden.1.pressed']);
    expect(failed({ 'measure.rear.unladen.2.lifted': '700' })).toEqual(['above-extended', 'measure.rear.unladen.2.lifted']);
    const { 'measure.rear.extended': _extended, ...without } = REAR;
    const read = sagOf(factsOf(entriesOf(without), machine), 'rear');
    expect(read?.failedField).toBe('measure.rear.extended');
    expect(sagOf(factsOf(entriesOf({}), machine), 'rear')).toBeNull();
    expect(sagOf(factsOf(entriesOf(REAR), entriesOf({})), 'rear')?.failedField).toBeNull();
  });

  test('the front is read with a ruler unless the tape is chosen', () => {
    const front = { 'measure.front.laden.1.lifted': '60', 'measure.front.laden.1.pressed': '70' };
    const sag = (texts: Record<string, string>) => {
      const read = sagOf(factsOf(entriesOf(texts), machine), 'front');
      return read?.result.ok ? read.result.value.riderSagMm : null;
    };
    expect(sag(front)).toBe(65);
    expect(
      sag({
        'measure.front.style': 'distance',
        'measure.front.extended': '500',
        'measure.front.laden.1.lifted': '440',
        'measure.front.laden.1.pressed': '430',
      }),
    ).toBe(65);
  });

  test('preload follows its way of reading, wherever it stands', () => {
    const mm = (texts: Record<string, string>, key: PreloadKey) => {
      const read = preloadOf(entriesOf(texts), key);
      return read === null ? null : read.ok ? read.value : read.issue.code;
    };
    expect(mm({ 'found.rear.preload.reading': '12' }, 'found.rear.preload')).toBe(12);
    expect(mm({ 'found.rear.preload.way': 'length', 'found.rear.preload.reading': '9 1/2' }, 'found.rear.preload')).toBe('empty');
    expect(
      mm(
        {
          'fitted.front.preload.left.way': 'turns',
          'fitted.front.preload.left.reading': '4',
          'fitted.front.preload.left.reference': '1,25',
        },
        'fitted.front.preload.left',
      ),
    ).toBe(5);
    expect(mm({}, 'found.rear.preload')).toBeNull();
  });
});

describe('because', () => {
  const at = (unladen: number, laden: number) => ({
    'measure.rear.extended': '612',
    'measure.rear.unladen.1.lifted': String(612 - unladen + 2),
    'measure.rear.unladen.1.pressed': String(612 - unladen - 2),
    'measure.rear.laden.1.lifted': String(612 - laden + 2),
    'measure.rear.laden.1.pressed': String(612 - laden - 2),
  });

  // docs/methods.md, "What the measured pair says of the spring": rider sag right but static too small is too soft; static too large is too stiff. Windows on 310 mm: static 31–41, rider 93–114.
  test.each([
    [35, 103, 'Rear: this spring suits the load.'],
    [20, 103, 'Rear: the spring is too soft for this load.'],
    [60, 103, 'Rear: the spring is too stiff for this load.'],
    [38, 121, 'Rear: the spring is too soft for this load.'],
    [56, 124, 'Rear: the ring can cure it.'],
    [14, 82, 'Rear: the ring can cure it.'],
  ])('static %d and rider %d: %s', (unladen, laden, lead) => {
    expect(leads({ ...RIDER, ...at(unladen, laden) })).toContain(lead);
  });

  test('no static sag is a fault before anything else about that end', () => {
    const found = becauseOf(
      factsOf(
        entriesOf({ ...RIDER, ...at(0, 60), 'measure.rear.unladen.1.lifted': '612', 'measure.rear.unladen.1.pressed': '612' }),
        machine,
        SCHOOLS,
      ),
    );
    expect(found[0]).toMatchObject({ lead: 'Rear: no static sag, no droop.', mark: 'danger' });
  });

  test('a wide friction band, unlike legs and the tip of the machine are said with their figures', () => {
    const texts = {
      ...RIDER,
      ...at(35, 121),
      'measure.front.unladen.1.lifted': '30',
      'measure.front.unladen.1.pressed': '41',
      'measure.front.laden.1.lifted': '60',
      'measure.front.laden.1.pressed': '71',
      'found.front.rebound.left.out': '8',
      'found.front.rebound.right.out': '12',
    };
    expect(leads(texts)).toEqual(
      expect.arrayContaining([
        'Front friction band 11 mm is wide.',
        'Front legs differ: rebound 8 out on the left, 12 on the right.',
        'The rider tips it nose-high by 59.2 mm,',
      ]),
    );
  });

  test('the order is gravest first, and nothing is said of what was not read', () => {
    expect(leads(RIDER)).toEqual([]);
    const marks = becauseOf(factsOf(entriesOf({ ...RIDER, ...at(20, 103), 'luggage.1.mass': '180' }), machine, SCHOOLS)).map((f) => f.mark);
    expect(marks).toEqual([...marks].sort((a, b) => ['danger', 'warn', 'note'].indexOf(a) - ['danger', 'warn', 'note'].indexOf(b)));
  });

  test('a candidate’s sentence quotes its own figures', () => {
    const words = candidateWords(
      {
        verdict: 'too soft',
        leans: 'soft',
        preloadMm: 20,
        preloadWantedMm: 26.4,
        preloadInRange: false,
        riderSagMm: 118,
        staticSagMm: 22,
        loadFactorAtFullTravel: 2.04,
        coilBindReserveMm: null,
      },
      { staticMm: 35, riderMm: 100 },
      [0, 20],
      'Rider-and-static pair',
    );
    expect(sayMetric(said`${words.lead} ${words.rest}`)).toBe(
      'Too soft. At 20.0 mm of preload it holds 118 mm with the rider and 22 mm bare, against 100 mm and 35 mm wanted. Too much preload would carry the load. The adjuster (0 to 20 mm) cannot give the 26.4 mm it would need. Full travel stands 2.0 times the laden load.',
    );
  });
});

describe('stages', () => {
  const lines = (texts: Record<string, string>, signed = false, handedBack = false) =>
    stageLines({ entries: entriesOf(texts), machine, signed, handedBack, rideOpen: false });
  const line = (texts: Record<string, string>, stage: string, signed = false) => lines(texts, signed).find((l) => l.stage === stage)?.line;

  test('each says in one line what is missing', () => {
    expect(line({}, 'ask')).toBe('not begun');
    expect(line(RIDER, 'ask')).toBe('complaint, 1 more');
    expect(line(REAR, 'measure')).toBe('5 of 10 readings');
    expect(line({ ...REAR, 'measure.front.unladen.1.lifted': '30' }, 'measure')).toBe('7 of 10 readings');
    expect(line({ 'springs.rear.choice': '3' }, 'springs')).toBe('front not chosen');
    expect(line({ 'fitted.rear.spring': '60' }, 'rebuild')).toBe('not signed');
    expect(line({ 'fitted.rear.spring': '60' }, 'rebuild', true)).toBe('complete');
    const ridden = { entries: entriesOf({ 'ride.feel': 'better' }), machine, signed: true, handedBack: true };
    expect(stageLines({ ...ridden, rideOpen: true }).at(-1)).toMatchObject({ state: 'begun', line: 'a ride to decide' });
    expect(stageLines({ ...ridden, rideOpen: false }).at(-1)).toMatchObject({ state: 'complete', line: 'complete' });
  });

  test('the next step is the last stage begun, or the one after it', () => {
    expect(nextStep(lines({})).stage).toBe('ask');
    expect(nextStep(lines(RIDER)).stage).toBe('ask');
    expect(nextStep(lines({ ...RIDER, ...REAR })).stage).toBe('measure');
    expect(nextStep(lines({ 'fitted.rear.spring': '60' }, true))).toEqual({ stage: 'set', action: 'Set it and hand it back' });
    expect(nextStep(lines({ 'ride.feel': 'better' }, true, true)).stage).toBe('ride');
  });

  test('items are numbered by what is filled in', () => {
    expect(itemNumbers(entriesOf({ 'part.3.name': 'seal', 'part.1.name': 'oil', 'part.1.batch': 'x' }), 'part')).toEqual([1, 3]);
  });
});

describe('set-ups side by side', () => {
  const document = (
    values: Record<string, string>,
    preloadMm: Record<string, number> = {},
    riderMm: number | null = null,
  ): SetupDocument => ({
    version: 'setup/1',
    values: Object.fromEntries(
      Object.entries(values).map(([key, text]) => {
        const read = readEntry({ ...SETUP_FIELDS.find((f) => f.key === key)! }, text);
        if (!read.ok) throw new Error(key);
        return [key, { ...read.value, from: 'found' as const }];
      }),
    ),
    preloadMm,
    sag: { rear: { staticMm: null, riderMm }, front: { staticMm: null, riderMm: null } },
  });

  test('the same rate in another unit is no difference, a click is', () => {
    const rows = compareSetups(
      document({ 'rear.spring': '60', 'rear.rebound.out': '12' }),
      document({ 'rear.spring': '6 kN/m', 'rear.rebound.out': '11', 'rear.oil': '15 cSt' }),
      'metric',
    );
    expect(rows.map((r) => [r.key, r.differs])).toEqual([
      ['rear.spring', true],
      ['rear.rebound.out', true],
      ['rear.oil', true],
    ]);
    expect(compareSetups(document({ 'rear.spring': '60' }), document({ 'rear.spring': '60 kN/m' }), 'metric')[0]?.differs).toBe(false);
    expect(rows[1]).toMatchObject({ left: '12 out', right: '11 out' });
  });

  test('preload is compared in mm however it was read, and sag is part of the picture', () => {
    const byLength = document(
      { 'rear.preload.way': 'length', 'rear.preload.reading': '241', 'rear.preload.reference': '255' },
      { 'rear.preload': 14 },
      102.5,
    );
    const byMm = document({ 'rear.preload.way': 'mm', 'rear.preload.reading': '14' }, { 'rear.preload': 14 });
    expect(compareSetups(byLength, byMm, 'metric').map((r) => [r.key, r.differs])).toEqual([
      ['rear.preload', false],
      ['rear.riderMm', true],
    ]);
    expect(setupLines(byLength, onPage('metric'))[0]?.text).toBe('14 mm (read as length 241 against 255)');
  });

  test('any set-up agrees with itself and differences are mutual', () => {
    const some = fc.dictionary(
      fc.constantFrom('rear.spring', 'rear.rebound.out', 'front.spring', 'front.height.left'),
      fc.integer({ min: 1, max: 60 }).map(String),
    );
    fc.assert(
      fc.property(some, some, (a, b) => {
        const [left, right] = [document(a), document(b)];
        expect(compareSetups(left, left, 'metric').some((r) => r.differs)).toBe(false);
        expect(compareSetups(left, right, 'metric').filter((r) => r.differs)).toHaveLength(
          compareSetups(right, left, 'metric').filter((r) => r.differs).length,
        );
      }),
      { seed: 7, numRuns: 60 },
    );
  });
});
