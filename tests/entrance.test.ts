import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import { handle } from '@/app/api/handle';
import { db } from '@/db/client';
import { actOf } from '@/schema/acts';
import { recordRequest } from '@/schema/requests';
import { auditLines } from '@/server/keeping/audit';
import { type Asked, barred, type Gate } from '@/server/door/entrance';
import { atTheGate } from '@/server/door/gate';
import { noteRight } from '@/server/door/guesses';
import {
  addScript,
  addTechnician,
  changePasscode,
  endScript,
  giveRole,
  openEntrance,
  peopleState,
  signIn,
  signOut,
  signOutEverywhere,
} from '@/server/door/people';
import { passcodeChecked } from '@/server/door/passcodes';
import { leastOf, RIGHTS } from '@/server/door/rights';
import { plainPath } from '@/server/door/plainPath';
import { recordJobEntry } from '@/server/jobs/record';
import { bearsScriptToken, bearsToken, digestOfSecret, entranceState, SESSION_COOKIE, sessionOf } from '@/server/door/sessions';
import { signRebuild } from '@/server/jobs/sign';
import { takeIn } from '@/server/jobs/takeIn';
import { codeOf, get, record } from './answers';
import { onDisk } from './onDisk';

/** The gate: who is let in and to what; sessions that end; roles; and what is noted of who did what. */

onDisk('entrance');

const HOST = '127.0.0.1:4170';
const OPENED = { MAVRIN_HOST: '192.0.2.7' };
const asked = (more: Partial<Asked> = {}): Asked => ({
  method: 'GET',
  path: '/',
  host: HOST,
  origin: null,
  site: null,
  role: null,
  isOwnProgram: false,
  isScript: false,
  ...more,
});
const gate = (more: Partial<Gate> = {}): Gate => ({
  environment: {},
  isClosing: false,
  isOpened: false,
  hasOwner: true,
  ridersMayCome: false,
  ...more,
});
const opened = (more: Partial<Gate> = {}) => gate({ environment: OPENED, isOpened: true, ...more });
const why = (a: Partial<Asked>, g = gate()) => barred(asked(a), g)?.code ?? 'in';
const write = (path: string, more: Partial<Asked> = {}): Partial<Asked> => ({ method: 'POST', path, origin: `http://${HOST}`, ...more });

test('no page elsewhere writes: another site, no address, no origin at all; ours, a browser’s own word and a program of this computer do', () => {
  const path = '/api/jobs';
  expect(['http://evil.example', 'not an address', 'null'].map((origin) => why({ method: 'POST', path, origin }))).toEqual(
    Array(3).fill('foreign'),
  );
  expect([null, 'cross-site', 'same-site', 'none'].map((site) => why({ method: 'POST', path, site }))).toEqual([
    // No browser sends it: it is told what a script sends.
    'no-token',
    'foreign',
    'foreign',
    'foreign',
  ]);
  expect([
    why(write(path)),
    why({ method: 'POST', path, site: 'same-origin' }),
    why({ method: 'DELETE', path, isOwnProgram: true }),
  ]).toEqual(['in', 'in', 'in']);
  // A name pointed at this computer by somebody else, with an origin that matches it.
  expect(why({ method: 'POST', path, host: 'evil.example', origin: 'http://evil.example' })).toBe('wrong-host');
  expect(why({ host: 'evil.example' })).toBe('wrong-host');
  expect(why({ path: null })).toBe('path-unreadable');
  expect(why({}, gate({ isClosing: true }))).toBe('closing');
});

test('a path is read in one way or not at all: what the gate decides on is what is served', () => {
  expect(['/', '/jobs/101/ask?x=..', '/api/%62ackups', '/machines/7#%2e', '/_next/static/chunks/%5Bid%5D.js'].map(plainPath)).toEqual([
    '/',
    '/jobs/101/ask',
    '/api/backups',
    '/machines/7',
    '/_next/static/chunks/[id].js',
  ]);
  for (const url of [
    '/_next/static/../../api/search',
    '/_next/../api/search',
    '/ride/..',
    '/ride/%2e%2e',
    '/ride/.%2E/x',
    '//api/search',
    '/ride/a%2f..%2fapi',
    '/ride/a\\..\\api',
    '/ride/%255c%5c',
    '/api/jobs/%E0%A4%A',
    '/machines/%ff',
    '/%00',
    'http://elsewhere/api',
    '*',
    undefined,
  ])
    expect([url, plainPath(url)]).toEqual([url, null]);
  // Asked for as it stands on the line, by the gate itself.
  expect(atTheGate('GET', '/_next/../api/search?q=a', { host: HOST })).toMatchObject({ status: 400 });
  expect(atTheGate('GET', '/machines', { host: HOST })).toBeNull();
  // Letters written as numbers are the same letters.
  expect(why(write('/api/backups', { role: 'technician' }), opened())).toBe('not-your-role');
  expect(why(write('/api/backups/', { role: 'technician' }), opened())).toBe('not-your-role');
  expect(why({ path: '/_next/image' }, opened())).toBe('signed-out');
});

