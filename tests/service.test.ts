import { jobNumber } from '@/catalogue/jobs';
import { ICalendar } from './ical';
import { db } from '@/db/client';
import { MONEY, moneyRequest, serviceRequest } from '@/schema/book';
import type { ServiceRule } from '@/knowledge/service/page';
import { SERVICE_RULES } from '@/knowledge/service/service';
import { addMonths, basisOf, dueOf, paceOf, reminderText } from '@/judgement/job/service';
import type { ServiceBasis } from '@/schema/service';
import { actualOf, quoteOf, sumOf } from '@/judgement/job/quote';
import { decimalsOf, moneyText, readMoney } from '@/catalogue/money';
import { changeMoney, changeService, serviceRulesOfShop, changeShop, shopOfBook } from '@/server/book/book';
import { putZoneInForce, shopZone } from '@/catalogue/days';
import { changeCalendar, feedOf, hasFeed, shopCalendar } from '@/server/exchange/calendar';
import { barred } from '@/server/door/entrance';
import { shopAddress } from '@/server/door/network';
import { putSiteInForce, siteHost } from '@/server/door/site';
import { addTechnician } from '@/server/door/people';
import { changeOwner, goBack, mergeMachine, separateMachine } from '@/server/machines/machines';
import { answerQuote, offerQuote } from '@/server/jobs/quotes';
import { recordMachineEntry } from '@/server/jobs/record';
import { dueOfMachine, dueWithin, noteReminder, reckonAll } from '@/server/machines/service';
import { search } from '@/server/find';
import { signRebuild } from '@/server/jobs/sign';
import { handBack, takeIn } from '@/server/jobs/takeIn';
import { bench, machineFile } from '@/server/views';
import { codeOf, get, record } from './answers';
import { entriesOf } from './entries';
import { onDisk } from './onDisk';

/** Money, service, owners, merged machines, going back. */

onDisk('service');

const rule = (change: Partial<ServiceRule>): ServiceRule => ({
  ...SERVICE_RULES[0]!,
  uses: [],
  components: [],
  distanceKm: null,
  hours: null,
  months: null,
  ...change,
});
const basis = (change: Partial<ServiceBasis> = {}): ServiceBasis => ({
  end: 'front',
  use: 'road',
  component: null,
  serviced: { on: '2026-01-10', km: 10_000, hours: 100 },
  kmPerDay: 20,
  hoursPerDay: 0.5,
  ...change,
});

test('the first limit reached decides; a limit whose clock was never read twice is left out', () => {
  // 8000 km at 20 km a day is 400 days; 24 months are 730; 40 h at half an hour a day are 80.
  const three = rule({ distanceKm: 8000, hours: 40, months: 24 });
  expect(dueOf([three], basis())).toMatchObject({ on: '2026-03-31', by: 'hours' });
  expect(dueOf([three], basis({ hoursPerDay: null }))).toMatchObject({ on: '2027-02-14', by: 'distance' });
  expect(dueOf([three], basis({ hoursPerDay: null, kmPerDay: null }))).toMatchObject({ on: '2028-01-10', by: 'months' });
  expect(dueOf([rule({ distanceKm: 8000 })], basis({ kmPerDay: null }))).toMatchObject({ on: null, by: null });
  expect(
    dueOf(
      [rule({ months: 6, uses: ['rally'] }), rule({ months: 6, end: 'rear' }), rule({ months: 6, components: ['closed-cartridge'] })],
      basis(),
    ),
  ).toBeNull();
  expect(dueOf([rule({ months: 6, components: ['closed-cartridge'] })], basis({ component: 'closed-cartridge' }))?.on).toBe('2026-07-10');
});

test('months end on a day there is; pace comes from readings far enough apart that go forward', () => {
  expect([addMonths('2026-01-31', 1), addMonths('2027-11-30', 3), addMonths('2026-05-15', 24)]).toEqual([
    '2026-02-28',
    '2028-02-29',
    '2028-05-15',
  ]);
  const at = (on: string, km: number | null) => ({ on, km, hours: null });
  expect(paceOf([at('2026-01-01', 1000), at('2026-04-11', 3000)], 'km')).toBe(20);
  expect(paceOf([at('2026-04-11', 3000), at('2026-02-01', null), at('2026-01-01', 1000)], 'km')).toBe(20);
  expect(paceOf([at('2026-01-01', 1000), at('2026-01-05', 1400)], 'km')).toBeNull();
  expect(paceOf([at('2026-01-01', 5000), at('2026-06-01', 4000)], 'km')).toBeNull();
});

