'use client';
import { DataTable } from '../../kit/DataTable';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { INSTRUMENT_KINDS, INSTRUMENT_NAMES, type InstrumentKind } from '@/catalogue/instruments';
import { numberIn } from '@/catalogue/tables';
import type { ChannelNow, InstrumentNow } from '@/schema/instruments';
import { useInstruments } from '../../kit/instruments';
import { Titled } from '../../kit/parts';
import { Pick } from '../../kit/Pick';
import { PlainField } from '../../kit/PlainField';
import { Button, Empty, QuietButton, QuietLink, Section, Small, Wide } from '../../kit/primitives';
import { dayWords } from '@/catalogue/days';
import { FormProblem, useForm } from '../../kit/useForm';

interface Shown {
  id: number;
  name: string;
  kind: InstrumentKind;
  address: string;
  now: InstrumentNow | null;
}

const STATES: Record<InstrumentNow['state'], string> = {
  connected: 'connected',
  silent: 'connected, but says nothing',
  away: 'away, it is called again',
};

/** The shop's instruments: whether each answers, what it shows, its zero and its calibration. */
export function InstrumentsPage({ instruments }: { instruments: Shown[] }) {
  const live = useInstruments();
  return (
    <>
      <Titled title="Instruments" aside="scales, tester, dyno, logger, gauge, calliper">
        <p style={{ maxWidth: '70ch' }}>
          <Small>
            With the focus in a field, <kbd>F2</kbd> takes what an instrument shows, and goes on. Nothing is written that nobody took. What
            is not at rest is not taken. Callipers and gauges that type like a keyboard need no line here: they type into the field in
            focus. How an instrument speaks is written down in docs/formats/instruments.md.
          </Small>
        </p>
        {instruments.length === 0 && <Empty>No instrument is named yet.</Empty>}
        {instruments.map((i) => (
          <One key={i.id} of={i} now={live.find((l) => l.id === i.id) ?? i.now} />
        ))}
      </Titled>
      <Add />
    </>
  );
}

function One({ of: { id, name, kind, address }, now }: { of: Shown; now: InstrumentNow | null }) {
  const router = useRouter();
  const form = useForm({ known: '', channel: '' });
  const act = async (path: string, body: object) => {
    if (await form.send(`/api/instruments/${id}/${path}`, body)) router.refresh();
  };
  return (
    <Section aria-label={name} style={{ paddingTop: '1rem' }}>
      <h3>
        {name}{' '}
        <Small style={{ fontWeight: 400 }}>
          {INSTRUMENT_NAMES[kind].toLowerCase()}, {address}
        </Small>
      </h3>
      <p role="status">
        {now ? STATES[now.state] : 'called by another process of the shop'}
        {now?.trouble && `; it says: ${now.trouble}`}
        {now && now.unreadable > 0 && <Small> {now.unreadable} lines could not be read</Small>}
      </p>
      {now && now.channels.length > 0 && <Channels channels={now.channels} />}
      {now && now.channels.length > 0 && <Calibrate form={form} channels={now.channels} mark={(body) => void act('marks', body)} />}
      <FormProblem of={form} />
      <p style={{ display: 'flex', gap: '0 1rem', flexWrap: 'wrap' }}>
        <QuietLink href={`/api/instruments/${id}/lines`} download>
          its last lines
        </QuietLink>
        <QuietLink href={`/api/instruments/${id}/lines?csv`} download>
          its last readings as CSV
        </QuietLink>
        <QuietButton onPress={() => void act('retire', {})} aria-label={`Take ${name} out of use`}>
          take out of use
        </QuietButton>
      </p>
    </Section>
  );
}

function Channels({ channels }: { channels: readonly ChannelNow[] }) {
  return (
    <Wide>
      <DataTable
        rows={channels}
        keyOf={(c) => c.name}
        columns={[
          { name: 'Channel', cell: (c) => c.name },
          { name: 'Shows', figure: true, cell: (c) => (c.value === null ? '–' : c.value.toFixed(c.decimals)) },
          { name: 'Unit', cell: (c) => c.unit },
          { name: 'At rest', cell: (c) => (c.value === null ? '' : c.isSteady ? 'yes' : 'no') },
          { name: 'Calibrated', cell: (c) => (c.calibratedAt ? dayWords(c.calibratedAt) : 'never here') },
        ]}
      />
    </Wide>
  );
}

interface CalibrateProps {
  form: ReturnType<typeof useForm<{ known: string; channel: string }>>;
  channels: readonly ChannelNow[];
  mark(body: object): void;
}

/** Nothing on it is zero; something known on it is its calibration. */
function Calibrate({ form, channels, mark }: CalibrateProps) {
  const channel = channels.find((c) => c.name === form.typed.channel) ?? channels[0]!;
  const calibrate = () => {
    const known = numberIn(form.typed.known);
    if (!(known > 0)) return void form.refuse('known', 'Write what is known to be on it, as a number.');
    mark({ kind: 'calibration', channel: channel.name, known });
  };
  return (
    <div style={{ display: 'flex', gap: '1rem', alignItems: 'end', flexWrap: 'wrap', padding: '0.5rem 0' }}>
      <Button onPress={() => mark({ kind: 'zero' })}>Zero</Button>
      {channels.length > 1 && (
        <Pick
          label="Channel"
          value={channel.name}
          options={channels.map((c) => ({ value: c.name, label: c.name }))}
          onPick={(name) => form.put({ channel: name })}
        />
      )}
      <PlainField label={`Known to be on it, ${channel.unit}`} isNumber {...form.field('known')} />
      <Button onPress={calibrate}>Calibrate</Button>
    </div>
  );
}

function Add() {
  const router = useRouter();
  const form = useForm({ name: '', address: '' });
  const [kind, setKind] = useState<InstrumentKind>('scale');
  const add = async () => {
    if (!(await form.send('/api/instruments', { ...form.typed, kind }))) return;
    form.clear();
    router.refresh();
  };
  return (
    <Titled title="Add an instrument">
      <div style={{ maxWidth: '34rem' }}>
        <PlainField label="Name in the shop" {...form.field('name')} />
        <Pick
          label="What it is"
          value={kind}
          options={INSTRUMENT_KINDS.map((k) => ({ value: k, label: INSTRUMENT_NAMES[k] }))}
          onPick={(value) => setKind(INSTRUMENT_KINDS.find((k) => k === value) ?? 'scale')}
        />
        <PlainField label="Where it is reached: tcp://address:port or http://…" {...form.field('address')} />
        <p style={{ paddingTop: '0.5rem' }}>
          <Button $strong onPress={() => void add()}>
            Add it
          </Button>
        </p>
        <FormProblem of={form} />
      </div>
    </Titled>
  );
}
