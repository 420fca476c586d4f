'use client';
import { DataTable } from '../../kit/DataTable';
import { factsOf } from '@/judgement/model/facts';
import { Sentence, useColumn } from '../../kit/Sentence';
import type { Side } from '@/catalogue/ends';
import type { DamperView } from '@/core/damper/view';
import { weightRange } from '@/core/damper/oils';
import { clicksOf, oilOf } from '@/judgement/model/dampers';
import { textOf } from '@/judgement/model/read';
import { dampingLines } from '@/judgement/findings/valveFindings';
import { AS_FOUND, shiftOf, templateFor } from '@/judgement/aims/valves';
import { numberIn } from '@/catalogue/tables';
import { type DamperKey, END_OF } from '@/catalogue/fields/damper';
import { useState } from 'react';
import { PlainField } from '../../kit/PlainField';
import { issueWords } from '@/schema/words';
import { useFieldStore } from '../../fields/context';
import { withUnit } from '@/catalogue/entry';
import { EntryField } from '../../fields/EntryField';
import { Pick } from '../../kit/Pick';
import { QuietButton, Small, Warn, Wide } from '../../kit/primitives';
import { useBench, useLater } from '../../job/BenchContext';
import { FieldGrid, Titled } from '../../kit/parts';
import type { AimFound } from './useAim';

const SIDES = ['compression', 'rebound'] as const;

/** What to aim at: a template, the oil, the clickers to begin with, the target typed over; and what the damper to fit comes to. */
export function Aim({ damper, side, aim, view }: { damper: DamperKey; side: Side; aim: AimFound; view: DamperView }) {
  const facts = useLater();
  const end = END_OF[damper];
  const { data, sealed } = useBench();
  const store = useFieldStore();
  const target = aim.targets[side];
  const { grade, origin } = oilOf(facts.entries, damper, data.oils);
  const field = `valves.${end}.target.${side}` as const;
  const typed = textOf(facts.entries, field) !== '';
  const proposed = templateFor(factsOf(facts.entries, data.figures), data.templates);
  const riderThen = data.lastKnown['rider.mass'];
  const typeOver = () => {
    const first = target?.ok ? target.value.points[0] : undefined;
    if (first) store.put(field, aim.moved(side, 0, first.forceN));
  };
  return (
    <Titled
      title="Aim"
      aside={
        aim.springName
          ? `for ${aim.springName}, rider on, solo`
          : 'the springs of this end cannot be worked out yet: the aim is the damping as found'
      }
    >
      <FieldGrid $min="12rem">
        <Pick
          label="Damping aimed at"
          value={aim.template?.id ?? AS_FOUND}
          options={[
            { value: AS_FOUND, label: 'As found, for this spring and mass' },
            ...data.templates.map((t) => ({ value: t.id, label: t.id === proposed?.id ? `${t.name}, for this use` : t.name })),
          ]}
          onPick={(id) => store.put(`valves.${end}.template`, id)}
          locked={sealed}
        />
        <Pick
          label={origin === 'assumed' ? 'Oil, assumed until chosen' : 'Oil'}
          value={grade.id}
          options={data.oils.map((o) => ({ value: o.id, label: `${o.name}, ${o.cSt40} cSt at 40 °C` }))}
          onPick={(id) => store.put(`valves.${end}.oil`, id)}
          locked={sealed}
        />
        {SIDES.filter((s) => view.ribbons[s] !== null).map((s) => {
          const clicks = clicksOf(facts.entries, damper, s, 'fit');
          return (
            <EntryField key={s} field={`valves.${damper}.clicks.${s}`} placeholder={`${clicks.out} of ${clicks.range}`} locked={sealed} />
          );
        })}
        {!typed &&
          (['low', 'high'] as const).map((band) => (
            <EntryField
              key={band}
              field={`valves.${end}.shift.${side}.${band}`}
              placeholder={(100 * shiftOf(facts.entries, end, side, aim.template !== null)[band]).toFixed(0)}
              locked={sealed}
            />
          ))}
        <EntryField field="valves.was.rider" {...(riderThen ? { placeholder: withUnit(riderThen) } : {})} locked={sealed} />
      </FieldGrid>
      <Bottle />
      {target && !target.ok && (
        <Warn>
          <Sentence of={issueWords(target.issue)} />
        </Warn>
      )}
      {typed ? (
        <>
          <EntryField field={field} locked={sealed} />
          {!sealed && <QuietButton onPress={() => store.put(field, '')}>Back to the template</QuietButton>}
        </>
      ) : (
        !sealed && target?.ok && <QuietButton onPress={typeOver}>Type over the {side} aimed at, point by point</QuietButton>
      )}
      <DampingTable aim={aim} view={view} />
    </Titled>
  );
}

/** What the damper to fit comes to, speed by speed, and as a share of critical. */
function DampingTable({ aim, view }: { aim: AimFound; view: DamperView }) {
  const [speed, force] = [useColumn('m/s', 'tenth'), useColumn('N', 0)];
  return (
    <>
      <Wide>
        <DataTable
          label="Damping to fit"
          rows={dampingLines(view, aim.sprung)}
          keyOf={(l) => l.mPerS}
          columns={[
            { name: <>Shaft speed, {speed.unit}</>, figure: true, cell: (l) => speed.text(l.mPerS) },
            { name: <>Compression, {force.unit}</>, figure: true, cell: (l) => force.text(l.compressionN) },
            { name: 'ζ', figure: true, cell: (l) => (l.compressionZeta === null ? '–' : l.compressionZeta.toFixed(2)) },
            { name: <>Rebound, {force.unit}</>, figure: true, cell: (l) => force.text(l.reboundN) },
            { name: 'ζ', figure: true, cell: (l) => (l.reboundZeta === null ? '–' : l.reboundZeta.toFixed(2)) },
            { name: 'Rebound : compression', figure: true, cell: (l) => (l.reboundN / l.compressionN).toFixed(1) },
          ]}
        />
      </Wide>
      <Small>
        ζ is the share of critical damping at the wheel with this spring and mass, at that shaft speed
        {view.beside ? '; both legs together' : ''}.
      </Small>
    </>
  );
}

/** A “weight” is no measure of oil: what bottles so labelled hold. */
function Bottle() {
  const [weight, setWeight] = useState('');
  const label = weight.trim() === '' ? null : weightRange(numberIn(weight.replace(/w$/i, '')));
  return (
    <>
      <FieldGrid $min="12rem">
        <PlainField label="A bottle that says only a “weight”" value={weight} onChange={setWeight} />
      </FieldGrid>
      {weight.trim() !== '' && (
        <Warn>
          {label
            ? `“${weight.trim()}” is no measure. Bottles so labelled hold from ${label.fromCSt} to ${label.toCSt} cSt at 40 °C (from memory). Ask its data sheet, then choose by cSt.`
            : 'No bottle is known by that weight. Ask its data sheet for cSt at 40 °C.'}
        </Warn>
      )}
    </>
  );
}
