'use client';
import { useCallback, useMemo, useState } from 'react';
import type { ValveName } from '@/core/damper/damper';
import { pieces } from '@/core/damper/shims';
import type { Shim } from '@/core/plate/stack';
import type { Issue } from '@/core/result';
import { type DamperKey, END_OF, type ValveFigure } from '@/catalogue/fields/damper';
import { shimsText } from '@/catalogue/tables';
import { shimBeyondBore, shimsOf, stackField, valveKindOf, valveName, withUsual } from '@/judgement/model/dampers';
import { numberOf } from '@/judgement/model/read';
import { pickList, SHEET_SPEEDS, shimsForPost } from '@/judgement/aims/valves';
import { useBench, useFact, useLater } from '../../job/BenchContext';
import { useFieldStore } from '../../fields/context';
import { useKeys } from '../../layout/keys';
import { useDynoRuns } from './Dyno';
import { useSearch, type Viewed } from './useValves';

/** Where the slider begins: the chassis speeds a rider feels. */
const BEGIN_AT = SHEET_SPEEDS.indexOf(1.1);

/** The stacks of the valve looked at, which of them is shown, and what the drawer has of it. */
function useStacks(damper: DamperKey, valve: ValveName) {
  const facts = useLater();
  const { data } = useBench();
  const store = useFieldStore();
  // The list follows in the key's own frame: the next key must find what the last one made.
  const [found, fit] = useFact(
    useCallback(
      ({ entries }) => [shimsOf(entries, damper, valve, 'found'), shimsOf(entries, damper, valve, 'fit')] as const,
      [damper, valve],
    ),
  );
  // What came in is written down first; once it is, the sheet opens on what is to be fitted.
  const [which, setWhich] = useState<'fit' | 'found'>(found?.ok && found.value.length > 0 ? 'fit' : 'found');
  const shown = which === 'fit' ? fit : found;
  const [refused, setRefused] = useState<Issue | null>(null);
  const drawer = useMemo(() => shimsForPost(data.shims, facts.machine, damper), [data.shims, facts, damper]);
  return {
    found,
    fit,
    which,
    setWhich,
    shown,
    shims: shown?.ok ? shown.value : [],
    drawer,
    /** How many of a size lie in the drawer; null where nobody counted. */
    inDrawer: (s: Shim) =>
      data.shims.length === 0 ? null : pieces(drawer.filter((d) => d.diameterMm === s.diameterMm && d.thicknessMm === s.thicknessMm)),
    picks: found?.ok && fit?.ok ? pickList(found.value, fit.value, drawer) : [],
    /** What was not written of the last stack, and why. */
    refused,
    write: (to: 'fit' | 'found', shims: readonly Shim[]) => {
      const beyond = shimBeyondBore(withUsual(facts.with({ entries: store.liveEntries() }), damper), damper, valve, shims);
      setRefused(beyond);
      if (!beyond) store.put(stackField(damper, valve, to), shimsText(shims));
    },
  };
}

/** A search of the drawer, and which of its suggestions is laid over the curve. */
function useSuggestions() {
  const search = useSearch();
  const [looked, setLooked] = useState(0);
  const suggestions = search.result?.ok ? search.result.value.suggestions : [];
  const step = (by: number) => setLooked((i) => Math.min(Math.max(i + by, 0), Math.max(suggestions.length - 1, 0)));
  return { search, looked, setLooked, step, suggestion: suggestions[looked] ?? null };
}

/** All that the sheet of one valve shows and does. */
export function useDamperSheet({ damper, valve, viewed }: { damper: DamperKey; valve: ValveName; viewed: Viewed }) {
  const facts = useLater();
  const figures = withUsual(facts, damper);
  const { sealed } = useBench();
  const stacks = useStacks(damper, valve);
  const searched = useSuggestions();
  const [at, setAt] = useState(BEGIN_AT);
  const [hotAndCold, setHotAndCold] = useState(false);
  const [atWheel, setAtWheel] = useState(false);
  const { step } = searched;
  useKeys({ h: () => setHotAndCold(!hotAndCold), f: () => setAtWheel(!atWheel), '[': () => step(-1), ']': () => step(1) });
  const figure = (name: ValveFigure) => numberOf(figures, `machine.damper.${damper}.${valve}.${name}`);
  const { view } = viewed;
  return {
    ...stacks,
    ...searched,
    damper,
    valve,
    viewed,
    figures,
    sealed,
    at,
    setAt,
    hotAndCold,
    setHotAndCold,
    atWheel,
    setAtWheel,
    end: END_OF[damper],
    side: valve === 'rebound' ? ('rebound' as const) : ('compression' as const),
    name: valveName(figures, damper, valve),
    kind: valveKindOf(figures, damper, valve),
    /** How the stack to fit bends, once it is worked out. */
    drawn: view?.drawn && stacks.which === 'fit' && !viewed.busy ? view.drawn : null,
    clampMm: figure('clamp'),
    innerMm: figure('zone.inner'),
    outerMm: figure('zone.outer'),
    runs: useDynoRuns(damper),
  };
}
export type Sheet = ReturnType<typeof useDamperSheet>;
