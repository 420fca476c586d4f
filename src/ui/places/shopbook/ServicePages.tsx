'use client';
import { useState } from 'react';
import type { MoneyPage } from '@/schema/book';
import { COMPONENTS } from '@/knowledge/procedures/components';
import { numberIn } from '@/catalogue/tables';
import { decimalsOf, moneyText } from '@/catalogue/money';
import { useRouter } from 'next/navigation';
import { FieldGrid, Titled } from '../../kit/parts';
import { post } from '../../kit/send';
import { PlainField } from '../../kit/PlainField';
import { Button, EndName, QuietButton, Small, Table } from '../../kit/primitives';
import type { Version } from './FigureEditor';
import { USE_NAMES } from '@/catalogue/uses';
import type { ServiceRule } from '@/knowledge/service/page';

/** Saves a page with its reason; says what was refused. */
function usePage(route: string, onDone: () => void) {
  const router = useRouter();
  const [problem, setProblem] = useState('');
  const save = async (page: object, reason: string) => {
    if (reason.trim() === '') return setProblem('Say why the book changes.');
    const answer = await post(route, { page, reason });
    if (!answer.ok) return setProblem(`${answer.path.slice(1).join(' ')}: ${answer.message}`);
    setProblem('');
    router.refresh();
    onDone();
  };
  return { problem, setProblem, save };
}

/** Currency, tax, the hour's price. */
export function MoneySection({ version: { page } }: { version: Version<MoneyPage> }) {
  const [open, setOpen] = useState(false);
  const hour = moneyText({ minor: page.labourPerHourMinor, currency: page.currency });
  return (
    <Titled title="Money" aside={page.origin}>
      <p>
        Labour {hour} an hour; {page.taxName} {(page.taxShare * 100).toFixed(1).replace(/\.0$/, '')} %; a quote stands {page.quoteDays}{' '}
        days. {!open && <QuietButton onPress={() => setOpen(true)}>change</QuietButton>}
      </p>
      {open && <MoneyForm page={page} onDone={() => setOpen(false)} />}
    </Titled>
  );
}

function MoneyForm({ page, onDone }: { page: MoneyPage; onDone(): void }) {
  const { problem, setProblem, save } = usePage('/api/book/money', onDone);
  const [form, setForm] = useState({
    currency: page.currency,
    taxName: page.taxName,
    tax: String(page.taxShare * 100),
    hour: String(page.labourPerHourMinor / 10 ** decimalsOf(page.currency)),
    days: String(page.quoteDays),
    origin: page.origin,
    reason: '',
  });
  const send = () => {
    const [tax, hour, days] = [numberIn(form.tax), numberIn(form.hour), numberIn(form.days)];
    if (![tax, hour, days].every(Number.isFinite)) return setProblem('Tax, hour and days are numbers.');
    const currency = form.currency.trim().toUpperCase();
    let decimals: number;
    try {
      decimals = decimalsOf(currency);
    } catch {
      return setProblem('Write the currency by its three letters, for example EUR.');
    }
    void save(
      {
        version: 'money/1',
        id: 'money',
        currency,
        taxName: form.taxName,
        taxShare: tax / 100,
        labourPerHourMinor: Math.round(hour * 10 ** decimals),
        quoteDays: days,
        origin: form.origin,
      },
      form.reason,
    );
  };
  const field = (key: keyof typeof form, label: string) => (
    <PlainField label={label} value={form[key]} onChange={(text) => setForm({ ...form, [key]: text })} />
  );
  return (
    <>
      <FieldGrid>
        {field('currency', 'Currency, three letters')}
        {field('hour', 'Labour, an hour')}
        {field('taxName', 'Name of the tax')}
        {field('tax', 'Tax, %')}
        {field('days', 'A quote stands, days')}
        {field('origin', 'Origin')}
        {field('reason', 'Reason for the change')}
      </FieldGrid>
      <p style={{ display: 'flex', gap: '1rem', padding: '0.5rem 0' }}>
        <Button $strong onPress={send}>
          Record the new version
        </Button>
        <QuietButton onPress={onDone}>Leave it</QuietButton>
      </p>
      {problem && <p role="alert">▲ {problem}</p>}
    </>
  );
}

const limits = (r: ServiceRule) =>
  [r.distanceKm !== null && `${r.distanceKm} km`, r.hours !== null && `${r.hours} h`, r.months !== null && `${r.months} months`]
    .filter(Boolean)
    .join(' or ');

/** When components are due again. */
export function ServiceSection({ versions }: { versions: Version<ServiceRule>[] }) {
  const [open, setOpen] = useState<string | null>(null);
  return (
    <Titled title="Service lives" aside="the first limit reached decides">
      <Table aria-label="Service lives">
        <tbody>
          {versions.map(({ page }) => (
            <tr key={page.id}>
              <td>
                <EndName $end={page.end}>{page.name}</EndName>
                <br />
                <Small>
                  {page.uses.map((u) => USE_NAMES[u]).join(', ') || 'every use'}
                  {page.components.length > 0 && `; ${page.components.map((c) => COMPONENTS[c]).join(', ')}`}
                </Small>
                {open === page.id && <RuleForm page={page} onDone={() => setOpen(null)} />}
              </td>
              <td className="number">
                {limits(page)}
                <br />
                <Small>{page.origin}</Small>
              </td>
              <td className="number">
                <QuietButton onPress={() => setOpen(open === page.id ? null : page.id)} aria-label={`Change ${page.name}, ${page.id}`}>
                  change
                </QuietButton>
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
    </Titled>
  );
}

function RuleForm({ page, onDone }: { page: ServiceRule; onDone(): void }) {
  const { problem, setProblem, save } = usePage('/api/book/service', onDone);
  const began = (x: number | null) => (x === null ? '' : String(x));
  const [form, setForm] = useState({
    km: began(page.distanceKm),
    hours: began(page.hours),
    months: began(page.months),
    origin: page.origin,
    reason: '',
  });
  const send = () => {
    const limit = (text: string) => (text.trim() === '' ? null : numberIn(text));
    const [distanceKm, hours, months] = [limit(form.km), limit(form.hours), limit(form.months)];
    if ([distanceKm, hours, months].some((x) => x !== null && !Number.isFinite(x)))
      return setProblem('Type numbers, or nothing where it is not counted.');
    void save({ version: 'service/1', ...page, distanceKm, hours, months, origin: form.origin }, form.reason);
  };
  const field = (key: keyof typeof form, label: string) => (
    <PlainField label={label} value={form[key]} onChange={(text) => setForm({ ...form, [key]: text })} />
  );
  return (
    <>
      <FieldGrid>
        {field('km', 'Distance, km')}
        {field('hours', 'Hours')}
        {field('months', 'Months')}
        {field('origin', 'Origin')}
        {field('reason', 'Reason for the change')}
      </FieldGrid>
      <p style={{ padding: '0.5rem 0' }}>
        <Button onPress={send}>Record the new version</Button>
      </p>
      {problem && <p role="alert">▲ {problem}</p>}
    </>
  );
}
