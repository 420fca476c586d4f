'use client';
import Link from 'next/link';
import { type ReactNode, useMemo, useState } from 'react';
import styled from 'styled-components';
import type { Candidate } from '@/core/spring/select';
import type { Judged } from '@/judgement/aims/springs';
import { type Installed, installedOf } from '@/judgement/findings/installed';
import { type Selection } from '@/judgement/aims/springs';
import { chosenOf, isMismarked, offerKey } from '@/judgement/model/offers';
import { useSystem } from '../../fields/context';
import { Empty, QuietButton, Small, Table } from '../../kit/primitives';
import { useLater, useOffers } from '../../job/BenchContext';
import { lengthUnit, lengthWords, rateWords } from '../../kit/figureWords';
import type { End } from '@/catalogue/ends';
import type { ListedSpring } from '@/schema/springs';

const Candidates = styled(Table)`
  tr.current td {
    background: var(--sheet);
    border-bottom-color: var(--ink);
  }
  label {
    display: flex;
    align-items: center;
    gap: 0.5rem;
    min-height: 44px;
    cursor: pointer;
  }
  input {
    width: 18px;
    height: 18px;
    flex: none;
  }
  th,
  td {
    vertical-align: middle;
    padding: 0.05rem 0.4rem 0.05rem 0;
  }
  th {
    vertical-align: bottom;
  }
  .name {
    white-space: nowrap;
    line-height: 1.2;
  }
`;

const Scroll = styled.div`
  overflow-x: auto;
`;

/** How many candidates are laid out at first: the best three lead. */
const SHOWN = 3;

/** The rate to reckon with; where the tester found another than the mark, both, with a warning. */
export function Rate({ spring }: { spring: ListedSpring }) {
  const system = useSystem();
  const { measured } = spring;
  if (!measured) return <>{rateWords(spring.rateNPerMm, system)}</>;
  const error = measured.rateStandardError === null ? '' : ` ± ${(2 * measured.rateStandardError).toFixed(spring.rateNPerMm < 20 ? 2 : 1)}`;
  return (
    <>
      <b>{rateWords(measured.rateNPerMm, system).replace(/ (?=\S+$)/, `${error} `)}</b>
      <br />
      <Small style={isMismarked(spring) ? { color: 'var(--warn-words)' } : {}}>
        {isMismarked(spring) ? '▲ ' : ''}measured; marked {rateWords(spring.rateNPerMm, system)}
      </Small>
    </>
  );
}

interface Props {
  end: End;
  selection: Selection;
  candidates: Judged[];
  current: Judged | null;
  onPick(id: string): void;
}

/** What a spring does in figures: preload, sags, reserve, frequency. */
function Figures({ candidate: c, isSet }: { candidate: Candidate; isSet?: boolean }) {
  const system = useSystem();
  return (
    <>
      <td className="number">
        {lengthWords(c.preloadMm, system)}
        {c.preloadInRange || isSet ? '' : ' ▲'}
      </td>
      <td className="number">{lengthWords(c.staticSagMm, system)}</td>
      {c.cases.map((one) => (
        <td key={one.name} className="number">
          {lengthWords(one.sagMm, system)}
          {one.bottomed ? ' ▲' : ''}
        </td>
      ))}
      <td className="number">{c.loadFactorAtFullTravel.toFixed(2)}</td>
      <td className="number">{c.naturalFrequencyHz.toFixed(2)}</td>
    </>
  );
}

/** The spring in there now, as its own sags have it: the first line, held against by the rest. */
function InstalledRow({ installed }: { installed: Installed }) {
  const system = useSystem();
  return (
    <tr>
      <td>
        In it now <Small>as read</Small>
      </td>
      <td className="number">
        {rateWords(installed.rateNPerMm, system)}
        <br />
        <Small>marked {rateWords(installed.markedNPerMm, system)}</Small>
      </td>
      <Figures candidate={installed.predicted} isSet />
      <td />
      <td>{installed.verdict}</td>
    </tr>
  );
}

interface RowProps {
  end: End;
  spring: ListedSpring;
  candidate: Judged;
  isCurrent: boolean;
  isChosen: boolean;
  onPick(): void;
}

/** One spring of the list. */
function Row({ end, spring, candidate: c, isCurrent, isChosen, onPick }: RowProps) {
  return (
    <tr className={isCurrent ? 'current' : ''}>
      <td>
        <label>
          <input type="radio" name={`candidate-${end}`} checked={isCurrent} onChange={onPick} />
          <CandidateName spring={spring} c={c} isChosen={isChosen} />
        </label>
      </td>
      <td className="number">
        <Rate spring={spring} />
      </td>
      <Figures candidate={c} />
      <td className="number">{Math.round(100 * c.chance)} %</td>
      <td style={{ whiteSpace: 'nowrap', lineHeight: 1.2 }}>
        {c.verdict === 'preload out of range' ? 'out of range' : c.verdict}
        {c.verdict === 'right' && c.leans && (
          <>
            <br />
            <Small>{c.leans} side</Small>
          </>
        )}
      </td>
    </tr>
  );
}

