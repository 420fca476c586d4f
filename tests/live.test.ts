import { GET } from '@/app/api/live/route';
import { actOf } from '@/schema/acts';
import { whileAsking, type Asking } from '@/server/asking';
import { askedFor } from '@/server/keeping/audit';
import { undo } from '@/server/jobs/record';
import { noteReminder } from '@/server/machines/service';
import { handBack, takeIn } from '@/server/jobs/takeIn';
import { SESSION_COOKIE, digestOfSecret, entranceState } from '@/server/door/sessions';
import { askingFor, get, record } from './answers';
import { MACHINE } from './entries';
import { onDisk } from './onDisk';

/** What an open page hears while others work: fields, acts, who is there; and nothing once it is signed out. */

onDisk('live');

let [job, machine] = [0, 0];
beforeAll(async () => {
  const figures = { ...MACHINE, 'machine.make': 'Halvik', 'machine.model': 'Moor', 'machine.type': 'trail' };
  const taken = await takeIn({
    customer: { name: 'Wenna Trask', phone: '' },
    machine: { figures: Object.fromEntries(Object.entries(figures).map(([k, text]) => [k, { text }])) },
    promisedOn: '2026-12-01',
  });
  ({ jobId: job, machineId: machine } = get(taken));
});

const asking = (tab: string, act: Asking['act'] = null) => askingFor(act, tab);

/** A page that listens; what it heard so far, as the browser's own reader would have it. */
function page(query: string, headers: Record<string, string> = {}) {
  const gone = new AbortController();
  const answer = GET(new Request(`http://shop/api/live?${query}`, { headers, signal: gone.signal }));
  const reader = answer.body?.pipeThrough(new TextDecoderStream()).getReader();
  const next = async (): Promise<{ kind: string; what: Record<string, unknown> } | null> => {
    const { value, done } = await reader!.read();
    if (done) return null;
    const [, kind, data] = /^event: (\w+)\ndata: (.*)\n\n$/.exec(value)!;
    return { kind: kind!, what: JSON.parse(data!) as Record<string, unknown> };
  };
  return { status: answer.status, next, leave: () => gone.abort() };
}

test('a field written at one page is heard at another, with the page that wrote it; so is taking it back', async () => {
  const other = page(`on=job:${job}&on=machine:${machine}&tab=B`);
  expect(await other.next()).toEqual({ kind: 'here', what: [{ tab: 'B', name: '' }] });
  get(await whileAsking(asking('A'), () => record(job, 'rider.mass', '84 kg')));
  expect(await other.next()).toMatchObject({
    kind: 'entry',
    what: { on: `job:${job}`, tab: 'A', entry: { field: 'rider.mass', text: '84 kg', value: 84 } },
  });
  get(await undo(job));
  expect(await other.next()).toMatchObject({ kind: 'entry', what: { tab: '', entry: { field: 'rider.mass', text: '' } } });
  other.leave();
});

test('who looks at the same job is told, and that he is gone; another job hears nothing of it', async () => {
  const [one, elsewhere] = [page(`on=job:${job}&tab=A&name=Sunniva%20Holt`), page('on=job:999&tab=C')];
  expect((await one.next())!.what).toHaveLength(1);
  expect((await elsewhere.next())!.what).toEqual([{ tab: 'C', name: '' }]);
  const two = page(`on=job:${job}&tab=B`);
  expect((await one.next())!.what).toEqual([
    { tab: 'A', name: 'Sunniva Holt' },
    { tab: 'B', name: '' },
  ]);
  two.leave();
  expect((await one.next())!.what).toEqual([{ tab: 'A', name: 'Sunniva Holt' }]);
  one.leave();
  elsewhere.leave();
});

test('the Floor hears what is done, in words, and no single field', async () => {
  const floor = page('on=floor&tab=F');
  get(
    await askedFor(asking('A', { words: 'wrote Rider', jobId: job, machineId: null, isOfField: true }), () =>
      record(job, 'budget', 'about 400'),
    ),
  );
  get(await askedFor(asking('A', actOf(`jobs/${job}/hand-back`, {})), () => handBack(job)));
  expect(await floor.next()).toEqual({
    kind: 'act',
    what: { on: 'floor', who: '', tab: 'A', words: `handed the machine back, job 0${job}` },
  });
  // A reminder is written down, and is no field.
  get(await askedFor(asking('A', actOf(`machines/${machine}/reminders`, {})), () => noteReminder(machine, { end: 'rear' })));
  expect((await floor.next())!.what.words).toMatch(/^wrote down a reminder/);
  floor.leave();
});

test('who was signed out hears nothing more; nonsense is no topic', async () => {
  const { sessions } = entranceState();
  const digest = digestOfSecret('secret');
  sessions.set(digest, { id: 1, technicianId: 1, name: 'Bram Oakes', role: 'technician', endsAtMs: Date.now() + 60_000 });
  const tablet = page(`on=job:${job}&tab=T`, { cookie: `${SESSION_COOKIE}=secret` });
  expect((await tablet.next())!.what).toEqual([{ tab: 'T', name: 'Bram Oakes' }]);
  sessions.delete(digest);
  get(await record(job, 'ride.words', 'better'));
  expect(await tablet.next()).toBeNull();
  for (const query of ['', 'on=all', 'on=job:x', 'on=job:1&on=job:2&on=job:3&on=job:4&on=job:5']) expect(page(query).status).toBe(400);
});

test('pages opened without end get no more; each that is gone makes room', async () => {
  const open = Array.from({ length: 300 }, (_, i) => page(`on=floor&tab=${i}`));
  const refused = open.filter((p) => p.status === 503).length;
  expect(refused).toBeLessThan(5);
  expect(page('on=floor&tab=more').status).toBe(503);
  for (const p of open) p.leave();
  const after = page('on=floor&tab=after');
  expect(after.status).toBe(200);
  after.leave();
});
