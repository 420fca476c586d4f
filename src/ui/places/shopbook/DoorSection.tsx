'use client';
import { useRouter } from 'next/navigation';
import { Choices } from '../../kit/Choices';
import { Titled } from '../../kit/parts';
import { Small, Warn } from '../../kit/primitives';
import { FormProblem, useForm } from '../../kit/useForm';

const STATES = { shut: 'No, this computer alone', open: 'Yes, the rider’s sheet' } as const;

/** Lets the riders' phones in, and no further than their sheet. */
export function DoorSection({ open, address }: { open: boolean; address: string | null }) {
  const router = useRouter();
  const form = useForm({});
  const choose = async (chosen: keyof typeof STATES) => {
    if (await form.send('/api/book/door', { open: chosen === 'open' })) router.refresh();
  };
  return (
    <Titled title="Riders’ phones" aside="the square on the rider’s sheet">
      <Choices
        label="Phones on this network may open"
        value={open ? 'open' : 'shut'}
        options={STATES}
        onPick={(chosen) => void choose(chosen)}
      />
      <FormProblem of={form} />
      {open && address === null && <Warn>This computer is in no network now, or its door could not be opened: no phone reaches it.</Warn>}
      <Small>
        {address === null
          ? 'A phone that scans the square of a ride opens that ride’s sheet and writes how it rode. Nothing else of the book can be reached that way.'
          : `Open at ${address}: the sheet of a ride by its square, and nothing else of the book.`}
      </Small>
    </Titled>
  );
}
