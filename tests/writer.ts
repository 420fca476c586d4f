import { openEmbedded } from '@/db/embedded';

/** A process of its own that records entries one after the other and says each once it is acknowledged, until it is killed. */
async function write(directory: string): Promise<void> {
  const base = await openEmbedded(directory);
  const { id } = await base.transaction(async (sql) => {
    const customer = await sql.one<{ id: number }>("INSERT INTO customer (name) VALUES ('Writer') RETURNING id");
    const machine = await sql.one<{ id: number }>("INSERT INTO machine (make, model) VALUES ('Halvik', 'Pony 125') RETURNING id");
    return sql.one<{ id: number }>("INSERT INTO job (machine_id, customer_id, promised_on) VALUES ($1, $2, '2026-12-01') RETURNING id", [
      machine.id,
      customer.id,
    ]);
  });
  for (let n = 1; ; n += 1) {
    await base.transaction((sql) =>
      sql.none("INSERT INTO entry (job_id, field, text, value) VALUES ($1, 'rider.mass', $2, $3)", [id, String(n), n]),
    );
    process.stdout.write(`${n}\n`);
  }
}

void write(process.argv[2]!);
