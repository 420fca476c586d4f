'use client';
import { DataTable } from '../../kit/DataTable';
import type { Said } from '@/core/units/say';
import { Sentence, useColumn } from '../../kit/Sentence';
import { useState } from 'react';
import { pieces } from '@/core/damper/shims';
import { FATIGUE_SPEED_M_PER_S, type SearchRequest, type SearchResult, type Suggestion } from '@/core/damper/search';
import type { Shim } from '@/core/plate/stack';
import type { System } from '@/catalogue/system';
import { numberIn, shimShown } from '@/catalogue/tables';
import { useSystem } from '../../fields/context';
import { issueWords, warningWords } from '@/schema/words';
import { FieldGrid, Titled } from '../../kit/parts';
import { PlainField } from '../../kit/PlainField';
import { Button, LinkButton, QuietButton, Small, Warn, Wide } from '../../kit/primitives';
import type { Searching } from './useValves';

interface Props {
  request: Omit<SearchRequest, 'limits' | 'seed' | 'tries'> | null;
  /** Why there is nothing to search yet. */
  waits: Said;
  search: Searching;
  looked: number;
  onLook(i: number): void;
  onTake(suggestion: Suggestion): void;
  locked: boolean;
  /** Bent no further than the caution allows, or than the stack that is in there bends already. */
  mostStressMPa: number;
  aim: string;
  /** The ground sheet with these stacks in the machine. */
  rideHref(suggestions: readonly Suggestion[]): string;
}

const wordsIn = (system: System) => (shims: readonly Shim[]) => shims.map((s) => shimShown(s, system)).join(', ') || 'none';
const LIMITS = {
  leastFaceShims: 'Least face shims',
  mostShims: 'Most shims',
  mostCrossovers: 'Most crossovers',
  mostSwapped: 'Most swapped, blank: any',
};
/** Suggestions ridden side by side. */
const RIDDEN = 2;
/** Stacks tried in one search. */
const TRIES = 3000;

const percent = (share: number, digits: number) => `${(share * 100).toFixed(digits)} %`;

/** How far a search is, or what it came to; '' before there was one. */
function statusOf({ progress, result, running, tookMs }: Searching, words: ReturnType<typeof wordsIn>): string {
  if (running)
    return progress
      ? `${progress.tried} of ${progress.of} stacks tried, best miss ${percent(progress.best.fitError, 1)}: ${words(progress.best.shims)}`
      : 'Solving the stack that is in there';
  if (result?.ok) {
    const { tried, presentFitError, refusedForStress } = result.value;
    const bent = refusedForStress > 0 ? `; ${refusedForStress} came near but bend too far` : '';
    return `${tried} stacks tried in ${((tookMs ?? 0) / 1000).toFixed(1)} s; the stack as it is misses by ${percent(presentFitError, 0)}${bent}`;
  }
  return progress
    ? `Stopped after ${progress.tried} stacks; best so far misses by ${percent(progress.best.fitError, 1)}: ${words(progress.best.shims)}`
    : '';
}

const reachWords = ({ mPerS, targetN, softestN, stiffestN, hangsOn }: NonNullable<SearchResult['reach']['beyond']>): Said =>
  warningWords({ code: 'aim-out-of-reach', data: { speed: mPerS, target: targetN, softest: softestN, stiffest: stiffestN, hangsOn } });

/** Stacks that come closest to the aim from the shims in the drawer: searched in a worker, stopped at will, each with what goes in and out. */
export function Suggestions({ request, waits, search, looked, onLook, onTake, locked, mostStressMPa, aim, rideHref }: Props) {
  const [typed, setTyped] = useState({ leastFaceShims: '2', mostShims: '24', mostCrossovers: '1', mostSwapped: '' });
  const [mayBuy, setMayBuy] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const begin = () => {
    if (!request) return;
    const of = (key: keyof typeof typed) => numberIn(typed[key]);
    const [leastFaceShims, mostShims, mostCrossovers] = [of('leastFaceShims'), of('mostShims'), of('mostCrossovers')];
    const mostSwapped = typed.mostSwapped.trim() === '' ? null : of('mostSwapped');
    const bad = Object.entries({ leastFaceShims, mostShims, mostCrossovers, mostSwapped: mostSwapped ?? 1 }).find(
      ([key, n]) => !Number.isInteger(n) || n < (key === 'mostCrossovers' ? 0 : 1) || n > 60,
    );
    setProblem(bad?.[0] ?? null);
    if (bad) return;
    const limits = { leastFaceShims, mostShims, mostCrossovers, mostSwapped, mayBuy, mostStressMPa };
    search.begin({ ...request, limits, seed: 1, tries: TRIES });
  };
  const { result, running } = search;
  const found = result?.ok ? result.value : null;
  return (
    <Titled title="Stacks that come closest" aside={aim}>
      <LimitFields typed={typed} setTyped={setTyped} problem={problem} />
      <label style={{ display: 'flex', gap: '0.5rem', alignItems: 'center', minHeight: 44 }}>
        <input type="checkbox" checked={mayBuy} onChange={(e) => setMayBuy(e.target.checked)} /> shims may be bought
      </label>
      <SearchButton running={running} search={search} begin={begin} request={request} locked={locked} waits={waits} />
      {result && !result.ok && (
        <Warn>
          <Sentence of={issueWords(result.issue)} />
        </Warn>
      )}
      {search.failure && <Warn>{search.failure} Start the search again.</Warn>}
      {found && found.presentStressMPa > mostStressMPa && (
        <Warn>
          <Sentence
            of={warningWords({
              code: 'stress-of-present',
              data: { stress: found.presentStressMPa, limit: mostStressMPa, speed: FATIGUE_SPEED_M_PER_S },
            })}
          />
        </Warn>
      )}
      {found?.reach.beyond && (
        <Warn>
          <Sentence of={reachWords(found.reach.beyond)} />
        </Warn>
      )}
      {found?.suggestions.length === 0 && (
        <Warn>No stack within these limits holds its stress and comes near. Allow more swaps or shims to buy.</Warn>
      )}
      {found && found.suggestions.length > 0 && (
        <>
          <SuggestionTable suggestions={found.suggestions} looked={looked} onLook={onLook} onTake={onTake} locked={locked} />
          <LinkButton href={rideHref(found.suggestions.slice(0, RIDDEN))}>
            {found.suggestions.length === 1
              ? 'Ride it over the ground'
              : `Ride the first ${Math.min(RIDDEN, found.suggestions.length)} over the ground`}
          </LinkButton>
        </>
      )}
    </Titled>
  );
}