test('opened to the network nobody is in who has not signed in, and nobody at all before there is an owner', () => {
  for (const path of ['/', '/jobs/101/ask', '/api/search', '/api/trials/1/square', '/setups/1/card', '/api/photos/a']) {
    expect([path, why({ path }, opened())]).toEqual([path, 'signed-out']);
    expect([path, why({ path }, opened({ hasOwner: false }))]).toEqual([path, 'no-owner']);
    expect([path, why({ path, role: 'counter' }, opened())]).toEqual([path, 'in']);
    // The shop that listens to its own computer alone is as it always was.
    expect([path, why({ path })]).toEqual([path, 'in']);
  }
  for (const path of ['/sign-in', '/api/health', '/api/health/ready', '/icon.svg'])
    expect([path, why({ path }, opened())]).toEqual([path, 'in']);
  expect(why(write('/api/sign-in'), opened())).toBe('in');
});

test('the rider’s sheet opens by the Shop book’s switch, and nothing else with it', () => {
  const riders = opened({ ridersMayCome: true });
  expect([why({ path: '/ride/abc' }, opened()), why({ path: '/ride/abc' }, riders), why(write('/api/ride/abc'), riders)]).toEqual([
    'signed-out',
    'in',
    'in',
  ]);
  for (const path of ['/api/trials/1/square', '/ride', '/ride/abc/x', '/jobs/101/ride', '/api/jobs/101/trials'])
    expect([path, why({ path }, riders)]).toEqual([path, 'signed-out']);
});

test('roles: the counter takes in but does not sign or change the book; people, money, backups and the audit are the owner’s', () => {
  const by = (role: Asked['role'], path: string) => why(write(path, { role }), opened());
  const each = (path: string) => (['counter', 'technician', 'owner'] as const).map((role) => by(role, path));
  expect(each('/api/jobs')).toEqual(['in', 'in', 'in']);
  expect(each('/api/jobs/101/hand-back')).toEqual(['in', 'in', 'in']);
  for (const path of [
    '/api/jobs/101/sign',
    '/api/jobs/101/corrections',
    '/api/trials/3/decision',
    '/api/book/schools',
    '/api/springs/import',
  ])
    expect([path, ...each(path)]).toEqual([path, 'not-your-role', 'in', 'in']);
  for (const path of [
    '/api/technicians',
    '/api/technicians/2/role',
    '/api/backups',
    '/api/book/door',
    '/api/book/money',
    '/api/people/sessions/1/end',
  ])
    expect([path, ...each(path)]).toEqual([path, 'not-your-role', 'not-your-role', 'in']);
  for (const path of ['/api/audit', '/api/tables/audit.csv', '/api/tables/audit.xlsx'])
    expect([path, why({ path, role: 'technician' }, opened())]).toEqual([path, 'not-your-role']);
  expect(why({ path: '/shop-book/backups', role: 'counter' }, opened())).toBe('not-your-role');
  // Reading is no change: the counter looks up springs and the book.
  expect(why({ path: '/api/tables/springs.csv', role: 'counter' }, opened())).toBe('in');
});

let [owner, counter] = [0, 0];
const cookie = (secret: string) => ({ headers: new Headers({ cookie: `mavrin=day.; ${SESSION_COOKIE}=${secret}` }) });
const inAs = async (technicianId: number, passcode: string) => get(await signIn({ technicianId, passcode }, 'a tablet'));

