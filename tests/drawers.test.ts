import { DAMPING_TEMPLATES } from '@/knowledge/dampingTemplates';
import { OILS } from '@/core/damper/oils';
import { SCHOOLS } from '@/knowledge/schools';
import { db } from '@/db/client';
import { calibrationRequest, dampingRequest, oilPageRequest, schoolRequest } from '@/schema/book';
import { shimMoveRequest } from '@/schema/shims';
import { listShims, moveShims, receiveAssortment } from '@/server/stock/shims';
import type { Answer } from '@/server/answer';
import {
  calibrationsOf,
  changeDamping,
  changeOil,
  changeSchool,
  dampingVersions,
  keepCalibration,
  oilVersions,
  schoolVersions,
} from '@/server/book/book';
import { testerReadings } from '@/server/instruments/devices';
import { addSpring, importSprings, listSprings, measureSpring, retireSpring } from '@/server/stock/drawers';
import { takeIn } from '@/server/jobs/takeIn';
import { get } from './answers';
import { onDisk } from './onDisk';

/** The drawers and the Shop book on a real base: what the tester found, suppliers' lists, and pages in versions. */

onDisk('drawers');

const said = (answer: Answer<unknown>) => (answer.ok ? 'accepted' : `${answer.problem.code} ${answer.problem.path.join('.')}`.trim());
const blank = { freeLength: '', solidLength: '', table: '' };
const newSpring = async (name: string, rate = '110') => get(await addSpring({ ...blank, end: 'rear', name, rate, place: 'drawer' }));
const KGF = 9.80665;
const readings = (pairs: [number, number][], model: 'linear' | 'progressive' = 'linear') => ({
  points: pairs.map(([deflectionMm, forceN]) => ({ deflectionMm, forceN })),
  model,
  device: 'spring tester',
  technicianId: null,
});

// docs/methods.md, "Checks": common practice, no source.
test('what the tester found stands beside the mark, the newest counts, and nothing is overwritten', async () => {
  const spring = await newSpring('T-110');
  const measured = get(
    await measureSpring(
      spring.id,
      readings([
        [10, 138 * KGF],
        [23, 279 * KGF],
        [50, 588 * KGF],
      ]),
    ),
  );
  expect(measured.rateNPerMm).toBe(110);
  expect(measured.measured).toMatchObject({
    rateNPerMm: expect.closeTo(110.6, 1) as number,
    seatOffsetMm: expect.closeTo(-2, 1) as number,
  });
  get(
    await measureSpring(
      spring.id,
      readings([
        [10, 980],
        [30, 2940],
        [50, 4905],
      ]),
    ),
  );
  expect((await listSprings()).find((s) => s.id === spring.id)?.measured?.rateNPerMm).toBeCloseTo(98.1, 1);
  const base = await db();
  expect(await base.one('SELECT count(*)::int AS n FROM spring_measurement WHERE spring_id = $1', [spring.id])).toEqual({ n: 2 });
  await expect(base.none('UPDATE spring_measurement SET rate_n_per_mm = 110')).rejects.toThrow(/MAVRIN_RECORDED/);
  await expect(base.none('DELETE FROM spring_measurement')).rejects.toThrow(/MAVRIN_RECORDED/);
});

test('readings that are no spring are refused and leave it as it was', async () => {
  const spring = await newSpring('T-2');
  expect(
    said(
      await measureSpring(
        spring.id,
        readings([
          [10, 900],
          [10, 905],
        ]),
      ),
    ),
  ).toBe('tester-points-alike points');
  expect(
    said(
      await measureSpring(
        spring.id,
        readings([
          [10, 900],
          [20, 300],
        ]),
      ),
    ),
  ).toBe('tester-force-falls points');
  expect(
    said(
      await measureSpring(
        99_999,
        readings([
          [10, 900],
          [20, 1800],
        ]),
      ),
    ),
  ).toBe('not-found');
  expect((await listSprings()).find((s) => s.id === spring.id)?.measured).toBeNull();
});

test('a progressive spring keeps its table, typed or from the tester', async () => {
  const typed = get(await addSpring({ ...blank, end: 'front', name: 'P', rate: '5', place: 'drawer', table: '20 90\n60 330\n100 700' }));
  expect(typed.forceTable).toHaveLength(3);
  expect(said(await addSpring({ ...blank, end: 'front', name: 'P', rate: '5', place: 'drawer', table: '20 90\n60 30' }))).toBe(
    'force-table-order table',
  );
  const found = get(
    await measureSpring(
      typed.id,
      readings(
        [0, 20, 40, 60].map((x) => [x, 4 * x + 0.03 * x * x]),
        'progressive',
      ),
    ),
  );
  expect(found.measured?.forceTable?.at(-1)).toMatchObject({ deflectionMm: expect.closeTo(60, 6) as number });
});