function CandidateName({ spring, c, isChosen }: { spring: ListedSpring; c: Judged; isChosen: boolean }) {
  return (
    <span className="name">
      {spring.legs ? (
        <>
          {spring.legs[0].name} left,
          <br />
          {spring.legs[1].name} right{' '}
        </>
      ) : (
        <>
          {spring.name}
          {c.cases.length > 2 ? <br /> : ' '}
        </>
      )}
      {isChosen && <b>chosen </b>}
      <Small>{spring.place === 'drawer' ? 'drawer' : 'to order'}</Small>
    </span>
  );
}

/** Every spring of the list against the targets, with the sag of each load case: those that are right first, the drawer before the supplier; `children` stand beneath it. */
export function CandidateTable({ end, selection, candidates, current, onPick, children }: Props & { children: ReactNode }) {
  const facts = useLater();
  const system = useSystem();
  const installed = useMemo(() => installedOf(facts, end, selection), [facts, end, selection]);
  const [whole, setWhole] = useState(false);
  if (candidates.length === 0)
    return (
      <>
        <Empty>
          No {end} spring is on the list yet. Add those in the drawer and those a supplier can send under{' '}
          <Link href="/drawers">Drawers</Link>, and they are ranked here at once.
        </Empty>
        {children}
      </>
    );
  const chosen = chosenOf(facts.entries, end);
  const unit = lengthUnit(system);
  const shown = candidates.filter((c, i) => whole || i < SHOWN || c.id === current?.id || c.id === chosen);
  return (
    <Scroll>
      <CandidateRows
        end={end}
        unit={unit}
        selection={selection}
        installed={installed}
        shown={shown}
        current={current}
        chosen={chosen}
        onPick={onPick}
      />
      <div style={{ display: 'flex', flexWrap: 'wrap', gap: '0 2rem', alignItems: 'flex-end' }}>
        {shown.length < candidates.length && (
          <QuietButton onPress={() => setWhole(true)}>
            {candidates.length - shown.length} more on the list, further from the targets
          </QuietButton>
        )}
        {children}
      </div>
    </Scroll>
  );
}

interface CandidateRowsProps {
  end: 'rear' | 'front';
  unit: 'mm' | 'in';
  selection: Selection;
  installed: Installed | null;
  shown: Judged[];
  current: Judged | null;
  chosen: string | null;
  onPick: (id: string) => void;
}

function CandidateRows({ end, unit, selection, installed, shown, current, chosen, onPick }: CandidateRowsProps) {
  const springs = useOffers();
  const system = useSystem();
  return (
    <Candidates aria-label={`Candidates, ${end}`}>
      <CandidateHead unit={unit} selection={selection} />
      <tbody>
        {installed && <InstalledRow installed={installed} />}
        {shown.map((c) => {
          const spring = springs.find((s) => offerKey(s) === c.id);
          return (
            spring && (
              <Row
                key={c.id}
                {...{ end, spring, candidate: c, isCurrent: c.id === current?.id, isChosen: chosen === c.id }}
                onPick={() => onPick(c.id)}
              />
            )
          );
        })}
      </tbody>
      <caption className="visually-hidden">
        Springs that are right first, the drawer before the supplier; then by how near both sags come. Targets: rider{' '}
        {lengthWords(selection.target.rider.value, system, 0)} {unit}, static {lengthWords(selection.target.static.value, system, 0)} {unit}
        .
      </caption>
    </Candidates>
  );
}

function CandidateHead({ unit, selection }: { unit: 'mm' | 'in'; selection: Selection }) {
  return (
    <thead>
      <tr>
        <th>Spring</th>
        <th className="number">Rate</th>
        <th className="number">Preload, {unit}</th>
        <th className="number">Static, {unit}</th>
        {selection.loadCases.map((c) => (
          <th
            key={c.name}
            className="number"
            style={{ whiteSpace: 'normal' }}
            aria-label={`${c.name === 'solo' ? 'Rider' : c.name}, ${unit}`}
          >
            {c.name === 'solo' ? 'Rider' : c.name.replace('with luggage', 'lug.')}, {unit}
          </th>
        ))}
        <th className="number">Load factor</th>
        <th className="number">Hz</th>
        <th className="number">Chance</th>
        <th>Verdict</th>
      </tr>
    </thead>
  );
}
