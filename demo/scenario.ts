import { z } from 'zod';
import { instrumentRequest } from '@/schema/instruments';
import scenario from './scenario.json';

/**
 * The scenario of the Slate Yard in Orrowick, as data: invented machines, people and jobs. Figures belong to no real machine; readings are not
 * in it, they are computed by the core from what is said to be inside each machine.
 */
const words = z.string();
const lines = z.array(words);
const end = z.enum(['rear', 'front']);
const fitted = z.strictObject({ rateNPerMm: z.number(), preloadMm: z.number(), frictionMm: z.number() });

const machine = z.strictObject({ key: words, owner: words, phone: words, figures: z.record(z.string(), words), ofModel: words.optional() });
export type DemoMachine = z.output<typeof machine>;

/** A ride: on one change of an adjuster, or as handed back; what was felt of every complaint, and what was decided. */
const ride = z.strictObject({
  change: z.tuple([words, z.number()]).nullable(),
  cause: words.nullable(),
  cure: words.nullable(),
  reason: words,
  feel: z.enum(['better', 'same', 'worse']),
  tieRear: words,
  tieFront: words,
  words,
  track: words,
  decision: z.enum(['keep', 'revert', 'bracket']).nullable(),
  daysAgo: z.number(),
});
export type DemoRide = z.output<typeof ride>;

/** One job: what is recorded at each stage, as far as it got. Lines are `field = text`, as a technician types them. */
const job = z.strictObject({
  machine: words,
  /** Days before today it was taken in; a minus promised day is in the past. */
  takenInDaysAgo: z.number(),
  promisedInDays: z.number(),
  /** Another owner than the machine's first. */
  owner: words.optional(),
  ask: lines.optional(),
  /** The springs really in the machine when it comes in. */
  inside: z.strictObject({ rear: fitted, front: fitted }).optional(),
  /** Leave out the last so many readings of the walk. */
  readingsMissing: z.number().optional(),
  later: lines.optional(),
  /** Choose the best spring of the list at these ends, as the Springs stage ranks them. */
  choose: z.array(end).optional(),
  rebuild: lines.optional(),
  sign: words.optional(),
  correct: z.strictObject({ field: words, text: words, reason: words }).optional(),
  /** Procedures of the Shop book, worked through with the scenario's answers; so many steps left undone of the last. */
  procedures: lines.optional(),
  stepsLeft: z.number().optional(),
  /** Gone back to the set-up the machine had after so many rebuilds. */
  back: z.number().optional(),
  /** Swings counted in the bounce test. */
  bounce: z.strictObject({ rear: z.number(), front: z.number() }).optional(),
  quote: lines.optional(),
  answer: z.strictObject({ accepted: z.boolean(), words }).optional(),
  set: z.boolean().optional(),
  /** The cause and the cure followed under Reason. */
  follow: z.strictObject({ cause: words, cure: words }).optional(),
  /** A ride of the simulated logger before the work. */
  log: z.boolean().optional(),
  rides: z.array(ride).optional(),
  handedBackDaysAgo: z.number().optional(),
  ride: lines.optional(),
});
export type DemoJob = z.output<typeof job>;

const spring = z.strictObject({
  end,
  name: words,
  rate: words,
  freeLength: words,
  solidLength: words,
  place: z.enum(['drawer', 'supplier']),
  /** What the tester finds of it, where it was put on the tester. */
  really: z.number().optional(),
});
export type DemoSpring = z.output<typeof spring>;

/** A drawer of shims for one post: every diameter in every thickness, as many as the drawer happens to hold. */
const drawer = z.strictObject({ inner: words, diameters: z.array(z.number()), thicknesses: z.array(z.number()), from: z.number() });
export type DemoShims = z.output<typeof drawer>;

const item = z.strictObject({
  kind: z.enum(['oil', 'seal', 'kit', 'other']),
  name: words,
  unit: z.enum(['piece', 'mL']),
  count: z.number(),
  price: words,
  reorderAt: z.number(),
  supplier: words,
});
export type DemoStock = z.output<typeof item>;

/** What another shop did to one of the machines before it came here. */
const elsewhereOf = z.strictObject({
  shop: z.strictObject({ name: words, address: words, phone: words, email: words }),
  technician: words,
  owner: words,
  machine: words,
  takenInDaysAgo: z.number(),
  lines,
});

export const { technicians, instruments, elsewhere, machines, springs, supplier, shims, stock, answers, jobs } = z
  .strictObject({
    technicians: lines,
    machines: z.array(machine),
    springs: z.array(spring),
    shims: z.array(drawer),
    supplier: z.strictObject({ name: words, daysAgo: z.number(), fileName: words }),
    instruments: z.array(instrumentRequest),
    elsewhere: elsewhereOf,
    stock: z.array(item),
    /** What is written down at a step, by what it asks. */
    answers: z.record(z.string(), words),
    jobs: z.array(job),
  })
  .parse(scenario);
