'use client';
import { useState } from 'react';
import type { MoneyPage } from '@/schema/book';
import { COMPONENTS } from '@/knowledge/procedures/components';
import { numberIn } from '@/catalogue/tables';
import { decimalsOf, isCurrency, moneyText } from '@/catalogue/money';
import { useRouter } from 'next/navigation';
import { FieldGrid, Titled } from '../../kit/parts';
import { FormProblem, useForm } from '../../kit/useForm';
import { PlainField } from '../../kit/PlainField';
import { Button, EndName, QuietButton, Small, Table } from '../../kit/primitives';
import type { Version } from './FigureEditor';
import { USE_NAMES } from '@/catalogue/uses';
import type { ServiceRule } from '@/knowledge/service/page';

/** A page of the book as a form: sent with its reason, what was refused at its field. */
function usePage<T extends { reason: string }>(
  route: string,
  blank: T,
  keys: Partial<Record<string, keyof T & string>>,
  onDone: () => void,
) {
  const router = useRouter();
  const form = useForm(blank, (path) => keys[String(path.at(-1))] ?? String(path.at(-1) ?? ''));
  const save = async (page: object) => {
    if (form.typed.reason.trim() === '') return form.refuse('reason', 'Say why the book changes.');
    if (!(await form.send(route, { page, reason: form.typed.reason }))) return;
    router.refresh();
    onDone();
  };
  return { form, save };
}

const MONEY_KEYS = { taxShare: 'tax', labourPerHourMinor: 'hour', quoteDays: 'days' } as const;
const RULE_KEYS = { distanceKm: 'km' } as const;

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
  const blank = {
    currency: page.currency,
    taxName: page.taxName,
    tax: String(page.taxShare * 100),
    hour: String(page.labourPerHourMinor / 10 ** decimalsOf(page.currency)),
    days: String(page.quoteDays),
    origin: page.origin,
    reason: '',
  };
  const { form, save } = usePage('/api/book/money', blank, MONEY_KEYS, onDone);
  const send = () => {
    const { typed, refuse } = form;
    const unread = (['tax', 'hour', 'days'] as const).find((key) => !Number.isFinite(numberIn(typed[key])));
    if (unread) return refuse(unread, 'Type a number.');
    const currency = typed.currency.trim().toUpperCase();
    if (!isCurrency(currency)) return refuse('currency', 'Write the currency by its three letters, for example EUR.');
    void save({
      version: 'money/1',
      id: 'money',
      currency,
      taxName: typed.taxName,
      taxShare: numberIn(typed.tax) / 100,
      labourPerHourMinor: Math.round(numberIn(typed.hour) * 10 ** decimalsOf(currency)),
      quoteDays: numberIn(typed.days),
      origin: typed.origin,
    });
  };
  return (
    <>
      <FieldGrid>
        {Object.entries(MONEY_LABELS).map(([key, label]) => (
          <PlainField key={key} label={label} {...form.field(key as keyof typeof blank)} />
        ))}
      </FieldGrid>
      <p style={{ display: 'flex', gap: '1rem', padding: '0.5rem 0' }}>
        <Button $strong onPress={send}>
          Record the new version
        </Button>
        <QuietButton onPress={onDone}>Leave it</QuietButton>
      </p>
      <FormProblem of={form} />
    </>
  );
}

const MONEY_LABELS = {
  currency: 'Currency, three letters',
  hour: 'Labour, an hour',
  taxName: 'Name of the tax',
  tax: 'Tax, %',
  days: 'A quote stands, days',
  origin: 'Origin',
  reason: 'Reason for the change',
};

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
            <RuleRow key={page.id} page={page} open={open} setOpen={setOpen} />
          ))}
        </tbody>
      </Table>
    </Titled>
  );
}

function RuleRow({ page, open, setOpen }: { page: ServiceRule; open: string | null; setOpen: (next: string | null) => void }) {
  return (
    <tr>
      <td>
        <EndName $end={page.end}>{page.name}</EndName>
        <br />
        <Small>
          {page.uses.map((u) => USE_NAMES[u]).join(', ') || 'every use'}
          {page.components.length > 0 && `; ${page.components.map((c) => COMPONENTS[c]).join(', ')}`}
        </Small>
        {open === page.id && <RuleForm page={page} onDone={() => setOpen(null)} />}
      </td>
      <td className="number" style={{ whiteSpace: 'normal' }}>
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
  );
}

function RuleForm({ page, onDone }: { page: ServiceRule; onDone(): void }) {
  const began = (x: number | null) => (x === null ? '' : String(x));
  const blank = { km: began(page.distanceKm), hours: began(page.hours), months: began(page.months), origin: page.origin, reason: '' };
  const { form, save } = usePage('/api/book/service', blank, RULE_KEYS, onDone);
  const send = () => {
    const limit = (text: string) => (text.trim() === '' ? null : numberIn(text));
    const unread = (['km', 'hours', 'months'] as const).find((key) => Number.isNaN(limit(form.typed[key])));
    if (unread) return form.refuse(unread, 'Type a number, or nothing where it is not counted.');
    const { km, hours, months, origin } = form.typed;
    void save({ version: 'service/1', ...page, distanceKm: limit(km), hours: limit(hours), months: limit(months), origin });
  };
  return (
    <>
      <FieldGrid>
        <PlainField label="Distance, km" {...form.field('km')} />
        <PlainField label="Hours" {...form.field('hours')} />
        <PlainField label="Months" {...form.field('months')} />
        <PlainField label="Origin" {...form.field('origin')} />
        <PlainField label="Reason for the change" {...form.field('reason')} />
      </FieldGrid>
      <p style={{ padding: '0.5rem 0' }}>
        <Button onPress={send}>Record the new version</Button>
      </p>
      <FormProblem of={form} />
    </>
  );
}
