import { Agent, request } from 'node:http';
import { openEmbedded } from '@/db/embedded';
import type { Finding } from './finding';
import { end, openShopAt } from './server';

/** Many at once: everybody writes into a job of his own as fast as he is answered. */

const WRITERS = 50;

const agent = new Agent({ keepAlive: true, maxSockets: WRITERS });

function post(port: number, path: string, body: object): Promise<{ status: number; json: unknown }> {
  const text = JSON.stringify(body);
  return new Promise((done, failed) => {
    const asked = request(
      {
        agent,
        host: '127.0.0.1',
        port,
        path,
        method: 'POST',
        headers: { 'content-type': 'application/json', 'content-length': Buffer.byteLength(text), origin: `http://127.0.0.1:${port}` },
      },
      (answer) => {
        let said = '';
        answer.on('data', (part: Buffer) => (said += part.toString()));
        answer.on('end', () => done({ status: answer.statusCode ?? 0, json: said === '' ? null : JSON.parse(said) }));
      },
    );
    asked.on('error', failed);
    asked.end(text);
  });
}

export async function writers(port: number, directory: string, seconds: number): Promise<Finding> {
  const shop = await openShopAt(port, directory);
  const jobs: number[] = [];
  for (let n = 0; n < WRITERS; n += 1) {
    const { json } = await post(port, '/api/jobs', {
      customer: { name: `Writer ${n}`, phone: '' },
      machine: { figures: { 'machine.make': { text: 'Halvik' }, 'machine.model': { text: `Pony ${n}` } } },
      promisedOn: '2026-12-20',
    });
    jobs.push((json as { jobId: number }).jobId);
  }
  const tookMs: number[] = [];
  const newest = new Map<number, string>();
  let refused = 0;
  const until = performance.now() + seconds * 1000;
  await Promise.all(
    jobs.map(async (job) => {
      for (let n = 0; performance.now() < until; n += 1) {
        const text = String(60 + (n % 60));
        const begun = performance.now();
        const { status } = await post(port, `/api/jobs/${job}/entries`, { field: 'rider.mass', text });
        tookMs.push(performance.now() - begun);
        if (status === 200) newest.set(job, text);
        else refused += 1;
      }
    }),
  );
  // Asked to end in the middle of what they write, it ends.
  const still = Promise.allSettled(jobs.map((job) => post(port, `/api/jobs/${job}/entries`, { field: 'rider.mass', text: '77' })));
  const closedMs = await end(shop);
  await still;
  const base = await openEmbedded(directory);
  let lost = 0;
  for (const [job, text] of newest) {
    const rows = await base.many<{ text: string }>(`SELECT text FROM entry WHERE job_id = $1 AND field = 'rider.mass'`, [job]);
    if (!rows.some((r) => r.text === text)) lost += 1;
  }
  await base.close();
  tookMs.sort((a, b) => a - b);
  const at = (share: number) => tookMs[Math.floor(share * (tookMs.length - 1))] ?? Number.NaN;
  return {
    promised: `${WRITERS} writers for ${seconds} s: nothing acknowledged is lost, none refused, closing ends within 5 s`,
    figure: `${Math.round(tookMs.length / seconds)} a second, p50 ${at(0.5).toFixed(0)} ms, p99 ${at(0.99).toFixed(0)} ms; ${lost} lost, ${refused} refused; closed after ${(closedMs / 1000).toFixed(1)} s`,
    holds: lost === 0 && refused === 0 && closedMs < 5500,
  };
}
