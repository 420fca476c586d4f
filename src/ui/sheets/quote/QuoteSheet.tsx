'use client';
import { type Entries, recorded } from '@/catalogue/entry';
import { type Form, FormProblem, useForm } from '../../kit/useForm';
import { actualOf, quoteOf, unpriced } from '@/judgement/job/quote';
import { clockText, secondsAtBench } from '@/judgement/job/work';
import { QUOTE_LINE, QUOTE_OTHER } from '@/catalogue/fields/bench';
import { moneyText } from '@/catalogue/money';
import { useFieldStore, useLive } from '../../fields/context';
import { PlainField } from '../../kit/PlainField';
import { Button, Empty, Small, Table, Warn } from '../../kit/primitives';
import { dayWords } from '@/catalogue/days';
import { PromisedDay } from '../../layout/PromisedDay';
import { useBench, useLater } from '../../job/BenchContext';
import { Columns, Titled } from '../../kit/parts';
import { showUnsettled } from '../../fields/next';
import type { OfferedQuote, QuoteLine, QuoteSum } from '@/schema/quote';
import { FieldsOf, Repeat } from '../../fields/parts';

const NOW = QUOTE_LINE.filter((f) => !f.key.endsWith('.actual'));
const NEW_UNIT = QUOTE_OTHER.filter((f) => f.key.startsWith('job.newUnit.'));

/** The quote: parts and labour of the rebuild, a new unit beside it, what was offered and answered, and what it came to. */
export function QuoteSheet() {
  const { data } = useBench();
  return (
    <Columns $wide="1.2fr 1fr">
      <div>
        <Titled
          title="Parts and labour"
          aside={`labour ${moneyText({ minor: data.money.labourPerHourMinor, currency: data.money.currency })} an hour`}
        >
          <FieldsOf defs={QUOTE_OTHER.filter((f) => f.key === 'job.outHours')} />
          <FromDrawers />
          <Repeat list="job.quote" defs={NOW} add="Add a line" empty="No line yet." min="9rem" />
        </Titled>
        <Titled title="A new unit instead">
          <FieldsOf defs={NEW_UNIT} />
        </Titled>
        <Actual />
      </div>
      <div>
        <PromisedInQuote />
        <Offer />
        <Offered />
      </div>
    </Columns>
  );
}

/** When it would be ready, with the way to another day. */
function PromisedInQuote() {
  const { data } = useBench();
  if (data.job.handedBackAt || data.practice) return null;
  return (
    <p>
      <PromisedDay job={{ id: data.job.id, machine: data.machine.name, customer: data.customer.name, promisedOn: data.job.promisedOn }} />
    </p>
  );
}

/** Lines for what the job takes from the drawers and what has a price there. */
/** The first line of the quote that nothing is written in. */
const nextLine = (live: Entries): number =>
  Math.max(0, ...Object.keys(live).flatMap((f) => Number(/^job\.quote\.(\d+)\./.exec(f)?.[1] ?? 0))) + 1;

function FromDrawers() {
  const { data } = useBench();
  const store = useFieldStore();
  const live = useLive();
  const priced = data.needs.needs.flatMap((need) => {
    const item = need.what === 'stock' ? data.stock.find((i) => i.id === need.id) : undefined;
    return [{ need, price: item?.priceMinor ?? null, currency: item?.currency ?? null }];
  });
  const known = new Set(recorded(live).flatMap(({ field, text }) => (/^job\.quote\.\d+\.what$/.test(field) ? [text] : [])));
  const open = priced.filter((p) => !known.has(p.need.name));
  if (open.length === 0) return null;
  const fill = () => {
    let n = nextLine(live);
    for (const { need, price, currency } of open) {
      store.put(`job.quote.${n}.kind`, 'part');
      store.put(`job.quote.${n}.what`, need.name);
      store.put(`job.quote.${n}.quantity`, String(need.count));
      if (price !== null && currency === data.money.currency) store.put(`job.quote.${n}.price`, moneyText({ minor: price, currency }));
      n += 1;
    }
  };
  return (
    <p style={{ padding: '0.5rem 0' }}>
      <Button onPress={fill}>Take over what the job wants from the drawers ({open.length})</Button>
    </p>
  );
}

