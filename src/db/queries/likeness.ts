import type { Likeness, Alike } from '@/schema/answers';
import type { Sql } from '../sql';

export const noneSetLikeness = (sql: Sql, jobId: number, machineId: number, setupId: number | null, l: Likeness, feel: string) =>
  sql.none(
    `INSERT INTO likeness (job_id, machine_id, setup_id, type, use, rider_kg, machine_kg, rear_travel_mm, front_travel_mm, feel)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10)
     ON CONFLICT (job_id) DO UPDATE SET machine_id = excluded.machine_id, setup_id = excluded.setup_id, type = excluded.type, use = excluded.use,
       rider_kg = excluded.rider_kg, machine_kg = excluded.machine_kg, rear_travel_mm = excluded.rear_travel_mm,
       front_travel_mm = excluded.front_travel_mm, feel = excluded.feel`,
    [jobId, machineId, setupId, l.type, l.use, l.riderKg, l.machineKg, l.rearTravelMm, l.frontTravelMm, feel],
  );

/** Other jobs with a set-up and a ride told of, nearest first by the same terms as facts/alike tells them. @param scales mm, kg that count as one */
export const manyAlike = (sql: Sql, jobId: number, l: Likeness, w: Record<string, number>, most: number) =>
  sql.many<Omit<Alike, 'stacks'>>(
    `WITH near AS (
       SELECT k.*, (CASE WHEN k.type = $2 THEN 0 ELSE $8::float8 END + CASE WHEN k.use = $3 THEN 0 ELSE $9::float8 END
         + coalesce(least(abs(k.rider_kg - $4::float8) / $10::float8, $14::float8), $15::float8) + coalesce(least(abs(k.machine_kg - $5::float8) / $11::float8, $14::float8), $15::float8)
         + coalesce(least(abs(k.rear_travel_mm - $6::float8) / $12::float8, $14::float8), $15::float8) + coalesce(least(abs(k.front_travel_mm - $7::float8) / $12::float8, $14::float8), $15::float8))::float8 AS distance
       FROM likeness k WHERE k.job_id <> $1 AND k.setup_id IS NOT NULL AND k.feel <> ''
     )
     SELECT n.job_id AS "jobId", machine_root(n.machine_id) AS "machineId", concat_ws(' ', m.make, m.model, m.year) AS machine, n.type, n.use,
       n.rider_kg AS "riderKg", n.machine_kg AS "machineKg", n.rear_travel_mm AS "rearTravelMm", n.front_travel_mm AS "frontTravelMm",
       n.feel, s.document, s.recorded_at AS at, n.distance
     FROM (SELECT * FROM near WHERE distance <= $13::float8 ORDER BY distance, job_id DESC LIMIT $16) n
     JOIN machine m ON m.id = machine_root(n.machine_id) JOIN setup s ON s.id = n.setup_id ORDER BY n.distance, n.job_id DESC`,
    [
      jobId,
      l.type,
      l.use,
      l.riderKg,
      l.machineKg,
      l.rearTravelMm,
      l.frontTravelMm,
      w.type,
      w.use,
      w.riderKg,
      w.machineKg,
      w.travelMm,
      w.within,
      w.most,
      w.unknown,
      most,
    ],
  );
