import { SCHOOLS } from '@/core/spring/schools';
import { db } from '@/db/client';
import { schoolRequest } from '@/schema/book';
import type { Answer } from '@/server/answer';
import { changeSchool, schoolVersions } from '@/server/book';
import { testerReadings } from '@/server/devices';
import { addSpring, importSprings, listSprings, measureSpring, retireSpring } from '@/server/drawers';
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

// domain.md, section 12: common practice, no source.
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
