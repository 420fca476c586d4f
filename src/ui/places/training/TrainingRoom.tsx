'use client';
import { DataTable } from '../../kit/DataTable';
import { type JobFacts } from '@/judgement/model/facts';
import type { Explained, Reasoned } from '@/judgement/reason/reason';
import { kg, said } from '@/core/units/say';
import { choiceName } from '@/catalogue/choices';
import dynamic from 'next/dynamic';
import { part } from '../../kit/renewed';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import type { School } from '@/knowledge/schools';
import type { CausePage } from '@/knowledge/causes/page';
import { measurementWords, whereTyped } from '@/knowledge/causes/statements';
import { percent } from '@/judgement/reason/evidence/rule';
import { textOf } from '@/judgement/model/read';
import { COMPLAINT_BAD, COMPLAINT_PHRASES, COMPLAINT_PLACES } from '@/catalogue/fields/ask';
import { CASES, caseById, machineNamed, type TrainingCase } from '@/knowledge/training/cases';
import { stanceEnd } from '../../job/stance';
import { Columns, Titled } from '../../kit/parts';
import { Pick } from '../../kit/Pick';
import { Stance } from '../../figures/Stance';
import { usePreferences, useSaid } from '../../kit/preferences';
import { Button, LinkButton, Small } from '../../kit/primitives';
import { Shell } from '../../layout/Shell';
import { knownOf, reasonedOf, modelsWay } from '@/judgement/job/training';

/** Its code comes once a case is answered. */
const RideCase = dynamic(() => part(() => import('./RideCase')).then((m) => m.RideCase), { ssr: false });

interface Move {
  measured: string;
  /** What was thought before it. */
  guess: string;
}

const label = (of: Record<string, string>, id: string) => (of[id] ?? '').toLowerCase();

/** One case: told, measured piece by piece, guessed at, and then told whole with the model's way beside one's own. */
export function TrainingRoom({ id, causes, schools }: { id: string; causes: CausePage[]; schools: School[] }) {
  const c = caseById(id)!;
  const { system } = usePreferences();
  const [moves, setMoves] = useState<Move[]>([]);
  const [guess, setGuess] = useState('');
  const [answered, setAnswered] = useState(false);
  const made = useMemo(() => moves.map((m) => m.measured), [moves]);
  const reasoned = useMemo(() => reasonedOf(c, made, schools, causes), [c, made, schools, causes]);
  const known = useMemo(() => knownOf(c, made, schools), [c, made, schools]);
  const options = reasoned.causes
    .filter((x) => x.linked)
    .map((x) => ({ value: x.id, label: x.name }))
    .sort((a, b) => a.label.localeCompare(b.label));
  const minutes = made.reduce((sum, m) => sum + whereTyped(m).minutes, 0);
  return (
    <Shell title="Training" about={c.title}>
      <p className="no-print">
        <Link href="/training" style={{ display: 'inline-flex', minHeight: 44, alignItems: 'center' }}>
          All cases
        </Link>
      </p>
      <Columns $wide="1.2fr 1fr">
        <WhatIsKnown
          c={c}
          known={known}
          minutes={minutes}
          reasoned={reasoned}
          made={made}
          answered={answered}
          guess={guess}
          options={options}
          setGuess={setGuess}
          setAnswered={setAnswered}
          moves={moves}
          causes={causes}
          schools={schools}
        />
        <div>
          {!answered && (
            <Measurements c={c} made={made} guessed={guess !== ''} onMeasure={(measured) => setMoves([...moves, { measured, guess }])} />
          )}
          <Stance rear={stanceEnd(known, 'rear')} front={stanceEnd(known, 'front')} inches={system === 'imperial'} />
        </div>
      </Columns>
    </Shell>
  );
}

interface WhatIsKnownProps {
  c: TrainingCase;
  known: JobFacts;
  minutes: number;
  reasoned: Reasoned;
  made: string[];
  answered: boolean;
  guess: string;
  options: { value: string; label: string }[];
  setGuess: (next: string) => void;
  setAnswered: (next: boolean) => void;
  moves: Move[];
  causes: CausePage[];
  schools: School[];
}

