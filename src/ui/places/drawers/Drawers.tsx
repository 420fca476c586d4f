'use client';
import { choiceName } from '@/catalogue/choices';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import styled from 'styled-components';
import { printIn } from '@/core/units/print';
import { isMismarked, rateOf } from '@/judgement/model/offers';
import { readNewSpring, unusualSpring } from '@/schema/newSpring';
import type { DrawerShim } from '@/schema/shims';
import { issueWords } from '@/schema/words';
import { Columns, FieldGrid, Titled } from '../../kit/parts';
import { post } from '../../kit/send';
import { meant } from '../../kit/meant';
import { PlainField } from '../../kit/PlainField';
import { LinkButton, Button, Empty, QuietButton, Small, Table } from '../../kit/primitives';
import { usePreferences } from '../../kit/preferences';
import { Shell } from '../../layout/Shell';
import type { StockItem } from '@/schema/stock';
import { DrawerPlaces } from '../../layout/Places';
import { Ledger, thereWords } from './Ledger';
import { dayWords } from '../../kit/time';
import { Choices } from '../../kit/Choices';
import { ShimGrid } from './ShimGrid';
import { SupplierList } from './SupplierList';
import { Tester } from './Tester';
import { type End, ENDS, END_NAMES } from '@/catalogue/ends';
import type { ListedSpring } from '@/schema/springs';

const Rows = styled(Table)`
  td {
    vertical-align: middle;
    padding-top: 0.1rem;
    padding-bottom: 0.1rem;
  }
  td:first-child {
    white-space: nowrap;
  }
`;

const NAME = { rear: 'Rear springs', front: 'Fork springs, rate of each' };
/** The plain fields of a new spring. */
const labelsOf = (end: End) => ({
  name: 'Name or part number',
  rate: end === 'front' ? 'Rate of one spring' : 'Rate',
  freeLength: 'Free length',
  solidLength: 'Solid length',
  table: 'Force table, if not linear: mm N, mm N, …',
});

const BLANK = { name: '', rate: '', freeLength: '', solidLength: '', table: '' };

