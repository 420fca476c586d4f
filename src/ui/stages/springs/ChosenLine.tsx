'use client';
import type { ReactNode } from 'react';
import styled from 'styled-components';
import type { End } from '@/catalogue/ends';
import { USE_NAMES } from '@/catalogue/uses';
import { EVIDENCE_NAMES, type EndEstimate, FIGURE_NAMES } from '@/judgement/aims/estimates';
import { purposeOf } from '@/judgement/aims/targets';
import { textOf } from '@/judgement/model/read';
import { preloadInHand } from '@/judgement/model/preloadHand';
import { useSaid } from '../../kit/preferences';
import { useSystem } from '../../fields/context';
import { useLater } from '../../job/BenchContext';
import { estimatedRate, lengthUnit, lengthWords, rateUnit } from '../../kit/figureWords';
import { ShopMemory } from './ShopMemory';
import { Heading, Small } from '../../kit/primitives';

const Answer = styled.p`
  margin: 0.1rem 0;
  b.big {
    font-size: 1.125rem;
  }
`;
const Chips = styled.p`
  display: flex;
  flex-wrap: wrap;
  gap: 0.1rem 0.5rem;
  margin: 0 0 0.1rem;
  span {
    border: 1px dashed var(--rule);
    padding: 0 0.45rem;
    font-size: 0.875rem;
    color: var(--soft);
  }
`;

/** The spring to fit at one end: the rate with its band, the preload with its own, and for which load. Whatever is known, this is the one headline. */
export function ChosenLine({ end, found }: { end: End; found: EndEstimate }) {
  const system = useSystem();
  const inUnits = useSaid();
  const inHand = preloadInHand(useLater(), end, Math.max(0, found.estimate.preloadMm.p50));
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
      ({mm(preload.p05)} to {mm(preload.p95)}) of preload{inHand && <>: {inUnits(inHand)}</>}, {found.loadWords}.
    </Answer>
  );
}

/** What stands in for figures nobody measured. */
function Assumed({ found }: { found: EndEstimate }) {
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

const Beside = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 0 1.5rem;
  align-items: flex-start;
  > :first-child {
    flex: 2 1 24rem;
  }
  > :nth-child(2) {
    flex: 1 1 12rem;
  }
`;
const Rows = styled.div`
  display: grid;
  grid-template-columns: max-content minmax(8rem, 22rem) max-content;
  gap: 0 0.75rem;
  font-size: 0.875rem;
  line-height: 1.2;
  margin-bottom: 0.5rem;
`;
const Track = styled.div`
  position: relative;
`;
/** A band on the axis, thicker the more it pulls; the dot is its middle. */
const Band = styled.span`
  position: absolute;
  top: 50%;
  translate: 0 -50%;
`;
const Middle = styled.span`
  position: absolute;
  top: 50%;
  width: 9px;
  height: 9px;
  border: 2px solid;
  border-radius: 50%;
  background: var(--sheet);
  translate: -50% -50%;
`;

/** Ends of the axis, as shares of the answer: a part that says hardly anything runs out of it. */
const AXIS = 1.7;

/** What the headline rests on: how the evidence pulls, and beside it what is assumed. */
export function Grounds(props: { end: End; found: EndEstimate }) {
  return (
    <Beside>
      <Pull {...props} />
      <div>
        <ShopMemory end={props.end} kind={props.found.kind} />
        <Assumed found={props.found} />
      </div>
    </Beside>
  );
}

/** How the parts pull: the band each would give alone on one axis, and below them the answer. */
function Pull({ end, found }: { end: End; found: EndEstimate }) {
  const system = useSystem();
  const { evidence, rateNPerMm } = found.estimate;
  const low = rateNPerMm.p50 / AXIS;
  const at = (rate: number) => Math.min(100, Math.max(0, (100 * Math.log(rate / low)) / (2 * Math.log(AXIS))));
  const rows = [...evidence].sort((a, b) => b.weight - a.weight);
  const said = (rate: number) => estimatedRate(rate, system);
  const words = rows.map((e) => `${EVIDENCE_NAMES[e.from]} ${said(e.rateNPerMm.p05)} to ${said(e.rateNPerMm.p95)}`).join('; ');
  return (
    <Rows role="img" aria-label={`How the evidence pulls, ${rateUnit(system)}: ${words}`}>
      {rows.map((e) => (
        <OnAxis key={e.from} name={EVIDENCE_NAMES[e.from]} band={e.rateNPerMm} at={at} thick={2 + 8 * e.weight} colour="var(--soft)">
          {Math.round(100 * e.weight)} %
        </OnAxis>
      ))}
      <OnAxis name={<b>Together</b>} band={rateNPerMm} at={at} thick={6} colour={`var(--${end})`}>
        {said(rateNPerMm.p05)}–{said(rateNPerMm.p95)}
      </OnAxis>
    </Rows>
  );
}

interface OnAxisProps {
  name: ReactNode;
  band: { p05: number; p50: number; p95: number };
  at(rate: number): number;
  thick: number;
  colour: string;
  children: ReactNode;
}

function OnAxis({ name, band, at, thick, colour, children }: OnAxisProps) {
  return (
    <>
      <span>{name}</span>
      <Track>
        <Band style={{ left: `${at(band.p05)}%`, width: `${at(band.p95) - at(band.p05)}%`, height: thick, background: colour }} />
        <Middle style={{ left: `${at(band.p50)}%`, borderColor: colour }} />
      </Track>
      <Small>{children}</Small>
    </>
  );
}
