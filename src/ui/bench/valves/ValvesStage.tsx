'use client';
import type { ValveName } from '@/core/damper/damper';
import { useMemo, useState } from 'react';
import { ToggleButton } from 'react-aria-components';
import type { End } from '@/core/spring/schools';
import { CAUTIONS } from '@/schema/facts/cautions';
import { hasValve } from '@/schema/facts/dampers';
import { isMissing, isUnusable } from '@/schema/facts/ends';
import { numberOf } from '@/schema/facts/read';
import { valveFindings } from '@/schema/facts/valveFindings';
import { viewRequestOf } from '@/schema/facts/valves';
import { DAMPER_FIGURES, VALVE_NAMES, VALVES } from '@/schema/fields/damper';
import { issueWords } from '@/schema/words';
import { FieldsProvider } from '../../fields/context';
import { EntryField } from '../../fields/EntryField';
import { Caution, Empty, Small, Warn } from '../../layout/primitives';
import { useBench, useLater } from '../BenchContext';
import { FieldsOf, SealedNote, Tabs, Titled } from '../parts';
import { DamperSheet } from './DamperSheet';
import { useDamperView } from './useValves';

const END_NAMES: Record<End, string> = { rear: 'Rear shock', front: 'Fork' };

/** Valves: the stacks as found and to fit, bending as computed; force against shaft speed; and, from the aim and the drawer, stacks that come closest. */
export function ValvesStage() {
  const [end, setEnd] = useState<End>('rear');
  const [valve, setValve] = useState<ValveName>('compression');
  return (
    <>
      <SealedNote />
      <div style={{ display: 'flex', gap: '3rem', flexWrap: 'wrap' }}>
        <Tabs
          selectionMode="single"
          disallowEmptySelection
          selectedKeys={[end]}
          onSelectionChange={(keys) => setEnd([...keys][0] as End)}
          aria-label="End"
        >
          {(['rear', 'front'] as const).map((e) => (
            <ToggleButton key={e} id={e} className={`end ${e}`}>
              {END_NAMES[e]}
            </ToggleButton>
          ))}
        </Tabs>
        <Tabs
          selectionMode="single"
          disallowEmptySelection
          selectedKeys={[valve]}
          onSelectionChange={(keys) => setValve([...keys][0] as ValveName)}
          aria-label="Valve"
        >
          {VALVES.map((v) => (
            <ToggleButton key={v} id={v}>
              {VALVE_NAMES[end][v]}
            </ToggleButton>
          ))}
        </Tabs>
      </div>
      <Sheet key={`${end}-${valve}`} end={end} valve={valve} />
    </>
  );
}

function Sheet({ end, valve }: { end: End; valve: ValveName }) {
  const { live, figures } = useLater();
  const { data, sealed } = useBench();
  const request = useMemo(() => viewRequestOf(live, figures, end, valve, data.oils), [live, figures, end, valve, data.oils]);
  const [missing, unusable] = [isMissing(request) ? request.missing : [], isUnusable(request) ? request : null];
  const viewed = useDamperView(isMissing(request) || isUnusable(request) ? null : request);
  const gasGauge = numberOf(live, 'fitted.rear.gas') ?? numberOf(live, 'found.rear.gas');
  return (
    <>
      {missing.length > 0 && <MissingOfDamper end={end} missing={missing} />}
      {unusable && <Warn>{issueWords(unusable.issue)}</Warn>}
      {viewed.issue && <Warn>{issueWords(viewed.issue)}</Warn>}
      <DamperSheet
        end={end}
        valve={valve}
        viewed={viewed}
        present={hasValve(live, figures, end, valve)}
        findings={viewed.view ? valveFindings(end, viewed.view, end === 'rear' && gasGauge !== null ? gasGauge * 10 : null) : []}
      />
      <EntryField field={`valves.${end}.reason`} locked={sealed} />
      <details style={{ marginTop: '1rem' }}>
        <summary style={{ minHeight: 44, cursor: 'pointer', fontWeight: 600 }}>
          Figures of this damper, {END_NAMES[end].toLowerCase()}, {VALVE_NAMES[end][valve].toLowerCase()}
        </summary>
        <MachineDamper end={end} only={null} valve={valve} />
        <EntryField field={`valves.${end}.found`} locked={sealed} />
        <EntryField field={`valves.${end}.specified`} locked={sealed} />
      </details>
      <Caution>{CAUTIONS.gas}</Caution>
      <Small>
        Judge valving only with the right spring in. Figures are for a trained technician; the maker’s manual and local rules decide.
      </Small>
    </>
  );
}

/** Figures kept with the machine: those of the whole damper and of one valve, or only those named. */
function MachineDamper({ end, valve, only }: { end: End; valve: ValveName | null; only: readonly string[] | null }) {
  const { machineStore } = useBench();
  const { whole, valves } = DAMPER_FIGURES[end];
  const all = only ? [...whole, ...VALVES.flatMap((v) => valves[v])] : [...whole, ...(valve ? valves[valve] : [])];
  const shown = only ? all.filter((f) => only.includes(f.key)) : all;
  return (
    <FieldsProvider value={machineStore}>
      <FieldsOf defs={shown} min="9rem" />
    </FieldsProvider>
  );
}

function MissingOfDamper({ end, missing }: { end: End; missing: readonly string[] }) {
  const ofMachine = missing.filter((m) => m.startsWith('machine.'));
  const { valves } = DAMPER_FIGURES[end];
  const groups = [
    { title: 'Damper', keys: ofMachine.filter((k) => !VALVES.some((v) => k.includes(`.${v}.`))) },
    ...VALVES.map((v) => ({ title: VALVE_NAMES[end][v], keys: ofMachine.filter((k) => valves[v].some((f) => f.key === k)) })),
  ].filter((g) => g.keys.length > 0);
  const stacks = VALVES.filter((v) => missing.includes(`valves.${end}.found.${v}`)).map((v) => VALVE_NAMES[end][v].toLowerCase());
  return (
    <>
      <Empty>
        Damping is worked out from the damper’s own figures and its stacks.
        {ofMachine.length > 0 ? ' These figures are measured once and kept with the machine; bore and ports by calliper.' : ''}
        {stacks.length > 0 ? ` Still to be typed: the shims as found of ${stacks.join(', ')}.` : ''}
      </Empty>
      {groups.map((g) => (
        <Titled key={g.title} title={g.title}>
          <MachineDamper end={end} valve={null} only={g.keys} />
        </Titled>
      ))}
    </>
  );
}
