'use client';
import { DataTable } from '../../kit/DataTable';
import { listCountedAnswer } from '@/schema/answers';
import { lineRefused } from './lineRefused';
import { type Form, FormProblem, useForm } from '../../kit/useForm';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { type StockItem, STOCK_KINDS, STOCK_UNITS } from '@/schema/stock';
import { numberIn } from '@/catalogue/tables';
import { moneyText } from '@/catalogue/money';
import { Columns, FieldGrid, Titled } from '../../kit/parts';
import { Choices } from '../../kit/Choices';
import { PlainField } from '../../kit/PlainField';
import { TableFiles } from '../../kit/TableFiles';
import { CsvColumns, type Taken } from '../../kit/CsvColumns';
import { Button, Empty, QuietButton, Small, Wide } from '../../kit/primitives';
import { Shell } from '../../layout/Shell';
import { DrawerPlaces } from '../../layout/Places';
import { Ledger, thereWords } from './Ledger';

const KINDS = { oil: 'Oil', seal: 'Seal', kit: 'Kit', other: 'Other' } as const;
type Kind = keyof typeof KINDS;
const BLANK = { name: '', price: '', reorderAt: '', supplier: '' };

/** Oils, seals, kits and the rest: what lies there, what is set aside, when to order more. */
export function StockPage({ stock, currency }: { stock: StockItem[]; currency: string }) {
  const [open, setOpen] = useState<number | null>(null);
  const item = stock.find((i) => i.id === open);
  return (
    <Shell title="Drawers" about="oils, seals, kits">
      <DrawerPlaces here="stock" />
      <Columns $wide="1.7fr 1fr">
        <StockTables stock={stock} setOpen={setOpen} />
        <div>
          {item && (
            <>
              <Ledger key={item.id} name={item.name} item={item} route={`/api/stock/${item.id}/moves`} onDone={() => setOpen(null)} />
              <Terms key={`terms-${item.id}`} item={item} />
            </>
          )}
          <AddItem currency={currency} />
          <Lists />
        </div>
      </Columns>
    </Shell>
  );
}

function StockTables({ stock, setOpen }: { stock: StockItem[]; setOpen: (next: number | null) => void }) {
  return (
    <div>
      {(['oil', 'seal', 'kit', 'other'] as const).map((kind) => {
        const rows = stock.filter((i) => i.kind === kind);
        if (rows.length === 0 && kind === 'other') return null;
        return (
          <Titled key={kind} title={STOCK_KINDS[kind]} aside={`${rows.length}`}>
            {rows.length === 0 ? (
              <Empty>None yet. Add one, or take in a list.</Empty>
            ) : (
              <KindTable kind={kind} rows={rows} setOpen={setOpen} />
            )}
          </Titled>
        );
      })}
    </div>
  );
}

interface KindTableProps {
  kind: 'oil' | 'seal' | 'kit' | 'other';
  rows: StockItem[];
  setOpen: (next: number | null) => void;
}

function KindTable({ kind, rows, setOpen }: KindTableProps) {
  return (
    <Wide>
      <DataTable
        label={STOCK_KINDS[kind]}
        rows={rows}
        keyOf={(i) => i.id}
        idOf={(i) => `stock-${i.id}`}
        columns={[
          { name: 'Item', cell: (i) => i.name },
          { name: 'There', figure: true, cell: (i) => `${isLow(i) ? '▲ ' : ''}${thereWords(i)}` },
          { name: 'Order at', figure: true, cell: (i) => i.reorderAt ?? <Small>–</Small> },
          {
            name: 'Price',
            figure: true,
            cell: ({ priceMinor, currency }) =>
              priceMinor === null || currency === null ? <Small>–</Small> : moneyText({ minor: priceMinor, currency }),
          },
          { name: 'Supplier', cell: (i) => i.supplier },
          {
            name: <span className="visually-hidden">Ledger</span>,
            figure: true,
            cell: (i) => (
              <QuietButton onPress={() => setOpen(i.id)} aria-label={`Ledger of ${i.name}`}>
                ledger
              </QuietButton>
            ),
          },
        ]}
      />
    </Wide>
  );
}

const isLow = ({ there, held, reorderAt }: StockItem): boolean => there !== null && reorderAt !== null && there - held <= reorderAt;

const markIn = (text: string): number | null => (text.trim() === '' ? null : numberIn(text));

function Terms({ item }: { item: StockItem }) {
  const router = useRouter();
  const form = useForm({
    price: item.priceMinor === null || item.currency === null ? '' : moneyText({ minor: item.priceMinor, currency: item.currency }),
    reorderAt: item.reorderAt === null ? '' : String(item.reorderAt),
    supplier: item.supplier,
  });
  const [said, setSaid] = useState('');
  const save = async () => {
    setSaid('');
    const reorderAt = markIn(form.typed.reorderAt);
    if (Number.isNaN(reorderAt)) return form.refuse('reorderAt', 'Type a number to order at, or nothing.');
    if (!(await form.send(`/api/stock/${item.id}/terms`, { ...form.typed, reorderAt }))) return;
    setSaid('Written down; the old terms stay on record.');
    router.refresh();
  };
  return (
    <Titled title={`Terms of ${item.name}`}>
      <FieldGrid>
        <PlainField label="Price" {...form.field('price')} />
        <PlainField label="Order when down to" {...form.field('reorderAt')} />
        <PlainField label="Supplier" {...form.field('supplier')} />
      </FieldGrid>
      <p style={{ padding: '0.5rem 0' }}>
        <Button onPress={() => void save()}>Write down the terms</Button> <Small role="status">{said}</Small>
      </p>
      <FormProblem of={form} />
    </Titled>
  );
}

