'use client';
import { DataTable } from '../../kit/DataTable';
import { springAnswer } from '@/schema/answers';
import { isSameRate, nextItem, textOf } from '@/judgement/model/read';
import { type Form, FormProblem, useForm } from '../../kit/useForm';
import { type Need, shortOf } from '@/schema/stock';
import { jobNumber } from '@/catalogue/jobs';
import { Repeat } from '../../fields/parts';
import { fieldDef } from '@/catalogue/fields';
import { PART_ITEM } from '@/catalogue/fields/bench';
import { unitOf } from '@/catalogue/fields/kinds';
import { useFieldStore, useLive, useSystem } from '../../fields/context';
import { meant } from '../../kit/meant';
import { Pick } from '../../kit/Pick';
import { PlainField } from '../../kit/PlainField';
import { Button, Empty, Small, Warn } from '../../kit/primitives';
import { useBench } from '../../job/BenchContext';
import { Titled } from '../../kit/parts';
import { ENDS, type End } from '@/catalogue/ends';

const amount = (x: number, unit: 'piece' | 'mL') => `${Math.round(x * 100) / 100}${unit === 'mL' ? ' mL' : ''}`;

/** What the job takes from the drawers: there, set aside, short; and the button that sets it aside. */
export function Needs() {
  const { data, sealed, reload } = useBench();
  const store = useFieldStore();
  const form = useForm({});
  const { needs, postUnknown } = data.needs;
  const reserve = async () => {
    store.commitAll();
    await store.flush();
    if (await form.send(`/api/jobs/${data.job.id}/reserve`, {})) reload();
  };
  if (sealed) return null;
  return (
    <Titled title="From the drawers" aside="as recorded when this page was opened">
      {needs.length === 0 && <Empty>Nothing is wanted yet: choose springs and shims, or name parts of the drawers.</Empty>}
      {needs.length > 0 && <NeedTable needs={needs} />}
      {postUnknown && (
        <Warn>Shims are wanted, but the post of a damper is not noted under Valves: without it their size cannot be told.</Warn>
      )}
      <p style={{ padding: '0.5rem 0' }}>
        <Button onPress={() => void reserve()} isDisabled={needs.length === 0}>
          Set these aside for this job
        </Button>
      </p>
      <FormProblem of={form} />
    </Titled>
  );
}

function NeedTable({ needs }: { needs: Need[] }) {
  return (
    <DataTable
      label="Wanted from the drawers"
      rows={needs}
      keyOf={(n) => n.name}
      columns={[
        { name: 'Part', cell: (n) => n.name },
        { name: 'Wanted', figure: true, cell: (n) => amount(n.count, n.unit) },
        {
          name: 'There',
          figure: true,
          cell: (n) => (
            <>
              {n.there === null ? <Small>not counted</Small> : amount(n.there, n.unit)}
              {n.heldByOthers > 0 && (
                <>
                  <br />
                  <Small>{amount(n.heldByOthers, n.unit)} for other jobs</Small>
                </>
              )}
            </>
          ),
        },
        { name: 'Set aside here', figure: true, cell: (n) => (n.heldHere > 0 ? amount(n.heldHere, n.unit) : <Small>–</Small>) },
        { name: 'Short', figure: true, cell: (n) => (shortOf(n) > 0 ? `▲ ${amount(shortOf(n), n.unit)}` : '') },
      ]}
    />
  );
}

const SHOWN = PART_ITEM.filter((f) => !f.key.endsWith('.item'));

/** Parts used; one of the drawers is named by a pick, and leaves its drawer with the signature. */
export function Parts() {
  const { data, sealed } = useBench();
  const store = useFieldStore();
  const live = useLive();
  const take = (id: string) => {
    const item = data.stock.find((i) => String(i.id) === id);
    if (!item) return;
    const n = nextItem(live, 'part');
    store.put(`part.${n}.name`, item.name);
    store.put(`part.${n}.item`, id);
    store.put(`part.${n}.used`, item.unit === 'piece' ? '1' : '0');
  };
  return (
    <Titled title="Parts">
      {!sealed && data.stock.length > 0 && <FromTheDrawers take={take} />}
      <Repeat list="part" defs={SHOWN} add="Add a part" empty="No part noted." locked={sealed} />
    </Titled>
  );
}

