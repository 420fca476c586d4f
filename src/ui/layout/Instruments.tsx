'use client';
import { useEffect, useLayoutEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import { forgetTaken, hearInstruments, type Reading, readingsFor, TAKES, takeInto, useInstruments } from '../kit/instruments';
import { useHearing } from '../kit/live';

/** Where the field in focus could be filled by an instrument: what it shows, and the key that takes it. */
const Strip = styled.div`
  position: fixed;
  left: 0;
  bottom: var(--foot, 36px);
  z-index: 26;
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  max-width: min(100%, 44rem);
  background: var(--ground);
  border: 1px solid var(--ink);
  border-left: 0;
  button {
    display: inline-flex;
    align-items: center;
    gap: 0.5em;
    min-height: 44px;
    padding: 0 0.9rem;
    border: 0;
    background: none;
    font-size: 0.875rem;
    text-align: left;
  }
  button b {
    font-size: 1.125rem;
    font-variant-numeric: tabular-nums;
    min-width: 5.5rem;
  }
  button[aria-disabled='true'] {
    color: var(--soft);
  }
  button + button {
    border-left: 1px solid var(--fine);
  }
  p {
    padding: 0.3rem 0.9rem;
    font-size: 0.875rem;
    font-weight: 600;
    flex-basis: 100%;
  }
  p::before {
    content: '▲ ';
    color: var(--warn);
  }
  @media (pointer: coarse) {
    top: 0;
    bottom: auto;
    kbd {
      display: none;
    }
  }
`;

/** One key takes a reading. */
const KEY = 'F2';
/** As many as a person chooses among at a glance. */
const MOST = 3;

/** The field in focus that takes a measurement; null where there is none. */
function useTaking(): HTMLInputElement | null {
  const [at, setAt] = useState<HTMLInputElement | null>(null);
  useEffect(() => {
    const look = () => {
      const now = document.activeElement;
      setAt(now instanceof HTMLInputElement && now.hasAttribute(TAKES) && !now.readOnly ? now : null);
    };
    const left = () => setTimeout(look);
    look();
    document.addEventListener('focusin', look);
    document.addEventListener('focusout', left);
    document.addEventListener('input', forgetTaken);
    return () => {
      document.removeEventListener('focusin', look);
      document.removeEventListener('focusout', left);
      document.removeEventListener('input', forgetTaken);
    };
  }, []);
  return at;
}

/** Hears the instruments while the page is open; a reading is taken with F2, or by a touch, into the field in focus. */
export function Instruments() {
  const all = useInstruments();
  const at = useTaking();
  const [wrong, setWrong] = useState<{ at: HTMLInputElement; words: string } | null>(null);
  useHearing(['instruments'], { instruments: hearInstruments });
  const readings = at ? readingsFor(all, at.getAttribute(TAKES)!).slice(0, MOST) : [];
  const take = (into: HTMLInputElement, reading: Reading) => {
    const words = takeInto(into, reading);
    setWrong(words === '' ? null : { at: into, words });
  };
  const latest = useRef({ at, readings, take });
  // With what is shown, not after it: the key takes the reading that is read.
  useLayoutEffect(() => void (latest.current = { at, readings, take }));
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const { at: into, readings: there, take: taking } = latest.current;
      if (event.key !== KEY || !into || !there[0]) return;
      event.preventDefault();
      taking(into, there[0]);
    };
    document.addEventListener('keydown', onKey);
    return () => document.removeEventListener('keydown', onKey);
  }, []);
  if (!at || readings.length === 0) return null;
  return (
    <Strip
      role="group"
      aria-label="Instruments"
      className="no-print"
      onPointerDown={(e) => e.preventDefault()}
      onMouseDown={(e) => e.preventDefault()}
    >
      {readings.map((reading, i) => (
        <button
          key={reading.instrumentId}
          type="button"
          tabIndex={-1}
          aria-disabled={reading.why !== ''}
          aria-label={`Take ${reading.text ?? 'nothing'} from ${reading.from}${reading.why ? `: it ${reading.why}` : ''}`}
          onClick={() => take(at, reading)}
        >
          {i === 0 && <kbd>{KEY}</kbd>}
          <b>{reading.text ?? '–'}</b>
          <span>
            {reading.from}
            {reading.why && ` ${reading.why}`}
          </span>
        </button>
      ))}
      {wrong?.at === at && <p role="status">Not taken: {wrong.words}.</p>}
    </Strip>
  );
}
