import { type DamperFacts, damperFacts, type DamperQuestion } from '@/schema/facts/damperFacts';
import { rememberedLifts } from '@/core/damper/valve';

/** Dampers are computed here for the reasons, away from the page; stacks already solved are remembered. */
export interface Ask {
  end: 'rear' | 'front';
  /** The question as text: it names the answer. */
  key: string;
  question: DamperQuestion;
}
export interface Told {
  end: 'rear' | 'front';
  key: string;
  facts: DamperFacts | null;
}

const page = self as unknown as { postMessage(told: Told): void; onmessage: (event: { data: Ask }) => void };
const lifts = rememberedLifts();

page.onmessage = ({ data: { end, key, question } }) => page.postMessage({ end, key, facts: damperFacts(question, lifts) });