function FromTheDrawers({ take }: { take: (id: string) => void }) {
  const { data } = useBench();
  return (
    <Pick
      label="Take from the drawers"
      value={null}
      options={data.stock.map((i) => ({
        value: String(i.id),
        label: `${i.name}${i.there === null ? '' : `, ${amount(i.there, i.unit)} there`}`,
      }))}
      onPick={take}
      placeholder="Oils, seals, kits"
    />
  );
}

const END = { rear: 'Rear spring', front: 'Fork springs' };

/** Springs that came out are the customer's; left with the shop, they go into the drawer at the rate measured and can be chosen again. */
export function CameOut() {
  const { data, reload } = useBench();
  const live = useLive();
  const out = ENDS.filter((end) => {
    const [found, fitted] = [live[`found.${end}.spring`], live[`fitted.${end}.spring`]];
    return found?.value && fitted?.value && !isSameRate(found.value, fitted.value);
  });
  if (out.length === 0) return null;
  return (
    <Titled title="Springs that came out">
      {out.map((end) => (
        <OneOut
          key={end}
          end={end}
          marked={live[`found.${end}.spring`]!.text}
          done={textOf(live, `job.returned.${end}`) !== ''}
          jobId={data.job.id}
          onDone={reload}
        />
      ))}
    </Titled>
  );
}

function OneOut({ end, marked, done, jobId, onDone }: { end: End; marked: string; done: boolean; jobId: number; onDone(): void }) {
  const { data } = useBench();
  const store = useFieldStore();
  const unit = unitOf(fieldDef('found.rear.spring'), useSystem());
  const form = useForm({ rate: '', left: false }, () => 'rate');
  const { rate, left } = form.typed;
  const put = async () => {
    if (rate.trim() === '') return form.refuse('rate', 'Put it on the tester and type its rate.');
    const name = `Used, out of job ${jobNumber(jobId)}, ${data.machine.name}`;
    const spring = { end, name, rate: meant(rate, unit), leftByCustomer: left };
    const came = await form.send(`/api/jobs/${jobId}/returned`, spring, springAnswer);
    if (!came) return;
    const text = String(came.springId);
    store.accept({ field: `job.returned.${end}`, text, unit: null, value: came.springId, at: new Date().toISOString() });
    onDone();
  };
  if (done)
    return (
      <p>
        <b>{END[end]}</b> <Small>marked {marked}: left with the shop, in the drawer.</Small>
      </p>
    );
  if (!left)
    return (
      <p style={{ display: 'flex', gap: '1rem', alignItems: 'center', flexWrap: 'wrap' }}>
        <span>
          <b>{END[end]}</b> <Small>marked {marked}: the customer’s, to go home with the machine.</Small>
        </span>
        <Button onPress={() => form.put({ left: true })}>The customer leaves {end === 'front' ? 'them' : 'it'} with the shop</Button>
      </p>
    );
  return (
    <div style={{ display: 'flex', gap: '1rem', alignItems: 'flex-end', flexWrap: 'wrap' }}>
      <RateMeasured end={end} marked={marked} form={form} unit={unit} />
      <Button onPress={() => void put()}>Put {end === 'front' ? 'both' : 'it'} into the drawer</Button>
    </div>
  );
}

interface RateMeasuredProps {
  end: 'rear' | 'front';
  marked: string;
  form: Form<{ rate: string; left: boolean }>;
  unit: string;
}

function RateMeasured({ end, marked, form, unit }: RateMeasuredProps) {
  return (
    <div style={{ width: '20rem' }}>
      <PlainField
        label={`${END[end]} marked ${marked}: rate as measured${end === 'front' ? ', one spring' : ''}`}
        {...form.field('rate')}
        unit={unit}
      />
    </div>
  );
}
