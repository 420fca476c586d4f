import { dayOf, daysAfter, daysBetween, dayWords, isZone, noonOf, putZoneInForce, timeWords, today } from './days';

/** Offsets and days of change: IANA time zone database, rules of 2026 for Pacific/Auckland and America/Los_Angeles. */

afterEach(() => putZoneInForce(''));

test('the Floor’s day is the shop’s, in Auckland and in California, at every hour', () => {
  putZoneInForce('Pacific/Auckland');
  // 30 November, 23:30 UTC is half past noon of 1 December in Auckland (UTC+13 in summer).
  expect([
    today(new Date('2026-11-30T10:59:00Z')),
    today(new Date('2026-11-30T11:00:00Z')),
    today(new Date('2026-11-30T23:30:00Z')),
  ]).toEqual(['2026-11-30', '2026-12-01', '2026-12-01']);
  putZoneInForce('America/Los_Angeles');
  expect([
    today(new Date('2026-12-01T00:30:00Z')),
    today(new Date('2026-12-01T07:59:00Z')),
    today(new Date('2026-12-01T08:00:00Z')),
  ]).toEqual(['2026-11-30', '2026-11-30', '2026-12-01']);
});

test('over the change to and from summer time', () => {
  // Auckland: back to UTC+12 on 5 April 2026 at 3:00, on to UTC+13 on 27 September at 2:00.
  expect(
    ['2026-04-04T10:59:00Z', '2026-04-04T11:00:00Z', '2026-04-05T11:59:00Z', '2026-04-05T12:00:00Z'].map((t) =>
      dayOf(t, 'Pacific/Auckland'),
    ),
  ).toEqual(['2026-04-04', '2026-04-05', '2026-04-05', '2026-04-06']);
  // California: UTC−7 from 8 March 2026, UTC−8 from 1 November.
  for (const [zone, days] of [
    ['Pacific/Auckland', ['2026-04-04', '2026-04-05', '2026-04-06', '2026-09-26', '2026-09-27', '2026-09-28']],
    ['America/Los_Angeles', ['2026-03-07', '2026-03-08', '2026-03-09', '2026-10-31', '2026-11-01', '2026-11-02']],
    ['UTC', ['2026-03-08']],
  ] as const)
    for (const day of days) {
      expect(dayOf(noonOf(day, zone), zone)).toBe(day);
      putZoneInForce(zone);
      expect(timeWords(noonOf(day))).toBe('12:00');
    }
  expect([noonOf('2026-03-07', 'America/Los_Angeles'), noonOf('2026-03-08', 'America/Los_Angeles')]).toEqual([
    '2026-03-07T20:00:00.000Z',
    '2026-03-08T19:00:00.000Z',
  ]);
  expect([daysAfter('2026-03-07', 2), daysAfter('2026-03-01', -1), daysBetween('2026-03-07', '2026-03-09')]).toEqual([
    '2026-03-09',
    '2026-02-28',
    2,
  ]);
});

test('a day is said as it stands, a moment by the clock of the shop', () => {
  putZoneInForce('Pacific/Auckland');
  expect([dayWords('2026-11-30'), dayWords('2026-11-30T23:30:00Z'), timeWords('2026-11-30T23:30:00Z')]).toEqual([
    'Mon 30 Nov 2026',
    'Tue 1 Dec 2026',
    '12:30',
  ]);
  expect([isZone('Pacific/Auckland'), isZone('Mars/Olympus'), isZone('')]).toEqual([true, false, false]);
});