test('a supplier’s list is taken whole with its origin and day; a newer one replaces it; one bad line refuses it all', async () => {
  const list = (names: string[], rate = '6,2 kgf/mm') => ({
    supplier: 'Holmwick Spiral Works',
    fileName: 'list.csv',
    listedOn: '2026-10-01',
    mapping: { name: 'Part', rate: 'Rate' },
    replace: true,
    springs: names.map((name) => ({ end: 'rear' as const, name, rate, freeLength: '250', solidLength: '120' })),
  });
  expect(get(await importSprings(list(['H-1', 'H-2']))).count).toBe(2);
  const named = async (pattern: RegExp) => (await listSprings()).filter((s) => pattern.test(s.name));
  expect((await named(/^H-1$/))[0]).toMatchObject({
    origin: 'Holmwick Spiral Works, list of 2026-10-01',
    place: 'supplier',
    rateNPerMm: expect.closeTo(6.2 * KGF, 9) as number,
  });
  const bad = list(['H-3', 'H-4']);
  bad.springs[1]!.rate = 'stiff';
  expect(said(await importSprings(bad))).toBe('unreadable springs.1.rate');
  expect((await named(/^H-/)).map((s) => s.name)).toEqual(['H-1', 'H-2']);
  get(await importSprings(list(['H-9'])));
  expect((await named(/^H-/)).map((s) => s.name)).toEqual(['H-9']);
  // A list of fork springs from the same supplier leaves the rear ones alone.
  const fork = list(['F-1'], '4.4');
  get(await importSprings({ ...fork, springs: fork.springs.map((s) => ({ ...s, end: 'front' as const })) }));
  expect((await named(/^(H|F)-/)).map((s) => s.name).sort()).toEqual(['F-1', 'H-9']);
  await expect((await db()).none("UPDATE spring_list SET supplier = 'x'")).rejects.toThrow(/MAVRIN_RECORDED/);
  expect(said(await retireSpring(99_999))).toBe('not-found');
});

test('a school changed in the Shop book is a new version with its reason; the others stay as they began', async () => {
  const page = { version: 'school/1' as const, ...SCHOOLS.find((s) => s.id === 'preload-share')! };
  const change = (over: object, reason = 'our racers run more') => {
    const checked = schoolRequest.safeParse({ page: { ...page, ...over }, reason });
    return checked.success ? changeSchool(checked.data) : null;
  };
  get((await change({ rule: { kind: 'preload-share', share: 0.12, tolerance: 0.02 } }))!);
  const versions = await schoolVersions();
  expect(versions.find((v) => v.page.id === 'preload-share')).toMatchObject({
    versions: 1,
    reason: 'our racers run more',
    page: { rule: { share: 0.12 } },
  });
  expect(versions.filter((v) => v.versions === 0)).toHaveLength(SCHOOLS.length - 1);
  expect(change({}, ' ')).toBeNull();
  expect(change({ rule: { kind: 'arm-angle', lowGripDeg: [9, 7], highGripDeg: [5, 6] } })).toBeNull();
  expect(said((await change({ id: 'moon-phase' }))!)).toBe('not-found');
  await expect((await db()).none('DELETE FROM book_page')).rejects.toThrow(/MAVRIN_RECORDED/);
});

test('the simulated tester streams readings of one spring, the same each time, and none of a spring nobody has', async () => {
  const spring = await newSpring('T-9', '80');
  const read = async () => {
    const stream = await testerReadings(spring.id);
    const text = await new Response(stream).text();
    return text
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as { deflectionMm: number; forceN: number });
  };
  const [first, again] = [await read(), await read()];
  expect(first.length).toBeGreaterThanOrEqual(5);
  expect(again).toEqual(first);
  const found = get(await measureSpring(spring.id, { ...readings([]), points: first, device: 'simulated tester' }));
  expect(Math.abs(found.measured!.rateNPerMm / 80 - 1)).toBeLessThan(0.08);
  expect(await testerReadings(99_999)).toBeNull();
});