interface SearchButtonProps {
  running: boolean;
  search: Searching;
  begin: () => void;
  request: Omit<SearchRequest, 'limits' | 'seed' | 'tries'> | null;
  locked: boolean;
  waits: Said;
}

function SearchButton({ running, search, begin, request, locked, waits }: SearchButtonProps) {
  const system = useSystem();
  return (
    <p style={{ display: 'flex', gap: '0.75rem', alignItems: 'center', padding: '0.25rem 0' }} className="no-print">
      {running ? (
        <Button onPress={search.stop}>Stop the search</Button>
      ) : (
        <Button $strong onPress={begin} isDisabled={request === null || locked}>
          Search the drawer
        </Button>
      )}
      <Small role="status">{request === null ? <Sentence of={waits} /> : statusOf(search, wordsIn(system))}</Small>
    </p>
  );
}

/** Limits of the search as typed. */
type TypedLimits = Record<'leastFaceShims' | 'mostShims' | 'mostCrossovers' | 'mostSwapped', string>;

interface LimitFieldsProps {
  typed: TypedLimits;
  setTyped: (next: TypedLimits) => void;
  problem: string | null;
}

function LimitFields({ typed, setTyped, problem }: LimitFieldsProps) {
  return (
    <FieldGrid $min="8.5rem">
      {Object.entries(LIMITS).map(([key, label]) => (
        <PlainField
          key={key}
          label={label}
          value={typed[key as keyof typeof typed]}
          onChange={(text) => setTyped({ ...typed, [key]: text })}
          problem={problem === key ? 'A whole number, please.' : null}
        />
      ))}
    </FieldGrid>
  );
}

function SuggestionTable({
  suggestions,
  looked,
  onLook,
  onTake,
  locked,
}: Pick<Props, 'looked' | 'onLook' | 'onTake' | 'locked'> & { suggestions: readonly Suggestion[] }) {
  const system = useSystem();
  const words = wordsIn(system);
  const stress = useColumn('MPa', 0);
  const speed = useColumn('m/s', 0);
  return (
    <Wide>
      <DataTable
        label="Suggested stacks"
        rows={suggestions}
        keyOf={(s) => words(s.shims)}
        isChosen={(_, i) => i === looked}
        columns={[
          {
            name: 'Stack, from the piston out',
            unit: system === 'metric' ? 'mm' : 'in',
            cell: (s, i) => (
              <label style={{ display: 'flex', gap: '0.5rem', minHeight: 44, alignItems: 'center' }}>
                <input type="radio" name="suggestion" checked={i === looked} onChange={() => onLook(i)} />
                <span>
                  {words(s.shims)}
                  {s.missing.length > 0 && <Small> · to buy: {words(s.missing)}</Small>}
                </span>
              </label>
            ),
          },
          { name: 'Miss', figure: true, cell: (s) => `${(s.fitError * 100).toFixed(1)} %` },
          { name: 'In', cell: (s) => <Small>{words(s.added)}</Small> },
          { name: 'Out', cell: (s) => <Small>{words(s.removed)}</Small> },
          {
            name: `Stress at ${speed.text(FATIGUE_SPEED_M_PER_S)} ${speed.unit}`,
            unit: stress.unit,
            figure: true,
            cell: (s) => stress.text(s.maxStressMPa),
          },
          {
            name: <span className="visually-hidden">Take</span>,
            cell: (s) =>
              !locked && (
                <QuietButton onPress={() => onTake(s)} aria-label={`Take this stack: ${pieces(s.added)} in, ${pieces(s.removed)} out`}>
                  take it
                </QuietButton>
              ),
          },
        ]}
      />
    </Wide>
  );
}
