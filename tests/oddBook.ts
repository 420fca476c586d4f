import { createHash } from 'node:crypto';
import type { Sql } from '@/db/client';
import { digestOf, sealAfter } from '@/server/keeping/seals';

export const sha = (bytes: Uint8Array | string) => createHash('sha256').update(bytes).digest('hex');

/** What a table must not trip over. */
export const ODD = 'says “=1+1”,\r\nthen\ttabs \u2028 and 座 ends with a space ';
const PICTURE = new Uint8Array(70_000).fill(7);

/** A small book with a row of every kind of value, a picture and a signed record. */
export async function fillOdd(base: Sql): Promise<void> {
  await base.none("INSERT INTO technician (name) VALUES ('Sunniva Holt')");
  await base.none('INSERT INTO customer (name, phone) VALUES ($1, $2)', [ODD, '\\N']);
  await base.none("INSERT INTO machine (make, model, year) VALUES ('Halvik', 'Moor 250', NULL)");
  await base.none("INSERT INTO job (machine_id, customer_id, promised_on) VALUES (1, 1, '2026-12-01')");
  await base.none("INSERT INTO entry (job_id, field, text, unit, value) VALUES (101, 'rider.mass', $1, '\\', 1e-7)", [ODD]);
  await base.none("INSERT INTO entry (job_id, field, text, undoes) VALUES (101, 'rider.mass', '', 1)");
  await base.none("INSERT INTO book_page (kind, key, document, reason) VALUES ('shop', 'shop', $1::jsonb, 'begun')", [
    JSON.stringify({ version: 'shop/1', words: ODD, n: [1e21, 0.1, null] }),
  ]);
  await base.none("INSERT INTO spring (wheel_end, name, rate_text, rate_n_per_mm, place) VALUES ('rear', 'R', '61', 61, 'drawer')");
  await base.none('INSERT INTO photo (key, width_px, height_px, jpeg, small_jpeg) VALUES ($1, 4, 3, $2, $2)', [sha(PICTURE), PICTURE]);
  const document = { version: 'rebuild/3', entries: {}, words: ODD };
  const digest = digestOf(document);
  await base.none('INSERT INTO rebuild (job_id, document, digest, seal, technician_id) VALUES (101, $1::jsonb, $2, $3, 1)', [
    JSON.stringify(document),
    digest,
    sealAfter(null, digest),
  ]);
}
