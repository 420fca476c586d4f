'use client';
import { DataTable } from '../../kit/DataTable';
import { type EndEstimate, choiceAt, isEstimate, type NoEstimate, type TriedSpring, triedSprings } from '@/judgement/aims/estimates';
import { Sharpen } from './Sharpen';
import { Sentence } from '../../kit/Sentence';
import Link from 'next/link';
import { useMemo } from 'react';
import styled from 'styled-components';
import type { End } from '@/catalogue/ends';
import { CAUTIONS, SPRING_CAUTIONS } from '@/knowledge/cautions';
import { chosenOf } from '@/judgement/model/offers';
import { issueWords } from '@/schema/words';
import { useFieldStore, useSystem } from '../../fields/context';
import { EntryField } from '../../fields/EntryField';
import { useGaps } from '../../fields/useGaps';
import type { StanceLine } from '../../figures/stanceScale';
import { useBench, useLater, useOffers } from '../../job/BenchContext';
import { Rate } from './CandidateTable';
import { ChosenLine, Grounds } from './ChosenLine';
import { takeSpring } from './takeSpring';
import { MachineFigures } from '../../job/MachineFigures';
import { lengthUnit, lengthWords, rateWords } from '../../kit/figureWords';
import { FieldGrid, Titled } from '../../kit/parts';
import { Caution, QuietButton, Small, Warn } from '../../kit/primitives';

export type Estimates = Record<End, { found: EndEstimate | NoEstimate; tried: TriedSpring[] }> | null;

/** The springs of both ends as far as they can be told; null where the exact answer stands. */
export function useEstimates(wanted: boolean): Estimates {
  const facts = useLater();
  const springs = useOffers();
  return useMemo(() => {
    if (!wanted) return null;
    const of = (end: End) => {
      const found = choiceAt(facts, end);
      return { found, tried: isEstimate(found) ? triedSprings(found, facts, end, springs) : [] };
    };
    return { rear: of('rear'), front: of('front') };
  }, [wanted, facts, springs]);
}

/** Where the machine would sit with the most probable spring at each end, rider sag held at its aim. */
export function estimatedLines(estimates: Estimates): StanceLine[] {
  if (!estimates) return [];
  const { rear, front } = estimates;
  const [r, f] = [rear.tried[0], front.tried[0]];
  if (!isEstimate(rear.found) || !isEstimate(front.found) || !r || !f) return [];
  const clipped = ({ staticSagMm: { p05, p95 } }: TriedSpring) => [Math.max(0, p05), Math.max(0, p95)] as const;
  return [
    {
      name: 'static',
      rearMm: Math.max(0, r.staticSagMm.p50),
      frontMm: Math.max(0, f.staticSagMm.p50),
      band: { rearMm: clipped(r), frontMm: clipped(f) },
    },
    { name: 'rider', rearMm: rear.found.request.target.riderSagMm, frontMm: front.found.request.target.riderSagMm },
  ];
}

const Scroll = styled.div`
  overflow-x: auto;
  td,
  th {
    white-space: nowrap;
  }
  td {
    vertical-align: middle;
    padding-top: 0;
    padding-bottom: 0;
    height: 44px;
  }
`;

/** The springs of one end from what is known so far: a middle with its band, springs by how probable they are, and what would sharpen it. */
export function EstimateSheet({ end, estimates }: { end: End; estimates: Estimates }) {
  const entry = estimates?.[end];
  if (!entry) return null;
  const { found, tried } = entry;
  return (
    <>
      <Gaps found={found} />
      {isEstimate(found) && <Answered end={end} found={found} tried={tried} />}
    </>
  );
}

function Answered({ end, found, tried }: { end: End; found: EndEstimate; tried: TriedSpring[] }) {
  return (
    <>
      <ChosenLine end={end} found={found} />
      <Grounds end={end} found={found} />
      <TriedTable end={end} tried={tried} isEach={found.request.springs > 1} />
      <Sharpen end={end} found={found} />
    </>
  );
}