test('an owner’s word stands behind people once there is one, and a shop keeps one', async () => {
  owner = get(await addTechnician('Sunniva Holt', 'quay and tar')).id;
  expect(entranceState().hasOwner).toBe(false);
  get(await giveRole(owner, { role: 'owner', ownerPasscode: '' }));
  expect(entranceState().hasOwner).toBe(true);
  const refused = await addTechnician('Bram Oakes', 'kelp and tar', { role: 'counter', ownerPasscode: 'guess 1' });
  expect(refused).toMatchObject({ ok: false, problem: { code: 'passcode-wrong', path: ['ownerPasscode'] } });
  counter = get(await addTechnician('Bram Oakes', 'kelp and tar', { role: 'counter', ownerPasscode: 'quay and tar' })).id;
  expect(codeOf(await giveRole(owner, { role: 'technician', ownerPasscode: 'quay and tar' }))).toBe('last-owner');
  expect((await peopleState()).technicians.map((t) => [t.name, t.role])).toEqual([
    ['Bram Oakes', 'counter'],
    ['Sunniva Holt', 'owner'],
  ]);
});

test('guesses sent all at once are weighed one after the other: after the third the rest only wait', async () => {
  const codes = await Promise.all(
    Array.from({ length: 12 }, async (_, n) => (await passcodeChecked(counter, `guess ${n}`)).refusal?.answer.problem.code),
  );
  expect(codes.filter((c) => c === 'passcode-wrong')).toHaveLength(3);
  expect(codes.filter((c) => c === 'passcode-wait')).toHaveLength(9);
  noteRight({ technicianId: counter, address: '' });
});

test('a passcode is set by who knows the old one or by the owner: a first one too, and a forgotten one', async () => {
  const base = await db();
  const { id } = await base.one<{ id: number }>(`INSERT INTO technician (name) VALUES ('Old Hand') RETURNING id`);
  const set = async (passcode: string, by: { before?: string; ownerPasscode?: string }) => {
    const answer = await changePasscode(id, { before: '', passcode, ...by });
    return answer.ok ? 'set' : `${answer.problem.code} ${answer.problem.path.join('.')}`;
  };
  // A name without one: whoever came first could sign by it.
  expect(await set('first one', {})).toBe('passcode-wrong ownerPasscode');
  expect(await set('first one', { ownerPasscode: 'quay and tar' })).toBe('set');
  expect(await set('second one', { before: 'wrong one' })).toBe('passcode-wrong before');
  expect(await set('second one', { before: 'first one' })).toBe('set');
  expect(await set('third one', { ownerPasscode: 'quay and tar' })).toBe('set');
  noteRight({ technicianId: owner, address: '' });
  noteRight({ technicianId: id, address: '' });
});

test('a session is a secret kept by the browser alone; it ends at its time, by signing out, everywhere at once, and with the passcode it came by', async () => {
  expect(codeOf(await signIn({ technicianId: owner, passcode: 'wrong one' }, ''))).toBe('passcode-wrong');
  const { secret, endsAt } = await inAs(owner, 'quay and tar');
  const { headers } = cookie(secret);
  expect(sessionOf(headers)).toMatchObject({ name: 'Sunniva Holt', role: 'owner' });
  expect(sessionOf(headers, Date.parse(endsAt) + 1)).toBeNull();
  expect(sessionOf(cookie(`${secret}x`).headers)).toBeNull();
  expect(JSON.stringify(await (await db()).many('SELECT * FROM session'))).not.toContain(secret);
  // It outlives the program.
  entranceState().sessions.clear();
  await openEntrance();
  expect(sessionOf(headers)).not.toBeNull();
  get(await signOut(sessionOf(headers)));
  expect(sessionOf(headers)).toBeNull();
  const two = [await inAs(owner, 'quay and tar'), await inAs(owner, 'quay and tar')].map((s) => cookie(s.secret).headers);
  get(await signOutEverywhere(sessionOf(two[0]!)));
  expect(two.map((h) => sessionOf(h))).toEqual([null, null]);
  const third = cookie((await inAs(owner, 'quay and tar')).secret).headers;
  get(await changePasscode(owner, { before: 'quay and tar', passcode: 'quay and rope' }));
  expect(sessionOf(third)).toBeNull();
  noteRight({ technicianId: owner, address: '' });
});

test('programs of this computer bear the secret of the data directory, which nobody else can read', () => {
  const path = join(process.env.MAVRIN_DATA!, 'token');
  expect(statSync(path).mode & 0o077).toBe(0);
  const bearing = (token: string) => bearsToken(new Headers({ authorization: `Bearer ${token}` }));
  expect([bearing(readFileSync(path, 'utf8')), bearing('another'), bearsToken(new Headers())]).toEqual([true, false, false]);
});

