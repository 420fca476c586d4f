'use client';
import { DataTable } from '../../kit/DataTable';
import { jobNumber } from '@/catalogue/jobs';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { type StockItem, STOCK_MOVES } from '@/schema/stock';
import { stockMovesAnswer, type StockMove } from '@/schema/answers';
import { numberIn } from '@/catalogue/tables';
import { Titled } from '../../kit/parts';
import { FormProblem, useForm } from '../../kit/useForm';
import { Choices } from '../../kit/Choices';
import { PlainField } from '../../kit/PlainField';
import { Button, QuietButton, Small } from '../../kit/primitives';
import { dayWords } from '@/catalogue/days';
import { NotRead } from '../../kit/NotRead';
import { useRead } from '../../kit/read';

const MOVE_WORDS: Record<StockMove['kind'], string> = {
  received: 'received',
  reserved: 'set aside',
  released: 'let go',
  used: 'used',
  returned: 'returned',
  counted: 'counted',
};

const amount = (x: number) => String(Math.round(x * 1000) / 1000);
const signed = (x: number) => (x > 0 ? `+${amount(x)}` : amount(x).replace('-', '−'));

export const thereWords = (i: Pick<StockItem, 'there' | 'held' | 'unit'> | null): string => {
  if (!i || i.there === null) return 'not counted';
  const held = i.held > 0 ? `, ${amount(i.held)} set aside` : '';
  return `${amount(i.there)}${i.unit === 'mL' ? ' mL' : ''}${held}`;
};

interface Props {
  name: string;
  /** Null while nothing was ever moved of it. */
  item: Pick<StockItem, 'id' | 'there' | 'held' | 'unit'> | null;
  /** Where a move is sent. */
  route: string;
  onDone(): void;
}

/** One item's ledger: what came and went, and the next move. */
export function Ledger({ name, item, route, onDone }: Props) {
  const router = useRouter();
  const [kind, setKind] = useState<keyof typeof STOCK_MOVES>('received');
  const form = useForm({ count: '', batch: '', note: '' });
  const id = item?.id ?? null;
  const there = item?.there ?? null;
  // Read anew with every count, which a move has changed.
  const reading = useRead(id === null ? null : `/api/stock/${id}/moves?there=${there ?? ''}`, stockMovesAnswer);
  const moves = reading.value ?? [];
  const send = async () => {
    const count = numberIn(form.typed.count);
    if (!Number.isFinite(count)) return form.refuse('count', 'Type how many.');
    if (!(await form.send(route, { ...form.typed, kind, count }))) return;
    form.clear();
    router.refresh();
  };
  return (
    <Titled title={`Ledger of ${name}`} aside={thereWords(item)}>
      <Choices label="Move" value={kind} options={STOCK_MOVES} onPick={setKind} />
      <PlainField label={kind === 'counted' ? 'There are now' : `How many${item?.unit === 'mL' ? ' mL' : ''}`} {...form.field('count')} />
      <PlainField label="Batch" {...form.field('batch')} />
      <PlainField label="Note" {...form.field('note')} />
      <p style={{ display: 'flex', gap: '1rem', padding: '0.5rem 0' }}>
        <Button $strong onPress={() => void send()}>
          Write down the move
        </Button>
        <QuietButton onPress={onDone}>Close the ledger</QuietButton>
      </p>
      <FormProblem of={form} />
      <NotRead reading={reading} />
      {moves.length > 0 && <MoveTable name={name} moves={moves} />}
    </Titled>
  );
}

function MoveTable({ name, moves }: { name: string; moves: StockMove[] }) {
  return (
    <DataTable
      label={`Moves of ${name}`}
      rows={moves}
      keyOf={(m) => m.id}
      columns={[
        { name: 'Day', cell: (m) => dayWords(m.at) },
        {
          name: 'Move',
          cell: (m) => (
            <>
              {MOVE_WORDS[m.kind]}
              <br />
              <Small>
                {[m.jobId ? `job ${jobNumber(m.jobId)}` : '', m.batch && `batch ${m.batch}`, m.note].filter(Boolean).join(', ')}
              </Small>
            </>
          ),
        },
        { name: 'There', figure: true, cell: (m) => (m.moved === 0 ? '' : signed(m.moved)) },
        { name: 'Set aside', figure: true, cell: (m) => (m.held === 0 ? '' : signed(m.held)) },
      ]}
    />
  );
}
