import { z } from 'zod';
import { ENDS } from '@/catalogue/ends';
import { DAMPERS, VALVES } from '@/catalogue/fields/damper';
import { effect } from '@/knowledge/causes/page';
import { AS_IT_CAME_IN, type Fit, type GroundJob } from './fits';
import { triedFit, triedStack } from './tried';

const cure = z.object({ effect, end: z.enum(ENDS).nullable() });
const stack = z.object({ damper: z.enum(DAMPERS), valve: z.enum(VALVES), shims: z.string().max(1000), out: z.number().nullable() });
export type StackAsked = z.infer<typeof stack>;
const asked = z.union([cure, z.object({ stack })]);

/** The address of the ground sheet on which these are ridden beside what came in. */
export const triedHref = (jobId: number, what: readonly z.infer<typeof asked>[]): string =>
  `/jobs/${jobId}/ground?${new URLSearchParams(what.map((w) => ['tried', JSON.stringify(w)])).toString()}`;

/** What an address asks to be ridden; null for one that cannot be read, or rests on what is not known. */
export function triedIn(job: GroundJob, texts: readonly string[]): (Fit | null)[] {
  return texts.map((text, i) => {
    const read = asked.safeParse(parsed(text));
    if (!read.success) return null;
    const fit =
      'stack' in read.data ? triedStack(job, read.data.stack, i + 1) : triedFit(job, AS_IT_CAME_IN, read.data.effect, read.data.end);
    return fit && (i === 0 ? fit : { ...fit, id: `${fit.id}.${i + 1}` });
  });
}

const parsed = (text: string): unknown => {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
};
