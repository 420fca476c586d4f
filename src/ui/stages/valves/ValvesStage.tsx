'use client';
import { Sentence } from '../../kit/Sentence';
import { Proposed } from '../../job/Proposed';
import { SealedNote } from '../../job/Working';
import type { ValveName } from '@/core/damper/damper';
import { useMemo, useState } from 'react';
import { ToggleButton } from 'react-aria-components';
import { CAUTIONS } from '@/knowledge/cautions';
import { hasValve, valveName } from '@/judgement/model/dampers';
import { hasUnlikeLegs } from '@/judgement/model/unlike';
import { isMissing, isUnusable } from '@/judgement/model/ends';
import { numberOf } from '@/judgement/model/read';
import { valveFindings } from '@/judgement/findings/valveFindings';
import { viewRequestOf } from '@/judgement/aims/valves';
import { DAMPER_FIGURES, type DamperKey, DAMPERS, END_OF, VALVES } from '@/catalogue/fields/damper';
import { issueWords } from '@/schema/words';
import { EntryField } from '../../fields/EntryField';
import { useGaps } from '../../fields/useGaps';
import { Caution, Empty, Small, Warn } from '../../kit/primitives';
import { useBench, useLater } from '../../job/BenchContext';
import { Tabs, Titled } from '../../kit/parts';
import { DamperSheet } from './DamperSheet';
import { OneStackSheet } from './OneStack';
import { Compared, MachineDamper, Piston } from './Piston';
import { NotRead } from '../../kit/NotRead';
import { useDamperView } from './useValves';

const unlikeNames: Record<DamperKey, string> = { rear: 'Rear shock', front: 'Fork, left leg', other: 'Fork, right leg' };
const NAMES: Record<DamperKey, string> = { ...unlikeNames, front: 'Fork' };

/** Valves: the stacks as found and to fit, bending as computed; force against shaft speed; and, from the aim and the drawer, stacks that come closest. */
export function ValvesStage() {
  const [chosen, setChosen] = useState<DamperKey>('rear');
  const facts = useLater();
  const unlike = hasUnlikeLegs(facts.machine);
  const damper = chosen === 'other' && !unlike ? 'front' : chosen;
  const [valve, setValve] = useState<ValveName>('compression');
  return (
    <>
      <SealedNote />
      <Proposed stage="valves" />
      <div style={{ display: 'flex', gap: '0 3rem', flexWrap: 'wrap' }}>
        <DamperTabs damper={damper} setChosen={setChosen} unlike={unlike} />
        <ValveTabs valve={valve} setValve={setValve} damper={damper} />
      </div>
      <Sheet key={`${damper}-${valve}`} damper={damper} valve={valve} name={(unlike ? unlikeNames : NAMES)[damper]} />
    </>
  );
}

interface ValveTabsProps {
  valve: ValveName;
  setValve: (next: ValveName) => void;
  damper: 'rear' | 'front' | 'other';
}

function ValveTabs({ valve, setValve, damper }: ValveTabsProps) {
  const facts = useLater();
  return (
    <Tabs
      selectionMode="single"
      disallowEmptySelection
      selectedKeys={[valve]}
      onSelectionChange={(keys) => setValve([...keys][0] as ValveName)}
      aria-label="Valve"
    >
      {VALVES.map((v) => (
        <ToggleButton key={v} id={v}>
          {valveName(facts.machine, damper, v)}
        </ToggleButton>
      ))}
    </Tabs>
  );
}

interface DamperTabsProps {
  damper: 'rear' | 'front' | 'other';
  setChosen: (next: 'rear' | 'front' | 'other') => void;
  unlike: boolean;
}

function DamperTabs({ damper, setChosen, unlike }: DamperTabsProps) {
  return (
    <Tabs
      selectionMode="single"
      disallowEmptySelection
      selectedKeys={[damper]}
      onSelectionChange={(keys) => setChosen([...keys][0] as DamperKey)}
      aria-label="End"
    >
      {DAMPERS.filter((d) => unlike || d !== 'other').map((d) => (
        <ToggleButton key={d} id={d} className={`end ${END_OF[d]}`}>
          {(unlike ? unlikeNames : NAMES)[d]}
        </ToggleButton>
      ))}
    </Tabs>
  );
}

