import type { ProblemCode, ProblemFigures } from '@/schema/words';
import { type Problem, problem, problemOf } from '@/schema/problem';
import type { Given, Issue } from '@/core/result';

/** What a use case gives back: failures are data, with the status a route answers. */
export type Answer<T> = { ok: true; value: T } | { ok: false; status: 400 | 404 | 409 | 422; problem: Problem };

export const done = <T>(value: T): Answer<T> => ({ ok: true, value });

export const refused = <C extends ProblemCode>(
  code: C,
  path: (string | number)[] = [],
  ...figures: Given<ProblemFigures[C]>
): Extract<Answer<never>, { ok: false }> => ({
  ok: false,
  status: 422,
  problem: problem(code, path, ...figures),
});

export const refusedIssue = (issue: Issue, path: (string | number)[]): Extract<Answer<never>, { ok: false }> => ({
  ok: false,
  status: 422,
  problem: { ...problemOf(issue), path },
});

export const missing = (what: string): Extract<Answer<never>, { ok: false }> => ({
  ok: false,
  status: 404,
  problem: problem('not-found', [], { what }),
});

export const conflict = <C extends ProblemCode>(
  code: C,
  path: (string | number)[] = [],
  ...figures: Given<ProblemFigures[C]>
): Extract<Answer<never>, { ok: false }> => ({
  ok: false,
  status: 409,
  problem: problem(code, path, ...figures),
});

/** Thrown inside a transaction to undo it and answer with a refusal; caught by `inTransaction` alone. */
export class Refusal extends Error {
  constructor(readonly answer: Extract<Answer<never>, { ok: false }>) {
    super(answer.problem.message);
  }
}

export function orRefuse<T>(answer: Answer<T>): T {
  if (!answer.ok) throw new Refusal(answer);
  return answer.value;
}
