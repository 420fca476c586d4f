import { expose } from 'comlink';
import { rememberedLifts } from '@/core/damper/valve';
import { type LoggedPlaces, type Matched, matchTo } from '@/core/ride/match';
import { courseOf } from '@/core/ride/course';
import type { Result } from '@/core/result';
import { movesOf, clicked, turnablesOf } from '@/judgement/ground/moves';
import {
  type NotRidden,
  type RiddenFit,
  type RidesAsked,
  type RidesProgress,
  ridesOf,
  searchOf,
  sensitivitiesOf,
  type Sensitivity,
  type Sought,
} from '@/judgement/ground/rides';
import { arrived, type Fit } from '@/judgement/ground/fits';
import { madeReady } from '@/judgement/ground/ridden';
import { FOOTPRINT_M } from '@/knowledge/rideUsual';
import type { Trial } from '@/schema/pages';
import { turn } from './working';

/** Rides are ridden here, away from the page; stacks already solved are remembered. */
const lifts = rememberedLifts();
let newest = 0;

/** Goes through a work in slices, telling how far it is; null where it was stopped or something newer was asked. */
async function through<P, A>(work: Generator<P, A>, tell: (progress: P) => void): Promise<A | null> {
  const mine = (newest += 1);
  for (;;) {
    const step = work.next();
    if (step.done) return step.value;
    tell(step.value);
    await turn();
    if (mine !== newest) return null;
  }
}

type Asked = Omit<RidesAsked, 'fits'>;
const here = <A extends Asked>(asked: A): A => ({ ...asked, job: arrived(asked.job) });

const ground = {
  rides: (asked: RidesAsked, tell: (progress: RidesProgress) => void): Promise<(RiddenFit | NotRidden)[] | null> =>
    through(ridesOf(here(asked), lifts), tell),
  sensitivities: (
    asked: Asked,
    base: Fit,
    measures: string[],
    tell: (progress: { share: number }) => void,
  ): Promise<Sensitivity[] | null> => {
    const mine = here(asked);
    return through(sensitivitiesOf(mine, base, movesOf(mine.job, base), measures, lifts), tell);
  },
  search: (
    asked: Asked,
    base: Fit,
    trials: readonly Trial[],
    measure: string,
    tell: (progress: { rides: number; best: number }) => void,
  ): Promise<Result<Sought> | null> => {
    const mine = here(asked);
    const places = (at: Readonly<Record<string, number>>) => clicked(mine.job, base, at);
    return through(searchOf(mine, places, turnablesOf(mine.job, trials), measure, lifts), tell);
  },
  match: (
    asked: Asked,
    fit: Fit,
    logged: Record<'front' | 'rear', LoggedPlaces>,
    tell: (progress: { share: number }) => void,
  ): Promise<Result<Matched> | { missing: string[] } | null> => {
    const made = madeReady(arrived(asked.job), fit, asked.riding, lifts);
    if ('missing' in made || !made.ok) return Promise.resolve(made);
    return through(matchTo(made.value.looked, courseOf(asked.stretches, FOOTPRINT_M), logged), tell);
  },
  async stop(): Promise<void> {
    newest += 1;
  },
};
export type GroundWorker = typeof ground;
expose(ground);