test('shims are a ledger: received, used, put back and counted; never below none, never rewritten', async () => {
  const size = { inner: 12, diameter: 40, thickness: 0.2, note: '', jobId: null };
  const move = (kind: 'received' | 'used' | 'returned' | 'counted', count: number, over = {}) =>
    moveShims({ ...size, kind, count, ...over });
  get(await move('received', 10));
  get(await move('used', 4));
  get(await move('returned', 1));
  expect(get(await move('counted', 6)).count).toBe(6);
  const short = await move('used', 7);
  expect(!short.ok && [short.problem.code, short.problem.path]).toEqual(['too-few-in-drawer', ['count']]);
  // 0.1 + 0.2 is the same size as 0.3.
  get(await move('received', 2, { thickness: 0.1 + 0.2 }));
  get(await move('received', 3, { thickness: 0.3 }));
  expect((await listShims()).map((s) => [s.diameterMm, s.thicknessMm, s.count])).toEqual([
    [40, 0.2, 6],
    [40, 0.3, 5],
  ]);
  await expect((await db()).none('UPDATE shim_move SET moved = 99')).rejects.toThrow(/MAVRIN_RECORDED/);
  const read = (over: object) =>
    shimMoveRequest.safeParse({ inner: 12, diameter: 40, thickness: 0.2, count: 1, kind: 'used', ...over }).success;
  expect([
    read({}),
    read({ diameter: 10 }),
    read({ count: 0 }),
    read({ count: 1.5 }),
    read({ thickness: -1 }),
    read({ kind: 'lost' }),
  ]).toEqual([true, false, false, false, false, false]);
});

test('an oil of the shop’s own and a changed template are versions of the book; thinner cold than hot is refused', async () => {
  const oil = {
    version: 'oil/1',
    id: 'quay-light',
    name: 'Quay light',
    cSt40: 12.4,
    cSt100: 3.6,
    densityKgPerM3: 846,
    origin: 'its sheet',
  };
  const sound = (over: object) => oilPageRequest.safeParse({ page: { ...oil, ...over }, reason: 'new tin' });
  get(await changeOil(sound({}).data!));
  expect((await oilVersions()).map((v) => v.page.id)).toEqual([...OILS.map((o) => o.id), 'quay-light']);
  expect([sound({ cSt40: 3 }).success, sound({ densityKgPerM3: 85 }).success]).toEqual([false, false]);
  const template = { version: 'damping/2', ...DAMPING_TEMPLATES[0]!, bandShare: 0.2 };
  get(await changeDamping(dampingRequest.parse({ page: template, reason: 'wider' })));
  expect((await dampingVersions())[0]).toMatchObject({ versions: 1, reason: 'wider', page: { bandShare: 0.2 } });
  const unknown = await changeDamping(dampingRequest.parse({ page: { ...template, id: 'moon-phase' }, reason: 'x' }));
  expect(!unknown.ok && unknown.problem.code).toBe('not-found');
});

test('a fit to the dyno is kept with its machine, its valve and its run, the newest first; another machine’s job and nonsense are refused', async () => {
  const machineOf = async (model: string) => {
    const figures = { 'machine.make': { text: 'Halvik' }, 'machine.model': { text: model } };
    return get(await takeIn({ customer: { name: model, phone: '' }, machine: { figures }, promisedOn: '2026-12-01' }));
  };
  const [one, other] = [await machineOf('Trail 300'), await machineOf('Pony 125')];
  const fit = (over: object = {}) => ({
    damper: 'other',
    jobId: one.jobId,
    run: 'before',
    oil: 'ISO VG 15',
    found: { valve: 'rebound', cd: 0.72, cdUncertainty: 0.01, bleedMm2: 1.4, bleedUncertaintyMm2: 0.1, missBefore: 0.2, missAfter: 0.02 },
    points: [0.1, 0.2, 0.4, 0.8].map((mPerS) => ({ mPerS, forceN: 900 * mPerS })),
    ...over,
  });
  get(await keepCalibration(one.machineId, calibrationRequest.parse(fit())));
  get(await keepCalibration(one.machineId, calibrationRequest.parse(fit({ run: 'after' }))));
  expect((await calibrationsOf(await db(), one.machineId)).map((c) => [c.damper, c.found.valve, c.run])).toEqual([
    ['other', 'rebound', 'after'],
    ['other', 'rebound', 'before'],
  ]);
  expect(said(await keepCalibration(other.machineId, calibrationRequest.parse(fit())))).toBe('not-found');
  expect(await calibrationsOf(await db(), other.machineId)).toEqual([]);
  for (const over of [{ damper: 'middle' }, { points: [] }, { found: { ...fit().found, cd: -1 } }])
    expect(calibrationRequest.safeParse(fit(over)).success).toBe(false);
});

test('an assortment is counted in at once, onto what lies there already', async () => {
  const size = { innerMm: 16, diameterMm: 40, thicknessMm: 0.2 };
  get(await moveShims({ inner: 16, diameter: 40, thickness: 0.2, count: 3, kind: 'counted', note: '', jobId: null }));
  const { sizes } = get(await receiveAssortment({ innerMm: 16, each: 5 }));
  const there = (await listShims()).filter((s) => s.innerMm === 16);
  expect(there.length).toBe(sizes);
  expect(there).toContainEqual({ ...size, count: 8 });
  expect(there.filter((s) => s.count === 5).length).toBe(sizes - 1);
});
