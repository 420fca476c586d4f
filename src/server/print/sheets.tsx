import { factsOf } from '@/judgement/model/facts';
import { dayWords } from '@/catalogue/days';
import { jobNumber } from '@/catalogue/jobs';
import { ENDS, END_NAMES } from '@/catalogue/ends';
import { Text, View } from '@react-pdf/renderer';
import { db } from '@/db/client';
import { manyQuotes } from '@/db/queries/quotes';
import { bothLengths, bothUnits } from '@/judgement/model/bothUnits';
import { builtStacks } from '@/judgement/findings/built';
import { CAUTIONS } from '@/knowledge/cautions';
import { itemNumbers, textOf } from '@/judgement/model/read';
import { shimShown } from '@/catalogue/tables';
import { isAside, stepLines } from '@/judgement/job/work';
import { chosenSprings, rateTextOf } from '@/judgement/model/offers';
import { fieldDef } from '@/catalogue/fields';
import { moneyText } from '@/catalogue/money';
import { listSprings } from '../stock/drawers';
import { listShims } from '../stock/shims';
import { listStock } from '../stock/stock';
import { systemOfShop } from '../book/book';
import { type CardFacts, partsOf, setFor, shopLine, supersededWords } from '@/judgement/job/card';
import { cardData, cardFacts } from '../machines/card';
import { withFile } from './attached';
import { sealShown } from '@/schema/sealWords';
import { cardLink } from '../door/network';
import { lastSeal } from '../keeping/seals';
import { bench } from '../views';
import { A4, Cautions, END_COLOUR, HeadingLine, LabelSheet, Line, OneLabel, pdfOf, plain, qrOf, Soft, Tick, Two } from './paper';
import type { QuoteLine, QuoteSum } from '@/schema/quote';

/** The papers of the shop: set-up card, job sheet, quote, labels. Each answers null where there is nothing to print. */

/** "26 Nov 2026": without the weekday, which a paper has no room for. */
const day = (iso: string) => dayWords(iso).replace(/^\w+ /, '');
const choiceWords = (field: string, text: string) => {
  const def = fieldDef(field);
  return def.kind === 'choice' ? (def.options.find((o) => o.value === text)?.label ?? text) : text;
};

/** The card the customer takes home, its data attached; with the square that opens it again where phones can. */
export async function cardPdf(setupId: number): Promise<Buffer | null> {
  const card = await cardFacts(setupId);
  if (!card) return null;
  const { lines, machine, customer, registration, technician, shop } = card;
  const link = cardLink(setupId);
  const paper = await pdfOf(
    <A4
      title={`Set-up card: ${machine}`}
      under={[
        shopLine(shop),
        [customer, registration].filter(Boolean).join(' · '),
        setFor(card),
        ...(card.supersededBy ? [supersededWords(card.supersededBy)] : []),
      ]}
      right={[
        day(card.recordedAt),
        `Job ${jobNumber(card.jobId)}`,
        technician ? `signed by ${technician}` : '',
        card.seal ? `seal ${card.seal}` : '',
      ]}
      {...(link ? { qr: await qrOf(link) } : {})}
    >
      <Two>
        {
          ENDS.map((end) => (
            <View key={end}>
              <HeadingLine colour={END_COLOUR[end]}>{END_NAMES[end]}</HeadingLine>
              {lines
                .filter((l) => l.end === end)
                .map((l) => (
                  <Line key={l.key} name={l.label} figure={l.text} />
                ))}
            </View>
          )) as [React.ReactNode, React.ReactNode]
        }
      </Two>
      <CardWords card={card} />
      <HeadingLine>Notes</HeadingLine>
      {Array.from({ length: 7 }, (_, i) => (
        <View key={i} style={{ height: '8mm', borderBottom: '0.5pt solid #999' }} />
      ))}
      {card.bookSeal && <BookSeal seal={card.bookSeal} />}
      <Cautions>{['Sag is read with the rider in full gear, feet up.', CAUTIONS.afterwards, CAUTIONS.licence]}</Cautions>
    </A4>,
  );
  return withFile(paper, `set-up-${setupId}.json`, cardData(card), 'The same set-up as data: mavrin-card/1');
}

