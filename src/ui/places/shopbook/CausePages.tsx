'use client';
import { DataTable } from '../../kit/DataTable';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { type CauseCounts, bearingKey } from '@/judgement/reason/learnt';
import { type CausePage, TIER_NAMES } from '@/knowledge/causes/page';
import { EVIDENCE, type Statement } from '@/knowledge/causes/statements';
import { percent } from '@/judgement/reason/evidence/rule';
import { numberIn } from '@/catalogue/tables';
import { COMPLAINT_PHRASES } from '@/catalogue/fields/ask';
import { FieldGrid, Titled } from '../../kit/parts';
import { useForm } from '../../kit/useForm';
import { PlainField } from '../../kit/PlainField';
import { Button, QuietButton, Small, Wide } from '../../kit/primitives';
import { BookFrame } from '../../layout/BookFrame';
import { dayWords } from '@/catalogue/days';
import { PageEditor } from './PageEditor';

interface Cause {
  page: CausePage;
  versions: number;
  reason: string;
  at: string | null;
  /** The page with the shop's own outcomes weighed in. */
  learnt: CausePage;
  counts: CauseCounts;
  reset: { reason: string; at: string } | null;
}

/** Causes and cures of the Shop book: what is from memory, what the shop has counted, and what they come to; all of it may be changed. */
export function CausePages({ causes }: { causes: Cause[] }) {
  const [open, setOpen] = useState<string | null>(null);
  return (
    <BookFrame here="causes" about="causes, their evidence and their cures">
      <p style={{ maxWidth: '70ch', paddingBottom: '0.75rem' }}>
        <Small>
          A cause brings about a complaint with a strength; a statement found true or false multiplies its odds by a ratio. Figures from
          memory are worth twelve outcomes: each ride kept or taken back is counted beside them, and moves them.
        </Small>
      </p>
      <Wide>
        <DataTable
          label="Causes"
          rows={causes}
          keyOf={(c) => c.page.id}
          below={(c) => open === c.page.id && <Sheet cause={c} />}
          columns={[
            { name: 'Cause', cell: ({ page }) => <b>{page.name}</b> },
            { name: 'Sits at', cell: ({ page }) => (page.ends.length === 0 ? 'the machine' : page.ends.join(', ')) },
            { name: 'Of machines that come in', figure: true, cell: ({ page }) => percent(page.prior) },
            { name: 'Tried', figure: true, cell: ({ counts }) => counts.tried },
            { name: 'Helped', figure: true, cell: ({ counts }) => counts.helped },
            { name: 'Figures', cell: (c) => <Small>{originOf(c)}</Small> },
            {
              name: 'Page',
              figure: true,
              cell: ({ page: { id, name } }) => (
                <QuietButton
                  onPress={() => setOpen(open === id ? null : id)}
                  aria-expanded={open === id}
                  aria-label={`${open === id ? 'Close' : 'Open'} ${name}`}
                >
                  {open === id ? 'close' : 'open'}
                </QuietButton>
              ),
            },
          ]}
        />
      </Wide>
    </BookFrame>
  );
}

const originOf = ({ page, versions, at, reason }: Cause): string =>
  versions === 0 ? page.origin : `version ${versions + 1}, ${at ? dayWords(at) : ''}: ${reason}`;

const ratio = (x: number) => (x >= 1 ? x.toFixed(1) : x.toFixed(2));
/** From memory, and what the shop's outcomes make of it. */
const moved = (memory: string, now: string) => (memory === now ? memory : `${memory} → ${now}`);

function Sheet({ cause }: { cause: Cause }) {
  const { page, learnt, counts } = cause;
  const [editing, setEditing] = useState(false);
  if (editing) return <Editor page={page} onDone={() => setEditing(false)} />;
  return (
    <div style={{ padding: '0.25rem 0 1rem' }}>
      <p style={{ maxWidth: '70ch' }}>{page.says}</p>
      <div style={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fit, minmax(min(22rem, 100%), 1fr))', gap: '0 2rem' }}>
        <BringsAbout page={page} counts={counts} learnt={learnt} />
        <ToldBy page={page} counts={counts} learnt={learnt} />
      </div>
      <Titled title="Cures, cheapest first">
        <ul>
          {page.cures.map((c) => (
            <li key={c.id} style={{ padding: '0.2rem 0' }}>
              <b>{TIER_NAMES[c.tier]}</b> {c.what}{' '}
              <Small>
                {c.hours} h{c.risk && ` · ${c.risk}`}
              </Small>
            </li>
          ))}
        </ul>
      </Titled>
      <Button onPress={() => setEditing(true)}>Change the figures</Button>
      <Reset cause={cause} />
    </div>
  );
}

