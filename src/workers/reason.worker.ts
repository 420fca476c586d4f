import { type DamperFacts, damperFacts, type DamperQuestion } from '@/judgement/model/damperFacts';
import { rememberedLifts } from '@/core/damper/valve';
import type { End } from '@/catalogue/ends';

/** Dampers are computed here for the reasons, away from the page; stacks already solved are remembered. */
export interface Ask {
  end: End;
  /** The question as text: it names the answer. */
  key: string;
  question: DamperQuestion;
}
export interface Told {
  end: End;
  key: string;
  facts: DamperFacts | null;
  /** Why the computation broke; null where it did not. */
  failed: string | null;
}

const page = self as unknown as { postMessage(told: Told): void; onmessage: (event: { data: Ask }) => void };
const lifts = rememberedLifts();

page.onmessage = ({ data: { end, key, question } }) => {
  try {
    page.postMessage({ end, key, facts: damperFacts(question, lifts), failed: null });
  } catch (e) {
    page.postMessage({ end, key, facts: null, failed: e instanceof Error ? e.message : String(e) });
  }
};