function AddItem({ currency }: { currency: string }) {
  const router = useRouter();
  const [kind, setKind] = useState<Kind>('oil');
  const [unit, setUnit] = useState<keyof typeof STOCK_UNITS>('mL');
  const form = useForm(BLANK);
  const add = async () => {
    const { typed, refuse } = form;
    const reorderAt = markIn(typed.reorderAt);
    if (Number.isNaN(reorderAt)) return refuse('reorderAt', 'Type a number.');
    if (typed.name.trim() === '') return refuse('name', 'Type the name or part number.');
    if (!(await form.send('/api/stock', { ...typed, kind, unit, reorderAt }))) return;
    form.clear();
    router.refresh();
  };
  return (
    <Titled title="Add an item">
      <KindPick kind={kind} setKind={setKind} setUnit={setUnit} />
      <Choices label="Unit" value={unit} options={STOCK_UNITS} onPick={setUnit} />
      <ItemFields form={form} unit={unit} currency={currency} />
      <p style={{ paddingTop: '0.5rem' }}>
        <Button $strong onPress={() => void add()}>
          Add the item
        </Button>
      </p>
      <FormProblem of={form} />
    </Titled>
  );
}

interface ItemFieldsProps {
  form: Form<{ name: string; price: string; reorderAt: string; supplier: string }>;
  unit: 'mL' | 'piece';
  currency: string;
}

function ItemFields({ form, unit, currency }: ItemFieldsProps) {
  return (
    <FieldGrid>
      <PlainField label="Name or part number" {...form.field('name')} />
      <PlainField label={`Price of one${unit === 'mL' ? ' mL' : ''}, ${currency}`} {...form.field('price')} />
      <PlainField label="Order when down to" {...form.field('reorderAt')} />
      <PlainField label="Supplier" {...form.field('supplier')} />
    </FieldGrid>
  );
}

interface KindPickProps {
  kind: 'oil' | 'seal' | 'kit' | 'other';
  setKind: (next: 'oil' | 'seal' | 'kit' | 'other') => void;
  setUnit: (next: 'mL' | 'piece') => void;
}

function KindPick({ kind, setKind, setUnit }: KindPickProps) {
  return (
    <Choices
      label="Kind"
      value={kind}
      options={KINDS}
      onPick={(next) => {
        setKind(next);
        setUnit(next === 'oil' ? 'mL' : 'piece');
      }}
    />
  );
}

const WANTED = [
  { key: 'kind', label: 'Kind', known: ['kind', 'group'], needed: true },
  { key: 'name', label: 'Name', known: ['name', 'part', 'article'], needed: true },
  { key: 'unit', label: 'Unit', known: ['unit'], needed: false },
  { key: 'count', label: 'Counted', known: ['count', 'there', 'quantity'], needed: true },
  { key: 'price', label: 'Price', known: ['price'], needed: false },
  { key: 'reorderAt', label: 'Order at', known: ['order'], needed: false },
  { key: 'supplier', label: 'Supplier', known: ['supplier', 'from'], needed: false },
] as const;

/** A row of a list as the route takes it; an unknown kind is another. */
function lineOf(r: Taken['rows'][number]) {
  const kind = (r.kind ?? '').trim().toLowerCase().replace(/s$/, '');
  return {
    kind: kind in KINDS ? kind : 'other',
    name: r.name ?? '',
    unit: /ml/i.test(r.unit ?? '') ? 'mL' : 'piece',
    count: numberIn(r.count ?? ''),
    price: r.price ?? '',
    reorderAt: markIn(r.reorderAt ?? ''),
    supplier: r.supplier ?? '',
  };
}

/** Lists in and out as CSV: taken whole or not at all; what goes out can come in again. */
function Lists() {
  const router = useRouter();
  const [said, setSaid] = useState('');
  const form = useForm({}, () => '');
  const take = async ({ rows, lines, fileName }: Taken) => {
    setSaid('');
    const came = await form.send(
      '/api/stock/import',
      { fileName, lines: rows.map(lineOf) },
      listCountedAnswer,
      lineRefused('lines', lines),
    );
    if (!came) return;
    setSaid(`${came.added} items added, ${came.counted} counted anew.`);
    router.refresh();
  };
  return (
    <Titled title="Lists">
      <CsvColumns action="Open a list" take="Take the list in" wanted={WANTED} onTake={(taken) => void take(taken)} />
      {said && <p role="status">{said}</p>}
      <FormProblem of={form} />
      <Downloads />
    </Titled>
  );
}

function Downloads() {
  return (
    <>
      <TableFiles table="stock" what="oils, seals and kits" />
      <TableFiles table="springs" what="the springs" />
      <TableFiles table="shims" what="the shims" />
      <a href="/api/stock/labels" style={{ display: 'inline-flex', minHeight: 44, alignItems: 'center' }}>
        Labels of the drawers, PDF
      </a>
    </>
  );
}
