'use client';
import { DataTable } from '../../kit/DataTable';
import { Sentence } from '../../kit/Sentence';
import { bar as barSaid, celsius, joined, mm, rate } from '@/core/units/say';
import { type AirForkAnswer, airForkOf } from '@/judgement/aims/airFork';
import { MACHINE_AIR_FORK } from '@/catalogue/fields/machine';
import { CAUTIONS } from '@/knowledge/cautions';
import { issueWords } from '@/schema/words';
import { EntryField } from '../../fields/EntryField';
import { FieldsProvider, useFieldStore } from '../../fields/context';
import { FieldsOf } from '../../fields/parts';
import { useGaps } from '../../fields/useGaps';
import { useBench, useLater } from '../../job/BenchContext';
import { MachineFigures } from '../../job/MachineFigures';
import { FieldGrid, Titled } from '../../kit/parts';
import { useSaid } from '../../kit/preferences';
import { Button, Caution, Small, Warn, Wide } from '../../kit/primitives';

/** An air fork: the pressure for each load, the coil springs it equals, and how temperature moves it. */
export function AirForkSheet() {
  const facts = useLater();
  const { machineStore } = useBench();
  const found = airForkOf(facts);
  const gaps = useGaps('missing' in found ? found.missing : []);
  const answer = 'cases' in found ? found : null;
  const solo = answer?.cases[0];
  return (
    <>
      {gaps.shown.length > 0 && <ForThePressure gaps={gaps} />}
      <Titled title="Air chambers" aside="kept with the machine">
        <FieldsProvider value={machineStore}>
          <FieldsOf defs={MACHINE_AIR_FORK} min="9rem" />
        </FieldsProvider>
      </Titled>
      {'issue' in found && (
        <Warn>
          <Sentence of={issueWords(found.issue)} />
        </Warn>
      )}
      {answer && solo && <PressureSheet answer={answer} solo={solo} />}
      <Caution>{CAUTIONS.gas}</Caution>
    </>
  );
}

function ForThePressure({ gaps }: { gaps: ReturnType<typeof useGaps> }) {
  const { sealed } = useBench();
  return (
    <div {...gaps.watch}>
      <Titled title="For the pressure" aside="figures that are still missing">
        {gaps.shown.includes('rider.mass') && <EntryField field="rider.mass" locked={sealed} />}
        <MachineFigures only={gaps.shown.filter((f) => f.startsWith('machine.'))} />
      </Titled>
    </div>
  );
}

/** The pressure for each load, what it equals, and the one taken. */
function PressureSheet({ answer, solo }: { answer: AirForkAnswer; solo: AirForkAnswer['cases'][number] }) {
  const { sealed } = useBench();
  const store = useFieldStore();
  const inUnits = useSaid();
  const bar = (mpa: number) => inUnits(barSaid(mpa));
  return (
    <Titled title="Pressure" aside={`for ${inUnits(mm(answer.riderSagMm, 0))} of rider sag, set at ${inUnits(celsius(answer.celsius))}`}>
      <p data-result="air-fork" style={{ fontSize: '1.5rem', fontWeight: 700 }}>
        {bar(solo.gaugeMPa)} <Small>by the gauge, cold, fully extended, solo</Small>
      </p>
      <Wide>
        <Pressures answer={answer} />
      </Wide>
      {solo.set.staticMm === 0 && (
        <Warn>
          Bare it stays fully extended: the gas alone carries more than the machine weighs there. A balance chamber, or more rider sag,
          cures that; less pressure alone does not.
        </Warn>
      )}
      {answer.assumed.length > 0 && (
        <p>
          <Small>○ Assumed: {inUnits(joined(answer.assumed, ', '))}. The gas: slow at rest, exponent 1.3 on a hit (from memory).</Small>
        </p>
      )}
      <Small>
        Both legs together. Pressure moves with temperature, about a third of a per cent a degree: ten degrees warmer the gauge shows{' '}
        {bar(answer.warmerMPa)}, ten colder {bar(answer.colderMPa)}. Set it cold, machine off the ground, and again after a long climb.
      </Small>
      <FieldGrid $min="9rem">
        <EntryField field="springs.front.pressure" locked={sealed} />
        <EntryField field="springs.front.balance" locked={sealed} />
        <EntryField field="springs.front.at" placeholder={String(answer.celsius)} locked={sealed} />
      </FieldGrid>
      {!sealed && (
        <Button $strong onPress={() => store.put('springs.front.pressure', `${(10 * solo.gaugeMPa).toFixed(1)} bar`)}>
          Take {bar(solo.gaugeMPa)} for the front
        </Button>
      )}
      <EntryField field="springs.front.reason" locked={sealed} />
    </Titled>
  );
}

function Pressures({ answer }: { answer: AirForkAnswer }) {
  const inUnits = useSaid();
  const bar = (mpa: number) => inUnits(barSaid(mpa));
  return (
    <DataTable
      label="Pressure for each load"
      rows={answer.cases}
      keyOf={(c) => c.name}
      columns={[
        { name: 'Load', cell: (c) => c.name },
        { name: 'Pressure', figure: true, cell: (c) => bar(c.gaugeMPa) },
        { name: 'Static sag', figure: true, cell: (c) => inUnits(mm(c.set.staticMm, 0)) },
        { name: 'Sag at the solo pressure', figure: true, cell: (c) => inUnits(mm(c.sagAtSoloMm, 0)) },
        { name: 'Equals, at rider sag', figure: true, cell: (c) => inUnits(rate(c.set.rateAtRiderNPerMm)) },
        { name: 'at full travel', figure: true, cell: (c) => inUnits(rate(c.set.rateAtFullNPerMm)) },
        { name: 'Pressure there', figure: true, cell: (c) => bar(c.set.fullMPa) },
      ]}
    />
  );
}