function Lines({
  lines,
  total,
  currency,
  taxName,
  name,
}: {
  lines: QuoteLine[];
  total: QuoteSum;
  currency: string;
  taxName: string;
  name: string;
}) {
  const money = (minor: number) => moneyText({ minor, currency });
  return (
    <Table aria-label={name}>
      <LineRows lines={lines} money={money} taxName={taxName} total={total} />
    </Table>
  );
}

interface LineRowsProps {
  lines: QuoteLine[];
  money: (minor: number) => string;
  taxName: string;
  total: QuoteSum;
}

function LineRows({ lines, money, taxName, total }: LineRowsProps) {
  return (
    <tbody>
      {lines.map((l, i) => (
        <LineRow key={i} l={l} money={money} />
      ))}
      <tr>
        <td colSpan={2}>
          <Small>without {taxName.toLowerCase()}</Small>
        </td>
        <td className="number">{money(total.netMinor)}</td>
      </tr>
      <tr>
        <td colSpan={2}>
          <Small>{taxName}</Small>
        </td>
        <td className="number">{money(total.taxMinor)}</td>
      </tr>
      <tr>
        <td colSpan={2}>
          <b>Together</b>
        </td>
        <td className="number">
          <b>{money(total.totalMinor)}</b>
        </td>
      </tr>
    </tbody>
  );
}

function LineRow({ l, money }: { l: QuoteLine; money: (minor: number) => string }) {
  return (
    <tr>
      <td>{l.what}</td>
      <td className="number">
        {l.quantity} {l.kind === 'labour' ? 'h' : ''} × {money(l.unitMinor)}
      </td>
      <td className="number">{money(l.minor)}</td>
    </tr>
  );
}

function Offer() {
  const { data, reload } = useBench();
  const facts = useLater();
  const store = useFieldStore();
  const form = useForm({});
  const quote = quoteOf(facts.entries, data.money);
  const half = unpriced(facts.entries);
  const offer = async () => {
    if (!store.commitAll()) return form.refuse('', showUnsettled([store]) ?? '');
    await store.flush();
    if (await form.send(`/api/jobs/${data.job.id}/quotes`, {})) reload();
  };
  const { currency, taxName, instead } = quote;
  const difference = instead ? instead.total.totalMinor - quote.rebuild.totalMinor : 0;
  return (
    <Titled title="As it stands now">
      <Lines name="The rebuild" lines={quote.lines} total={quote.rebuild} currency={currency} taxName={taxName} />
      {instead && <Instead instead={instead} currency={currency} taxName={taxName} difference={difference} />}
      {half > 0 && <Warn>{half === 1 ? 'One line is' : `${half} lines are`} without a name or a price and not counted.</Warn>}
      <p style={{ paddingTop: '0.5rem' }}>
        <Button $strong onPress={() => void offer()}>
          Keep this as the quote offered
        </Button>
      </p>
      <FormProblem of={form} />
    </Titled>
  );
}

interface InsteadProps {
  instead: NonNullable<ReturnType<typeof quoteOf>['instead']>;
  currency: string;
  taxName: string;
  difference: number;
}

function Instead({ instead, currency, taxName, difference }: InsteadProps) {
  return (
    <>
      <p style={{ paddingTop: '1rem' }}>
        <b>Instead: {instead.what}</b>
      </p>
      <Lines name="A new unit" lines={instead.lines} total={instead.total} currency={currency} taxName={taxName} />
      <p>
        {difference > 0
          ? `The rebuild costs ${moneyText({ minor: difference, currency })} less than the new unit, getting it out counted in both.`
          : `The new unit costs ${moneyText({ minor: -difference, currency })} less than the rebuild, getting it out counted in both: say so before the spanner.`}
      </p>
    </>
  );
}

function Offered() {
  const { data } = useBench();
  return (
    <Titled title="Quotes offered, newest first">
      {data.quotes.length === 0 && <Empty>None offered yet. What is offered is kept as it was.</Empty>}
      {data.quotes.map((q, i) => (
        <OneQuote key={q.id} quote={q} newest={i === 0} />
      ))}
    </Titled>
  );
}

