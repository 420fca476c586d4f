import { type Said, sayMetric } from '@/core/units/say';
import type { z } from 'zod';
import type { Entry } from '@/catalogue/entry';
import type { Given, Issue } from '@/core/result';
import { isProblemCode, issueWords, type ProblemCode, type ProblemFigures } from './words';

/** How every failure looks outside: in the API's answers, on the command's standard error, and beside fields. */
export interface Problem {
  code: string;
  message: string;
  /** The message with its figures apart, where it has any: a page prints it in the units shown. */
  said?: Said;
  path: (string | number)[];
  /** What stands in the field instead, where somebody else wrote meanwhile. */
  there?: Entry;
  /** Of a list: everything that is wrong with it, in its order. */
  all?: Problem[];
  /** What is asked, where a page offers the answers. */
  data?: object;
}

/** Failures that are questions: a page offers the answers. */
const ASKS: readonly ProblemCode[] = ['log-written', 'day-two-ways'];

const spoken = (code: ProblemCode, path: (string | number)[], words: Said): Problem => ({
  code,
  message: sayMetric(words),
  ...(typeof words === 'string' ? {} : { said: words }),
  path,
});

export const problem = <C extends ProblemCode>(code: C, path: (string | number)[] = [], ...[data]: Given<ProblemFigures[C]>): Problem => ({
  ...spoken(code, path, issueWords(data ? { code, data } : { code })),
  ...(data && ASKS.includes(code) ? { data } : {}),
});

export const problemOf = (issue: Issue): Problem => spoken(issue.code, issue.path, issueWords(issue));

/** As the compute contract has it: code, message, path and nothing else. */
export const asContract = ({ code, message, path }: Problem): Problem => ({ code, message, path });

const at = (request: unknown, path: PropertyKey[]): unknown =>
  path.reduce<unknown>(
    (value, step) => (value === null || typeof value !== 'object' ? undefined : (value as Record<PropertyKey, unknown>)[step]),
    request,
  );

type ZodIssue = z.core.$ZodIssue;

const depth = (issues: ZodIssue[]) => Math.max(0, ...issues.map((i) => i.path.length + (i.code === 'invalid_type' ? 0 : 0.5)));

/** The first failure of a Zod check, in a technician's words. Of a union's branches the one that got furthest speaks. */
export function problemOfZod(issues: ZodIssue[], request: unknown, prefix: PropertyKey[] = []): Problem {
  const issue = issues[0]!;
  const full = [...prefix, ...issue.path];
  const path = full.map((p) => (typeof p === 'symbol' ? String(p) : p));
  const present = at(request, full) !== undefined;
  switch (issue.code) {
    case 'custom': {
      const { code, data } = (issue.params ?? {}) as { code?: string; data?: ProblemFigures[ProblemCode] };
      if (!code || !isProblemCode(code)) return problem('wrong-type', path, { expected: 'of another kind' });
      return spoken(code, path, issueWords(data ? { code, data } : { code }));
    }
    case 'unrecognized_keys':
      return problem('unknown-field', [...path, issue.keys[0] ?? ''], { field: issue.keys[0] ?? '' });
    case 'invalid_union': {
      if (!present) return problem('missing', path);
      if (typeof at(request, full) === 'number') return problem('not-finite', path);
      const furthest = [...issue.errors].sort((a, b) => depth(b) - depth(a))[0];
      if (furthest && depth(furthest) > 0) return problemOfZod(furthest, request, full);
      return problem('wrong-type', path, { expected: 'of another kind' });
    }
    case 'invalid_value':
      return present ? problem('not-listed', path, { options: issue.values.map(String).join(', ') }) : problem('missing', path);
    case 'too_small':
      return issue.origin === 'array' ? problem('too-few', path) : problem('out-of-range', path, { min: Number(issue.minimum) });
    case 'too_big': {
      const max = Number(issue.maximum);
      return issue.origin === 'string' || issue.origin === 'array'
        ? problem('out-of-range', path, { max, unit: issue.origin === 'string' ? 'characters' : 'entries' })
        : problem('out-of-range', path, { max });
    }
    case 'invalid_type': {
      const value = at(request, full);
      if (!present) return problem('missing', path);
      if (typeof value === 'number')
        return issue.expected === 'number' ? problem('not-finite', path) : problem('wrong-type', path, { expected: issue.expected });
      return problem('wrong-type', path, { expected: issue.expected });
    }
    case 'invalid_format':
      return problem('wrong-type', path, { expected: issue.format === 'date' ? 'a day like 2026-12-01' : `written as ${issue.format}` });
    default:
      return { code: 'wrong-type', message: issue.message, path };
  }
}