/** What must be told before there is an answer: three figures at most. One that is being typed into stays until it is left. */
function Gaps({ found }: { found: EndEstimate | NoEstimate }) {
  const { sealed } = useBench();
  const { shown, watch } = useGaps('missing' in found ? found.missing : []);
  if ('issue' in found)
    return (
      <Warn>
        <Sentence of={issueWords(found.issue)} />
      </Warn>
    );
  if (shown.length === 0) return null;
  const ofMachine = shown.filter((f) => f.startsWith('machine.'));
  return (
    <div {...watch}>
      <Titled title="A first answer" aside="from the kind of machine, its travel and the rider">
        {shown.includes('rider.mass') && (
          <FieldGrid>
            <EntryField field="rider.mass" locked={sealed} />
          </FieldGrid>
        )}
        <MachineFigures only={ofMachine} />
      </Titled>
    </div>
  );
}

const SHOWN = 6;
const MIN_SHOWN = 3;

function TriedTable({ end, tried, isEach }: { end: End; tried: TriedSpring[]; isEach: boolean }) {
  const system = useSystem();
  const store = useFieldStore();
  const facts = useLater();
  const chosen = chosenOf(facts.entries, end);
  const choose = ({ spring, preloadMm, chance, verdict }: TriedSpring) => {
    const reason = `${verdict[0]!.toUpperCase()}${verdict.slice(1)} by what is known: nearest of the list in ${(100 * chance).toFixed(0)} of 100 machines that fit it.`;
    if (spring) takeSpring(store, end, spring, Math.max(0, preloadMm.p50), reason);
  };
  // What is as good as impossible is not worth a line, unless hardly anything else is there.
  const shown = tried.slice(0, SHOWN).filter((t, i) => i < MIN_SHOWN || t.chance >= 0.01);
  const band = ({ p05, p95 }: { p05: number; p95: number }) =>
    `${lengthWords(Math.max(0, p05), system, 0)}–${lengthWords(Math.max(0, p95), system, 0)}`;
  return (
    <Titled title="Springs by their chance" aside="rider sag set to its aim by tape">
      <TriedRows isEach={isEach} shown={shown} band={band} chosen={chosen} choose={choose} />
      <Caution>{SPRING_CAUTIONS[end].map((c) => CAUTIONS[c]).join(' ')}</Caution>
      {tried.every((t) => t.spring === null) && (
        <Small>
          The list holds no spring for this end. Put those you have or can order into the <Link href="/drawers">Drawers</Link>.
        </Small>
      )}
    </Titled>
  );
}

interface TriedRowsProps {
  isEach: boolean;
  shown: TriedSpring[];
  band: ({ p05, p95 }: { p05: number; p95: number }) => string;
  chosen: string | null;
  choose: (t: TriedSpring) => void;
}

function TriedRows({ isEach, shown, band, chosen, choose }: TriedRowsProps) {
  const system = useSystem();
  const { sealed } = useBench();
  return (
    <Scroll>
      <DataTable
        rows={shown}
        keyOf={(t) => t.id}
        columns={[
          {
            name: `Spring${isEach ? ', each' : ''}`,
            cell: (t) => (
              <>
                {t.spring ? <Rate spring={t.spring} /> : <b>{rateWords(t.rateNPerMm, system)}</b>}{' '}
                <Small>
                  {t.spring ? `${t.spring.name}, ${t.spring.place === 'drawer' ? 'in the drawer' : 'to order'}` : 'a rate to look for'}
                </Small>
              </>
            ),
          },
          { name: 'Chance', figure: true, cell: (t) => `${(100 * t.chance).toFixed(0)} %` },
          { name: 'Verdict', cell: (t) => `${t.verdict}${t.verdict === 'right' && t.leans ? `, ${t.leans} side` : ''}` },
          { name: 'Static sag', unit: lengthUnit(system), figure: true, cell: (t) => band(t.staticSagMm) },
          { name: 'Preload', unit: lengthUnit(system), figure: true, cell: (t) => band(t.preloadMm) },
          { name: 'For the job', when: !sealed, cell: (t) => t.spring && <Chosen t={t} chosen={chosen} choose={choose} /> },
        ]}
      />
    </Scroll>
  );
}

function Chosen({ t, chosen, choose }: Pick<TriedRowsProps, 'chosen' | 'choose'> & { t: TriedSpring }) {
  if (chosen === t.id) return <Small>● chosen</Small>;
  return (
    <QuietButton onPress={() => choose(t)} aria-label={`Choose ${t.spring?.name}`}>
      Choose
    </QuietButton>
  );
}
