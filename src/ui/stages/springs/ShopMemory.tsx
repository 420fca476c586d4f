'use client';
import Link from 'next/link';
import { dayWords } from '@/catalogue/days';
import type { End } from '@/catalogue/ends';
import { jobNumber } from '@/catalogue/jobs';
import { memoryOf } from '@/judgement/aims/shopMemory';
import { useSystem } from '../../fields/context';
import { useLater } from '../../job/BenchContext';
import type { MachineKind } from '@/knowledge/kinds';
import { estimatedRate, massWords, rateFigure, rateUnit } from '../../kit/figureWords';
import { Small } from '../../kit/primitives';

const COUNTS = ['No', 'One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven', 'Eight', 'Nine', 'Ten', 'Eleven', 'Twelve'];
const counted = (n: number) => COUNTS[n] ?? String(n);

/** What this shop fitted on the model before, and how it rode, in one line; pressed, each job with its rider. */
export function ShopMemory({ end, kind }: { end: End; kind: MachineKind }) {
  const system = useSystem();
  const memory = memoryOf(useLater(), end, kind);
  if (!memory) return null;
  const { jobs, fromNPerMm, toNPerMm, hereNPerMm, rode } = memory;
  const said = (rate: number) => rateFigure(rate, system);
  const span = (from: string, to: string) => (from === to ? from : `${from}–${to}`);
  const between = span(said(fromNPerMm), said(toNPerMm));
  const here = span(estimatedRate(hereNPerMm[0], system), estimatedRate(hereNPerMm[1], system));
  const how = (['better', 'same', 'worse', 'unsaid'] as const).flatMap((word) =>
    rode[word] === 0 ? [] : [`${counted(rode[word]).toLowerCase()} ${word === 'unsaid' ? 'not told of' : word}`],
  );
  return (
    <details data-result="shop-memory">
      <summary>
        {counted(jobs.length)} of yours on this model:{' '}
        <b>
          {between} {rateUnit(system)}
        </b>
        , {how.join(', ')}; for this rider as much as {here}
      </summary>
      <ul>
        {jobs.map((j) => (
          <li key={j.jobId}>
            <Link href={`/machines/${j.machineId}`}>{j.machine}</Link>, job {jobNumber(j.jobId)}, {dayWords(j.at)}: {said(j.rateNPerMm)}{' '}
            {rateUnit(system)}
            {j.riderKg !== null && ` for ${massWords(j.riderKg, system)}`} <Small>{j.rode ? `rode ${j.rode}` : 'ride not told of'}</Small>
          </li>
        ))}
      </ul>
    </details>
  );
}
