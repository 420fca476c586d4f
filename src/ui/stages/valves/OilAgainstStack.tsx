'use client';
import { DataTable } from '../../kit/DataTable';
import { type OilGrade, thickerThan } from '@/core/damper/oils';
import { type InsteadLine, insteadLines, levelMl } from '@/judgement/findings/valveFindings';
import { figure, mm, said } from '@/core/units/say';
import { Sentence, useColumn } from '../../kit/Sentence';
import type { End, Side } from '@/catalogue/ends';
import type { DamperView } from '@/core/damper/view';
import { oilOf } from '@/judgement/model/dampers';
import { Small } from '../../kit/primitives';
import { useBench, useLater } from '../../job/BenchContext';
import { Titled } from '../../kit/parts';

const change = (to: number | null, from: number, text: (n: number) => string) =>
  to === null ? '–' : `${text(to)} (${to >= from ? '+' : '−'}${Math.abs((to / from - 1) * 100).toFixed(0)} %)`;

/** What thicker oil does slow and fast against one more face shim, and what a level is in millilitres. */
export function OilAgainstStack({ end, side, view }: { end: End; side: Side; view: DamperView }) {
  const facts = useLater();
  const { oils } = useBench().data;
  const [speed, force] = [useColumn('m/s', 'hundredth'), useColumn('N', 0)];
  const { grade } = oilOf(facts.entries, end, oils);
  const thicker = thickerThan(grade, oils);
  const lines = insteadLines(view, side);
  const mL = end === 'front' ? levelMl(facts.machine) : null;
  return (
    <Titled title="Oil or shims" aside={`${side}, at work`}>
      <InsteadTable speed={speed} grade={grade} force={force} thicker={thicker} lines={lines} />
      <Small>
        Thicker oil works where it must squeeze through long bleeds, that is slow; shims work once they bend.
        {mL !== null && (
          <Sentence of={said` Oil level: ${mm(10)} in a leg is ${figure('mL', mL, 0)}; what it does to the air is under Springs.`} />
        )}
      </Small>
    </Titled>
  );
}

interface InsteadTableProps {
  speed: { unit: string; text(value: number): string };
  grade: OilGrade;
  force: { unit: string; text(value: number): string };
  thicker: OilGrade | null;
  lines: InsteadLine[];
}

function InsteadTable({ speed, grade, force, thicker, lines }: InsteadTableProps) {
  return (
    <DataTable
      label="Oil or shims"
      rows={lines}
      keyOf={(l) => l.mPerS}
      columns={[
        { name: speed.unit, figure: true, cell: (l) => speed.text(l.mPerS) },
        {
          name: (
            <>
              {grade.name}, {force.unit}
            </>
          ),
          figure: true,
          cell: (l) => force.text(l.nowN),
        },
        {
          name: thicker ? `${thicker.name}, ${force.unit}` : 'no thicker oil',
          figure: true,
          cell: (l) => change(l.thickerN, l.nowN, force.text),
        },
        { name: <>a face shim more, {force.unit}</>, figure: true, cell: (l) => change(l.shimN, l.nowN, force.text) },
      ]}
    />
  );
}
