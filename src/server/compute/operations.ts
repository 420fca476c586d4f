import { z } from 'zod';
import { loads } from '@/core/loads/loads';
import { constantLeverage } from '@/core/leverage/leverage';
import { sag } from '@/core/measure/sag';
import type { Result, Warning } from '@/core/result';
import { frontEnd, rearEnd } from '@/core/spring/end';
import { selectSpring } from '@/core/spring/select';
import { convert } from '@/core/units/convert';
import type { WorkingStep } from '@/core/working';
import { convertRequest, loadsRequest, sagRequest, springSelectRequest } from '@/schema/compute';
import { type Problem, problem, problemOf, problemOfZod } from '@/schema/problem';
import { warningWords } from '@/schema/words';

interface Computed {
  warnings: Warning[];
  working: WorkingStep[];
}

interface Operation {
  sentence: string;
  schema: z.ZodType;
  run(request: never): Result<Computed>;
}

const operation = <S extends z.ZodType>(sentence: string, schema: S, run: (request: z.output<S>) => Result<Computed>): Operation => ({
  sentence,
  schema,
  run,
});

const OPERATIONS: Record<string, Operation> = {
  convert: operation('A quantity as people write it, in another unit.', convertRequest, ({ value, to }) => convert(value, to)),
  sag: operation('Static and rider sag, shares of travel and friction bands from lifted and pressed readings.', sagRequest, sag),
  loads: operation('Sprung loads at the wheels from wheel weights and additions, by moments.', loadsRequest, loads),
  'spring-select': operation(
    'The ideal spring for two sag targets, and the springs of a catalogue ranked against it.',
    springSelectRequest,
    (r) => {
      const otherForceN = r.otherForce.kind === 'constant' ? r.otherForce.forceN : 0;
      const other = () => otherForceN;
      const end =
        r.end === 'rear' ? rearEnd(r.travelMm, constantLeverage(r.leverage.ratio), other) : frontEnd(r.travelMm, r.rakeDeg, r.legs, other);
      return selectSpring({ ...r, end });
    },
  ),
};

export const operationList = () => Object.entries(OPERATIONS).map(([name, { sentence }]) => ({ name, sentence }));

export function operationSchema(name: string): { ok: true; schema: unknown } | { ok: false; problem: Problem } {
  const found = Object.hasOwn(OPERATIONS, name) ? OPERATIONS[name] : undefined;
  return found
    ? { ok: true, schema: z.toJSONSchema(found.schema, { io: 'input' }) }
    : { ok: false, problem: problem('unknown-operation', [], { operation: name }) };
}

export type ComputeAnswer = { ok: true; result: unknown } | { ok: false; problem: Problem };

/** Checks a request of the compute contract once, at the door, and runs it. The one entry for the command, the routes and the batch mode. */
export function compute(name: string, request: unknown): ComputeAnswer {
  const found = Object.hasOwn(OPERATIONS, name) ? OPERATIONS[name] : undefined;
  if (!found) return { ok: false, problem: problem('unknown-operation', [], { operation: name }) };
  const checked = found.schema.safeParse(request);
  if (!checked.success) return { ok: false, problem: problemOfZod(checked.error.issues, request) };
  const result = found.run(checked.data as never);
  if (!result.ok) return { ok: false, problem: problemOf(result.issue) };
  const warnings = result.value.warnings.map((w) => ({ code: w.code, message: warningWords(w), path: w.path }));
  return { ok: true, result: { ...result.value, warnings } };
}
