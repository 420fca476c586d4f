/** Shares in whole per cent that belong together: of the ground, of the loads. */
export type Percent<Id extends string> = Readonly<Record<Id, number>>;

/**
 * The shares with one set anew. While they do not yet add up to 100 what was typed stays as it was typed; once they do, they go on doing so: the others give way in proportion.
 * @param ids all there are; @param percent what stands there now; where no other has a share and all were told, the one takes all of it
 */
export function withShareOf<Id extends string>(ids: readonly Id[], percent: Percent<Id>, id: Id, share: number): Record<Id, number> {
  const set = Math.min(100, Math.max(0, Math.round(share)));
  const none = Object.fromEntries(ids.map((other) => [other, 0])) as Record<Id, number>;
  const others = ids.filter((other) => other !== id && percent[other] > 0);
  const sum = others.reduce((all, other) => all + percent[other], 0);
  const isWhole = sum + percent[id] >= 100;
  if (!isWhole && sum + set <= 100) return { ...none, ...percent, [id]: set };
  if (sum === 0) return { ...none, [id]: 100 };
  const exact = others.map((other) => ({ other, exact: (percent[other] * (100 - set)) / sum }));
  const whole = new Map(exact.map((e) => [e.other, Math.floor(e.exact)]));
  const left = 100 - set - [...whole.values()].reduce((a, b) => a + b, 0);
  // Largest remainder first; of equal ones in the order of the book, so that the same mix comes out whatever was typed first.
  const byRemainder = [...exact].sort((a, b) => b.exact - Math.floor(b.exact) - (a.exact - Math.floor(a.exact)));
  for (const { other } of byRemainder.slice(0, left)) whole.set(other, whole.get(other)! + 1);
  return { ...none, ...(Object.fromEntries(whole) as Record<Id, number>), [id]: set };
}
