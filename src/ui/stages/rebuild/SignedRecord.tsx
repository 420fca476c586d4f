'use client';
import { correctedAnswer } from '@/schema/answers';
import { sealShown } from '@/schema/sealWords';
import { fieldName } from '@/judgement/job/changes';
import { type Form, FormProblem, useForm } from '../../kit/useForm';
import type { Said } from '@/core/units/say';
import { useSaid } from '../../kit/preferences';
import { useMemo, useState } from 'react';
import { fieldDef } from '@/catalogue/fields';
import { SETUP_FIELDS, withPrefix } from '@/catalogue/fields/setup';
import { readEntry, withUnit } from '@/catalogue/entry';
import { issueWords } from '@/schema/words';
import { Pick } from '../../kit/Pick';
import { PlainField } from '../../kit/PlainField';
import { Button, QuietButton, Small, Table } from '../../kit/primitives';
import { dayWords } from '@/catalogue/days';
import { useBench } from '../../job/BenchContext';
import type { SignedLine } from '@/schema/pages';
import { useWho } from '../../kit/who';
import { SignerFields, signerFirst, SignRow } from './SignPanel';

/** What was signed, by whom, and the corrections added since. */
export function SignedRecord() {
  const { data } = useBench();
  const [correcting, setCorrecting] = useState(false);
  const [stays, setStays] = useState<readonly string[]>([]);
  return (
    <>
      <Table aria-label="Signed records">
        <tbody>
          {data.signed.map((r) => (
            <SignedRow key={r.id} record={r} />
          ))}
        </tbody>
      </Table>
      {correcting ? (
        <CorrectionForm
          onDone={(left) => {
            setCorrecting(false);
            setStays(left);
          }}
        />
      ) : (
        <QuietButton onPress={() => setCorrecting(true)}>Add a correction</QuietButton>
      )}
      {stays.length > 0 && (
        <p role="status">The record is corrected. The machine was set or ridden since, and stays as it is: {stays.join(', ')}.</p>
      )}
    </>
  );
}

function SignedRow({ record }: { record: SignedLine }) {
  return (
    <tr>
      <td>
        <b>{record.corrects === null ? 'Rebuild' : `Correction of rebuild ${record.corrects}`}</b>{' '}
        <Small>
          record {record.id}, seal {sealShown(record.seal)}
        </Small>
        {record.corrects !== null && (
          <ul>
            {Object.entries(record.entries).map(([field, entry]) => (
              <li key={field}>
                {fieldName(field)}: <b>{entry.text === '' ? 'taken out' : withUnit(entry)}</b>
              </li>
            ))}
            <li>
              <Small>{record.reason}</Small>
            </li>
          </ul>
        )}
      </td>
      <td className="number">
        {record.technician}, {dayWords(record.signedAt)}
      </td>
    </tr>
  );
}

const FITTED = withPrefix('fitted', SETUP_FIELDS).filter((f) => f.kind !== 'choice');

/** A correction: one figure as it should have read, and the reason. It is signed and points at the rebuild. */
function CorrectionForm({ onDone }: { onDone(stays: readonly string[]): void }) {
  const { data, reload } = useBench();
  const who = useWho();
  const form = useForm({ ...signerFirst(who), field: null as string | null, text: '', reason: '' });
  const { field, text, reason, technicianId, passcode } = form.typed;
  const stood = field ? data.signed[0]?.entries[field] : undefined;
  const unread = useMemo(() => {
    if (!field || text === '') return null;
    const read = readEntry(fieldDef(field), text);
    return read.ok ? null : issueWords(read.issue);
  }, [field, text]);
  const send = async () => {
    const { refuse } = form;
    if (!field) return refuse('', 'Choose the figure to correct.');
    if (unread) return refuse('', unread);
    if (reason.trim() === '') return refuse('reason', 'Write down the reason.');
    if (technicianId === null) return refuse('', 'Choose who signs.');
    if (passcode === '') return refuse('passcode', 'Give the passcode of who signs.');
    const correction = { technicianId, passcode, reason, changes: [{ field, text }] };
    const done = await form.send(`/api/jobs/${data.job.id}/corrections`, correction, correctedAnswer);
    if (!done) return;
    reload();
    onDone(done.stays);
  };
  return (
    <section aria-label="Correction" style={{ borderTop: '1px solid var(--rule)', padding: '0.75rem 0' }}>
      <CorrectionFields field={field} form={form} stood={stood} unread={unread} send={send} onDone={() => onDone([])} />
      <FormProblem of={form} />
    </section>
  );
}

interface CorrectionFieldsProps {
  field: string | null;
  form: Form<{ field: string | null; text: string; reason: string; technicianId: number | null; passcode: string }>;
  stood: { text: string; unit: string | null; value: number | null } | undefined;
  unread: Said | null;
  send: () => Promise<null | undefined>;
  onDone: () => void;
}

function CorrectionFields({ field, form, stood, unread, send, onDone }: CorrectionFieldsProps) {
  const inUnits = useSaid();
  return (
    <SignRow>
      <FigurePick field={field} form={form} />
      <div className="who">
        <PlainField
          label={stood ? `As it should read (signed: ${withUnit(stood)})` : 'As it should read'}
          {...form.field('text')}
          problem={unread ? inUnits(unread) : form.at('text')}
        />
      </div>
      <div className="who">
        <PlainField label="Reason" {...form.field('reason')} />
      </div>
      <SignerFields signer={form.typed} onChange={form.put} problem={form.at('passcode')} />
      <Button $strong onPress={() => void send()}>
        Sign the correction
      </Button>
      <Button onPress={onDone}>Leave it</Button>
    </SignRow>
  );
}

interface FigurePickProps {
  field: string | null;
  form: Form<{ field: string | null; text: string; reason: string; technicianId: number | null; passcode: string }>;
}

function FigurePick({ field, form }: FigurePickProps) {
  return (
    <div className="who">
      <Pick
        label="Figure"
        value={field}
        options={FITTED.map((f) => ({ value: f.key, label: fieldName(f.key) }))}
        onPick={(chosen) => form.put({ field: chosen })}
        placeholder="Choose the figure"
      />
    </div>
  );
}
