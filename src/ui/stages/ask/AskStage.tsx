'use client';
import { DataTable } from '../../kit/DataTable';
import { type Loads, loadsOf } from '@/judgement/model/loads';
import { useMemo } from 'react';
import { ASK_CONDITION, ASK_RIDE, ASK_RIDER, LUGGAGE_ITEM } from '@/catalogue/fields/ask';
import { JOB_NOTES } from '@/catalogue/fields/bench';
import { overloadFindings } from '@/judgement/findings/because';
import { MACHINE_CASE_ITEM } from '@/catalogue/fields/machine';
import { FieldsProvider, useFieldStore } from '../../fields/context';
import { type Entries, withUnit, recorded } from '@/catalogue/entry';
import { useSaid } from '../../kit/preferences';
import { LinkButton, QuietButton, Small } from '../../kit/primitives';
import { useBench, useLater } from '../../job/BenchContext';
import { Complaints } from '../../job/Complaints';
import { Weigh } from '../../job/Weigh';
import { FitWalk } from './FitWalk';
import { GroundMix } from './GroundMix';
import { LoadMix } from './LoadMix';
import { HandedBack } from './HandedBack';
import { ToldBefore } from './ToldBefore';
import { LoadsView } from './LoadsView';
import { OfModel } from '../../job/OfModel';
import { MachineFigures, MachineSheet } from '../../job/MachineFigures';
import { Columns, Titled } from '../../kit/parts';
import { SetupFields } from '../../job/SetupFields';
import { joined, kg, newtons, said } from '@/core/units/say';
import { FieldsOf, Repeat } from '../../fields/parts';
import { Sheets } from '../../kit/Sheets';
import { SealedNote } from '../../job/Working';
import { BecauseList } from '../../kit/BecauseList';

/** Figures noted of those a sheet asks for. */
const notedOf = (entries: Entries, pattern: RegExp) => {
  const noted = recorded(entries).filter((e) => pattern.test(e.field) && e.text !== '').length;
  return noted === 0 ? 'nothing noted' : `${noted} noted`;
};

/** Ask: who rides, with what, where, what is wrong; what came in; and the machine. One sheet each, the first is what is always asked. */
export function AskStage() {
  const facts = useLater();
  return (
    <>
      <SealedNote />
      <HandedBack />
      <Sheets
        label="What is asked"
        sheets={[
          { id: 'rider', title: 'Rider and load', content: <RiderSheet /> },
          {
            id: 'ride',
            title: 'Ride and complaint',
            holds: notedOf(facts.entries, /^(use|pace|ground|complaint\.\d+\.phrase|fit)/),
            content: <RideSheet />,
          },
          { id: 'found', title: 'As it came in', holds: notedOf(facts.entries, /^(found|clock)\./), content: <FoundSheet /> },
          { id: 'machine', title: 'Machine', holds: notedOf(facts.machine, /^(machine|standard)\./), content: <MachineSheets /> },
        ]}
      />
    </>
  );
}

function RiderSheet() {
  const { sealed } = useBench();
  return (
    <Columns $wide="1.35fr 1fr">
      <div>
        <Titled title="Rider and load">
          <Weigh locked={sealed} />
          <FieldsOf defs={ASK_RIDER} locked={sealed} />
        </Titled>
        <Titled title="Luggage">
          <LastLoads />
          <Repeat list="luggage" defs={LUGGAGE_ITEM} add="Add luggage" empty="None declared." locked={sealed} />
        </Titled>
        <LoadMix locked={sealed} />
        <Titled title="On the job">
          <FieldsOf defs={JOB_NOTES} min="100%" />
        </Titled>
      </div>
      <LoadTable />
    </Columns>
  );
}

function RideSheet() {
  const { sealed } = useBench();
  return (
    <>
      <Columns $wide="1.35fr 1fr">
        <div>
          <Titled title="The ride">
            <FieldsOf defs={ASK_RIDE} locked={sealed} />
          </Titled>
          <Titled title="What it does wrong">
            <Complaints locked={sealed} />
            <ToldBefore />
          </Titled>
        </div>
        <GroundMix locked={sealed} />
      </Columns>
      <FitWalk locked={sealed} />
    </>
  );
}

