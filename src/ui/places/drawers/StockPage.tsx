'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { StockItem } from '@/schema/stock';
import { STOCK_KINDS, STOCK_UNITS } from '@/schema/stock';
import { numberIn } from '@/catalogue/tables';
import { moneyText } from '@/catalogue/money';
import { Columns, FieldGrid, Titled } from '../../kit/parts';
import { post } from '../../kit/send';
import { Choices } from '../../kit/Choices';
import { PlainField } from '../../kit/PlainField';
import { CsvColumns, type Taken } from '../../kit/CsvColumns';
import { Button, Empty, QuietButton, Small, Table } from '../../kit/primitives';
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
        <div>
          {(['oil', 'seal', 'kit', 'other'] as const).map((kind) => {
            const rows = stock.filter((i) => i.kind === kind);
            if (rows.length === 0 && kind === 'other') return null;
            return (
              <Titled key={kind} title={STOCK_KINDS[kind]} aside={`${rows.length}`}>
                {rows.length === 0 ? (
                  <Empty>None yet. Add one, or take in a list.</Empty>
                ) : (
                  <Table aria-label={STOCK_KINDS[kind]}>
                    <thead>
                      <tr>
                        <th>Item</th>
                        <th className="number">There</th>
                        <th className="number">Order at</th>
                        <th className="number">Price</th>
                        <th>Supplier</th>
                        <th>
                          <span className="visually-hidden">Ledger</span>
                        </th>
                      </tr>
                    </thead>
                    <tbody>
                      {rows.map((i) => (
                        <tr key={i.id} id={`stock-${i.id}`}>
                          <td>{i.name}</td>
                          <td className="number">
                            {i.there !== null && i.reorderAt !== null && i.there - i.held <= i.reorderAt && '▲ '}
                            {thereWords(i)}
                          </td>
                          <td className="number">{i.reorderAt ?? <Small>–</Small>}</td>
                          <td className="number">
                            {i.priceMinor === null || i.currency === null ? (
                              <Small>–</Small>
                            ) : (
                              moneyText({ minor: i.priceMinor, currency: i.currency })
                            )}
                          </td>
                          <td>{i.supplier}</td>
                          <td className="number">
                            <QuietButton onPress={() => setOpen(i.id)} aria-label={`Ledger of ${i.name}`}>
                              ledger
                            </QuietButton>
                          </td>
                        </tr>
                      ))}
                    </tbody>
                  </Table>
                )}
              </Titled>
            );
          })}
        </div>
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

const markIn = (text: string): number | null => (text.trim() === '' ? null : numberIn(text));

function Terms({ item }: { item: StockItem }) {
  const router = useRouter();
  const [form, setForm] = useState({
    price: item.priceMinor === null || item.currency === null ? '' : moneyText({ minor: item.priceMinor, currency: item.currency }),
    reorderAt: item.reorderAt === null ? '' : String(item.reorderAt),
    supplier: item.supplier,
  });
  const [said, setSaid] = useState('');
  const save = async () => {
    const reorderAt = markIn(form.reorderAt);
    if (reorderAt !== null && !Number.isFinite(reorderAt)) return setSaid('▲ Type a number to order at, or nothing.');
    const answer = await post(`/api/stock/${item.id}/terms`, { ...form, reorderAt });
    setSaid(answer.ok ? 'Written down; the old terms stay on record.' : `▲ ${answer.message}`);
    if (answer.ok) router.refresh();
  };
  return (
    <Titled title={`Terms of ${item.name}`}>
      <FieldGrid>
        <PlainField label="Price" value={form.price} onChange={(price) => setForm({ ...form, price })} />
        <PlainField label="Order when down to" value={form.reorderAt} onChange={(reorderAt) => setForm({ ...form, reorderAt })} />
        <PlainField label="Supplier" value={form.supplier} onChange={(supplier) => setForm({ ...form, supplier })} />
      </FieldGrid>
      <p style={{ padding: '0.5rem 0' }}>
        <Button onPress={() => void save()}>Write down the terms</Button> <Small role="status">{said}</Small>
      </p>
    </Titled>
  );
}

