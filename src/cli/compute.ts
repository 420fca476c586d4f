import { createInterface } from 'node:readline';
import { text } from 'node:stream/consumers';
import { problem } from '@/schema/problem';
import { compute, operationList, operationSchema } from '@/server/compute/operations';

const say = (value: unknown) => process.stdout.write(`${JSON.stringify(value)}\n`);

function refuse(error: unknown): void {
  process.stderr.write(`${JSON.stringify({ error })}\n`);
  process.exitCode = 2;
}

function readJson(source: string): { ok: true; value: unknown } | { ok: false } {
  try {
    return { ok: true, value: JSON.parse(source) };
  } catch {
    return { ok: false };
  }
}

/** One line in, one line out, in order; a bad line answers with its error and the rest go on. */
async function answerLines(): Promise<void> {
  for await (const line of createInterface({ input: process.stdin })) {
    if (line.trim() === '') continue;
    const read = readJson(line);
    const { operation, request } = (read.ok && read.value !== null && typeof read.value === 'object' ? read.value : {}) as Record<
      string,
      unknown
    >;
    if (!read.ok || typeof operation !== 'string') {
      say({
        operation: typeof operation === 'string' ? operation : null,
        error: read.ok ? problem('missing', ['operation']) : problem('not-json'),
      });
      continue;
    }
    const answer = compute(operation, request);
    say(answer.ok ? { operation, result: answer.result } : { operation, error: answer.problem });
  }
}

async function main([operation, flag]: string[]): Promise<void> {
  if (operation === '--list') {
    for (const { name, sentence } of operationList()) process.stdout.write(`${name}  ${sentence}\n`);
  } else if (operation === '--lines') {
    await answerLines();
  } else if (!operation || operation.startsWith('--')) {
    refuse(problem('unknown-operation', [], { operation: operation ?? '' }));
  } else if (flag === '--schema') {
    const found = operationSchema(operation);
    if (found.ok) process.stdout.write(`${JSON.stringify(found.schema, null, 2)}\n`);
    else refuse(found.problem);
  } else {
    const read = readJson(await text(process.stdin));
    if (!read.ok) return refuse(problem('not-json'));
    const answer = compute(operation, read.value);
    if (answer.ok) say(answer.result);
    else refuse(answer.problem);
  }
}

void main(process.argv.slice(2));