test('a machine never opened here is due by what its owner told of the last service', () => {
  const job = (at: string, texts: Record<string, string>) => ({ at, signed: false, procedures: [], entries: entriesOf(texts) });
  const found = basisOf(
    [
      job('2026-01-01T08:00:00Z', { 'clock.distance': '10000' }),
      job('2026-04-11T08:00:00Z', { 'clock.distance': '12000', 'found.sinceService': '1000', use: 'road' }),
    ],
    'front',
  )!;
  expect(found).toMatchObject({ use: 'road', kmPerDay: 20, serviced: { on: '2026-02-20', km: 11_000 } });
  expect(basisOf([job('2026-01-01T08:00:00Z', { use: 'road' })], 'front')).toBeNull();
});

test('money is read as people write it, in whole coins, and refused where it is finer than its coins', () => {
  const read = (text: string, currency = 'EUR') => {
    const found = readMoney(text, currency);
    return found.ok ? found.value.minor : found.issue.code;
  };
  expect(['85', '85,5', '1 250.00', "1'250", 'EUR 85,–', '85.50 eur', '0', '1,250.00', '1.250,5', '1,234,567'].map((t) => read(t))).toEqual(
    [8500, 8550, 125_000, 125_000, 8500, 8550, 0, 125_000, 125_050, 123_456_700],
  );
  expect(['', 'dear', '85.555', '-3', '85 SEK', '1e9', '99999999'].map((t) => read(t))).toEqual([
    'empty',
    'unreadable',
    'too-fine',
    'unreadable',
    'unit-mismatch',
    'unreadable',
    'out-of-range',
  ]);
  expect([read('85.5', 'JPY'), read('85', 'JPY'), read('1.234', 'KWD'), decimalsOf('JPY')]).toEqual(['too-fine', 85, 1234, 0]);
  expect([moneyText({ minor: 1_250_050, currency: 'EUR' }), moneyText({ minor: 85, currency: 'JPY' })]).toEqual([
    '12\u202f500.50 EUR',
    '85 JPY',
  ]);
});

test('a quote counts getting it out in both, rounds lines to coins and tax once; what it came to stands beside it', () => {
  const entries = entriesOf({
    'job.outHours': '1.5',
    'job.outActual': '2',
    'job.quote.1.kind': 'labour',
    'job.quote.1.quantity': '2.5',
    'job.quote.1.actual': '3',
    'job.quote.2.kind': 'part',
    'job.quote.2.what': 'Oil, mL',
    'job.quote.2.quantity': '333',
    'job.quote.2.price': '0.03',
    'job.quote.3.what': 'no price yet',
    'job.newUnit.price': '690',
  });
  const quote = quoteOf(entries, MONEY);
  expect(quote.lines.map((l) => l.minor)).toEqual([10_800, 18_000, 999]);
  expect(quote.rebuild).toEqual({ netMinor: 29_799, taxMinor: 5960, totalMinor: 35_759 });
  expect(quote.instead!.lines.map((l) => l.minor)).toEqual([69_000, 10_800]);
  expect(actualOf(entries, MONEY).lines.map((l) => l.minor)).toEqual([14_400, 21_600, 999]);
  expect(sumOf([], 0.2)).toEqual({ netMinor: 0, taxMinor: 0, totalMinor: 0 });
});

let [machineId, jobId, technicianId] = [0, 0, 0];
const FIGURES = { 'machine.make': { text: 'Skerrow' }, 'machine.model': { text: '500 Lane' }, 'machine.registration': { text: 'OR 77' } };
const dayAgo = (days: number) => new Date(Date.now() - days * 86_400_000).toISOString();

