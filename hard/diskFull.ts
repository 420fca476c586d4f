import { execFileSync } from 'node:child_process';
import { cpSync, mkdirSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { openEmbedded } from '@/db/embedded';
import type { Finding } from './finding';
import { end, openShopAt } from './server';

/** A disk that fills up: it is said, nothing acknowledged is lost, and with room again the shop goes on. Needs a small disk of its own (tmpfs); where none may be mounted it is said. */

const MB = 1e6;

const promised = 'a full disk is said, nothing acknowledged is lost, and with room again the shop goes on';

export async function diskFull(port: number, whole: string, scratch: string): Promise<Finding> {
  const disk = join(scratch, 'small');
  mkdirSync(disk, { recursive: true });
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', 'size=140m', 'tmpfs', disk], { stdio: 'ignore' });
  } catch {
    return { promised, figure: 'not tried: no disk may be mounted here', holds: true };
  }
  try {
    const directory = join(disk, 'data');
    cpSync(whole, directory, { recursive: true });
    const shop = await openShopAt(port, directory);
    const origin = `http://127.0.0.1:${port}`;
    const post = (path: string, body: object) =>
      fetch(origin + path, { method: 'POST', headers: { 'content-type': 'application/json', origin }, body: JSON.stringify(body) });
    const { jobId } = (await (
      await post('/api/jobs', {
        customer: { name: 'Full', phone: '' },
        machine: { figures: { 'machine.make': { text: 'Halvik' }, 'machine.model': { text: 'Full' } } },
        promisedOn: '2026-12-20',
      })
    ).json()) as { jobId: number };
    const free = () => Number(statfsSync(disk).bavail) * Number(statfsSync(disk).bsize);
    writeFileSync(join(disk, 'ballast'), Buffer.alloc(Math.max(0, free() - 2 * MB)));
    let acknowledged = 0;
    let refused = 0;
    for (let n = 0; n < 2500 && refused < 3; n += 1) {
      const answer = await post(`/api/jobs/${jobId}/entries`, { field: 'proposal.words', text: `${n} ${'x'.repeat(3900)}` }).catch(
        () => null,
      );
      if (answer?.status === 200) acknowledged += 1;
      else refused += 1;
    }
    const health = (await (await fetch(`${origin}/api/health`)).json()) as { ok: boolean; writes: boolean };
    const ready = (await fetch(`${origin}/api/health/ready`)).status;
    rmSync(join(disk, 'ballast'));
    await end(shop);
    const again = await openShopAt(port, directory);
    const after = await post(`/api/jobs/${jobId}/entries`, { field: 'rider.mass', text: '81' });
    await end(again);
    const base = await openEmbedded(directory);
    const { n } = await base.one<{ n: number }>(`SELECT count(*)::int AS n FROM entry WHERE job_id = $1 AND field = 'proposal.words'`, [
      jobId,
    ]);
    await base.close();
    const isSaid = refused === 0 || (!health.ok && !health.writes && ready === 503);
    return {
      promised,
      figure: `${acknowledged} acknowledged, ${refused} refused, ${acknowledged - n > 0 ? acknowledged - n : 0} lost; health said ${health.writes ? 'yes' : 'no'} to writes, ready ${ready}; with room again ${after.status}`,
      holds: n >= acknowledged && isSaid && after.status === 200,
    };
  } finally {
    try {
      execFileSync('umount', ['-l', disk], { stdio: 'ignore' });
    } catch {
      /* it goes with the machine */
    }
  }
}