/** What a chain cut at its end shows against: the newest seal there was when this was printed. */
const BookSeal = ({ own = '', seal }: { own?: string; seal: string }) => (
  <Soft>
    {[own && `Seal of this record ${own}.`, `Last seal of the book, ${day(new Date().toISOString())}: ${seal}.`].filter(Boolean).join(' ')}
  </Soft>
);

const CardWords = ({ card }: { card: CardFacts }) => (
  <View>
    {partsOf(card).map(({ title, words }) => (
      <View key={title}>
        <HeadingLine>{title}</HeadingLine>
        {words.map((w) => (
          <Text key={w}>{plain(w)}</Text>
        ))}
      </View>
    ))}
  </View>
);

/** What hangs on the stand: who, what, the complaint, what goes in, and the steps to tick. */
export async function sheetPdf(jobId: number, address: string): Promise<Buffer | null> {
  const view = await bench(jobId);
  if (!view) return null;
  const { job, machine, customer, entries, figures, springs, needs, procedures } = view;
  const system = await systemOfShop();
  const [own, last] = [view.signed.at(-1)?.seal, await lastSeal()];
  const complaints = itemNumbers(entries, 'complaint').map((n) => {
    const at = `complaint.${n}` as const;
    const said = (['phrase', 'place', 'end'] as const).map(
      (k) => textOf(entries, `${at}.${k}`) && choiceWords(`${at}.${k}`, textOf(entries, `${at}.${k}`)),
    );
    const words = textOf(entries, `${at}.words`);
    return [...said, words && `“${words}”`].filter(Boolean).join(', ');
  });
  return pdfOf(
    <A4
      title={`Job ${jobNumber(job.id)}: ${machine.name}`}
      under={[
        `${customer.name}${customer.phone ? `, ${customer.phone}` : ''}`,
        [machine.registration, machine.frameNumber && `frame ${machine.frameNumber}`].filter(Boolean).join(' · '),
      ]}
      right={[`in ${day(job.takenInAt)}`, `promised ${day(job.promisedOn)}`]}
      qr={await qrOf(`${address}/jobs/${job.id}`)}
    >
      <HeadingLine>Complaints</HeadingLine>
      {complaints.length === 0 ? <Soft>None noted.</Soft> : complaints.map((c) => <Text key={c}>{c}</Text>)}
      <Two>
        {
          ENDS.map((end) => {
            const chosen = chosenSprings(entries, end, springs);
            const preload = entries[`springs.${end}.preload`];
            const rate = fieldDef(`found.${end}.spring`);
            const stacks = builtStacks(factsOf(entries, figures)).filter((s) => (end === 'rear') === (s.damper === 'rear'));
            return (
              <View key={end}>
                <HeadingLine colour={END_COLOUR[end]}>{`${END_NAMES[end]}: what goes in`}</HeadingLine>
                <Line
                  name="Spring"
                  figure={
                    chosen && rate.kind === 'quantity'
                      ? `${chosen.spring.name}, ${bothUnits(chosen.spring.rateNPerMm, rate, system)}`
                      : 'as it came'
                  }
                />
                {preload?.value != null && <Line name="Preload" figure={bothLengths(preload.value, system)} />}
                {stacks.map((s) => (
                  <Line
                    key={s.name}
                    name={s.name}
                    figure={`${s.specified.map((shim) => shimShown(shim, system)).join('  ')} ${system === 'metric' ? 'mm' : 'in'}`}
                  />
                ))}
              </View>
            );
          }) as [React.ReactNode, React.ReactNode]
        }
      </Two>
      {needs.needs.length > 0 && <HeadingLine>From the drawers</HeadingLine>}
      {needs.needs.map((n) => (
        <Tick key={n.name}>{`${n.count}${n.unit === 'mL' ? ' mL' : ' ×'} ${n.name}${n.there === null ? '' : `, ${n.there} there`}`}</Tick>
      ))}
      {procedures
        .filter((p) => !isAside(entries, p.n))
        .map((p) => (
          <View key={p.n}>
            <HeadingLine colour={END_COLOUR[p.procedure.end]}>{p.procedure.name}</HeadingLine>
            {stepLines(entries, p).map((l) => (
              <Tick key={l.step} done={l.state === 'done'}>
                {`${l.step}. ${l.title}${l.unanswered.length > 0 ? `: ${l.unanswered.join(', ')}` : ''}`}
              </Tick>
            ))}
          </View>
        ))}
      {last && <BookSeal own={own ? sealShown(own) : ''} seal={sealShown(last)} />}
      <Cautions>
        {[
          CAUTIONS.springs,
          CAUTIONS.caps,
          CAUTIONS.cartridge,
          CAUTIONS.hot,
          CAUTIONS.gas,
          CAUTIONS.brakes,
          CAUTIONS.torque,
          CAUTIONS.licence,
        ]}
      </Cautions>
    </A4>,
  );
}