/** The drawers: springs that can be fitted, by end and rate. A wrong one is taken off the list and added anew; nothing is overwritten. */
export function Drawers({ springs, shims, stock }: { springs: ListedSpring[]; shims: DrawerShim[]; stock: StockItem[] }) {
  const router = useRouter();
  const { system } = usePreferences();
  const [form, setForm] = useState(BLANK);
  const [end, setEnd] = useState<End>('rear');
  const [place, setPlace] = useState<'drawer' | 'supplier'>('drawer');
  const [problem, setProblem] = useState<{ field: string; words: string } | null>(null);
  const [onTester, setOnTester] = useState<number | null>(null);
  const tested = springs.find((s) => s.id === onTester);
  const [inLedger, setInLedger] = useState<number | null>(null);
  const counted = springs.find((s) => s.id === inLedger);
  const stockOf = (id: number) => stock.find((i) => i.springId === id) ?? null;
  /** What was asked about and would be kept if pressed once more. */
  const [sure, setSure] = useState('');
  const unitOf: Record<'rate' | 'freeLength' | 'solidLength', string> =
    system === 'metric' ? { rate: 'N/mm', freeLength: 'mm', solidLength: 'mm' } : { rate: 'lbf/in', freeLength: 'in', solidLength: 'in' };
  const at = (field: string) => (problem?.field === field ? problem.words : null);
  const add = async () => {
    if (form.name.trim() === '') return setProblem({ field: 'name', words: 'Type the name or part number.' });
    const typed = {
      name: form.name,
      rate: meant(form.rate, unitOf.rate),
      freeLength: meant(form.freeLength, unitOf.freeLength),
      solidLength: meant(form.solidLength, unitOf.solidLength),
      table: form.table.replaceAll(/\s*;\s*|,\s+/g, '\n'),
    };
    const read = readNewSpring(typed);
    if (!read.ok) return setProblem({ field: String(read.issue.path[0]), words: issueWords(read.issue) });
    const unusual = unusualSpring(read.value, end);
    if (unusual && sure !== JSON.stringify(typed)) {
      setSure(JSON.stringify(typed));
      return setProblem({ field: unusual.field, words: `${unusual.words} Press once more if it is right.` });
    }
    const answer = await post('/api/springs', { ...typed, end, place });
    if (!answer.ok) return setProblem({ field: String(answer.path[0] ?? ''), words: answer.message });
    setProblem(null);
    setForm(BLANK);
    router.refresh();
  };
  const retire = async (id: number) => {
    await post(`/api/springs/${id}/retire`, {});
    router.refresh();
  };
  const other = (n: number) => (system === 'metric' ? `${printIn(n, 'N/mm', n < 20 ? 2 : 1)} N/mm` : `${printIn(n, 'lbf/in', 0)} lbf/in`);
  return (
    <Shell title="Drawers" about={`${springs.length} springs on the list, ${shims.reduce((n, s) => n + s.count, 0)} shims`}>
      <DrawerPlaces here="springs" />
      <Columns $wide="1.7fr 1fr">
        <div>
          {ENDS.map((which) => {
            const rows = springs.filter((s) => s.end === which);
            return (
              <section key={which} style={{ marginBottom: '1.5rem' }}>
                <b style={{ color: `var(--${which})` }}>{NAME[which]}</b>
                {rows.length === 0 ? (
                  <Empty>None yet. Add the springs in the drawer and those a supplier can send; jobs rank them for their loads.</Empty>
                ) : (
                  <Rows>
                    <thead>
                      <tr>
                        <th>Spring</th>
                        <th className="number">Rate</th>
                        <th className="number">As marked</th>
                        <th className="number">Free length</th>
                        <th className="number">Solid length</th>
                        <th>There</th>
                        <th>
                          <span className="visually-hidden">Take off</span>
                        </th>
                      </tr>
                    </thead>
                    <tbody>
                      {rows.map((s) => (
                        <tr key={s.id} id={`spring-${s.id}`}>
                          <td>{s.name}</td>
                          <td className="number">
                            <b>{other(rateOf(s))}</b>
                            {s.forceTable && !s.measured && (
                              <>
                                <br />
                                <Small>by table</Small>
                              </>
                            )}
                          </td>
                          <td className="number">
                            <Small>
                              {isMismarked(s) ? '▲ ' : ''}
                              {s.rateText}
                              {s.measured ? `, measured ${dayWords(s.measured.at)}` : ''}
                            </Small>
                          </td>
                          <td className="number">{s.freeLengthMm === null ? <Small>–</Small> : `${s.freeLengthMm.toFixed(0)} mm`}</td>
                          <td className="number">{s.solidLengthMm === null ? <Small>–</Small> : `${s.solidLengthMm.toFixed(0)} mm`}</td>
                          <td>
                            {s.place === 'drawer' ? thereWords(stockOf(s.id)) : 'to order'}
                            {s.origin !== 'by hand' && (
                              <>
                                <br />
                                <Small>{s.origin}</Small>
                              </>
                            )}
                          </td>
                          <td className="number">
                            <QuietButton onPress={() => setInLedger(s.id)} aria-label={`Ledger of ${s.name}`}>
                              ledger
                            </QuietButton>{' '}
                            <QuietButton onPress={() => setOnTester(s.id)} aria-label={`Put ${s.name} on the tester`}>
                              tester
                            </QuietButton>{' '}
                            <QuietButton onPress={() => void retire(s.id)} aria-label={`Take ${s.name} off the list`}>
                              off the list
                            </QuietButton>
                          </td>
                        </tr>
                      ))}
                    </tbody>
                  </Rows>
                )}
              </section>
            );
          })}
          <div id="shims">
            <ShimGrid shims={shims} />
          </div>
        </div>
        <div>
          {counted && (
            <Ledger
              key={`ledger-${counted.id}`}
              name={counted.name}
              item={stockOf(counted.id)}
              route={`/api/springs/${counted.id}/moves`}
              onDone={() => setInLedger(null)}
            />
          )}
          {tested && <Tester key={tested.id} spring={tested} onDone={() => setOnTester(null)} />}
          <Titled title="Add a spring">
            <Choices label="End" value={end} options={END_NAMES} onPick={setEnd} />
            <Choices label="Where" value={place} options={{ drawer: 'In the drawer', supplier: 'To order' }} onPick={setPlace} />
            <FieldGrid>
              {Object.entries(labelsOf(end)).map(([field, label]) => (
                <PlainField
                  key={field}
                  label={label}
                  value={form[field as keyof typeof BLANK]}
                  onChange={(text) => setForm({ ...form, [field]: text })}
                  problem={at(field)}
                  unit={choiceName(unitOf, field) ?? ''}
                />
              ))}
            </FieldGrid>
            <p style={{ padding: '0.5rem 0' }}>
              <Small>A bare number is in the unit shown; write 0,70 kgf/mm, 450 lbf/in or 9 7/8 in where it is marked so.</Small>
            </p>
            <Button $strong onPress={() => void add()}>
              Add the spring
            </Button>
            {problem && !(problem.field in BLANK) && <p role="alert">▲ {problem.words}</p>}
          </Titled>
          <SupplierList />
          <Titled title="Wire, stacks and cuts">
            <p>What a coil would be from its wire, which wire a rate needs, cut coils with a spacer, springs in series.</p>
            <LinkButton href="/drawers/bench" style={{ marginTop: '0.5rem' }}>
              Spring calculations
            </LinkButton>
          </Titled>
        </div>
      </Columns>
    </Shell>
  );
}