function FoundSheet() {
  const { sealed } = useBench();
  const facts = useLater();
  return (
    <Titled title="What came in" aside="clickers counted out from closed: turned in until light contact is 0, never forced">
      <FieldsOf defs={ASK_CONDITION} locked={sealed} />
      <div style={{ height: '1rem' }} />
      <SetupFields prefix="found" machine={facts.machine} locked={sealed} />
    </Titled>
  );
}

function MachineSheets() {
  const { data, sealed, machineStore } = useBench();
  const { machine } = data;
  return (
    <Columns $wide="1.35fr 1fr">
      <Titled title="The machine">
        <FieldsProvider value={machineStore}>
          <OfModel machineId={machine.id} locked={sealed} />
        </FieldsProvider>
        <MachineFigures />
        <LinkButton href={`/machines/${machine.id}/leverage`}>Leverage, air and stops</LinkButton>
      </Titled>
      <Titled title="The maker’s sheet" aside="what came in is held against it">
        <MachineSheet />
      </Titled>
    </Columns>
  );
}

/** Load cases kept with the machine, by name. */
function OwnCases() {
  const { machineStore } = useBench();
  return (
    <FieldsProvider value={machineStore}>
      <details style={{ marginTop: '0.5rem' }}>
        <summary style={{ minHeight: 44, cursor: 'pointer', display: 'flex', alignItems: 'center' }}>
          <Small>Load cases of this machine, kept by name</Small>
        </summary>
        <Repeat
          list="machine.case"
          defs={MACHINE_CASE_ITEM}
          add="Keep a load case"
          empty="None kept. What is kept here counts in every job of this machine."
          min="8rem"
        />
      </details>
    </FieldsProvider>
  );
}

/** The machine's loads as last declared, taken over in one press where this job has none yet; of a machine that was handed back they are asked about line by line at the top. */
function LastLoads() {
  const { data, sealed } = useBench();
  const facts = useLater();
  const store = useFieldStore();
  const before = recorded(data.lastKnown).filter((e) => LOAD_FIELDS.test(e.field) && e.text !== '');
  const declared = recorded(facts.entries).some((e) => LOAD_FIELDS.test(e.field) && e.text !== '');
  if (sealed || data.handedBack || declared || before.length === 0) return null;
  return (
    <QuietButton
      onPress={() =>
        store.fill(
          before.map((e) => ({ field: e.field, text: withUnit(e) })),
          true,
        )
      }
    >
      Take over passenger and luggage of this machine’s last job
    </QuietButton>
  );
}
const LOAD_FIELDS = /^(passenger|luggage)\./;

function LoadTable() {
  const inUnits = useSaid();
  const facts = useLater();
  const { sealed } = useBench();
  const loads = useMemo(() => loadsOf(facts), [facts]);
  const findings = useMemo(() => overloadFindings(facts), [facts]);
  return (
    <Titled title="Load cases" aside={loads.platedKg === null ? 'plated maximum not known' : inUnits(said`plate ${kg(loads.platedKg)}`)}>
      {loads.cases.length === 0 ? (
        <Small>Loads follow once the rider’s mass, the wheelbase and both wheel weights are in.</Small>
      ) : (
        <CaseTable loads={loads} />
      )}
      {loads.assumed.length > 0 && (
        <p>
          <Small>○ Assumed: {inUnits(joined(loads.assumed, ', '))}.</Small>
        </p>
      )}
      {findings.length > 0 && <BecauseList findings={findings} empty="" />}
      <LoadsView loads={loads} locked={sealed} />
      <OwnCases />
    </Titled>
  );
}

function CaseTable({ loads }: { loads: Loads }) {
  const inUnits = useSaid();
  return (
    <DataTable
      rows={loads.cases.map(({ name, result }) => ({ name, load: result.ok ? result.value : null }))}
      keyOf={(c) => c.name}
      columns={[
        { name: 'Case', cell: (c) => c.name },
        { name: 'Total', figure: true, cell: ({ load }) => (load ? inUnits(kg(load.totalKg)) : 'cannot stand') },
        { name: 'Rear, sprung', figure: true, cell: ({ load }) => load && inUnits(newtons(load.ladenRearN)) },
        { name: 'Front, sprung', figure: true, cell: ({ load }) => load && inUnits(newtons(load.ladenFrontN)) },
        { name: 'On front', figure: true, cell: ({ load }) => load && `${(load.ladenFrontShare * 100).toFixed(0)} %` },
      ]}
    />
  );
}
