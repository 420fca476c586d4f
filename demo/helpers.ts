import { dayOf } from '@/catalogue/days';
import type { Answer } from '@/server/answer';

/** What the demo is played with. */

export const DAY_MS = 86_400_000;
export const now = Date.now();
export const dayFrom = (days: number) => dayOf(new Date(now + days * DAY_MS).toISOString());
export const timeOf = (daysAgo: number, minutes: number) =>
  new Date(Math.min(now - daysAgo * DAY_MS - 3 * 3_600_000 + minutes * 60_000, now)).toISOString();

export function get<T>(answer: Answer<T>, what: string): T {
  if (!answer.ok) throw new Error(`${what}: ${answer.problem.message} ${JSON.stringify(answer.problem)}`);
  return answer.value;
}

export const linesOf = (lines: string[] = []): [string, string][] =>
  lines.flatMap((line) => {
    const cut = line.indexOf('=');
    return cut < 0 ? [] : [[line.slice(0, cut).trim(), line.slice(cut + 1).trim()] as [string, string]];
  });

/** Of every technician of the demo; the guide says so. */
export const PASSCODE = 'slate yard';
