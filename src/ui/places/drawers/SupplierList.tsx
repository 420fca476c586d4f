'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Titled } from '../../kit/parts';
import { post } from '../../kit/send';
import { CsvColumns, type Taken } from '../../kit/CsvColumns';
import { PlainField } from '../../kit/PlainField';
import { DayField } from '../../kit/DayField';
import { Small } from '../../kit/primitives';
import { Choices } from '../../kit/Choices';
import { END_NAMES, type End } from '@/catalogue/ends';

const WANTED = [
  { key: 'name', label: 'Part number', known: ['part', 'name', 'number', 'article', 'code'], needed: true },
  { key: 'rate', label: 'Rate', known: ['rate', 'n/mm', 'kgf', 'lbf', 'stiffness'], needed: true },
  { key: 'freeLength', label: 'Free length', known: ['free', 'length'], needed: false },
  { key: 'solidLength', label: 'Solid length', known: ['solid', 'block', 'bound'], needed: false },
] as const;

const UNITS = { 'N/mm': 'N/mm', 'kgf/mm': 'kgf/mm', 'lbf/in': 'lbf/in' };

/** A supplier's list from a file: who sent it, of what day, which column is what. Taken whole or not at all. */
export function SupplierList() {
  const router = useRouter();
  const [supplier, setSupplier] = useState('');
  const [listedOn, setListedOn] = useState<string | null>(new Date().toISOString().slice(0, 10));
  const [end, setEnd] = useState<End>('rear');
  const [unit, setUnit] = useState<keyof typeof UNITS>('N/mm');
  const [said, setSaid] = useState<{ field: 'supplier' | 'day' | 'file' | 'done'; words: string } | null>(null);
  const at = (field: 'supplier' | 'day') => (said?.field === field ? said.words : null);
  const take = async ({ rows, mapping, fileName }: Taken) => {
    if (supplier.trim() === '') return setSaid({ field: 'supplier', words: 'Type whose list it is.' });
    if (listedOn === null) return setSaid({ field: 'day', words: 'Give the day the list is of.' });
    const springs = rows.map((r) => ({
      end,
      name: r.name ?? '',
      rate: /[a-z]/i.test(r.rate ?? '') ? (r.rate ?? '') : `${r.rate ?? ''} ${unit}`,
      freeLength: r.freeLength ?? '',
      solidLength: r.solidLength ?? '',
    }));
    const answer = await post<{ count: number }>('/api/springs/import', { supplier, listedOn, fileName, mapping, springs });
    if (answer.ok) {
      setSaid({ field: 'done', words: `${answer.value.count} springs of ${supplier} are on the list.` });
      return router.refresh();
    }
    const line = answer.path[0] === 'springs' ? `Line ${Number(answer.path[1]) + 1}: ` : '';
    setSaid({ field: 'file', words: `${line}${answer.message} Nothing was taken.` });
  };
  return (
    <Titled title="A supplier’s list">
      <PlainField label="Supplier" value={supplier} onChange={setSupplier} problem={at('supplier')} />
      <DayField label="List of" value={listedOn} onChange={setListedOn} problem={at('day')} />
      <Choices label="End" value={end} options={END_NAMES} onPick={setEnd} />
      <Choices label="Rates in" value={unit} options={UNITS} onPick={setUnit} />
      <CsvColumns action="Open the supplier’s file" take="Take the list in" wanted={WANTED} onTake={(taken) => void take(taken)} />
      {said && (said.field === 'file' || said.field === 'done') && (
        <p role={said.field === 'file' ? 'alert' : 'status'}>
          {said.field === 'file' ? '▲ ' : ''}
          {said.words}
        </p>
      )}
      <Small>A newer list takes the supplier’s older lines off; jobs that chose one keep it.</Small>
    </Titled>
  );
}