test('what is offered stays as it was; it is answered once', async () => {
  technicianId = get(await addTechnician('Sunniva Holt', 'quay4')).id;
  const taken = get(
    await takeIn(
      { customer: { name: 'Brannoc Teale', phone: '0 44' }, machine: { figures: FIGURES }, promisedOn: '2026-12-01' },
      dayAgo(800),
    ),
  );
  [machineId, jobId] = [taken.machineId, taken.jobId];
  expect(codeOf(await offerQuote(jobId))).toBe('quote-empty');
  for (const [f, t] of [
    ['job.quote.1.what', 'Springs'],
    ['job.quote.1.price', '89'],
    ['job.quote.1.quantity', '1'],
  ] as const)
    get(await record(jobId, f, t));
  const { quoteId } = get(await offerQuote(jobId));
  get(await record(jobId, 'job.quote.1.price', '99'));
  get(await changeMoney(moneyRequest.parse({ page: { version: 'money/1', ...MONEY, taxShare: 0.1 }, reason: 'new tax' })));
  expect((await bench(jobId))!.quotes[0]!.document.rebuild.totalMinor).toBe(10_680);
  get(await answerQuote(jobId, { quoteId, accepted: true, words: 'go ahead' }));
  expect(codeOf(await answerQuote(jobId, { quoteId, accepted: false, words: '' }))).toBe('quote-answered');
  expect(codeOf(await record(jobId, 'job.quote.1.price', '89 SEK'))).toBe('unit-mismatch');
  expect(moneyRequest.safeParse({ page: { version: 'money/1', ...MONEY, currency: 'euro' }, reason: 'x' }).success).toBe(false);
});

test('a signed service makes the machine due; new rules reckon anew; a reminder is noted; the calendar holds the day', async () => {
  const fork = { use: 'road', 'clock.distance': '10000', 'fitted.front.oil': '15 cSt' };
  for (const [f, t] of Object.entries(fork)) get(await record(jobId, f, t));
  get(await signRebuild(jobId, { technicianId, passcode: 'quay4' }, dayAgo(799)));
  get(await handBack(jobId, dayAgo(798)));
  const [due] = await dueOfMachine(machineId);
  expect(due).toMatchObject({ end: 'front', rule: 'Fork oil', owner: 'Brannoc Teale' });
  expect(due!.on).toBe(addMonths(dayAgo(800).slice(0, 10), 24));
  expect((await dueWithin(30)).map((d) => d.machineId)).toEqual([machineId]);
  const [first] = await serviceRulesOfShop();
  get(await changeService(serviceRequest.parse({ page: { version: 'service/1', ...first!, months: 120 }, reason: 'longer' }), reckonAll));
  expect(await dueWithin(30)).toEqual([]);
  get(await changeService(serviceRequest.parse({ page: { version: 'service/1', ...first! }, reason: 'back' }), reckonAll));
  get(await noteReminder(machineId, { end: 'front' }));
  expect((await dueWithin(30))[0]!.remindedAt).not.toBeNull();
  const events = ICalendar(await shopCalendar('http://shop'));
  expect(events.find((e) => e.UID === `service-${machineId}-front@mavrin`)).toMatchObject({
    SUMMARY: 'Service: Fork oil, Skerrow 500 Lane, Brannoc Teale',
    'DTSTART;VALUE=DATE': due!.on!.replaceAll('-', ''),
  });
  expect(reminderText({ owner: 'B', machine: 'M', name: 'Fork oil', on: 'Mon', words: '24 months' })).toContain('fork oil (24 months)');
});

test('a machine changes hands from a day on; the owners before stay', async () => {
  expect(codeOf(await changeOwner(machineId, { customer: { name: 'Brannoc Teale', phone: '' }, since: '2026-11-01' }))).toBe('accepted');
  const owners = (await machineFile(machineId))!.owners;
  expect(codeOf(await changeOwner(machineId, { customer: { id: owners[0]!.customerId }, since: '2026-11-02' }))).toBe('same-owner');
  expect(owners).toHaveLength(2);
});

