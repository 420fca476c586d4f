import { type ChildProcess, spawn } from 'node:child_process';
import { createInterface } from 'node:readline';
import { openEmbedded } from '@/db/embedded';
import { checkSeals } from '@/server/keeping/seals';
import type { Finding } from './finding';

/** Killed in the middle of entries and signatures, again and again: what was acknowledged is there, and every seal holds. */

export async function kills(directory: string, rounds: number): Promise<Finding> {
  const acknowledged: { job: number; text: string }[] = [];
  const signed = new Set<number>();
  for (let round = 0; round < rounds; round += 1) {
    const child: ChildProcess = spawn('node', ['--conditions=react-server', '--import', 'tsx', 'hard/writer.ts'], {
      stdio: ['ignore', 'pipe', 'inherit'],
      env: { ...process.env, NODE_OPTIONS: '', MAVRIN_DATA: directory },
    });
    const gone = new Promise((done) => child.once('exit', done));
    let timer: NodeJS.Timeout | null = null;
    for await (const line of createInterface({ input: child.stdout! })) {
      const [what, job, text = ''] = line.split(' ');
      if (what === 'entry') acknowledged.push({ job: Number(job), text });
      if (what === 'signed') signed.add(Number(job));
      // Somewhere in the first half second of its work.
      timer ??= setTimeout(() => child.kill('SIGKILL'), 20 + Math.random() * 1000);
    }
    await gone;
  }
  const base = await openEmbedded(directory);
  const there = new Set(
    (await base.many<{ k: string }>(`SELECT job_id || ' ' || text AS k FROM entry WHERE field = 'rider.mass'`)).map((r) => r.k),
  );
  const lost = acknowledged.filter(({ job, text }) => !there.has(`${job} ${text}`)).length;
  const records = new Set((await base.many<{ job: number }>('SELECT job_id AS job FROM rebuild')).map((r) => r.job));
  const unsigned = [...signed].filter((job) => !records.has(job)).length;
  const { broken } = await checkSeals(base);
  await base.close();
  return {
    promised: `killed ${rounds} times in entries and signatures: what was acknowledged is there`,
    figure: `${acknowledged.length} entries, ${signed.size} signatures acknowledged; ${lost + unsigned} lost, ${broken.length} seals broken`,
    holds: lost + unsigned === 0 && broken.length === 0 && acknowledged.length > rounds,
  };
}
