'use client';
import { said } from '@/core/units/say';
import type { System } from '@/catalogue/system';
import { lengthWords, lengthUnit, rateWords, rateUnit } from '../../kit/figureWords';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import styled from 'styled-components';
import { isMismarked, rateOf, rateTextOf } from '@/judgement/model/offers';
import { doneAnswer, type DrawerShim } from '@/schema/answers';
import { Columns, FieldGrid, Titled } from '../../kit/parts';
import { addSpring } from '../../kit/newSpring';
import { FormProblem, useForm } from '../../kit/useForm';
import { post } from '../../kit/send';
import { meant } from '../../kit/meant';
import { PlainField } from '../../kit/PlainField';
import { LinkButton, Button, Empty, QuietButton, Small, Table, Wide } from '../../kit/primitives';
import { usePreferences } from '../../kit/preferences';
import { Shell } from '../../layout/Shell';
import type { StockItem } from '@/schema/stock';
import { DrawerPlaces } from '../../layout/Places';
import { Ledger, thereWords } from './Ledger';
import { dayWords, today } from '@/catalogue/days';
import { Choices } from '../../kit/Choices';
import { ShimGrid } from './ShimGrid';
import { STARTER_SPRINGS, STARTER_SUPPLIER } from '@/knowledge/starterSprings';
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
  td:first-child,
  td:last-child {
    white-space: nowrap;
  }
