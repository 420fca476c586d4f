import { z } from 'zod';
import data from './cases.json';
import type { End } from '@/catalogue/ends';

/** What is really in a machine at one end: of the demo shop and of the training cases, whose readings are computed and not typed in to fit. */
export interface Inside {
  rateNPerMm: number;
  preloadMm: number;
  frictionMm: number;
}

/**
 * The training set: invented machines with a known fault, their evidence shown piece by piece. Sags are computed by the core from what is inside; what is
 * looked at or counted is written down with the case. The same engine reasons here and in a job.
 */
export interface TrainingCase {
  id: string;
  title: string;
  story: string;
  machine: string;
  /** The node of the cause that was found. */
  truth: string;
  inside: Record<End, Inside>;
  /** What the counter wrote down before anybody measured. */
  asked: Record<string, string>;
  /** What each measurement shows, by its node: typed texts, or the walk, which is computed. */
  reveals: Record<string, 'walk' | Record<string, string>>;
  /** What it was, told at the end. */
  what: string;
}

const texts = z.record(z.string(), z.string());
const inside = z.strictObject({ rateNPerMm: z.number().positive(), preloadMm: z.number(), frictionMm: z.number().min(0) });
const trainingSet = z.strictObject({
  machines: z.record(z.string(), z.strictObject({ name: z.string(), figures: texts })),
  cases: z.array(
    z.strictObject({
      id: z.string(),
      title: z.string(),
      story: z.string(),
      machine: z.string(),
      truth: z.string(),
      inside: z.strictObject({ rear: inside, front: inside }),
      asked: texts,
      reveals: z.record(z.string(), z.union([z.literal('walk'), texts])),
      what: z.string(),
    }),
  ),
});
const set = trainingSet.parse(data);
export const CASES: readonly TrainingCase[] = set.cases;
const MACHINES = set.machines;

export const caseById = (id: string): TrainingCase | undefined => CASES.find((c) => c.id === id);
export const machineNamed = ({ machine }: TrainingCase): string => MACHINES[machine]!.name;
/** The figures of its machine as typed. */
export const figuresNamed = ({ machine }: TrainingCase): Readonly<Record<string, string>> => MACHINES[machine]!.figures;
