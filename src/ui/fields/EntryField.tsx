'use client';
import { type FocusEvent, type KeyboardEvent, memo, type ReactNode } from 'react';
import { FieldError, Input, Label, Text, TextArea, TextField } from 'react-aria-components';
import styled from 'styled-components';
import { withUnit } from '@/catalogue/entry';
import { fieldDef, type FieldKey, fieldKey } from '@/catalogue/fields';
import { type FieldDef, keysFor, unitOf } from '@/catalogue/fields/kinds';
import { printOther } from '@/core/units/print';
import { unitNamed } from '@/core/units/units';
import { type Said as Words, say } from '@/core/units/say';
import { useTypedBefore } from './useTypedBefore';
import { useField, useFieldStore, useSystem } from './context';
import { Stacked, Walk } from './looks';
import type { FieldStore } from './store';
import type { FieldState } from './fieldState';
import { focusNextEntry } from './next';
import { takenFrom, takes } from '../kit/instruments';
import { useNumberInput } from '../kit/pad';
import { QuietButton } from '../kit/primitives';
import { Pick } from '../kit/Pick';
import { Sentence } from '../kit/Sentence';
import { atEnd } from '@/catalogue/ends';

/** `cell`: in a table whose row and column say what it is. */
export type FieldLook = 'stacked' | 'walk' | 'cell';

interface Props {
  field: FieldKey;
  look?: FieldLook;
  /** Said instead of the catalogue's label. */
  label?: string;
  /** Number on the walk. */
  ordinal?: number | undefined;
  /** A failure of what was computed from this field, shown once it is left. */
  computedProblem?: Words | null;
  locked?: boolean;
  placeholder?: string;
}

/** In the corner of a field: on its way, taken, or on the disk; the foot of the page says the same in words. */
const Kept = styled.span`
  position: absolute;
  right: 1px;
  bottom: 1px;
  font-size: 0.625rem;
  line-height: 1;
  color: var(--soft);
`;
const KEPT = { waiting: '…', saved: '·', 'on disk': '✓' } as const;
const Mark = ({ of }: { of: FieldState['kept'] }) => of && <Kept aria-hidden>{KEPT[of]}</Kept>;

const Below = styled.div`
  font-size: 0.875rem;
  font-stretch: var(--label-width);
  line-height: 1.3;
  min-height: 1.3rem;
  padding-bottom: 0.2rem;
  color: var(--soft);
  .problem {
    color: var(--ink);
    font-weight: 600;
    padding: 0.1rem 0 0.25rem;
  }
  .problem::before,
  .question::before {
    content: '▲ ';
    color: var(--warn);
  }
  .question {
    color: var(--warn-words);
  }
`;

/** Enter goes on to the next reading; Escape leaves the field, so that the single-letter keys work. */
function onKey(event: KeyboardEvent<HTMLElement>): void {
  if (event.key === 'Enter' && !(event.target instanceof HTMLTextAreaElement)) {
    event.preventDefault();
    focusNextEntry(event.currentTarget);
  } else if (event.key === 'Escape' && event.target instanceof HTMLElement) {
    event.target.blur();
  }
}

/** Any field of the catalogue: reads what people type, shows the other unit, keeps the text, explains what it cannot read, questions a wild value. */
export const EntryField = memo(function EntryField(props: Props) {
  const def = fieldDef(props.field);
  if (def.kind === 'choice') return <ChoiceEntry {...props} def={def} />;
  return <TextEntry {...props} def={def} />;
});

/** Enter once asks about an unusual value, Enter again says that it is right; else it goes on. */
function answerOrGoOn(event: KeyboardEvent<HTMLElement>, store: FieldStore, def: FieldDef, { question }: FieldState): void {
  if (
    event.key === 'Enter' &&
    question &&
    def.kind !== 'text' &&
    !store.commit(fieldKey(def.key), store.stateOf(fieldKey(def.key)).asks, takenFrom(event.target))
  )
    return event.preventDefault();
  onKey(event);
}

