import { MACHINE } from './entries';
import { choiceAt, isEstimate } from '@/judgement/aims/estimates';
import { agreementOf } from '@/judgement/aims/agreement';
import { memoryOf } from '@/judgement/aims/shopMemory';
import { JobFacts } from '@/judgement/model/facts';
import { judged } from '@/server/compute/judge';
import { addTechnician } from '@/server/door/people';
import { signRebuild } from '@/server/jobs/sign';
import { takeIn } from '@/server/jobs/takeIn';
import { choicesTold } from '@/server/machines/shopMemory';
import { kindOf } from '@/knowledge/inForce';
import { bench } from '@/server/views';
import { judgeRequest } from '@/schema/computeJudge';
import { get, record } from './answers';
import { onDisk } from './onDisk';

/** What this shop fitted on a model before stands beside the choice, weighs in it, and the shop sees how often both agreed. On a real base. */

onDisk('shop-memory');

const TRAIL = kindOf('trail');
let who = 0;
let signer = 0;

async function newJob(riderKg: string, model = 'Trail 300'): Promise<number> {
  const named = { ...MACHINE, 'machine.make': 'Halvik', 'machine.model': model, 'machine.type': 'trail' };
  const figures = Object.fromEntries(Object.entries(named).map(([k, text]) => [k, { text }]));
  const { jobId } = get(
    await takeIn({ customer: { name: `Rider ${(who += 1)}`, phone: '' }, machine: { figures }, promisedOn: '2026-12-20' }),
  );
  get(await record(jobId, 'rider.mass', riderKg));
  get(await record(jobId, 'use', 'off-road'));
  return jobId;
}

async function fitted(riderKg: string, rate: string, feel: string, model?: string): Promise<number> {
  const jobId = await newJob(riderKg, model);
  get(await record(jobId, 'fitted.rear.spring', rate));
  get(await signRebuild(jobId, { technicianId: signer, passcode: '2580' }));
  if (feel !== '') get(await record(jobId, 'ride.feel', feel));
  return jobId;
}

const factsAt = async (jobId: number): Promise<JobFacts> => {
  const { entries, figures, schools, fitted: before } = (await bench(jobId))!;
  return new JobFacts({ entries, machine: figures, schools, fitted: before });
};
const rateAt = (facts: JobFacts) => {
  const found = choiceAt(facts, 'rear');
  if (!isEstimate(found)) throw new Error('no choice');
  return found.estimate;
};

beforeAll(async () => {
  signer = get(await addTechnician('Ilse Brandt', '2580')).id;
});

test('nothing is remembered of a model that was never here', async () => {
  expect(memoryOf(await factsAt(await newJob('85')), 'rear', TRAIL)).toBeNull();
});

test('springs fitted on the model are remembered with rider and ride, those of another model are not, and they move the choice towards them', async () => {
  const here = await newJob('85');
  const alone = rateAt(await factsAt(here)).rateNPerMm.p50;
  const stiff = (1.12 * alone).toFixed(1);
  const first = await fitted('85', stiff, 'better');
  await fitted('85', stiff, '');
  await fitted('85', '20', 'better', 'Moor 250');
  const facts = await factsAt(here);
  expect(memoryOf(facts, 'rear', TRAIL)).toMatchObject({
    fromNPerMm: Number(stiff),
    toNPerMm: Number(stiff),
    rode: { better: 1, same: 0, worse: 0, unsaid: 1 },
  });
  expect(memoryOf(facts, 'rear', TRAIL)!.jobs.at(-1)).toMatchObject({ jobId: first, riderKg: 85, rode: 'better' });
  expect(memoryOf(facts, 'front', TRAIL)).toBeNull();
  const { rateNPerMm, evidence } = rateAt(facts);
  expect(rateNPerMm.p50).toBeGreaterThan(1.02 * alone);
  expect(rateNPerMm.p50).toBeLessThan(1.12 * alone);
  expect(evidence.find((e) => e.from === 'shop')?.rateNPerMm.p50).toBeCloseTo(1.12 * alone, 0);
});

test('what was fitted for a heavier rider is brought to the lighter one', async () => {
  const here = await newJob('60');
  const shop = rateAt(await factsAt(here)).evidence.find((e) => e.from === 'shop')!;
  const asFitted = memoryOf(await factsAt(here), 'rear', TRAIL)!.toNPerMm;
  expect(shop.rateNPerMm.p50).toBeLessThan(0.92 * asFitted);
});

test('a signed job remembers what was known as it was signed', async () => {
  const first = await fitted('85', '62', '', 'Fell 350');
  await fitted('85', '64', 'better', 'Fell 350');
  expect(memoryOf(await factsAt(first), 'rear', TRAIL)).toBeNull();
});

test('signing keeps what was fitted beside what would have been chosen, once, and the book counts how often both agreed', async () => {
  const jobId = await fitted('85', '61', 'better', 'Crag 300');
  const lines = (await choicesTold()).filter((l) => l.jobId === jobId);
  expect(lines).toMatchObject([{ end: 'rear', fittedNPerMm: 61, feel: 'better', machine: expect.stringMatching(/Crag 300/) }]);
  const chosen = rateAt(await factsAt(jobId)).rateNPerMm;
  expect(lines[0]!.p50NPerMm).toBeCloseTo(chosen.p50, 6);
  const line = { ...lines[0]!, p05NPerMm: 50, p50NPerMm: 55, p95NPerMm: 60 };
  expect(agreementOf([line, { ...line, fittedNPerMm: 55, feel: '' }, { ...line, fittedNPerMm: 57, feel: 'worse' }])).toEqual({
    count: 3,
    within: 2,
    leansShare: expect.closeTo(57 / 55 - 1, 9),
    rode: { within: { better: 0, told: 1 }, outside: { better: 1, told: 1 } },
  });
  expect(agreementOf([])).toBeNull();
});

test('the operation takes what was fitted before, by the same judge', () => {
  const job = { units: 'metric', machine: { 'machine.type': 'trail' }, job: { 'rider.mass': '85' } };
  const middle = (fittedBefore: unknown[]) => {
    const found = judged(judgeRequest.parse({ ...job, fitted: fittedBefore }));
    if (!found.ok) throw new Error(found.issue.code);
    return (found.value.ends as { rear: { rateNPerMm: { p50: number } } }).rear.rateNPerMm.p50;
  };
  const alone = middle([]);
  expect(middle([{ end: 'rear', rateNPerMm: 1.15 * alone, riderKg: 85, rode: 'better' }])).toBeGreaterThan(1.02 * alone);
  expect(middle([{ end: 'front', rateNPerMm: 9, riderKg: 85, rode: 'better' }])).toBeCloseTo(alone, 9);
});