function OneQuote({ quote, newest }: { quote: OfferedQuote; newest: boolean }) {
  const { data, reload } = useBench();
  const form = useForm({ words: '' });
  const say = async (accepted: boolean) => {
    if (await form.send(`/api/jobs/${data.job.id}/quotes/answer`, { quoteId: quote.id, accepted, ...form.typed })) reload();
  };
  const { document } = quote;
  return (
    <section aria-label={`Quote ${quote.id}`} style={{ borderTop: '1px solid var(--rule)', padding: '0.5rem 0' }}>
      <b>{moneyText({ minor: document.rebuild.totalMinor, currency: document.currency })}</b>{' '}
      <Small>
        quote {quote.id}, {dayWords(quote.offeredAt)}, stands {document.stands} days
      </Small>{' '}
      <a href={`/api/jobs/${data.job.id}/print/quote?quote=${quote.id}`}>PDF</a>
      {quote.accepted === null ? (
        newest && <Answer form={form} say={say} />
      ) : (
        <p>
          {quote.accepted ? '● accepted' : '○ not accepted'} {quote.answeredAt ? dayWords(quote.answeredAt) : ''}
          {quote.words && <Small>, “{quote.words}”</Small>}
        </p>
      )}
      <FormProblem of={form} />
    </section>
  );
}

function Answer({ form, say }: { form: Form<{ words: string }>; say: (accepted: boolean) => Promise<void> }) {
  return (
    <div>
      <PlainField label="In the customer’s words" {...form.field('words')} />
      <p style={{ display: 'flex', gap: '1rem', paddingTop: '0.5rem' }}>
        <Button onPress={() => void say(true)}>Accepted</Button>
        <Button onPress={() => void say(false)}>Not accepted</Button>
      </p>
    </div>
  );
}

/** What it came to, against what was quoted. */
function Actual() {
  const { data } = useBench();
  const facts = useLater();
  const against = data.quotes.find((q) => q.accepted) ?? data.quotes[0];
  const numbers = [...new Set(Object.keys(facts.entries).flatMap((f) => /^job\.quote\.(\d+)\.what$/.exec(f)?.[1] ?? []))].map(Number);
  const labour = [
    ...new Set(
      recorded(facts.entries).flatMap(({ field, text }) => (text === 'labour' ? (/^job\.quote\.(\d+)\.kind$/.exec(field)?.[1] ?? []) : [])),
    ),
  ].map(Number);
  const rows = [...new Set([...numbers, ...labour])].sort((a, b) => a - b);
  const { total } = actualOf(facts.entries, data.money);
  const seconds = secondsAtBench(facts.entries, data.procedures);
  const difference = against ? total.totalMinor - against.document.rebuild.totalMinor : 0;
  const { currency } = data.money;
  return (
    <Titled title="What it came to" aside={seconds > 0 ? `${clockText(seconds)} at the bench by the clock` : 'as quoted until written'}>
      <FieldsOf
        defs={[
          ...QUOTE_OTHER.filter((f) => f.key === 'job.outActual'),
          ...rows.map((n) => ({
            ...QUOTE_LINE.find((f) => f.key.endsWith('.actual'))!,
            key: `job.quote.${n}.actual`,
          })),
        ]}
      />
      {rows.length > 0 && (
        <Small>In the order of the lines: {rows.map((n) => facts.entries[`job.quote.${n}.what`]?.text || 'labour').join(', ')}.</Small>
      )}
      <AgainstQuote total={total} currency={currency} against={against} difference={difference} />
    </Titled>
  );
}

interface AgainstQuoteProps {
  total: { netMinor: number; taxMinor: number; totalMinor: number };
  currency: string;
  against: OfferedQuote | undefined;
  difference: number;
}

function AgainstQuote({ total, currency, against, difference }: AgainstQuoteProps) {
  return (
    <p style={{ paddingTop: '0.5rem' }}>
      <b>{moneyText({ minor: total.totalMinor, currency })}</b>{' '}
      {against && (
        <Small>
          {difference === 0
            ? `as quoted (quote ${against.id})`
            : `${moneyText({ minor: Math.abs(difference), currency })} ${difference > 0 ? 'above' : 'below'} quote ${against.id}`}
        </Small>
      )}
    </p>
  );
}
