'use client';
import { sortedCauses, type Explained, type Reasoned } from '@/judgement/reason/reason';
import { Fragment, useId, useState } from 'react';
import styled from 'styled-components';
import { SUPPORT_FROM } from '@/core/constants/limits';
import { percent } from '@/judgement/reason/evidence/rule';
import { Empty, QuietButton, Small } from '../../kit/primitives';
import { useBench } from '../../job/BenchContext';
import { CauseSheet, type CureLook } from './CauseSheet';

const List = styled.ul`
  > li {
    border-bottom: 1px solid var(--rule);
  }
  > li.open {
    border-bottom: 1px solid var(--ink);
  }
  .head {
    display: grid;
    grid-template-columns: 1fr 9rem 3rem;
    gap: 0 0.9rem;
    align-items: center;
    width: 100%;
    min-height: 44px;
    padding: 0.15rem 0;
    border: 0;
    background: none;
    text-align: left;
    cursor: pointer;
    font: inherit;
    color: inherit;
  }
  .leads {
    font-size: 1.0625rem;
    font-weight: 700;
  }
  .share {
    text-align: right;
    font-weight: 650;
  }
  h3 {
    font-size: 0.875rem;
    font-weight: 600;
    color: var(--soft);
    padding-top: 0.4rem;
  }
`;

const BAR = 144;

/** How likely it explains what is told (filled), and how likely it is there at all (open). */
function Bar({ explains, present }: { explains: number; present: number }) {
  return (
    <svg width="100%" height={14} viewBox={`0 0 ${BAR} 14`} preserveAspectRatio="none" aria-hidden style={{ display: 'block' }}>
      <line x1={0} x2={BAR} y1={13} y2={13} stroke="var(--rule)" />
      <rect
        x={0.5}
        y={2.5}
        width={Math.max(0, BAR * present - 1)}
        height={8}
        fill="none"
        stroke="var(--ink)"
        vectorEffect="non-scaling-stroke"
      />
      <rect x={0} y={2} width={BAR * explains} height={9} fill="var(--ink)" />
    </svg>
  );
}

/** Causes shown at once; the rest on request would only distract. */
const MAX_SHOWN = 8;

interface Props {
  reasoned: Reasoned;
  open: string | null;
  onOpen(id: string | null): void;
  look: CureLook;
}

/** Causes shown before the less likely are asked for. */
const FIRST_CAUSES = 2;

/** What could explain the complaints, the supported causes first; each opens to its sentences and cures. */
export function Causes({ reasoned, open, onOpen, look }: Props) {
  const [whole, setWhole] = useState(false);
  const sorted = sortedCauses(reasoned, open);
  const [supported, possible] = [sorted.supported.slice(0, MAX_SHOWN), sorted.possible.slice(0, MAX_SHOWN)];
  const { beside } = sorted;
  if (reasoned.told.length === 0) return <Empty>Write down at least one complaint: causes are weighed against what the rider tells.</Empty>;
  const first = (causes: Explained[]) => causes.filter((c, i) => whole || i < FIRST_CAUSES || c.id === open);
  const likely = supported.length === 0 ? first(possible) : [...first(supported), ...possible.filter((c) => c.id === open)];
  const left = whole ? 0 : supported.length + possible.length - likely.length;
  const rows = (causes: Explained[]) =>
    causes.map((c) => <Row key={c.id} cause={c} leads={c.id === reasoned.leading?.id} open={c.id === open} onOpen={onOpen} look={look} />);
  return (
    <List>
      <CausesHead supported={supported} reasoned={reasoned} />
      {rows(first(supported))}
      {whole && possible.length > 0 && supported.length > 0 && (
        <li style={{ border: 0 }}>
          <h3>Possible by the complaint alone</h3>
        </li>
      )}
      {rows(supported.length === 0 ? first(possible) : whole ? possible : possible.filter((c) => c.id === open))}
      {left > 0 && (
        <li style={{ border: 0 }}>
          <QuietButton onPress={() => setWhole(true)}>{left === 1 ? 'One less likely' : `${left} less likely`}</QuietButton>
        </li>
      )}
      {beside.length > 0 && (
        <li style={{ border: 0 }}>
          <h3>Found besides, though it explains nothing told</h3>
        </li>
      )}
      {rows(beside)}
      <Legend reasoned={reasoned} />
    </List>
  );
}

function CausesHead({ supported, reasoned }: { supported: Explained[]; reasoned: Reasoned }) {
  return (
    <li style={{ border: 0 }}>
      {supported.length > 0 && !reasoned.leading && (
        <p>
          <b>No cause leads yet:</b> none explains a fifth of what is told. Measure first; what tells most stands beside.
        </p>
      )}
      <h3>{supported.length > 0 ? 'Supported by what is measured' : 'Nothing measured speaks for a cause yet'}</h3>
    </li>
  );
}

function Legend({ reasoned }: { reasoned: Reasoned }) {
  const { working } = useBench();
  return (
    <li style={{ border: 0, paddingTop: '0.6rem' }}>
      <Small>
        ■ has a hand in what is told, □ is there at all.{' '}
        {reasoned.unexplained.map((u) => (
          <Fragment key={u.n}>
            Complaint {u.n}: {percent(u.share)} that none of these explains it.{' '}
          </Fragment>
        ))}
        {working
          ? `Support is a statement of ×${SUPPORT_FROM} or more. Ratios are the Shop book’s.`
          : 'How strongly each sentence bears stands in the Shop book; W shows its figures.'}
      </Small>
    </li>
  );
}

function Row({
  cause,
  leads,
  open,
  onOpen,
  look,
}: {
  cause: Explained;
  leads: boolean;
  open: boolean;
  onOpen: Props['onOpen'];
  look: CureLook;
}) {
  const sheet = useId();
  const sentences = `${cause.for.length} for, ${cause.against.length} against`;
  return (
    <li className={open ? 'open' : ''}>
      <button type="button" className="head" aria-expanded={open} aria-controls={sheet} onClick={() => onOpen(open ? null : cause.id)}>
        <CauseName leads={leads} cause={cause} sentences={sentences} />
        <Bar explains={cause.explains} present={cause.present} />
        <span className="share">{percent(cause.explains)}</span>
      </button>
      <div id={sheet}>{open && <CauseSheet cause={cause} look={look} />}</div>
    </li>
  );
}

function CauseName({ leads, cause, sentences }: { leads: boolean; cause: Explained; sentences: string }) {
  return (
    <span>
      <span className={leads ? 'leads' : ''} style={cause.end ? { color: `var(--${cause.end})` } : {}}>
        {cause.name}
      </span>
      <br />
      <Small>
        {leads ? 'leads · ' : ''}
        {sentences}
      </Small>
    </span>
  );
}
