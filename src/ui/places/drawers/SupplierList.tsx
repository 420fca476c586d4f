'use client';
import { listTakenAnswer } from '@/schema/answers';
import { today } from '@/catalogue/days';
import { lineRefused } from './lineRefused';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { Titled } from '../../kit/parts';
import { FormProblem, useForm } from '../../kit/useForm';
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
  const form = useForm({ supplier: '', listedOn: today() as string | null });
  const [end, setEnd] = useState<End>('rear');
  const [unit, setUnit] = useState<keyof typeof UNITS>('N/mm');
  const [said, setSaid] = useState('');
  const take = async ({ rows, lines, mapping, fileName }: Taken) => {
    setSaid('');
    const { supplier, listedOn } = form.typed;
    if (supplier.trim() === '') return form.refuse('supplier', 'Type whose list it is.');
    if (listedOn === null) return form.refuse('listedOn', 'Give the day the list is of.');
    const springs = rows.map((r) => ({
      end,
      name: r.name ?? '',
      rate: /[a-z]/i.test(r.rate ?? '') ? (r.rate ?? '') : `${r.rate ?? ''} ${unit}`,
      freeLength: r.freeLength ?? '',
      solidLength: r.solidLength ?? '',
    }));
    const came = await form.send(
      '/api/springs/import',
      { supplier, listedOn, fileName, mapping, springs },
      listTakenAnswer,
      lineRefused('springs', lines),
    );
    if (!came) return;
    setSaid(`${came.count} springs of ${supplier} are on the list.`);
    router.refresh();
  };
  return (
    <Titled title="A supplier’s list">
      <PlainField label="Supplier" {...form.field('supplier')} />
      <DayField label="List of" value={form.typed.listedOn} onChange={(listedOn) => form.put({ listedOn })} problem={form.at('listedOn')} />
      <Choices label="End" value={end} options={END_NAMES} onPick={setEnd} />
      <Choices label="Rates in" value={unit} options={UNITS} onPick={setUnit} />
      <CsvColumns action="Open the supplier’s file" take="Take the list in" wanted={WANTED} onTake={(taken) => void take(taken)} />
      {said && <p role="status">{said}</p>}
      <FormProblem of={form} />
      <Small>A newer list takes the supplier’s older lines off; jobs that chose one keep it.</Small>
    </Titled>
  );
}
