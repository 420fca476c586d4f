import scenario from './scenario.json';
import type { Inside as Fitted } from '@/knowledge/training/cases';

/**
 * The scenario of the Slate Yard in Orrowick, as data: invented machines, people and jobs. Figures belong to no real machine; readings are not
 * in it, they are computed by the core from what is said to be inside each machine.
 */
export interface DemoMachine {
  key: string;
  owner: string;
  phone: string;
  figures: Record<string, string>;
}

/** One job: what is recorded at each stage, as far as it got. Lines are `field = text`, as a technician types them. */
export interface DemoJob {
  machine: string;
  /** Days before today it was taken in; a minus promised day is in the past. */
  takenInDaysAgo: number;
  promisedInDays: number;
  /** Another owner than the machine's first. */
  owner?: string;
  ask?: string[];
  /** The springs really in the machine when it comes in. */
  inside?: { rear: Fitted; front: Fitted };
  /** Leave out the last so many readings of the walk. */
  readingsMissing?: number;
  later?: string[];
  /** Choose the best spring of the list at these ends, as the Springs stage ranks them. */
  choose?: ('rear' | 'front')[];
  rebuild?: string[];
  sign?: string;
  correct?: { field: string; text: string; reason: string };
  /** Procedures of the Shop book, worked through with the scenario's answers; so many steps left undone of the last. */
  procedures?: string[];
  stepsLeft?: number;
  /** Gone back to the set-up the machine had after so many rebuilds. */
  back?: number;
  /** Swings counted in the bounce test. */
  bounce?: { rear: number; front: number };
  quote?: string[];
  answer?: { accepted: boolean; words: string };
  set?: boolean;
  /** The cause and the cure followed under Reason. */
  follow?: { cause: string; cure: string };
  /** A ride of the simulated logger before the work. */
  log?: boolean;
  rides?: DemoRide[];
  handedBackDaysAgo?: number;
  ride?: string[];
}

/** A ride: on one change of an adjuster, or as handed back; what was felt of every complaint, and what was decided. */
export interface DemoRide {
  change: [tunable: string, to: number] | null;
  cause: string | null;
  cure: string | null;
  reason: string;
  feel: 'better' | 'same' | 'worse';
  tieRear: string;
  tieFront: string;
  words: string;
  track: string;
  decision: 'keep' | 'revert' | 'bracket' | null;
  daysAgo: number;
}

export interface DemoSpring {
  end: 'rear' | 'front';
  name: string;
  rate: string;
  freeLength: string;
  solidLength: string;
  place: 'drawer' | 'supplier';
  /** What the tester finds of it, where it was put on the tester. */
  really?: number;
}

/** A drawer of shims for one post: every diameter in every thickness, as many as the drawer happens to hold. */
export interface DemoShims {
  inner: string;
  diameters: number[];
  thicknesses: number[];
  from: number;
}

export interface DemoStock {
  kind: 'oil' | 'seal' | 'kit' | 'other';
  name: string;
  unit: 'piece' | 'mL';
  count: number;
  price: string;
  reorderAt: number;
  supplier: string;
}

export const { technicians, machines, springs, supplier, shims, stock, answers, jobs } = scenario as unknown as {
  technicians: string[];
  machines: DemoMachine[];
  springs: DemoSpring[];
  shims: DemoShims[];
  supplier: { name: string; daysAgo: number; fileName: string };
  stock: DemoStock[];
  /** What is written down at a step, by what it asks. */
  answers: Record<string, string>;
  jobs: DemoJob[];
};
