import type { ModelTorque } from '@/schema/answers';
import type { NotedTorque } from './set';

/** The torques recorded in some jobs, a row a fastener by its name; given newest job first, shown in the order of first mention. */
export function torqueTable(jobs: readonly { jobId: number; torques: readonly NotedTorque[] }[]): ModelTorque[] {
  const rows = new Map<string, ModelTorque>();
  for (const { jobId, torques } of jobs)
    for (const { place, entry, origin } of torques) {
      if (entry.value === null) continue;
      const name = place.trim().toLowerCase();
      const row = rows.get(name);
      if (!row) {
        rows.set(name, { place, leastNm: entry.value, mostNm: entry.value, count: 1, origins: origin ? [origin] : [], jobId });
        continue;
      }
      row.leastNm = Math.min(row.leastNm, entry.value);
      row.mostNm = Math.max(row.mostNm, entry.value);
      row.count += 1;
      if (origin && !row.origins.includes(origin)) row.origins.push(origin);
    }
  return [...rows.values()];
}