function WhatIsKnown({
  c,
  known,
  minutes,
  reasoned,
  made,
  answered,
  guess,
  options,
  setGuess,
  setAnswered,
  moves,
  causes,
  schools,
}: WhatIsKnownProps) {
  return (
    <div>
      <Story c={c} known={known} />
      <Titled title="What you know" aside={`${minutes} min spent`}>
        <Evidence reasoned={reasoned} made={made} />
      </Titled>
      {!answered && <Guess guess={guess} options={options} setGuess={setGuess} setAnswered={setAnswered} />}
      {answered && <Told c={c} moves={moves} guess={guess} causes={causes} schools={schools} minutes={minutes} />}
    </div>
  );
}

interface GuessProps {
  guess: string;
  options: { value: string; label: string }[];
  setGuess: (next: string) => void;
  setAnswered: (next: boolean) => void;
}

function Guess({ guess, options, setGuess, setAnswered }: GuessProps) {
  return (
    <Titled title="What do you think it is?">
      <div style={{ maxWidth: '26rem' }}>
        <Pick label="Your cause" value={guess || null} options={options} onPick={setGuess} />
      </div>
      <p style={{ paddingTop: '0.6rem' }}>
        <Button $strong isDisabled={guess === ''} onPress={() => setAnswered(true)}>
          That is it
        </Button>{' '}
        <Small>or measure on, at the right</Small>
      </p>
    </Titled>
  );
}

/** What the counter was told. */
function Story({ c, known }: { c: TrainingCase; known: JobFacts }) {
  const inUnits = useSaid();
  const at = (what: 'phrase' | 'place' | 'end' | 'bad' | 'since' | 'words') => textOf(known.entries, `complaint.1.${what}`);
  return (
    <Titled
      title={`${c.title}: ${machineNamed(c)}`}
      aside={inUnits(said`rider ${kg(Number(c.asked['rider.mass']))} in gear, ${known.entries.use?.text ?? ''}`)}
    >
      <p style={{ maxWidth: '60ch' }}>{c.story}</p>
      <p style={{ padding: '0.5rem 0' }}>
        <b>{choiceName(COMPLAINT_PHRASES, at('phrase'))}</b>{' '}
        <Small>{[label(COMPLAINT_PLACES, at('place')), at('end'), label(COMPLAINT_BAD, at('bad'))].filter(Boolean).join(' · ')}</Small>
        <br />“{at('words')}”
      </p>
    </Titled>
  );
}

/** What may be measured, each with its minutes; a guess comes first. */
function Measurements(props: { c: TrainingCase; made: readonly string[]; guessed: boolean; onMeasure(measured: string): void }) {
  const { c, made, guessed, onMeasure } = props;
  return (
    <Titled title="Measure" aside={guessed ? '' : 'say first what you think'}>
      <ul>
        {Object.keys(c.reveals).map((m) => (
          <li key={m} style={{ padding: '0.25rem 0' }}>
            <Button
              isDisabled={made.includes(m) || !guessed}
              onPress={() => onMeasure(m)}
              style={{ width: '100%', justifyContent: 'space-between' }}
            >
              <span>{measurementWords(m)}</span>
              <Small>{made.includes(m) ? 'done' : `${whereTyped(m).minutes} min`}</Small>
            </Button>
          </li>
        ))}
      </ul>
    </Titled>
  );
}

/** The sentences known so far, each once, in the order they were asked for. */
function Evidence({ reasoned, made }: { reasoned: Reasoned; made: readonly string[] }) {
  const inUnits = useSaid();
  const words = [...new Set(reasoned.reads.map((r) => inUnits(r.words)))];
  if (made.length === 0) return <Small>Nothing is measured yet.</Small>;
  return (
    <ul aria-live="polite">
      {words.map((w) => (
        <li key={w} style={{ borderTop: '1px solid var(--fine)', padding: '0.25rem 0' }}>
          {w}
        </li>
      ))}
    </ul>
  );
}

interface ToldProps {
  c: TrainingCase;
  moves: Move[];
  guess: string;
  causes: CausePage[];
  schools: School[];
  minutes: number;
}