test('an entry made twice stands as one machine, and can be taken apart again with nothing lost', async () => {
  const again = get(
    await takeIn({
      customer: { name: 'Brannoc Teale', phone: '' },
      machine: { figures: { ...FIGURES, 'machine.registration': { text: 'OR 78' }, 'machine.rake': { text: '27' } } },
      promisedOn: '2026-12-09',
    }),
  );
  get(await recordMachineEntry(machineId, { field: 'machine.frame', text: 'SKR-1', technicianId: null, device: 'by hand' }));
  expect(get(await mergeMachine(machineId, { machineId: again.machineId, reason: 'same frame' })).figures).toBe(1);
  expect(codeOf(await mergeMachine(again.machineId, { machineId, reason: 'the other way' }))).toBe('not-found');
  expect(codeOf(await mergeMachine(machineId, { machineId: again.machineId, reason: 'twice' }))).toBe('same-machine');
  const file = (await machineFile(machineId))!;
  expect(file.jobs.map((j) => j.id)).toEqual([again.jobId, jobId]);
  expect(file.figures['machine.rake']?.text).toBe('27');
  expect((await bench(again.jobId))!.machine.id).toBe(machineId);
  expect((await search('OR 78', 'machine')).map((f) => f.id)).toEqual([machineId]);
  await expect(
    (await db()).none('INSERT INTO machine_merge (machine_id, into_id, reason) VALUES ($1, $2, $3)', [machineId, again.machineId, 'x']),
  ).rejects.toThrow(/MAVRIN_CIRCLE/);
  // A rebuild of the second entry's job branches from the first's set-up: one lineage.
  const signed = file.setups.find((s) => s.kind === 'rebuild')!;
  expect(get(await goBack(again.jobId, { setupId: signed.id })).fields).toBe(1);
  get(await signRebuild(again.jobId, { technicianId, passcode: 'quay4' }));
  const newest = (await machineFile(machineId))!.setups[0]!;
  expect([newest.parentId, newest.reason]).toEqual([signed.id, `back to the set-up of job ${jobNumber(jobId)}`]);
  get(await separateMachine(machineId, { machineId: again.machineId, reason: 'two after all' }));
  expect((await machineFile(machineId))!.jobs.map((j) => j.id)).toEqual([jobId]);
  expect((await bench(again.jobId))!.machine.id).toBe(again.machineId);
  expect(codeOf(await separateMachine(machineId, { machineId: again.machineId, reason: 'x' }))).toBe('not-found');
});

test('calendar programs read the calendar by a secret address, until it is withdrawn; the address the Shop book names lasts', async () => {
  expect(await hasFeed()).toBe(false);
  const page = { version: 'shop/2', id: 'shop', name: 'Slate Yard', address: '', phone: '', email: '', origin: 'the shop' } as const;
  get(await changeShop({ page: { ...page, zone: 'Pacific/Auckland', site: 'https://bench.example/' }, reason: 'where we are' }));
  expect([shopAddress({}), siteHost(), shopZone()]).toEqual(['https://bench.example', 'bench.example', 'Pacific/Auckland']);
  const { address } = get(await changeCalendar({ feed: true }));
  expect(address).toMatch(/^https:\/\/bench\.example\/api\/calendar\/[0-9a-f]{40}\.ics$/);
  const secret = address!.slice(-44, -4);
  expect(ICalendar((await feedOf(secret))!).length).toBeGreaterThan(0);
  expect(await feedOf('0'.repeat(40))).toBeNull();
  // The address is not in the book: only what proves it.
  const kept = await (await db()).many("SELECT document FROM book_page WHERE kind = 'calendar'");
  expect(JSON.stringify(kept)).not.toContain(secret);
  // It opens to nobody else's request, and to any without a session.
  const gate = { environment: { MAVRIN_NAMES: 'bench.example' }, isClosing: false, isOpened: true, hasOwner: true, ridersMayCome: false };
  const asked = (path: string) => ({
    method: 'GET',
    path,
    host: 'bench.example',
    origin: null,
    site: null,
    role: null,
    isOwnProgram: false,
    isScript: false,
  });
  expect(barred(asked(`/api/calendar/${secret}.ics`), gate)).toBeNull();
  expect(barred(asked('/api/service/calendar'), gate)?.code).toBe('signed-out');
  get(await changeCalendar({ feed: false }));
  expect([await feedOf(secret), await hasFeed()]).toEqual([null, false]);
  // A page written before the shop had a zone and an address is read as one without.
  await (
    await db()
  ).none("INSERT INTO book_page (kind, key, document, reason) VALUES ('shop', 'shop', $1::jsonb, 'old')", [
    JSON.stringify({ ...page, version: 'shop/1' }),
  ]);
  expect(await shopOfBook()).toMatchObject({ name: 'Slate Yard', zone: '', site: '' });
  putZoneInForce('');
  putSiteInForce('');
});
