'use client';
import { ArrowRight, Delete } from 'lucide-react';
import { type PointerEvent, type ReactNode, useEffect, useState } from 'react';
import { createPortal } from 'react-dom';
import styled, { createGlobalStyle } from 'styled-components';
import { eraseIn, goOn, NUMBER_FIELD, preferOwnKeys, turnSign, turnUnit, typeInto, useOwnKeys } from '../kit/pad';

/** On a phone across its foot; on a tablet at the side of the hand, so that stance and findings stay in sight. */
const Pad = styled.div`
  position: fixed;
  right: 0;
  bottom: 0;
  z-index: 25;
  width: min(100%, 23rem);
  background: var(--ground);
  border: 1px solid var(--rule);
  border-width: 1px 0 0 1px;
  padding: 0.35rem;
  touch-action: manipulation;
  user-select: none;
  @media (max-width: 480px) {
    width: 100%;
    border-left: 0;
  }
  .strip {
    display: flex;
    align-items: center;
    gap: 0.35rem;
    min-height: 44px;
  }
  .strip > span {
    flex: 1;
    min-width: 0;
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
    font-size: 0.875rem;
    font-stretch: var(--label-width);
    color: var(--soft);
  }
  .keys {
    display: grid;
    grid-template-columns: repeat(4, 1fr);
    gap: 0.3rem;
  }
  button {
    display: flex;
    align-items: center;
    justify-content: center;
    gap: 0.4em;
    min-height: 48px;
    border: 1px solid var(--rule);
    border-radius: 2px;
    background: var(--sheet);
    font-size: 1.375rem;
    font-weight: 600;
    padding: 0 0.4rem;
  }
  button:active {
    background: var(--ink);
    color: var(--ground);
  }
  .strip button {
    min-height: 44px;
    font-size: 0.875rem;
    background: none;
  }
  .next {
    grid-column: 1 / -1;
    background: var(--ink);
    color: var(--ground);
    font-size: 1rem;
  }
`;

/** Leaves room beneath the last field of a page, so that it can be scrolled clear of the pad. */
const RoomForPad = createGlobalStyle`
  main { padding-bottom: 21rem !important; }
`;

const PAD_PX = 340;

/** The field of a number that has the focus; null where there is none. */
function useNumberFocus(): HTMLInputElement | null {
  const [at, setAt] = useState<HTMLInputElement | null>(null);
  useEffect(() => {
    const look = () => {
      const now = document.activeElement;
      setAt(now instanceof HTMLInputElement && now.hasAttribute(NUMBER_FIELD) && !now.readOnly ? now : null);
    };
    // The field left is followed by the next one in the same moment: looked at once both are told.
    const left = () => setTimeout(look);
    look();
    document.addEventListener('focusin', look);
    document.addEventListener('focusout', left);
    return () => {
      document.removeEventListener('focusin', look);
      document.removeEventListener('focusout', left);
    };
  }, []);
  return at;
}

const nameOf = (input: HTMLInputElement) => input.getAttribute('aria-label') ?? input.labels?.[0]?.textContent ?? '';

/** Digits, fraction, sign, unit and Next for the field of a number that is touched; letters are one touch away. */
export function NumberPad() {
  const at = useNumberFocus();
  const own = useOwnKeys();
  useEffect(() => {
    if (at && !own && at.getBoundingClientRect().bottom > window.innerHeight - PAD_PX) at.scrollIntoView({ block: 'center' });
  }, [at, own]);
  // Once it was there its room stays: a page that shrinks as the pad goes would carry a button away from under the finger.
  const [room, setRoom] = useState(false);
  if (at && !own && !room) setRoom(true);
  if (!at) return room ? <RoomForPad /> : null;
  const change = (to: boolean) => {
    preferOwnKeys(to);
    // The device brings or takes away its keys when the field is entered anew.
    at.blur();
    setTimeout(() => at.focus());
  };
  // The field keeps the focus while the pad is touched.
  const stay = (event: PointerEvent) => event.preventDefault();
  return createPortal(
    <>
      {room && <RoomForPad />}
      <Pad role="group" aria-label="Number pad" className="no-print" onPointerDown={stay} onMouseDown={(event) => event.preventDefault()}>
        {own ? (
          <div className="strip">
            <span>{nameOf(at)}</span>
            <Key onPress={() => change(false)}>Number pad</Key>
          </div>
        ) : (
          <Keys at={at} onLetters={() => change(true)} />
        )}
      </Pad>
    </>,
    document.body,
  );
}

function Keys({ at, onLetters }: { at: HTMLInputElement; onLetters(): void }) {
  const unit = at.getAttribute(NUMBER_FIELD) ?? '';
  const digit = (text: string) => (
    <Key key={text} onPress={() => typeInto(at, text)}>
      {text}
    </Key>
  );
  return (
    <>
      <Strip at={at} onLetters={onLetters} />
      <div className="keys">
        {['7', '8', '9'].map(digit)}
        <Key label="Take back one" onPress={() => eraseIn(at)}>
          <Delete size={22} aria-hidden />
        </Key>
        {['4', '5', '6', '/', '1', '2', '3'].map(digit)}
        <Key label="Space" onPress={() => typeInto(at, ' ')}>
          ␣
        </Key>
        <Key label="Plus or minus" onPress={() => turnSign(at)}>
          ±
        </Key>
        {['0', '.'].map(digit)}
        {unit === '' ? <span /> : <Key onPress={() => turnUnit(at, unit)}>{unit}</Key>}
        <button type="button" tabIndex={-1} className="next" onClick={() => goOn(at)}>
          Next <ArrowRight size={18} aria-hidden />
        </button>
      </div>
    </>
  );
}

/** The name of the field, and what is done with all of it. */
function Strip({ at, onLetters }: { at: HTMLInputElement; onLetters(): void }) {
  return (
    <div className="strip">
      <span>{nameOf(at)}</span>
      <Key
        onPress={() => {
          at.select();
          eraseIn(at);
        }}
      >
        Clear
      </Key>
      <Key onPress={onLetters}>Letters</Key>
      <Key onPress={() => at.blur()}>Close</Key>
    </div>
  );
}

/** A key of the pad; never a stop of the Tab key, since who has that key has the others. */
function Key({ label, onPress, children }: { label?: string; onPress(): void; children: ReactNode }) {
  return (
    <button type="button" tabIndex={-1} onClick={onPress} {...(label ? { 'aria-label': label } : {})}>
      {children}
    </button>
  );
}
