import { expose } from 'comlink';
import { type DamperFacts, damperFacts, type DamperQuestion } from '@/judgement/model/damperFacts';
import { rememberedLifts } from '@/core/damper/valve';

/** Dampers are computed here for the reasons, away from the page; stacks already solved are remembered. */
const lifts = rememberedLifts();
const reasons = {
  facts: (question: DamperQuestion): DamperFacts | null => damperFacts(question, lifts),
};
export type ReasonsWorker = typeof reasons;
expose(reasons);