function Sheet({ damper, valve, name }: { damper: DamperKey; valve: ValveName; name: string }) {
  const end = END_OF[damper];
  const facts = useLater();
  const { data, sealed } = useBench();
  const request = useMemo(() => viewRequestOf(facts, damper, valve, data.oils), [facts, damper, valve, data.oils]);
  const [missing, unusable] = [isMissing(request) ? request.missing : [], isUnusable(request) ? request : null];
  const gaps = useGaps(missing);
  const viewed = useDamperView(damper, isMissing(request) || isUnusable(request) ? null : request);
  const gasGauge = numberOf(facts.entries, 'fitted.rear.gas') ?? numberOf(facts.entries, 'found.rear.gas');
  return (
    <>
      {gaps.shown.length > 0 && (
        <div {...gaps.watch}>
          <MissingOfDamper damper={damper} missing={gaps.shown} />
        </div>
      )}
      <Piston damper={damper} valve={valve} isWanted={gaps.shown.length > 0} />
      {missing.length > 0 && <OneStackSheet damper={damper} valve={valve} />}
      {viewed.view && <Compared view={viewed.view} side={valve === 'rebound' ? 'rebound' : 'compression'} />}
      {unusable && (
        <Warn>
          <Sentence of={issueWords(unusable.issue)} />
        </Warn>
      )}
      {viewed.issue && (
        <Warn>
          <Sentence of={issueWords(viewed.issue)} />
        </Warn>
      )}
      <NotRead reading={{ failed: viewed.failed?.words ?? null, again: () => viewed.failed?.again() }} />
      <DamperSheet
        damper={damper}
        valve={valve}
        viewed={viewed}
        present={hasValve(facts, damper, valve)}
        findings={
          viewed.view
            ? valveFindings((v) => valveName(facts.machine, damper, v), viewed.view, end === 'rear' && gasGauge !== null ? gasGauge : null)
            : []
        }
        kept={
          <>
            <EntryField field={`valves.${end}.reason`} locked={sealed} />
            <Titled title={`${name}, ${valveName(facts.machine, damper, valve).toLowerCase()}`} aside="kept with the machine">
              <MachineDamper damper={damper} only={null} valve={valve} />
            </Titled>
            <EntryField field={`valves.${end}.found`} locked={sealed} />
            <EntryField field={`valves.${end}.specified`} locked={sealed} />
          </>
        }
      />
      <Caution>{CAUTIONS.gas}</Caution>
      <Small>
        Judge valving only with the right spring in. Figures are for a trained technician; the maker’s manual and local rules decide.
      </Small>
    </>
  );
}

function MissingOfDamper({ damper, missing }: { damper: DamperKey; missing: readonly string[] }) {
  const ofMachine = missing.filter((m) => m.startsWith('machine.'));
  const facts = useLater();
  const { valves } = DAMPER_FIGURES[damper];
  const nameOf = (v: ValveName) => valveName(facts.machine, damper, v);
  const groups = [
    { title: 'Damper', keys: ofMachine.filter((k) => !VALVES.some((v) => k.includes(`.${v}.`))) },
    ...VALVES.map((v) => ({ title: nameOf(v), keys: ofMachine.filter((k) => valves[v].some((f) => f.key === k)) })),
  ].filter((g) => g.keys.length > 0);
  const stacks = VALVES.filter((v) => missing.includes(`valves.${damper}.found.${v}`)).map((v) => nameOf(v).toLowerCase());
  return (
    <>
      <Empty>
        Damping is worked out from the damper’s own figures and its stacks.
        {ofMachine.length > 0 ? ' These figures are measured once and kept with the machine; bore and ports by calliper.' : ''}
        {stacks.length > 0 ? ` Still to be typed: the shims as found of ${stacks.join(', ')}.` : ''}
      </Empty>
      {groups.map((g) => (
        <Titled key={g.title} title={g.title}>
          <MachineDamper damper={damper} valve={null} only={g.keys} />
        </Titled>
      ))}
    </>
  );
}
