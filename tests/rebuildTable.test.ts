import { factsOf } from '@/judgement/model/facts';
import { wantedFigures } from '@/judgement/findings/built';
import { allOf, givenAt, markAt, itemsOn, REBUILD_ITEMS } from '@/judgement/job/rebuildTable';
import { SETUP_FIELDS } from '@/catalogue/fields/setup';
import type { ListedSpring } from '@/schema/springs';
import { lineageFromStandard, STANDARD_ID } from '@/server/machines/setups';
import { entriesOf } from './entries';

/** The table of the rebuild: what each source gives, what is taken over, what is marked. */

const SPRINGS = [
  { id: 1, end: 'rear', name: 'R', rateText: '60', rateNPerMm: 60, place: 'drawer', origin: 'list', measured: null },
] as ListedSpring[];

const from = (job: Record<string, string>, machine: Record<string, string> = {}) => {
  const entries = entriesOf(job);
  return { entries, machine: entriesOf(machine), wanted: wantedFigures(factsOf(entries, entriesOf(machine)), SPRINGS) };
};

test('every figure of a set-up has its row, none twice', () => {
  const rows = REBUILD_ITEMS.flatMap((i) => i.places);
  expect(new Set(rows).size).toBe(rows.length);
  const figures = SETUP_FIELDS.map((f) => f.key).filter((k) => !/\.(way|reference|range)$/.test(k));
  expect([...rows].sort()).toEqual([...figures].sort());
});

test('preload is compared in mm however it was read, and taken over as it was read', () => {
  const given = givenAt(
    from({ 'found.rear.preload.way': 'turns', 'found.rear.preload.reading': '4', 'found.rear.preload.reference': '1.5' }),
    'found',
    'rear.preload.reading',
  );
  expect(given).toMatchObject({ text: '6.0 mm', value: 6 });
  expect(given!.puts.map((p) => `${p.field}=${p.text}`)).toEqual([
    'fitted.rear.preload.way=turns',
    'fitted.rear.preload.reference=1.5',
    'fitted.rear.preload.reading=4',
  ]);
});

test('the maker’s one figure for a fork means both legs; what came in is noted leg by leg', () => {
  const sheet = from({ 'found.front.oilLevel.left': '110' }, { 'standard.front.oilLevel.left': '120' });
  expect(givenAt(sheet, 'standard', 'front.oilLevel.right')!.puts).toEqual([{ field: 'fitted.front.oilLevel.right', text: '120 mm' }]);
  expect(givenAt(sheet, 'found', 'front.oilLevel.right')).toBeNull();
  expect(allOf(sheet, 'standard').map((p) => p.field)).toEqual(['fitted.front.oilLevel.left', 'fitted.front.oilLevel.right']);
});

test('the oil level wanted goes with the ground and with the new spring’s steel, by hand', () => {
  // 150 g more of steel in a bore of 40 mm: 150 000/7.85 mm³ over 1256.6 mm² = 15.2 mm lower.
  const steel = { 'springs.front.steel.old': '0,5 kg', 'springs.front.steel.new': '650 g' };
  const machine = { 'machine.oilLevel': '120', 'machine.bore': '40' };
  const text = (job: Record<string, string>, of: Record<string, string> = machine) =>
    givenAt(from(job, of), 'wanted', 'front.oilLevel.right')?.text ?? null;
  expect(text(steel)).toBe('135 mm');
  expect(text({ ...steel, 'ground.jumps': '100', pace: 'quick' })).toBe('125 mm');
  expect(text({ 'ground.smooth': '100' })).toBeNull();
  expect(text(steel, { ...machine, 'machine.forkSpring': 'air' })).toBeNull();
  // A cure that was taken stands above both.
  expect(text({ ...steel, 'wanted.front.oilLevel.right': '128' })).toMatch(/^128/);
});

const CHOSEN = { 'springs.rear.choice': '1', 'springs.rear.preload': '12', 'valves.rear.clicks.rebound': '10' };
const MARKS: [what: string, job: Record<string, string>, place: Parameters<typeof markAt>[1], mark: ReturnType<typeof markAt>][] = [
  ['nothing is said of what is not fitted yet', { ...CHOSEN }, 'rear.spring', null],
  ['another rate than the one chosen', { ...CHOSEN, 'fitted.rear.spring': '58' }, 'rear.spring', 'not-wanted'],
  ['the rate chosen, in other units', { ...CHOSEN, 'fitted.rear.spring': '342.6 lbf/in' }, 'rear.spring', null],
  ['as wanted, and another than came in', { ...CHOSEN, 'found.rear.spring': '52', 'fitted.rear.spring': '60' }, 'rear.spring', 'changed'],
  ['a clicker of the specified valves', { ...CHOSEN, 'fitted.rear.rebound.out': '12' }, 'rear.rebound.out', 'not-wanted'],
  ['an oil that came in by the same name', { 'found.rear.oil': '13 cSt', 'fitted.rear.oil': '13 cSt' }, 'rear.oil', null],
];
test.each(MARKS)('marked: %s', (_, job, place, mark) => {
  expect(markAt(from(job), place)).toBe(mark);
});

test('the maker’s standard is the root every first set-up comes from; without one the lineage is as it was', () => {
  const document = {
    version: 'setup/1' as const,
    values: {},
    preloadMm: {},
    sag: { rear: { staticMm: null, riderMm: null }, front: { staticMm: null, riderMm: null } },
  };
  const setup = { machineId: 1, jobId: 3, rebuildId: null, reason: '', document, recordedAt: '2026-01-05T09:00:00Z', takenBack: false };
  const setups = [
    { ...setup, id: 8, parentId: 7, kind: 'rebuild' as const },
    { ...setup, id: 7, parentId: null, kind: 'as-found' as const },
  ];
  expect(lineageFromStandard(setups, entriesOf({ 'standard.riderMass': '75' }))).toEqual(setups);
  const grown = lineageFromStandard(setups, entriesOf({ 'standard.rear.spring': '48', 'standard.sag.rear.rider': '100' }));
  expect(grown.map((s) => [s.id, s.parentId])).toEqual([
    [8, 7],
    [7, STANDARD_ID],
    [STANDARD_ID, null],
  ]);
  expect(grown[2]!.document.sag.rear.riderMm).toBe(100);
});

test('a right shock has its place on machines with two, a pressure on a fork with air, and neither elsewhere', () => {
  const placesOf = (machine: Record<string, string>) => itemsOn(entriesOf(machine)).flatMap((i) => i.places);
  const road = placesOf({ 'machine.type': 'road' });
  const all = REBUILD_ITEMS.flatMap((i) => i.places);
  expect(all.filter((key) => !road.includes(key))).toEqual(['rear.springRight', 'front.air']);
  // A fork on air has a pressure where another has a spring and its preload.
  const ofSpring = /^front\.(spring|preload)/;
  expect(placesOf({ 'machine.type': 'cruiser', 'machine.forkSpring': 'air' })).toEqual(all.filter((key) => !ofSpring.test(key)));
});
