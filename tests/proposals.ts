import { CAUSES } from '@/knowledge/causes/shipped';
import { predict } from '@/judgement/reason/cures';
import { proposalEntries, proposalOf } from '@/judgement/reason/proposal';
import { entriesOf } from './entries';
import { known, type Texts } from './known';

/** What following a cure writes down, as texts by field. */
export function curedSet(causeId: string, end: 'rear' | 'front', cureId: string, texts: Texts): Texts {
  const page = CAUSES.find((c) => c.id === causeId)!;
  const prediction = predict(
    known(texts),
    [],
    page.cures.find((c) => c.id === cureId)!,
    end,
  );
  return { ...texts, ...Object.fromEntries(proposalEntries({ name: page.name, for: [] }, prediction).map((p) => [p.field, p.text])) };
}

export const follow = (...asked: Parameters<typeof curedSet>) => proposalOf(entriesOf(curedSet(...asked)));
