import { breaker } from './breaker';
import { backOffMs, type LineClient, openLine } from './line';
import { BaseAway } from './sql';

/** A server that comes and goes: how its clients are called, counted. */
function server() {
  const state = { isUp: true, made: 0, open: 0, said: [] as string[] };
  const all: { end: () => void }[] = [];
  const make = (): LineClient => {
    state.made += 1;
    state.open += 1;
    const heard: Record<string, ((message: never) => void)[]> = {};
    let isOpen = true;
    const ended = () => {
      if (!isOpen) return;
      isOpen = false;
      state.open -= 1;
      // The driver tells of an end whether or not it ever stood, some times twice.
      heard.end?.forEach((hear) => hear(undefined as never));
      heard.end?.forEach((hear) => hear(undefined as never));
    };
    all.push({ end: ended });
    return {
      on: (event: string, hear: never) => void (heard[event] ??= []).push(hear),
      connect: () => (state.isUp ? Promise.resolve() : (ended(), Promise.reject(new Error('ECONNREFUSED')))),
      query: () => Promise.resolve(),
      end: () => Promise.resolve(ended()),
    } as LineClient;
  };
  return { state, make, drop: () => all.forEach((c) => c.end()) };
}

const turns = async (n: number) => {
  for (let i = 0; i < n; i += 1) await Promise.resolve();
};

test('a line that is cut is called again by one loop: clients are counted by the calls made, and none is left open', async () => {
  const { state, make, drop } = server();
  let paused = 0;
  let go: () => void = () => undefined;
  const line = await openLine(make, 'mavrin', () => {
    paused += 1;
    return new Promise<void>((done) => (go = done));
  });
  const heard: (string | null)[] = [];
  line.hear((words) => heard.push(words));
  state.isUp = false;
  drop();
  for (let i = 0; i < 20; i += 1) {
    go();
    await turns(20);
  }
  // Twenty pauses are twenty calls: a loop that is begun by each failure's own end would have made a million.
  expect([paused <= 21, state.made <= 21, state.open]).toEqual([true, true, 0]);
  state.isUp = true;
  go();
  await turns(20);
  expect([heard, state.open]).toEqual([[null], 1]);
  await line.close();
  expect(state.open).toBe(0);
});

test('a line that never stood is called again, and one that is closed meanwhile stays closed', async () => {
  const { state, make } = server();
  state.isUp = false;
  let go: () => void = () => undefined;
  const line = await openLine(make, 'mavrin', () => new Promise<void>((done) => (go = done)));
  await line.close();
  state.isUp = true;
  go();
  await turns(20);
  expect([state.made, state.open]).toEqual([1, 0]);
});

test('calls come further apart, each by another length, and never further than the longest', () => {
  expect([0, 1, 2, 3].map((n) => backOffMs(n, () => 0.5))).toEqual([500, 1000, 2000, 4000]);
  expect([backOffMs(60, () => 0), backOffMs(60, () => 0.999)].map((ms) => ms <= 45_000 && ms >= 15_000)).toEqual([true, true]);
});

test('a server that is away is asked by one; the others are told at once, until it answers', async () => {
  let now = 0;
  let asked = 0;
  let isUp = false;
  const through = breaker(() => now);
  const reach = () => {
    asked += 1;
    return isUp ? Promise.resolve('there') : Promise.reject(Object.assign(new Error('refused'), { code: 'ECONNREFUSED' }));
  };
  const tried = () => through(reach).catch((failure: unknown) => (failure instanceof BaseAway ? 'away' : 'other'));
  expect([await tried(), await tried(), await tried(), asked]).toEqual(['away', 'away', 'away', 1]);
  now = 1500;
  // One tries while the rest go on being told.
  const [first, second] = await Promise.all([tried(), tried()]);
  expect([first, second, asked]).toEqual(['away', 'away', 2]);
  now = 3000;
  isUp = true;
  expect([await tried(), await tried(), asked]).toEqual(['there', 'there', 4]);
  // What the server itself refuses is no absence.
  await expect(through(() => Promise.reject(new Error('refused by a check')))).rejects.toThrow('refused by a check');
  expect(await tried()).toBe('there');
});