test('who is signed in stands under what is written, and in the audit with it; nothing typed is there, and what was refused is not', async () => {
  const job = get(
    await takeIn({
      customer: { name: 'Elin Marsh', phone: '' },
      machine: { figures: { 'machine.make': { text: 'Ketteri' }, 'machine.model': { text: '450' } } },
      promisedOn: '2026-12-05',
    }),
  ).jobId;
  const { secret } = await inAs(owner, 'quay and rope');
  const send = (body: object, by = secret) =>
    handle(
      new Request(`http://${HOST}/api/jobs/${job}/entries`, {
        method: 'POST',
        body: JSON.stringify(body),
        headers: { cookie: `${SESSION_COOKIE}=${by}`, 'x-mavrin-address': '192.0.2.30' },
      }),
      recordRequest,
      (checked) => recordJobEntry(job, checked),
    );
  expect((await send({ field: 'rider.mass', text: '81 kg', technicianId: counter })).status).toBe(200);
  expect((await send({ field: 'rider.mass', text: 'heavy' })).status).toBe(422);
  const atTheCounter = (await inAs(counter, 'kelp and tar')).secret;
  const counters = async (field: string, text: string) => (await send({ field, text }, atTheCounter)).status;
  expect([await counters('rider.mass', '82 kg'), await counters('fitted.rear.rebound.out', '12')]).toEqual([200, 422]);
  const entry = await (
    await db()
  ).one<{ by: number }>(`SELECT technician_id AS by FROM entry WHERE job_id = ${job} AND field = 'rider.mass' AND text LIKE '81%'`);
  expect(entry.by).toBe(owner);
  const [, line, ...rest] = await auditLines(`${job} rider`, 0);
  expect(rest).toEqual([]);
  expect(line).toMatchObject({ who: 'Sunniva Holt', address: '192.0.2.30', jobId: job });
  expect(line!.act).toMatch(/^wrote .*ider.*, job 0\d+$/);
  expect((await auditLines('', 0)).map((l) => l.act).join(' ')).not.toMatch(/\b8[12]\b|heavy/);
  // Far beyond any line, and beyond the engine's smaller numbers: found by hard use.
  expect(await auditLines('', 2 ** 31)).not.toEqual([]);
  expect((await auditLines('refused door', 0)).map((l) => l.who)).toEqual(['Sunniva Holt']);
  await expect((await db()).none('DELETE FROM audit')).rejects.toThrow(/MAVRIN_RECORDED/);
});

test('who works at the counter does not sign, by the passcode at the bench neither', async () => {
  const job = get(
    await takeIn({
      customer: { name: 'Orla Finch', phone: '' },
      machine: { figures: { 'machine.make': { text: 'Ketteri' }, 'machine.model': { text: '125' } } },
      promisedOn: '2026-12-05',
    }),
  ).jobId;
  get(await record(job, 'fitted.rear.rebound.out', '12'));
  expect(codeOf(await signRebuild(job, { technicianId: counter, passcode: 'kelp and tar' }))).toBe('counter-cannot-sign');
});

test('every address that writes has words for the audit', () => {
  const routes = (folder: string): string[] =>
    readdirSync(folder, { withFileTypes: true }).flatMap((item) =>
      item.isDirectory() ? routes(join(folder, item.name)) : /^route\.tsx?$/.test(item.name) ? [join(folder, item.name)] : [],
    );
  const writing = routes('src/app/api').filter((path) =>
    /export (const|async function) (POST|PUT|PATCH|DELETE)/.test(readFileSync(path, 'utf8')),
  );
  const addresses = writing.map((path) =>
    path.replace(/^src\/app\/api\/|\/route\.tsx?$/g, '').replace(/\[(id|operation|token|key)\]/g, '7'),
  );
  expect(addresses.length).toBeGreaterThan(50);
  // Calculations keep nothing.
  expect(addresses.filter((a) => actOf(a, {}) === null)).toEqual(['compute/7']);
});

test('what is refused by the schema is nobody’s act', async () => {
  const before = (await auditLines('', 0)).length;
  const answer = await handle(
    new Request(`http://${HOST}/api/backups`, { method: 'POST', body: '{"x":1}' }),
    z.strictObject({}),
    async () => ({ ok: true, value: 1 }),
  );
  expect(answer.status).toBe(400);
  expect(await auditLines('', 0)).toHaveLength(before);
});