/** What it was; one's own way step by step, with what the model thought at each, and the way the model would have gone. */
function Told({ c, moves, guess, causes, schools, minutes }: ToldProps) {
  const after = (n: number) =>
    reasonedOf(
      c,
      moves.slice(0, n).map((m) => m.measured),
      schools,
      causes,
    );
  const all = after(moves.length);
  const name = (id: string) => all.causes.find((x) => x.id === id)?.name ?? 'none';
  const truth = all.causes.find((x) => x.id === c.truth)!;
  const way = modelsWay(c, schools, causes);
  const right = guess === c.truth;
  const next = CASES[(CASES.findIndex((x) => x.id === c.id) + 1) % CASES.length]!;
  const rows = Array.from({ length: moves.length + 1 }, (_, n) => {
    const then = after(n);
    const mine = n < moves.length ? moves[n]!.guess : guess;
    const best = then.next.find((m) => m.id in c.reveals);
    return {
      n,
      measured: n === 0 ? 'the complaint alone' : measurementWords(moves[n - 1]!.measured),
      mine: name(mine),
      mineShare: then.causes.find((x) => x.id === mine)?.explains ?? 0,
      model: then.leading?.name ?? 'nothing leads',
      modelShare: then.leading?.explains ?? null,
      wouldMeasure: best ? measurementWords(best.id) : 'nothing more',
    };
  });
  return (
    <Titled title="What it was" aside={right ? 'you had it' : 'you had another'}>
      <p role="status" style={{ fontSize: '1.0625rem', fontWeight: 700 }}>
        {truth.name}. {right ? 'That is what you said.' : `You said: ${name(guess).toLowerCase()}.`}
      </p>
      <p style={{ maxWidth: '62ch' }}>{c.what}</p>
      <Verdict truth={truth} minutes={minutes} way={way} />
      <BothWays rows={rows} />
      <RideCase c={c} truth={truth} guessed={right ? null : (all.causes.find((x) => x.id === guess) ?? null)} schools={schools} />
      <Sentences reasoned={all} truth={c.truth} />
      <p style={{ paddingTop: '0.6rem', display: 'flex', gap: '1rem', alignItems: 'center' }}>
        <LinkButton href={`/training/${next.id}`}>Next case: {next.title}</LinkButton>
        <Link href="/training">All cases</Link>
      </p>
    </Titled>
  );
}

interface VerdictProps {
  truth: Explained;
  minutes: number;
  way: { made: string[]; minutes: number; ends: string | null };
}

function Verdict({ truth, minutes, way }: VerdictProps) {
  return (
    <p>
      <Small>
        First cure: {truth.page.cures[0]!.what} You spent {minutes} min; the model’s way takes {way.minutes} min:{' '}
        {way.made.map((m) => measurementWords(m).toLowerCase()).join(', then ') || 'nothing measured'}.
      </Small>
    </p>
  );
}

interface BothWaysProps {
  rows: { n: number; measured: string; mine: string; mineShare: number; model: string; modelShare: number | null; wouldMeasure: string }[];
}

function BothWays({ rows }: BothWaysProps) {
  return (
    <DataTable
      label="Your way and the model’s"
      rows={rows}
      keyOf={(r) => r.n}
      columns={[
        { name: 'Known', cell: (r) => r.measured },
        { name: 'You thought', cell: (r) => r.mine },
        { name: 'the model of it', figure: true, cell: (r) => percent(r.mineShare) },
        {
          name: 'The model thought',
          cell: (r) => (
            <>
              {r.model} {r.modelShare !== null && <Small>{percent(r.modelShare)}</Small>}
            </>
          ),
        },
        { name: 'and would measure', cell: (r) => r.wouldMeasure },
      ]}
    />
  );
}

function Sentences({ reasoned, truth }: { reasoned: Reasoned; truth: string }) {
  const inUnits = useSaid();
  const cause = reasoned.causes.find((x) => x.id === truth)!;
  if (cause.for.length === 0) return null;
  return (
    <p style={{ paddingTop: '0.5rem' }}>
      <b>Because</b> {cause.for.map((s) => `${inUnits(s.words).replace(/\.$/, '')} (×${s.factor.toFixed(1)})`).join('; ')}.
    </p>
  );
}
