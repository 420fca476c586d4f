'use client';
import Link from 'next/link';
import { useState } from 'react';
import { dayWords } from '@/catalogue/days';
import { ENDS } from '@/catalogue/ends';
import { jobNumber } from '@/catalogue/jobs';
import { type Agreement, agreementOf, isWithin } from '@/judgement/aims/agreement';
import type { ChoiceLine } from '@/schema/answers';
import { usePreferences } from '../../kit/preferences';
import { DataTable } from '../../kit/DataTable';
import { estimatedRate, rateFigure, rateUnit } from '../../kit/figureWords';
import { Empty, QuietButton, Small, Wide } from '../../kit/primitives';
import { Titled } from '../../kit/parts';

/** Lines shown before more are asked for. */
const SHOWN = 20;

/** How often what this shop fitted lay within what the application would have chosen as the rebuild was signed, and how either rode. */
export function ChoicesPage({ lines }: { lines: readonly ChoiceLine[] }) {
  return (
    <Titled title="Springs chosen" aside="what was fitted beside what Mavrin would have chosen as the rebuild was signed">
      {lines.length === 0 ? (
        <Empty>No rebuild with a spring recorded as fitted is signed yet. Each one that is stands here beside the choice it met.</Empty>
      ) : (
        <>
          {ENDS.map((end) => {
            const of = agreementOf(lines.filter((l) => l.end === end));
            return of && <Said key={end} end={end} of={of} />;
          })}
          <p>
            <Small>
              The band is where nine right springs in ten lie by everything that was known of the job. A spring outside it that rode better
              is worth a look at what was known: the kind of machine, the loads, the sags.
            </Small>
          </p>
          <Lines lines={lines} />
        </>
      )}
    </Titled>
  );
}

const share = (x: number) => `${Math.round(Math.abs(100 * x))} %`;

function Said({ end, of: { count, within, leansShare, rode } }: { end: 'front' | 'rear'; of: Agreement }) {
  const rodeWords = (['within', 'outside'] as const).flatMap((where) =>
    rode[where].told === 0 ? [] : [`${rode[where].better} of ${rode[where].told} told of ${where} the band rode better`],
  );
  return (
    <p data-result={`agreement-${end}`}>
      <b>{end === 'rear' ? 'Rear' : 'Front'}:</b> {within} of {count} within the band
      {Math.abs(leansShare) >= 0.005 && `, the middle one ${share(leansShare)} ${leansShare > 0 ? 'stiffer' : 'softer'} than chosen`}
      {rodeWords.length > 0 && `; ${rodeWords.join(', ')}`}.
    </p>
  );
}

function Lines({ lines }: { lines: readonly ChoiceLine[] }) {
  const { system } = usePreferences();
  const [shown, setShown] = useState(SHOWN);
  const said = (x: number) => estimatedRate(x, system);
  return (
    <>
      <Wide>
        <DataTable
          label="Springs fitted and chosen"
          rows={lines.slice(0, shown)}
          keyOf={(l) => `${l.jobId} ${l.end}`}
          columns={[
            { name: 'Job', cell: (l) => <Link href={`/jobs/${l.jobId}/springs`}>{jobNumber(l.jobId)}</Link> },
            { name: 'Signed', cell: (l) => <span style={{ whiteSpace: 'nowrap' }}>{dayWords(l.at)}</span> },
            { name: 'Machine', cell: (l) => l.machine },
            { name: 'End', cell: (l) => l.end },
            { name: 'Fitted', unit: rateUnit(system), figure: true, cell: (l) => rateFigure(l.fittedNPerMm, system) },
            {
              name: 'Chosen',
              unit: rateUnit(system),
              figure: true,
              cell: (l) => `${said(l.p50NPerMm)} (${said(l.p05NPerMm)}–${said(l.p95NPerMm)})`,
            },
            {
              name: 'Agreed',
              cell: (l) => (isWithin(l) ? 'yes' : l.fittedNPerMm > l.p95NPerMm ? '▲ fitted stiffer' : '▲ fitted softer'),
            },
            { name: 'Rode', cell: (l) => l.feel || 'not told' },
          ]}
        />
      </Wide>
      {lines.length > shown && <QuietButton onPress={() => setShown(shown + 100)}>{lines.length - shown} older</QuietButton>}
    </>
  );
}
