import { pageText, pageId } from '../shapes';
import { z } from 'zod';
import { CAUTIONS } from '@/knowledge/cautions';
import { knownField } from '@/catalogue/fields';
import { WORK_MEASURES, type WorkMeasure } from '@/catalogue/fields/work';
import { type Component, COMPONENTS } from './components';

/** Procedures of the bench: pages of the Shop book, copied into a job when it begins, so that the record shows what was followed. */

/** A step never asks for more of one kind than the catalogue of fields counts in one place. */
const MAX_ASKS = 12;
export const MAX_STEPS = 60;

const said = (max: number) => z.string().trim().max(max);
export const CAUTION_NAMES = Object.keys(CAUTIONS) as [keyof typeof CAUTIONS, ...(keyof typeof CAUTIONS)[]];

/** What a step asks for: a figure of its own, or a field of the job that other rooms read too. */
export const stepAsk = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('field'),
    field: z
      .string()
      .max(80)
      .refine((key) => knownField(key) !== undefined && knownField(key)!.stage !== 'machine', {
        params: { code: 'field-unknown', data: {} },
      }),
  }),
  z.strictObject({ kind: z.enum(WORK_MEASURES), label: pageText(80) }),
]);
export type StepAsk = z.output<typeof stepAsk>;

/** Where schools differ: the question, and each answer with who says so. */
const stepChoice = z.strictObject({
  question: pageText(160),
  answers: z
    .array(z.strictObject({ answer: pageText(80), school: pageText(200) }))
    .min(2)
    .max(4),
});

export const procedureStep = z.strictObject({
  id: pageId.max(40),
  title: pageText(80),
  say: pageText(800),
  tools: said(200).default(''),
  cautions: z.array(z.enum(CAUTION_NAMES)).max(4).default([]),
  choice: stepChoice.nullable().default(null),
  asks: z.array(stepAsk).max(MAX_ASKS).default([]),
  /** Minutes to wait, counted down at the step; null where nothing need be waited for. */
  waitMin: z.number().positive().max(1440).nullable().default(null),
});
export type ProcedureStep = z.output<typeof procedureStep>;

export const procedurePage = z
  .strictObject({
    version: z.literal('procedure/1'),
    id: pageId,
    name: pageText(80),
    component: z.enum(Object.keys(COMPONENTS) as [Component, ...Component[]]),
    end: z.enum(['rear', 'front']),
    origin: pageText(300),
    steps: z.array(procedureStep).min(1).max(MAX_STEPS),
  })
  .superRefine(({ steps }, ctx) => {
    steps.forEach((step, i) => {
      if (steps.findIndex((s) => s.id === step.id) !== i)
        ctx.addIssue({
          code: 'custom',
          path: ['steps', i, 'id'],
          params: { code: 'already-exists', data: { what: `The step “${step.id}”` } },
        });
    });
  });
export type Procedure = Omit<z.output<typeof procedurePage>, 'version'>;
export const procedureRequest = z.strictObject({ page: procedurePage, reason: pageText(500) });

/** A procedure as a job took it: the copy, and which version of the book's page it is. */
export interface TakenProcedure {
  /** Counts the job's procedures from 1; its entries are `work.{n}.…`. */
  n: number;
  version: number;
  procedure: Procedure;
}

/** A step's asks with the entries they are written in. Figures of a kind are counted in their order: `work.1.4.length.2`. */
export function askFields(n: number, step: number, asks: readonly StepAsk[]): { ask: StepAsk; field: string; beside: string | null }[] {
  const counted = new Map<string, number>();
  return asks.map((ask) => {
    if (ask.kind === 'field') return { ask, field: ask.field, beside: null };
    const count = (counted.get(ask.kind) ?? 0) + 1;
    counted.set(ask.kind, count);
    const at = (what: string) => `work.${n}.${step}.${what}.${count}`;
    return { ask, field: at(ask.kind), beside: BESIDE[ask.kind] ? at(BESIDE[ask.kind]!) : null };
  });
}

/** What is asked beside a figure: where a torque comes from, which batch a quantity was taken from. */
const BESIDE: Partial<Record<WorkMeasure, string>> = { torque: 'origin', volume: 'batch', part: 'batch' };

/** A step's asks as lines a person edits: `length: Free length of the spring`, `field: found.rear.rebound.out`. */
export const asksText = (asks: readonly StepAsk[]): string =>
  asks.map((a) => (a.kind === 'field' ? `field: ${a.field}` : `${a.kind}: ${a.label}`)).join('\n');

/** Reads the lines back; the first that is no ask is named by its number. */
export function asksIn(lines: string): { ok: true; asks: StepAsk[] } | { ok: false; line: number; text: string } {
  const asks: StepAsk[] = [];
  for (const [i, line] of lines.split('\n').entries()) {
    if (line.trim() === '') continue;
    const [kind = '', ...rest] = line.split(':');
    const named = rest.join(':').trim();
    const read = stepAsk.safeParse(
      kind.trim() === 'field' ? { kind: 'field', field: named } : { kind: kind.trim().toLowerCase(), label: named },
    );
    if (!read.success) return { ok: false, line: i + 1, text: line.trim() };
    asks.push(read.data);
  }
  return { ok: true, asks };
}
