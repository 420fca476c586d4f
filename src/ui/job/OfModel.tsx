'use client';
import { DataTable } from '../kit/DataTable';
import { figuresTakenAnswer, ofModelAnswer, type OfModel as OtherMachine, type ModelFigure } from '@/schema/answers';
import { entryAt, type Entry, withUnit } from '@/catalogue/entry';
import { fieldDef } from '@/catalogue/fields';
import { MACHINE_MODEL } from '@/catalogue/fields/machine';
import { useFieldStore, useLive } from '../fields/context';
import { FieldsOf } from '../fields/parts';
import { Fold } from '../kit/Fold';
import { NotRead } from '../kit/NotRead';
import { Button, QuietButton, Small } from '../kit/primitives';
import { useRead } from '../kit/read';
import { FormProblem, useForm } from '../kit/useForm';

const asWritten = (entry: Entry) => {
  const def = fieldDef(entry.field);
  const words = def.kind === 'choice' ? (def.options.find((o) => o.value === entry.text)?.label ?? entry.text) : withUnit(entry);
  return words.length > 40 ? `${words.slice(0, 38)}…` : words;
};
const same = (a: Entry, b: Entry) => (a.value !== null && b.value !== null ? Math.abs(a.value - b.value) < 1e-9 : a.text === b.text);

/** What the book knows of this machine's model from others of it: offered, never guessed; each figure keeps whose it is and from when. */
export function OfModel({ machineId, locked = false }: { machineId: number; locked?: boolean }) {
  const reading = useRead(`/api/machines/${machineId}/model`, ofModelAnswer);
  const others = reading.value ?? [];
  return (
    <section aria-label="Others of this model">
      <NotRead reading={reading} />
      {others.map((other) => (
        <OneOther key={other.id} machineId={machineId} other={other} locked={locked} />
      ))}
      {others.length > 0 && (
        <Fold title="Not the same model?">
          <FieldsOf defs={MACHINE_MODEL} />
        </Fold>
      )}
    </section>
  );
}

function OneOther({ machineId, other, locked }: { machineId: number; other: OtherMachine; locked: boolean }) {
  const store = useFieldStore();
  const live = useLive();
  const form = useForm({}, () => '');
  const lacking = other.figures.filter((f) => !entryAt(live, f.field)?.text);
  const differing = other.figures.filter((f) => {
    const own = entryAt(live, f.field);
    return own !== undefined && own.text !== '' && !same(own, f);
  });
  const take = async (fields?: string[]) => {
    const came = await form.send(
      `/api/machines/${machineId}/model`,
      {
        from: other.id,
        ...(fields ? { fields } : {}),
      },
      figuresTakenAnswer,
    );
    if (came) store.acceptOfModel(came.entries);
  };
  const year = entryAt(live, 'machine.year')?.value ?? null;
  const otherYear = other.year !== null && year !== null && other.year !== year;
  if (lacking.length === 0 && differing.length === 0) return null;
  return (
    <div style={{ padding: '0.25rem 0 0.5rem' }}>
      <p>
        <b>{other.name}</b>{' '}
        <Small>
          is in the book
          {otherYear && `, of another year: look whether it is the same before you take its figures`}
        </Small>
      </p>
      {lacking.length > 0 && !locked && <TakeAll take={take} lacking={lacking} />}
      {differing.length > 0 && (
        <Fold title={`${differing.length} ${differing.length === 1 ? 'figure differs' : 'figures differ'}`}>
          <Differing other={other} differing={differing} locked={locked} take={take} />
        </Fold>
      )}
      <FormProblem of={form} />
    </div>
  );
}

function TakeAll({ take, lacking }: { take: (fields?: string[]) => Promise<void>; lacking: ModelFigure[] }) {
  return (
    <p style={{ display: 'flex', gap: '0.75rem', alignItems: 'center', flexWrap: 'wrap' }}>
      <Button onPress={() => void take()}>
        Begin with its {lacking.length} {lacking.length === 1 ? 'figure' : 'figures'}
      </Button>
      <Small>{named(lacking)}</Small>
    </p>
  );
}

interface DifferingProps {
  other: OtherMachine;
  differing: ModelFigure[];
  locked: boolean;
  take: (fields?: string[]) => Promise<void>;
}

function Differing({ other, differing, locked, take }: DifferingProps) {
  const live = useLive();
  return (
    <DataTable
      label={`Where ${other.name} differs`}
      rows={differing}
      keyOf={(f) => f.field}
      columns={[
        { name: 'Figure', cell: (f) => fieldDef(f.field).label },
        { name: 'Here', cell: (f) => asWritten(entryAt(live, f.field)!) },
        {
          name: 'There',
          cell: (f) => (
            <>
              {asWritten(f)}
              <br />
              <Small>{f.origin}</Small>
            </>
          ),
        },
        { name: '', cell: (f) => !locked && <QuietButton onPress={() => void take([f.field])}>Take it</QuietButton> },
      ]}
    />
  );
}

const NAMED = 4;
const named = (figures: readonly Entry[]) => {
  const names = figures.slice(0, NAMED).map((f) => fieldDef(f.field).label.toLowerCase());
  return figures.length > NAMED ? `${names.join(', ')} and ${figures.length - NAMED} more` : names.join(', ');
};
