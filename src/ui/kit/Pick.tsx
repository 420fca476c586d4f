'use client';
import { ChevronDown } from 'lucide-react';
import { type ComponentType, useEffect, useId, useState } from 'react';
import styled from 'styled-components';
import { type PickProps, type PickReady, ready, Shape, triggerLook } from './pickShape';

const Trigger = styled.button`
  ${triggerLook}
`;

const loadList = () => import('./PickOpen').then((m) => m.PickOpen);
/** Where the shop's computer does not answer, the list is fetched when it is asked for. */
const fetchAhead = () => void loadList().catch(() => undefined);
const FIRST_TOUCH = ['pointerdown', 'keydown'] as const;

/** Whoever begins to work on a page has its lists from then on, also where the shop's computer goes away. */
function useListsAhead() {
  useEffect(() => {
    for (const event of FIRST_TOUCH) document.addEventListener(event, fetchAhead, { once: true });
    return () => {
      for (const event of FIRST_TOUCH) document.removeEventListener(event, fetchAhead);
    };
  }, []);
}

/** Keys that open a list. */
const OPENS = ['ArrowDown', 'ArrowUp'];

/** A choice from a list; the list and its code come when somebody turns to it. */
export function Pick(props: PickProps) {
  useListsAhead();
  const [List, setList] = useState<ComponentType<PickReady> | null>(null);
  // Where the code does not come, the choice stays as it is and may be asked again.
  const ask = () =>
    void loadList().then(
      (PickOpen) => setList(() => PickOpen),
      () => setList(null),
    );
  const whole = ready(props);
  return List && !whole.locked ? <List {...whole} /> : <Shut {...whole} onAsk={ask} />;
}

/** The choice as it reads until its list is asked for. */
function Shut({ label, value, options, placeholder, quiet, locked, problem, below, field, onAsk }: PickReady & { onAsk(): void }) {
  const id = useId();
  const chosen = options.find((o) => o.value === value)?.label;
  return (
    <div>
      <Shape>
        <span id={`${id}-label`} className={quiet ? 'visually-hidden' : 'label'}>
          {label}
        </span>
        <Trigger
          type="button"
          className={quiet ? 'quiet' : ''}
          data-field={field}
          aria-haspopup="listbox"
          aria-expanded={false}
          aria-labelledby={`${id}-value ${id}-label`}
          disabled={locked}
          data-disabled={locked || undefined}
          onPointerEnter={fetchAhead}
          onFocus={fetchAhead}
          onClick={onAsk}
          onKeyDown={(event) => {
            if (!OPENS.includes(event.key)) return;
            event.preventDefault();
            onAsk();
          }}
        >
          <span id={`${id}-value`} data-placeholder={chosen === undefined || undefined}>
            {chosen ?? placeholder}
          </span>
          <ChevronDown size={16} aria-hidden />
        </Trigger>
        {problem && <span className="problem">{problem}</span>}
        {!problem && below}
      </Shape>
    </div>
  );
}