/** The unit beside a quantity: the one typed; none where the text says its own. */
const unitBeside = ({ text, unit }: FieldState, bare: string): string =>
  text === '' ? bare : unit && !/[a-z°"'″′]/i.test(text) ? unit : '';

function TextEntry({
  field,
  def,
  look = 'stacked',
  label,
  ordinal,
  computedProblem = null,
  locked,
  placeholder,
}: Props & { def: FieldDef }) {
  const store = useFieldStore();
  const state = useField(field);
  useTypedBefore(field, state.text);
  const system = useSystem();
  const name = label ?? def.label;
  const isNumber = def.kind !== 'text';
  const bare = def.kind === 'money' ? (state.unit ?? store.bareUnit(field) ?? '') : unitOf(def, system);
  const hint = def.hint && say(def.hint, system);
  const other = def.kind === 'quantity' && state.value !== null && state.unit ? printOther(state.value, state.unit) : null;
  const unitShown = def.kind === 'quantity' ? unitBeside(state, bare) : bare;
  const origin = store.originOf(field);
  const problem = state.problem ?? (computedProblem && say(computedProblem, system));
  const otherUnit = def.kind === 'quantity' ? def.unit[system === 'metric' ? 'imperial' : 'metric'] : '';
  const number = useNumberInput(otherUnit === bare ? '' : otherUnit, keysFor(def, system));
  const taking = takes(def.kind === 'quantity' ? unitNamed(def.unit.metric).dimension : undefined, def.end);
  const keys = { ...(isNumber ? { ...number, ...taking } : {}), enterKeyHint: 'next', autoComplete: 'off', spellCheck: !isNumber } as const;
  const input = <Input className={isNumber ? 'number' : ''} data-entry={field} placeholder={placeholder} {...keys} />;
  const below: ReactNode = (
    <Said
      field={field}
      state={state}
      problem={problem}
      text={look === 'stacked' ? (origin ? `○ ${origin}` : other ? `= ${other}` : hint) : undefined}
    />
  );
  const control = {
    value: state.text,
    onChange: (text: string) => store.type(field, text),
    onBlur: (event: FocusEvent) => store.commit(field, false, takenFrom(event.target)),
    onKeyDown: (event: KeyboardEvent<HTMLElement>) => answerOrGoOn(event, store, def, state),
    isInvalid: problem !== null,
    isReadOnly: locked ?? false,
    validationBehavior: 'aria' as const,
  };
  if (look === 'walk') {
    return (
      <TextField {...control} aria-label={atEnd(def.end, name)}>
        <Walk>
          <span className="ordinal" aria-hidden style={def.end ? { color: `var(--${def.end})` } : {}}>
            {ordinal}
          </span>
          <span className="label">{name}</span>
          <Input className="number" data-entry={field} placeholder={bare} {...keys} />
          <span className="other">{other ?? ''}</span>
          <Mark of={state.kept} />
          {(problem ?? state.question) && below}
        </Walk>
      </TextField>
    );
  }
  const isCell = look === 'cell';
  return (
    <TextField {...control} {...(isCell ? { 'aria-label': name } : {})}>
      <Stacked>
        {!isCell && <Label className="label">{name}</Label>}
        {def.kind === 'text' && def.lines ? (
          <TextArea rows={def.lines} data-entry={field} />
        ) : (
          <div className="box">
            {input}
            {unitShown && <span className="unit">{unitShown}</span>}
            <Mark of={state.kept} />
          </div>
        )}
        {(!isCell || problem || state.question) && below}
      </Stacked>
    </TextField>
  );
}

/** Beneath a field: what is wrong, what is asked, what somebody else wrote, else what there is to know of it. */
function Said({ field, state, problem, text }: { field: FieldKey; state: FieldState; problem: string | null; text: string | undefined }) {
  const store = useFieldStore();
  const sure = () => store.commit(field, true);
  return (
    <Below className="below">
      <FieldError className="problem">{problem}</FieldError>
      {state.readings && (
        <div className="question">
          {state.readings.map((meant) => (
            <QuietButton
              key={meant}
              onPress={() => {
                store.type(field, meant);
                store.commit(field);
              }}
            >
              {meant}
            </QuietButton>
          ))}
        </div>
      )}
      {state.theirs && (
        <div className="question">
          <QuietButton onPress={sure}>Keep mine, {state.text || 'nothing'}</QuietButton>{' '}
          <QuietButton onPress={() => store.takeTheirs(field)}>
            Take theirs, {state.theirs.text === '' ? 'nothing' : withUnit(state.theirs)}
          </QuietButton>
        </div>
      )}
      {!problem && state.question && (
        <div className="question">
          {state.question}
          {state.asks && (
            <>
              {' Not recorded yet. '}
              <QuietButton onPress={sure}>Yes, {state.text} is right</QuietButton>
            </>
          )}
        </div>
      )}
      {text !== undefined && !problem && !state.question && <Text slot="description">{text}</Text>}
    </Below>
  );
}

function Hint({ of }: { of: Words }) {
  return (
    <Below>
      <Sentence of={of} />
    </Below>
  );
}

function ChoiceEntry({
  field,
  def,
  label,
  locked = false,
  look = 'stacked',
  placeholder,
}: Props & { def: Extract<FieldDef, { kind: 'choice' }> }) {
  const store = useFieldStore();
  const { text, problem } = useField(field);
  return (
    <Pick
      label={label ?? def.label}
      value={text === '' ? null : text}
      options={def.options}
      onPick={(value) => store.put(field, value)}
      quiet={look !== 'stacked'}
      locked={locked}
      problem={problem}
      field={field}
      below={look === 'stacked' && def.hint ? <Hint of={def.hint} /> : null}
      {...(placeholder ? { placeholder } : {})}
    />
  );
}