test('a script’s token opens the calculations and the formats, nothing of the book, until it is ended; it is kept as a digest', async () => {
  const bears = (secret: string) => bearsScriptToken({ get: (name) => (name === 'authorization' ? `Bearer ${secret}` : null) });
  const { id, secret } = get(await addScript({ name: 'Spreadsheet', ownerPasscode: 'quay and rope' }));
  expect(codeOf(await addScript({ name: 'spreadsheet', ownerPasscode: 'quay and rope' }))).toBe('already-exists');
  expect(codeOf(await addScript({ name: 'Other', ownerPasscode: 'wrong' }))).toBe('passcode-wrong');
  expect([bears(secret), bears(`${secret}x`)]).toEqual([true, false]);
  expect(await (await db()).many('SELECT name, digest FROM script_token')).toEqual([
    { name: 'Spreadsheet', digest: digestOfSecret(secret) },
  ]);
  const asks = (path: string, method = 'POST') => why({ method, path, isScript: true }, opened());
  expect(['/api/compute/sag', '/api/formats/openapi.json', '/api/formats'].map((path) => asks(path))).toEqual(['in', 'in', 'in']);
  for (const path of ['/api/jobs', '/', '/api/search', '/api/compute/../jobs', '/api/tables/jobs.csv', '/api/people/scripts', '/sign-in'])
    for (const method of ['GET', 'POST']) expect([path, asks(path, method)]).toEqual([path, 'not-your-role']);
  get(await endScript(id, { ownerPasscode: 'quay and rope' }));
  expect(bears(secret)).toBe(false);
  expect(codeOf(await endScript(id, { ownerPasscode: 'quay and rope' }))).toBe('not-found');
});

/** Every route there is, with what it can be asked. */
function routes(folder = 'src/app/api'): [string, string][] {
  return readdirSync(folder).flatMap((name): [string, string][] => {
    const path = join(folder, name);
    if (statSync(path).isDirectory()) return routes(path);
    if (!/^route\.tsx?$/.test(name)) return [];
    const asked = folder.replace('src/app', '').replace(/\[\w+\]/g, 'ID');
    return [...readFileSync(path, 'utf8').matchAll(/export (?:const|async function|function) (GET|POST|PUT|PATCH|DELETE)\b/g)].map((m) => [
      asked,
      m[1]!,
    ]);
  });
}

test('every route declares who may ask it, and nothing is declared that is no route', () => {
  const declared = RIGHTS.flatMap(([route, rights]) => Object.keys(rights).map((method) => `${method} ${route}`));
  expect(new Set(RIGHTS.map(([route]) => route)).size).toBe(RIGHTS.length);
  const there = routes();
  expect(there.length).toBeGreaterThan(100);
  for (const [route, method] of there) expect([route, method, declared.includes(`${method} ${route}`)]).toEqual([route, method, true]);
  const known = new Set(there.map(([route]) => route));
  for (const [route] of RIGHTS) if (!/^\/api\/tables\//.test(route)) expect([route, known.has(route)]).toEqual([route, true]);
});

test('what is not declared is the owner’s: a new route, another method', () => {
  expect([leastOf('GET', '/api/new'), leastOf('DELETE', '/api/jobs'), leastOf('POST', '/api/audit')]).toEqual(['owner', 'owner', 'owner']);
  expect(why(write('/api/new', { role: 'technician' }), opened())).toBe('not-your-role');
});

test('the counter writes no figures of machines, no terms of stock, and takes no customers out', () => {
  const counter = (method: string, path: string) => why({ ...(method === 'POST' ? write(path) : { path }), role: 'counter' }, opened());
  expect(
    [
      counter('POST', '/api/machines/7/entries'),
      counter('POST', '/api/stock/7/terms'),
      counter('GET', '/api/tables/customers.csv'),
      counter('GET', '/api/machines/7/archive'),
    ].every((said) => said === 'not-your-role'),
  ).toBe(true);
  expect([counter('POST', '/api/jobs'), counter('GET', '/api/tables/jobs.csv'), counter('POST', '/api/jobs/7/entries')]).toEqual([
    'in',
    'in',
    'in',
  ]);
});

test('a page of another site reads nothing of the book, and may link to it', () => {
  for (const site of ['cross-site', 'same-site']) {
    expect(why({ path: '/api/search', site })).toBe('foreign');
    expect([why({ path: '/machines', site }), why({ path: '/api/health', site })]).toEqual(['in', 'in']);
  }
  expect([
    why({ path: '/api/search', site: 'same-origin' }),
    why({ path: '/api/search', site: 'none' }),
    why({ path: '/api/search' }),
  ]).toEqual(['in', 'in', 'in']);
});
