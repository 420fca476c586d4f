'use client';
import styled from 'styled-components';
import type { End } from '@/catalogue/ends';
import { USE_NAMES } from '@/catalogue/uses';
import { EVIDENCE_NAMES, type EndEstimate, FIGURE_NAMES } from '@/judgement/aims/estimates';
import { purposeOf } from '@/judgement/aims/targets';
import { textOf } from '@/judgement/model/read';
import { useSystem } from '../../fields/context';
import { useLater } from '../../job/BenchContext';
import { estimatedRate, lengthUnit, lengthWords, rateUnit } from '../../kit/figureWords';
import { Heading, Small } from '../../kit/primitives';

const Answer = styled.p`
  margin: 0.25rem 0;
  b.big {
    font-size: 1.5rem;
  }
`;
const Chips = styled.p`
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem 0.5rem;
  margin: 0 0 0.5rem;
  span {
    border: 1px dashed var(--rule);
    padding: 0 0.45rem;
    font-size: 0.8125rem;
    color: var(--soft);
  }
`;

/** The spring to fit at one end: the rate with its band, the preload with its own, and for which load. Whatever is known, this is the one headline. */
export function ChosenLine({ end, found }: { end: End; found: EndEstimate }) {
  const system = useSystem();
  const { rateNPerMm: rate, preloadMm: preload } = found.estimate;
  const assumes = found.estimate.restsOn.some((r) => r.origin === 'kind');
  const each = found.request.springs > 1 ? (end === 'front' ? ' each leg' : ' each') : '';
  const mm = (x: number) => lengthWords(Math.max(0, x), system, 0);
  return (
    <Answer data-result="chosen">
      <Heading as="span">Fit about </Heading>
      <b className="big">
        {assumes ? '○ ' : ''}
        {estimatedRate(rate.p50, system)} {rateUnit(system)}
      </b>
      {each}, nine times in ten{' '}
      <b>
        {estimatedRate(rate.p05, system)} to {estimatedRate(rate.p95, system)} {rateUnit(system)}
      </b>
      , with{' '}
      <b>
        {mm(preload.p50)} {lengthUnit(system)}
      </b>{' '}
      ({mm(preload.p05)} to {mm(preload.p95)}) of preload, {found.loadWords}.
    </Answer>
  );
}

/** What stands in for figures nobody measured. */
export function Assumed({ found }: { found: EndEstimate }) {
  const facts = useLater();
  const assumed = found.estimate.restsOn.filter((r) => r.origin === 'kind');
  if (assumed.length === 0) return null;
  return (
    <Chips data-result="assumed">
      <Small>○ assumed, as usual of “{found.kind.name}”:</Small>
      {textOf(facts.entries, 'use') === '' && <span>ridden for: {USE_NAMES[purposeOf(facts)].toLowerCase()}</span>}
      {assumed.map((r) => (
        <span key={r.figure}>{FIGURE_NAMES[r.figure]}</span>
      ))}
    </Chips>
  );
}

const Figure = styled.svg`
  display: block;
  width: 100%;
  max-width: 40rem;
  font-size: 13px;
  text {
    fill: var(--ink);
  }
  .soft {
    fill: var(--soft);
  }
`;
const [WIDTH, ROW, LEFT, RIGHT] = [640, 24, 150, 70];

/** How the parts pull: the band each would give alone on one axis, and below them the answer. */
export function Pull({ end, found }: { end: End; found: EndEstimate }) {
  const system = useSystem();
  const { evidence, rateNPerMm } = found.estimate;
  // The axis ends where the answer's neighbourhood does: a part that says hardly anything runs out of it.
  const [low, high] = [rateNPerMm.p50 / 1.7, rateNPerMm.p50 * 1.7];
  const x = (rate: number) => LEFT + ((WIDTH - LEFT - RIGHT) * Math.log(Math.min(Math.max(rate, low), high) / low)) / Math.log(high / low);
  const rows = [...evidence].sort((a, b) => b.weight - a.weight);
  const height = (rows.length + 1) * ROW + 22;
  const said = (rate: number) => estimatedRate(rate, system);
  const words = rows.map((e) => `${EVIDENCE_NAMES[e.from]} ${said(e.rateNPerMm.p05)} to ${said(e.rateNPerMm.p95)}`).join('; ');
  return (
    <Figure viewBox={`0 0 ${WIDTH} ${height}`} role="img" aria-label={`How the evidence pulls, ${rateUnit(system)}: ${words}`}>
      {rows.map((e, i) => (
        <g key={e.from} transform={`translate(0 ${i * ROW})`}>
          <text x={0} y={16}>
            {EVIDENCE_NAMES[e.from]}
          </text>
          <line x1={x(e.rateNPerMm.p05)} x2={x(e.rateNPerMm.p95)} y1={12} y2={12} stroke="var(--soft)" strokeWidth={2 + 8 * e.weight} />
          <circle cx={x(e.rateNPerMm.p50)} cy={12} r={4} fill="var(--paper)" stroke="var(--ink)" />
          <text x={WIDTH} y={16} textAnchor="end" className="soft">
            {Math.round(100 * e.weight)} %
          </text>
        </g>
      ))}
      <g transform={`translate(0 ${rows.length * ROW})`}>
        <text x={0} y={16} fontWeight={650}>
          Together
        </text>
        <line x1={x(rateNPerMm.p05)} x2={x(rateNPerMm.p95)} y1={12} y2={12} stroke={`var(--${end})`} strokeWidth={6} />
        <circle cx={x(rateNPerMm.p50)} cy={12} r={5} fill={`var(--${end})`} />
      </g>
      {[low, rateNPerMm.p50, high].map((rate, i) => (
        <text key={i} x={x(rate)} y={height - 4} textAnchor="middle" className="soft">
          {said(rate)}
        </text>
      ))}
    </Figure>
  );
}