/** The evidence it is told by, as written and as learnt. */
function ToldBy({ page, counts, learnt }: { page: CausePage; counts: CauseCounts; learnt: CausePage }) {
  return (
    <Titled title="Is told by">
      <DataTable
        label={`Evidence of ${page.name}`}
        rows={page.evidence.map((b, i) => ({ b, so: counts.byStatement[bearingKey(b)]!, now: learnt.evidence[i]! }))}
        keyOf={({ b }) => bearingKey(b)}
        columns={[
          {
            name: 'Statement',
            cell: ({ b }) => (
              <>
                {EVIDENCE[b.id as Statement].name} {b.at !== 'same' && <Small>{b.at}</Small>}
              </>
            ),
          },
          { name: 'True', figure: true, cell: ({ b, now }) => `×${moved(ratio(b.ifTrue), ratio(now.ifTrue))}` },
          { name: 'False', figure: true, cell: ({ b, now }) => `×${moved(ratio(b.ifFalse), ratio(now.ifFalse))}` },
          { name: 'Outcomes', figure: true, cell: ({ so }) => (so.confirmed + so.refuted > 0 ? so.confirmed + so.refuted : '–') },
        ]}
      />
    </Titled>
  );
}

/** The complaints a cause brings about, as written and as learnt. */
function BringsAbout({ page, counts, learnt }: { page: CausePage; counts: CauseCounts; learnt: CausePage }) {
  return (
    <Titled title="Brings about">
      <DataTable
        label={`Complaints of ${page.name}`}
        rows={page.complaints.map((link, i) => ({ link, so: counts.byComplaint[link.id], now: learnt.complaints[i]! }))}
        keyOf={({ link }) => link.id + link.at}
        columns={[
          {
            name: 'Complaint',
            cell: ({ link }) => (
              <>
                {COMPLAINT_PHRASES[link.id]} {link.at !== 'same' && <Small>{link.at} only</Small>}
              </>
            ),
          },
          { name: 'Strength', figure: true, cell: ({ link, now }) => moved(link.strength.toFixed(2), now.strength.toFixed(2)) },
          { name: 'Tried, helped', figure: true, cell: ({ so }) => (so ? `${so.tried}, ${so.helped}` : '–') },
        ]}
      />
    </Titled>
  );
}

/** Counts begun anew: nothing is deleted, and the reason stands in the book. */
function Reset({ cause }: { cause: Cause }) {
  const router = useRouter();
  const form = useForm({ reason: '' }, () => 'reason');
  const begin = async () => {
    const { reason } = form.typed;
    if (reason.trim() === '') return form.refuse('reason', 'Say why the counts begin anew.');
    if (!(await form.send('/api/book/causes/reset', { cause: cause.page.id, reason }))) return;
    form.clear();
    router.refresh();
  };
  return (
    <div style={{ paddingTop: '0.5rem' }}>
      {cause.reset && (
        <Small>
          Counted anew since {dayWords(cause.reset.at)}: {cause.reset.reason}.
        </Small>
      )}
      {cause.counts.tried > 0 && (
        <FieldGrid $min="16rem">
          <PlainField label="Why the counts begin anew" {...form.field('reason')} />
          <p style={{ alignSelf: 'end' }}>
            <QuietButton onPress={() => void begin()}>Begin the counts anew</QuietButton>
          </p>
        </FieldGrid>
      )}
    </div>
  );
}

function Editor({ page, onDone }: { page: CausePage; onDone(): void }) {
  const figures = [
    { key: 'prior', label: 'Share of machines that come in with it', text: String(page.prior) },
    ...page.complaints.map((c, i) => ({
      key: `complaints.${i}.strength`,
      label: `Strength: ${COMPLAINT_PHRASES[c.id].toLowerCase()}${c.at === 'same' ? '' : `, ${c.at}`}`,
      text: String(c.strength),
    })),
    ...page.evidence.flatMap((b, i) =>
      (['ifTrue', 'ifFalse'] as const).map((k) => ({
        key: `evidence.${i}.${k}`,
        label: `${EVIDENCE[b.id as Statement].name}: ratio where ${k === 'ifTrue' ? 'true' : 'false'}`,
        text: String(b[k]),
      })),
    ),
    ...page.cures.flatMap((c, i) => [
      { key: `cures.${i}.hours`, label: `Hours: ${c.what}`, text: String(c.hours) },
      { key: `cures.${i}.partsMinor`, label: `Parts, in whole coins: ${c.what}`, text: String(c.partsMinor) },
    ]),
  ];
  return (
    <PageEditor
      figures={figures}
      origin={page.origin}
      route="/api/book/causes"
      pageFrom={(typed, origin) => {
        const at = (key: string) => numberIn(typed[key]!);
        return {
          version: 'cause/1',
          ...page,
          origin,
          prior: at('prior'),
          complaints: page.complaints.map((c, i) => ({ ...c, strength: at(`complaints.${i}.strength`) })),
          evidence: page.evidence.map((b, i) => ({ ...b, ifTrue: at(`evidence.${i}.ifTrue`), ifFalse: at(`evidence.${i}.ifFalse`) })),
          cures: page.cures.map((c, i) => ({ ...c, hours: at(`cures.${i}.hours`), partsMinor: at(`cures.${i}.partsMinor`) })),
        };
      }}
      onDone={onDone}
    />
  );
}
