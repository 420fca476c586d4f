'use client';
import { Fragment } from 'react';
import { ENDS } from '@/catalogue/ends';
import { loadedAt } from '@/judgement/aims/estimates';
import { LOAD_IDS, LOAD_NAMES, type LoadId, loadSharesOf } from '@/judgement/aims/basis';
import { declaredLoads, toldShares } from '@/judgement/aims/loadsTold';
import { withShareOf } from '@/judgement/aims/shares';
import { useFieldStore, useLive, useSystem } from '../../fields/context';
import { EntryField } from '../../fields/EntryField';
import { ShareSlider } from '../../kit/ShareSlider';
import { useLater } from '../../job/BenchContext';
import { lengthUnit, lengthWords } from '../../kit/figureWords';
import { Titled } from '../../kit/parts';
import { Small } from '../../kit/primitives';

/** How it is loaded, in shares of the riding, and for which load springs are chosen; asked once a passenger or luggage is declared. */
export function LoadMix({ locked }: { locked: boolean }) {
  const live = useLive();
  const store = useFieldStore();
  const declared = declaredLoads(live);
  if (!declared.passenger && !declared.luggage) return null;
  const told = toldShares(live);
  const shares = loadSharesOf(null, declared);
  const percent = Object.fromEntries(LOAD_IDS.map((id) => [id, told ? (told[id] ?? 0) : Math.round(100 * shares[id])])) as Record<
    LoadId,
    number
  >;
  const ids = LOAD_IDS.filter((id) => (declared.passenger || !id.startsWith('two-up')) && (declared.luggage || !id.endsWith('luggage')));
  const set = (id: LoadId, share: number) => {
    const next = withShareOf(ids, percent, id, share);
    for (const other of ids) if (!told || next[other] !== percent[other]) store.put(`load.${other}`, String(next[other]));
  };
  return (
    <Titled title="How it is loaded" aside="shares of the riding">
      {ids.map((id) => (
        <Fragment key={id}>
          <ShareSlider
            name={LOAD_NAMES[id]}
            label={`${LOAD_NAMES[id]}, share of the riding, %`}
            percent={percent[id]}
            locked={locked}
            onSet={(share) => set(id, share)}
          />
          <RingNeeded id={id} />
        </Fragment>
      ))}
      {!told && <Small>○ Assumed until told: mostly as declared.</Small>}
      <EntryField field="load.school" locked={locked} />
    </Titled>
  );
}

/** The ring each end needs in one load with the spring chosen, and in the heaviest what is left at full travel. */
function RingNeeded({ id }: { id: LoadId }) {
  const facts = useLater();
  const system = useSystem();
  const words = ENDS.flatMap((end) => {
    const all = loadedAt(facts, end);
    const found = all.find((l) => l.id === id);
    if (!found) return [];
    const isHeaviest = all.at(-1)?.id === id && all.length > 1;
    const ring = found.withinAdjuster
      ? `ring ${lengthWords(Math.max(0, found.ringMm), system, 0)} ${lengthUnit(system)}`
      : `▲ ring ${lengthWords(found.ringMm, system, 0)} ${lengthUnit(system)}, past the adjuster`;
    return [`${end} ${ring}${isHeaviest ? `, ${found.reserve.toFixed(1)} times the load at full travel` : ''}`];
  });
  return words.length === 0 ? null : (
    <p>
      <Small data-result={`ring-${id}`}>with the spring chosen: {words.join('; ')}</Small>
    </p>
  );
}
