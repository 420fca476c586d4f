'use client';
import { mPerS as speedSaid, said } from '@/core/units/say';
import { useSaid } from '../../kit/preferences';
import { useMemo } from 'react';
import type { ValveName } from '@/core/damper/damper';
import { printIn } from '@/core/units/print';
import type { Side } from '@/catalogue/ends';
import { fieldDef } from '@/catalogue/fields';
import { DAMPER_FIGURES, type DamperKey, VALVES } from '@/catalogue/fields/damper';
import { unitOf } from '@/catalogue/fields/kinds';
import { usualIn } from '@/judgement/model/dampers';
import { pistonOf } from '@/judgement/model/piston';
import { SHEET_SPEEDS } from '@/judgement/aims/valves';
import { FieldsProvider, useSystem } from '../../fields/context';
import { FieldsOf } from '../../fields/parts';
import { useBench, useLater } from '../../job/BenchContext';
import { Titled } from '../../kit/parts';
import { Small } from '../../kit/primitives';
import type { Viewed } from './useValves';

/** The kind of piston, and what of it stands in for a calliper. */
export function Piston({ damper, valve, isWanted }: { damper: DamperKey; valve: ValveName; isWanted: boolean }) {
  const facts = useLater();
  const others = VALVES.filter((v) => v !== valve);
  const usual = useMemo(() => usualIn(facts, damper), [facts, damper]).filter(([field]) => !others.some((v) => field.includes(`.${v}.`)));
  const system = useSystem();
  const words = usual.map(([field, value]) => {
    const def = fieldDef(field);
    const unit = unitOf(def, system);
    return `${def.label.toLowerCase()} ${printIn(value, unit, unit === 'in' ? 3 : 1)} ${unit}`;
  });
  const isNamed = pistonOf(facts.machine, damper) !== null;
  return (
    <>
      {!isNamed && isWanted && (
        <Titled title="A first curve" aside="name the piston and type the shims as found; the rest can be measured later">
          <MachineDamper damper={damper} valve={null} only={[`machine.damper.${damper}.piston`]} />
        </Titled>
      )}
      {usual.length > 0 && <PistonWords words={words} />}
    </>
  );
}

function PistonWords({ words }: { words: string[] }) {
  return (
    <p style={{ margin: '0 0 0.5rem' }}>
      <Small>
        ○ assumed, as usual of this piston until measured: {words.join(', ')}. Curves and forces rest on them; the change in per cent less
        so, save at low speed, which the bleed decides.
      </Small>
    </p>
  );
}

/** Low, middle and high shaft speed, m/s. */
const COMPARED_M_PER_S = [0.1, 0.55, 2.2] as const;

/** What the change from the stack as found does to this direction. */
export function Compared({ view, side }: { view: NonNullable<Viewed['view']>; side: Side }) {
  const inUnits = useSaid();
  const found = view.found?.[`${side}N`];
  const fit = view.fit[`${side}N`];
  if (!found || found.every((n, i) => n === fit[i])) return null;
  const changes = COMPARED_M_PER_S.map((mPerS, i) => {
    const at = SHEET_SPEEDS.indexOf(mPerS);
    const percent = 100 * (fit[at]! / found[at]! - 1);
    return inUnits(
      said`${['low', 'middle', 'high'][i]!} speed (${speedSaid(mPerS)}) ${percent < 0 ? '−' : '+'}${Math.abs(percent).toFixed(0)} %`,
    );
  });
  return (
    <p style={{ margin: '0 0 0.5rem' }} data-result="compared">
      To fit against as found, {side}: <b>{changes.join(', ')}</b>.
    </p>
  );
}

/** Figures kept with the machine: those of the whole damper and of one valve, or only those named. */
export function MachineDamper({ damper, valve, only }: { damper: DamperKey; valve: ValveName | null; only: readonly string[] | null }) {
  const { machineStore } = useBench();
  const { whole, valves } = DAMPER_FIGURES[damper];
  const shown = only ? only.map(fieldDef) : [...whole, ...(valve ? valves[valve] : [])];
  return (
    <FieldsProvider value={machineStore}>
      <FieldsOf defs={shown} min="9rem" />
    </FieldsProvider>
  );
}