const QuoteLines = ({
  lines,
  total,
  currency,
  taxName,
  taxShare,
}: {
  lines: QuoteLine[];
  total: QuoteSum;
  currency: string;
  taxName: string;
  taxShare: number;
}) => {
  const money = (minor: number) => moneyText({ minor, currency });
  return (
    <View>
      {lines.map((l, i) => (
        <Line
          key={i}
          name={`${l.what}, ${l.quantity}${l.kind === 'labour' ? ' h' : ''} at ${money(l.unitMinor)}`}
          figure={money(l.minor)}
        />
      ))}
      <Line name="Net" figure={money(total.netMinor)} />
      <Line name={`${taxName} ${(taxShare * 100).toFixed(1).replace(/\.0$/, '')} %`} figure={money(total.taxMinor)} />
      <Line name="Together" figure={money(total.totalMinor)} bold />
    </View>
  );
};

/** A quote as it was offered. */
export async function quotePdf(jobId: number, quoteId: number): Promise<Buffer | null> {
  const view = await bench(jobId);
  const quote = view && (await manyQuotes(await db(), jobId)).find((q) => q.id === quoteId);
  if (!view || !quote) return null;
  const { document } = quote;
  return pdfOf(
    <A4
      title={`Quote ${quote.id}: ${view.machine.name}`}
      under={[view.customer.name, view.machine.registration]}
      right={[day(quote.offeredAt), `Job ${jobNumber(jobId)}`, `stands ${document.stands} days`]}
    >
      <HeadingLine>The rebuild</HeadingLine>
      <QuoteLines {...document} total={document.rebuild} />
      {document.instead && <HeadingLine>{`Instead: ${document.instead.what}`}</HeadingLine>}
      {document.instead && <QuoteLines {...document} lines={document.instead.lines} total={document.instead.total} />}
      <Cautions>
        {[
          'Getting the unit out and back in is counted in both.',
          'What is found inside may change the sum; nothing beyond it is done without asking.',
          CAUTIONS.licence,
        ]}
      </Cautions>
    </A4>,
  );
}

/** The bench label: its square opens the job. */
export async function labelPdf(jobId: number, address: string): Promise<Buffer | null> {
  const view = await bench(jobId);
  if (!view) return null;
  const { job, machine, customer } = view;
  return pdfOf(
    <OneLabel
      title={`Job ${jobNumber(job.id)}`}
      lines={[machine.name, customer.name, machine.registration, `promised ${day(job.promisedOn)}`]}
      qr={await qrOf(`${address}/jobs/${job.id}`)}
    />,
  );
}

/** Labels of everything in the drawers: springs, shims by size, oils, seals, kits. */
export async function drawerLabelsPdf(address: string): Promise<Buffer> {
  const faces = [
    ...(await listSprings())
      .filter((s) => s.place === 'drawer')
      .map((s) => ({ title: rateTextOf(s), lines: [s.name, s.end === 'rear' ? 'rear spring' : 'fork spring, one'], path: '/drawers' })),
    ...(await listShims()).map((s) => ({
      title: `${s.diameterMm} × ${s.thicknessMm}`,
      lines: ['shim, mm', `post ${s.innerMm} mm`],
      path: '/drawers',
    })),
    ...(await listStock())
      .filter((i) => i.kind !== 'spring')
      .map((i) => ({ title: i.name, lines: [i.kind, i.supplier], path: '/drawers/stock' })),
  ];
  const withQr = await Promise.all(faces.map(async ({ path, ...face }) => ({ ...face, qr: await qrOf(`${address}${path}`) })));
  return pdfOf(<LabelSheet title="Labels of the drawers" faces={withQr} />);
}
