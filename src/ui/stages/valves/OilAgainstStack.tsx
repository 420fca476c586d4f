'use client';
import type { End, Side } from '@/catalogue/ends';
import { thickerThan } from '@/core/damper/oils';
import type { DamperView } from '@/core/damper/view';
import { oilOf } from '@/judgement/model/dampers';
import { insteadLines, levelMl } from '@/judgement/findings/valveFindings';
import { Small, Table } from '../../kit/primitives';
import { useBench, useLater } from '../../job/BenchContext';
import { Titled } from '../../kit/parts';

const change = (to: number | null, from: number) =>
  to === null ? '–' : `${to.toFixed(0)} (${to >= from ? '+' : '−'}${Math.abs((to / from - 1) * 100).toFixed(0)} %)`;

/** What thicker oil does slow and fast against one more face shim, and what a level is in millilitres. */
export function OilAgainstStack({ end, side, view }: { end: End; side: Side; view: DamperView }) {
  const { live, figures } = useLater();
  const { oils } = useBench().data;
  const { grade } = oilOf(live, end, oils);
  const thicker = thickerThan(grade, oils);
  const lines = insteadLines(view, side);
  const mL = end === 'front' ? levelMl(figures) : null;
  return (
    <Titled title="Oil or shims" aside={`${side}, at work`}>
      <Table aria-label="Oil or shims">
        <thead>
          <tr>
            <th className="number">m/s</th>
            <th className="number">{grade.name}, N</th>
            <th className="number">{thicker ? `${thicker.name}, N` : 'no thicker oil'}</th>
            <th className="number">a face shim more, N</th>
          </tr>
        </thead>
        <tbody>
          {lines.map((l) => (
            <tr key={l.mPerS}>
              <td className="number">{l.mPerS}</td>
              <td className="number">{l.nowN.toFixed(0)}</td>
              <td className="number">{change(l.thickerN, l.nowN)}</td>
              <td className="number">{change(l.shimN, l.nowN)}</td>
            </tr>
          ))}
        </tbody>
      </Table>
      <Small>
        Thicker oil works where it must squeeze through long bleeds, that is slow; shims work once they bend.
        {mL !== null ? ` Oil level: 10 mm in a leg is ${mL.toFixed(0)} mL; what it does to the air is under Springs.` : ''}
      </Small>
    </Titled>
  );
}