`;

const NAME = { rear: 'Rear springs', front: 'Fork springs, rate of each' };
/** The plain fields of a new spring. */
const labelsOf = (end: End): [field: keyof typeof BLANK, label: string][] => [
  ['name', 'Name or part number'],
  ['rate', end === 'front' ? 'Rate of one spring' : 'Rate'],
  ['freeLength', 'Free length'],
  ['solidLength', 'Solid length'],
  ['table', 'Force table, if not linear: mm N, mm N, …'],
];

const BLANK = { name: '', rate: '', freeLength: '', solidLength: '', table: '' };

/** The drawers: springs that can be fitted, by end and rate. A wrong one is taken off the list and added anew; nothing is overwritten. */
export function Drawers({ springs, shims, stock }: { springs: ListedSpring[]; shims: DrawerShim[]; stock: StockItem[] }) {
  const [onTester, setOnTester] = useState<number | null>(null);
  const tested = springs.find((s) => s.id === onTester);
  const [inLedger, setInLedger] = useState<number | null>(null);
  const counted = springs.find((s) => s.id === inLedger);
  const stockOf = (id: number) => stock.find((i) => i.springId === id) ?? null;
  return (
    <Shell title="Drawers" about={`${springs.length} springs on the list, ${shims.reduce((n, s) => n + s.count, 0)} shims`}>
      <DrawerPlaces here="springs" />
      <Columns $wide="2.3fr 1fr">
        <SpringColumns springs={springs} stockOf={stockOf} setInLedger={setInLedger} setOnTester={setOnTester} shims={shims} />
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
          <AddSpring />
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

interface SpringColumnsProps {
  springs: ListedSpring[];
  stockOf: (id: number) => StockItem | null;
  setInLedger: (next: number | null) => void;
  setOnTester: (next: number | null) => void;
  shims: DrawerShim[];
}

function SpringColumns({ springs, stockOf, setInLedger, setOnTester, shims }: SpringColumnsProps) {
  return (
    <div>
      {springs.length === 0 && <Starter />}
      {ENDS.map((end) => (
        <section key={end} style={{ marginBottom: '1.5rem' }}>
          <b style={{ color: `var(--${end})` }}>{NAME[end]}</b>
          <SpringTable springs={springs.filter((s) => s.end === end)} stockOf={stockOf} onLedger={setInLedger} onTester={setOnTester} />
        </section>
      ))}
      <div id="shims">
        <ShimGrid shims={shims} />
      </div>
    </div>
  );
}

/** The drawers of a new shop: the rates springs are usually sold in, to order, with one button. */
function Starter() {
  const router = useRouter();
  const form = useForm({});
  const take = async () => {
    const listedOn = today();
    const list = { supplier: STARTER_SUPPLIER, listedOn, fileName: '', mapping: {}, springs: STARTER_SPRINGS };
    await form.send('/api/springs/import', list);
    router.refresh();
  };
  return (
    <Titled title="An empty drawer" aside="common practice, no source; take off what you cannot get">
      <p>Begin with the rates springs are usually sold in, marked “to order”. Count in what really lies there.</p>
      <Button $strong onPress={() => void take()}>
        Put the usual rates on the list
      </Button>
      <FormProblem of={form} />
    </Titled>
  );
}

interface SpringTableProps {
  springs: readonly ListedSpring[];
  stockOf(id: number): StockItem | null;
  onLedger(id: number): void;
  onTester(id: number): void;
}

function SpringTable({ springs, ...row }: SpringTableProps) {
  if (springs.length === 0)
    return <Empty>None yet. Add the springs in the drawer and those a supplier can send; jobs rank them for their loads.</Empty>;
  return (
    <Wide>
      <Rows>
        <thead>
          <tr>
            <th>Spring</th>
            <th className="number">Rate</th>
            <th className="number">As marked</th>
            <th className="number">Free length</th>
            <th className="number">Solid length</th>
            <th style={{ minWidth: '10rem' }}>There</th>
            <th>
              <span className="visually-hidden">Take off</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {springs.map((s) => (
            <SpringRow key={s.id} s={s} {...row} />
          ))}
        </tbody>
      </Rows>
    </Wide>
  );
}

function SpringRow({ s, stockOf, onLedger, onTester }: Omit<SpringTableProps, 'springs'> & { s: ListedSpring }) {
  const router = useRouter();
  const { system } = usePreferences();
  const length = (mm: number | null) => (mm === null ? <Small>–</Small> : `${lengthWords(mm, system, 0)} ${lengthUnit(system)}`);
  const retire = async () => {
    await post(`/api/springs/${s.id}/retire`, {}, doneAnswer);
    router.refresh();
  };
  return (
    <tr id={`spring-${s.id}`}>
      <td>{s.name}</td>
      <RateCell s={s} />
      <MarkedCell s={s} />
      <td className="number">{length(s.freeLengthMm)}</td>
      <td className="number">{length(s.solidLengthMm)}</td>
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
        <QuietButton onPress={() => onLedger(s.id)} aria-label={`Ledger of ${s.name}`}>
          ledger
        </QuietButton>{' '}
        <QuietButton onPress={() => onTester(s.id)} aria-label={`Put ${s.name} on the tester`}>
          tester
        </QuietButton>{' '}
        <QuietButton onPress={() => void retire()} aria-label={`Take ${s.name} off the list`}>
          off the list
        </QuietButton>
      </td>
    </tr>
  );
}

function MarkedCell({ s }: { s: ListedSpring }) {
  return (
    <td className="number" style={{ whiteSpace: 'normal', minWidth: '7rem' }}>
      <Small>
        {isMismarked(s) ? '▲ ' : ''}
        {rateTextOf(s)}
        {s.measured ? `, measured ${dayWords(s.measured.at)}` : ''}
      </Small>
    </td>
  );
}

function RateCell({ s }: { s: ListedSpring }) {
  const { system } = usePreferences();
  return (
    <td className="number">
      <b>{rateWords(rateOf(s), system)}</b>
      {s.forceTable && !s.measured && (
        <>
          <br />
          <Small>by table</Small>
        </>
      )}
    </td>
  );
}

/** The units of a bare number, as shown beside it. */
const unitsOf = (system: System): Partial<Record<keyof typeof BLANK, string>> => ({
  rate: rateUnit(system),
  freeLength: lengthUnit(system),
  solidLength: lengthUnit(system),
});

/** A new spring as it is typed: read here as the route reads it, and asked about where a figure is unusual. */
function useNewSpring(end: End, place: 'drawer' | 'supplier') {
  const router = useRouter();
  const units = unitsOf(usePreferences().system);
  const form = useForm(BLANK);
  /** What was asked about and would be kept if pressed once more. */
  const [sure, setSure] = useState('');
  const add = async () => {
    const { typed: written, refuse } = form;
    if (written.name.trim() === '') return refuse('name', 'Type the name or part number.');
    const bare = (field: 'rate' | 'freeLength' | 'solidLength') => meant(written[field], units[field] ?? '');
    const typed = {
      name: written.name,
      rate: bare('rate'),
      freeLength: bare('freeLength'),
      solidLength: bare('solidLength'),
      table: written.table.replaceAll(/\s*;\s*|,\s+/g, '\n'),
    };
    const refusal = await addSpring(typed, end, place, sure === JSON.stringify(typed));
    if (refusal?.asks) setSure(JSON.stringify(typed));
    if (refusal) return refuse(refusal.field, refusal.asks ? said`${refusal.words} Press once more if it is right.` : refusal.words);
    form.clear();
    router.refresh();
  };
  return { form, add, units };
}

function AddSpring() {
  const [end, setEnd] = useState<End>('rear');
  const [place, setPlace] = useState<'drawer' | 'supplier'>('drawer');
  const { form, add, units } = useNewSpring(end, place);
  return (
    <Titled title="Add a spring">
      <Choices label="End" value={end} options={END_NAMES} onPick={setEnd} />
      <Choices label="Where" value={place} options={{ drawer: 'In the drawer', supplier: 'To order' }} onPick={setPlace} />
      <FieldGrid>
        {labelsOf(end).map(([field, label]) => (
          <PlainField key={field} label={label} {...form.field(field)} unit={units[field] ?? ''} />
        ))}
      </FieldGrid>
      <p style={{ padding: '0.5rem 0' }}>
        <Small>A bare number is in the unit shown; write 0,70 kgf/mm, 450 lbf/in or 9 7/8 in where it is marked so.</Small>
      </p>
      <Button $strong onPress={() => void add()}>
        Add the spring
      </Button>
      <FormProblem of={form} />
    </Titled>
  );
}