function AddItem({ currency }: { currency: string }) {
  const router = useRouter();
  const [kind, setKind] = useState<Kind>('oil');
  const [unit, setUnit] = useState<keyof typeof STOCK_UNITS>('mL');
  const [form, setForm] = useState(BLANK);
  const [problem, setProblem] = useState<{ field: string; words: string } | null>(null);
  const at = (field: string) => (problem?.field === field ? problem.words : null);
  const add = async () => {
    const reorderAt = markIn(form.reorderAt);
    if (reorderAt !== null && !Number.isFinite(reorderAt)) return setProblem({ field: 'reorderAt', words: 'Type a number.' });
    if (form.name.trim() === '') return setProblem({ field: 'name', words: 'Type the name or part number.' });
    const answer = await post('/api/stock', { ...form, kind, unit, reorderAt });
    if (!answer.ok) return setProblem({ field: String(answer.path[0] ?? 'name'), words: answer.message });
    setProblem(null);
    setForm(BLANK);
    router.refresh();
  };
  return (
    <Titled title="Add an item">
      <Choices
        label="Kind"
        value={kind}
        options={KINDS}
        onPick={(next) => {
          setKind(next);
          setUnit(next === 'oil' ? 'mL' : 'piece');
        }}
      />
      <Choices label="Unit" value={unit} options={STOCK_UNITS} onPick={setUnit} />
      <FieldGrid>
        <PlainField label="Name or part number" value={form.name} onChange={(name) => setForm({ ...form, name })} problem={at('name')} />
        <PlainField
          label={`Price of one${unit === 'mL' ? ' mL' : ''}, ${currency}`}
          value={form.price}
          onChange={(price) => setForm({ ...form, price })}
          problem={at('price')}
        />
        <PlainField
          label="Order when down to"
          value={form.reorderAt}
          onChange={(reorderAt) => setForm({ ...form, reorderAt })}
          problem={at('reorderAt')}
        />
        <PlainField label="Supplier" value={form.supplier} onChange={(supplier) => setForm({ ...form, supplier })} />
      </FieldGrid>
      <p style={{ paddingTop: '0.5rem' }}>
        <Button $strong onPress={() => void add()}>
          Add the item
        </Button>
      </p>
    </Titled>
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

/** Lists in and out as CSV: taken whole or not at all; what goes out can come in again. */
function Lists() {
  const router = useRouter();
  const [said, setSaid] = useState<{ bad: boolean; words: string } | null>(null);
  const take = async ({ rows, fileName }: Taken) => {
    const lines = rows.map((r) => {
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
    });
    const answer = await post<{ added: number; counted: number }>('/api/stock/import', { fileName, lines });
    if (answer.ok) {
      setSaid({ bad: false, words: `${answer.value.added} items added, ${answer.value.counted} counted anew.` });
      return router.refresh();
    }
    const line = answer.path[0] === 'lines' ? `Line ${Number(answer.path[1]) + 1}: ` : '';
    setSaid({ bad: true, words: `▲ ${line}${answer.message} Nothing was taken.` });
  };
  return (
    <Titled title="Lists">
      <CsvColumns action="Open a list" take="Take the list in" wanted={WANTED} onTake={(taken) => void take(taken)} />
      {said && <p role={said.bad ? 'alert' : 'status'}>{said.words}</p>}
      <p>
        <a href="/api/stock/export?what=stock" download>
          Oils, seals and kits as CSV
        </a>
        <br />
        <a href="/api/stock/export?what=springs" download>
          Springs as CSV
        </a>
        <br />
        <a href="/api/stock/export?what=shims" download>
          Shims as CSV
        </a>
        <br />
        <a href="/api/stock/labels">Labels of the drawers, PDF</a>
      </p>
    </Titled>
  );
}
