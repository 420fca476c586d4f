import type { z } from 'zod';
import { ENDS } from '@/catalogue/ends';
import { ok, type Result, type Warning } from '@/core/result';
import { given, type WorkingStep } from '@/core/working';
import { type EndJudged, judgeJob } from '@/judgement/job/judgeJob';
import { offerKey } from '@/judgement/model/offers';
import { CAUSES } from '@/knowledge/causes/shipped';
import { SCHOOLS } from '@/knowledge/schools';
import type { judgeRequest } from '@/schema/computeJudge';
import { fieldKey } from '@/catalogue/fields';
import type { FittedBefore } from '@/schema/pages';
import type { ListedSpring } from '@/schema/springs';
import { problem } from '@/schema/problem';
import { issueWords } from '@/schema/words';
import { sayMetric } from '@/core/units/say';

type Asked = z.output<typeof judgeRequest>;

/** Springs of the request as a list has them; one without an end is offered at both. */
function listed(springs: NonNullable<Asked['springs']>): { list: ListedSpring[]; nameOf: Map<string, string> } {
  const list = springs.flatMap((s, i) =>
    (s.end ? [s.end] : ENDS).map((end, k): ListedSpring => ({
      id: 2 * i + k + 1,
      end,
      name: s.id,
      rateText: `${s.rateNPerMm} N/mm`,
      rateNPerMm: s.rateNPerMm,
      forceTable: null,
      freeLengthMm: s.freeLengthMm ?? null,
      solidLengthMm: s.solidLengthMm ?? null,
      place: 'supplier',
      origin: 'the request',
      measured: null,
    })),
  );
  return { list, nameOf: new Map(list.map((s) => [offerKey(s), s.name])) };
}

/** What the request says was fitted on the model before, as the book has it. */
const remembered = ({ end, rateNPerMm, riderKg, rode }: NonNullable<Asked['fitted']>[number]): FittedBefore => ({
  jobId: 0,
  machineId: 0,
  machine: 'the request',
  at: '',
  rateNPerMm: { front: null, rear: null, [end]: rateNPerMm },
  told:
    riderKg === undefined
      ? {}
      : { 'rider.mass': { field: fieldKey('rider.mass'), text: `${riderKg} kg`, unit: 'kg', value: riderKg, at: null } },
  rode: rode ?? null,
});

/** The whole chain on a job as typed. */
export function judged({
  units,
  machine,
  job,
  springs = [],
  fitted = [],
  school,
}: Asked): Result<Record<string, unknown> & { warnings: Warning[]; working: WorkingStep[] }> {
  const { list, nameOf } = listed(springs);
  const found = judgeJob({ units, machine, job, school, fitted: fitted.map(remembered) }, list, SCHOOLS, CAUSES);
  const named = (end: EndJudged) => ({ ...end, candidates: end.candidates.map((c) => ({ ...c, id: nameOf.get(c.id) ?? c.id })) });
  return ok({
    ends: { front: named(found.ends.front), rear: named(found.ends.rear) },
    causes: found.causes,
    cures: found.cures,
    refused: found.refused.map(({ key, issue }) =>
      issue
        ? { key, code: issue.code, message: sayMetric(issueWords(issue)) }
        : { key, code: 'unknown-field', message: problem('unknown-field', [key], { field: key }).message },
    ),
    warnings: [],
    working: ENDS.map((end): WorkingStep => ({
      label: `Rate chosen, ${end}`,
      formula: 'least of all misses of practice, sags, preload and reserve, weighed by what was read',
      inputs: [given('fields read', Object.keys(machine).length + Object.keys(job).length - found.refused.length, '')],
      result: found.ends[end].rateNPerMm?.p50 ?? 0,
      unit: 'N/mm',
      source: 'docs/methods.md, “The choice of a spring”',
    })),
  });
}
