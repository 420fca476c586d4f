'use client';
import Link from 'next/link';
import { useEffect, useRef } from 'react';
import styled from 'styled-components';
import type { Stage } from '@/catalogue/fields';
import type { StageLine } from '@/schema/pages';

/** The eight stages on a tape: always visible, never locked. */
const Tape = styled.nav`
  border-bottom: 1px solid var(--rule);
  padding: 0 1.75rem;
  background:
    repeating-linear-gradient(90deg, var(--rule) 0 1px, transparent 1px 19.1px) 1.75rem calc(100% - 0px) / 100% 6px no-repeat,
    var(--ground);
  ol {
    display: grid;
    grid-template-columns: repeat(8, minmax(0, 1fr));
  }
  a {
    display: block;
    min-height: 60px;
    padding: 0.65rem 0.5rem 0.75rem 0;
    text-decoration: none;
    border-bottom: 5px solid transparent;
  }
  a[aria-current] {
    border-bottom-color: var(--ink);
  }
  .name {
    display: block;
    font-size: 0.9375rem;
  }
  a[aria-current] .name {
    font-weight: 750;
  }
  .line {
    display: block;
    font-size: 0.875rem;
    font-stretch: 82%;
    color: var(--soft);
    white-space: nowrap;
    overflow: hidden;
    text-overflow: ellipsis;
  }
  @media (max-width: 960px) {
    padding: 0 1rem;
    background-position-x: 1rem;
  }
  @media (max-width: 640px) {
    overflow-x: auto;
    ol {
      grid-template-columns: repeat(8, 5.75rem);
    }
  }
`;

export function Rail({ jobId, lines, current, onGo }: { jobId: number; lines: StageLine[]; current: string; onGo(stage: Stage): void }) {
  const tape = useRef<HTMLElement>(null);
  // On a phone the tape is wider than the page: the stage at hand is brought into it.
  useEffect(() => {
    const at = tape.current?.querySelector<HTMLElement>('[aria-current]');
    if (at) tape.current!.scrollLeft = at.offsetLeft - tape.current!.clientWidth / 3;
  }, [current]);
  return (
    <Tape ref={tape} aria-label="Stages of the job" className="no-print">
      <ol>
        {lines.map((l, i) => (
          <StageLine key={l.stage} l={l} jobId={jobId} i={i} current={current} onGo={onGo} />
        ))}
      </ol>
    </Tape>
  );
}

interface StageLineProps {
  l: StageLine;
  jobId: number;
  i: number;
  current: string;
  onGo: (stage: Stage) => void;
}

function StageLine({ l, jobId, i, current, onGo }: StageLineProps) {
  return (
    <li>
      <Link
        href={`/jobs/${jobId}/${l.stage}`}
        title={`Alt ${i + 1}`}
        {...(l.stage === current ? { 'aria-current': 'step' as const } : {})}
        onClick={(event) => {
          if (event.metaKey || event.ctrlKey || event.shiftKey) return;
          event.preventDefault();
          onGo(l.stage);
        }}
      >
        <span className="name">
          {i + 1} {l.name}
        </span>
        <span className="line">{l.line}</span>
      </Link>
    </li>
  );
}
