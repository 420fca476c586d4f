'use client';
import { DataTable } from '../../kit/DataTable';
import { type NotedTorque, bounceOf, legsSet, torquesOf } from '@/judgement/model/set';
import type { LegsJudged } from '@/judgement/model/legs';
import { Sentence } from '../../kit/Sentence';
import { SEEN_MM } from '@/core/measure/bounce';
import { mm, said } from '@/core/units/say';
import Link from 'next/link';
import styled from 'styled-components';
import { SET_FIELDS } from '@/catalogue/fields/bench';
import { SETUP_FIELDS } from '@/catalogue/fields/setup';
import { CAUTIONS } from '@/knowledge/cautions';
import { balanceWords, bounceWords } from '@/judgement/findings/balance';
import { issueWords } from '@/schema/words';
import { dayWords } from '@/catalogue/days';
import { useSaid } from '../../kit/preferences';
import { Button, Caution, Empty, EndName, LineTable, LinkButton, Small, Warn, Wide } from '../../kit/primitives';
import { EntryField } from '../../fields/EntryField';
import { useFieldStore, useLive } from '../../fields/context';
import { withUnit } from '@/catalogue/entry';
import { Proposed } from '../../job/Proposed';
import { useBench, useFigures, useLater } from '../../job/BenchContext';
import { isOnMachine } from '@/judgement/model/ends';
import { textOf } from '@/judgement/model/read';
import { notchWorthOf } from '@/judgement/model/preloadHand';
import { Titled } from '../../kit/parts';
import { FormProblem, useForm } from '../../kit/useForm';
import { showUnsettled } from '../../fields/next';
import { ENDS, END_NAMES } from '@/catalogue/ends';
import { FieldsOf } from '../../fields/parts';
import { BeforeItIsTurned } from './BeforeItIsTurned';
import { MeasureSheet } from '../../job/readings/MeasureSheet';

/** Set: starting clickers and heights, the same walk on the finished machine, the last checks, and handing back with the card. */
export function SetStage() {
  const { sealed } = useBench();
  return (
    <>
      {!sealed && <Warn>The rebuild is not signed yet. Sign it under Rebuild before the machine leaves.</Warn>}
      <Proposed stage="set" />
      <MeasureSheet
        prefix="set"
        locked={false}
        underWalk={
          <>
            <StartingClickers />
            <NotchWorth />
            <BeforeItIsTurned />
          </>
        }
        underStance={<TorquesAgain />}
        aside={
          <>
            <Bounce />
            <Legs />
            <HandBack />
          </>
        }
      />
    </>
  );
}

const CLICKERS = SETUP_FIELDS.filter((f) => /\.out$|\.height\./.test(f.key));

/** Clickers and heights as a table: both legs in one row. */
const ROWS = [...new Set(CLICKERS.map((f) => f.key.replace(/\.(left|right)(?=\.|$)/, '')))].map((row) =>
  CLICKERS.filter((f) => f.key.replace(/\.(left|right)(?=\.|$)/, '') === row),
);
const rowName = (label: string) => label.replace(/^(Left|Right) /, '').toLowerCase();

/** One column for what it is, the others for its fields, alike in all rows. */
const FieldTable = styled(LineTable)`
  table-layout: fixed;
  th:first-child {
    width: 52%;
  }
`;

/** The clickers and heights it leaves with: as the rebuild fitted them until changed here. */
function StartingClickers() {
  const machine = useFigures();
  const live = useLive();
  return (
    <section style={{ marginTop: '1.4rem' }}>
      <Titled title="Starting clickers and fork height" aside="as fitted until changed">
        <FieldTable aria-label="Starting clickers and fork height">
          <thead>
            <tr>
              <th>Item</th>
              <th className="number">Left</th>
              <th className="number">Right</th>
            </tr>
          </thead>
          <tbody>
            {ROWS.filter((fields) => fields.some((f) => isOnMachine(f.key, machine) || textOf(live, `set.as.${f.key}`) !== '')).map(
              (fields) => (
                <ClickerRow key={fields[0]!.key} fields={fields} />
              ),
            )}
          </tbody>
        </FieldTable>
      </Titled>
    </section>
  );
}

/** What a notch of the adjuster was worth, learnt from the rider sag before and after it was turned. */
function NotchWorth() {
  const facts = useLater();
  const inUnits = useSaid();
  return ENDS.map((end) => {
    const worth = notchWorthOf(facts, end);
    return (
      worth && (
        <p key={end} data-result={`notch-${end}`}>
          <b>{END_NAMES[end]}:</b>{' '}
          {inUnits(
            said`a notch is worth ${mm(worth.mmPerNotch, 1, '±', worth.uncertaintyMm)} of preload, by the rider sag before and after ${Math.abs(worth.notches)} of them.`,
          )}{' '}
          <Small>Same spring, same load: what the sag lost along the damper the preload gained.</Small>
        </p>
      )
    );
  });
}

function ClickerRow({ fields }: { fields: readonly (typeof CLICKERS)[number][] }) {
  const live = useLive();
  const [first] = fields;
  const words = (prefix: 'wanted' | 'fitted') => {
    const noted = fields.map((f) => live[`${prefix}.${f.key}`]).map((e) => (e?.text ? withUnit(e) : '–'));
    const [all, ...others] = [...new Set(noted)];
    return all === '–' && others.length === 0 ? '' : `${prefix} ${[all, ...others].join(' / ')}`;
  };
  return (
    <tr>
      <td>
        <EndName $end={first!.end ?? 'rear'}>{first!.end === 'front' ? 'Fork' : 'Shock'}</EndName> {rowName(first!.label)}
        <br />
        <Small>{[words('fitted') || 'not noted as fitted', words('wanted')].filter(Boolean).join(', ')}</Small>
      </td>
      {fields.map((f) => (
        <td key={f.key} colSpan={fields.length === 1 ? 2 : 1}>
          <EntryField
            field={`set.as.${f.key}`}
            label={`${f.end === 'front' ? 'Fork' : 'Shock'} ${f.label.toLowerCase()}, set to`}
            look="cell"
          />
        </td>
      ))}
    </tr>
  );
}

/** The bounce test: swings counted by eye, the damping they allow, both ends compared. */
function Bounce() {
  const inUnits = useSaid();
  const facts = useLater();
  const both = balanceWords(facts.entries);
  return (
    <Titled title="Bounce and balance" aside="push, let go, count">
      {ENDS.map((end) => {
        const found = bounceOf(facts.entries, end);
        return (
          <div key={end}>
            <EndName $end={end}>{END_NAMES[end]}</EndName>
            <FieldsOf defs={SET_FIELDS.filter((f) => f.key.startsWith(`set.${end}.bounce.`))} min="7rem" />
            {found && <p role="status">{found.ok ? `${bounceWords(found.value)}, by eye` : inUnits(said`▲ ${issueWords(found.issue)}`)}</p>}
          </div>
        );
      })}
      {both && (both.alike ? <p>{both.words}</p> : <Warn>{both.words}</Warn>)}
      <p>
        <Small>
          {inUnits(
            said`Friction ends the swings early, so these figures lie high where the friction band is wide. Swings below ${mm(SEEN_MM)} are taken as unseen (common practice, no source).`,
          )}
        </Small>
      </p>
      <EntryField field="set.balance" />
    </Titled>
  );
}

function Legs() {
  const facts = useLater();
  const verdict = legsSet(facts);
  return (
    <Titled title="Left and right leg">
      {verdict.differ.length === 0 ? (
        <p>What is written down for both legs agrees.</p>
      ) : (
        <>
          <LegTable verdict={verdict} />
          {!verdict.built && <Warn>The legs are not set alike. Set them alike, or say that the fork is built with different legs.</Warn>}
        </>
      )}
      <EntryField field="set.legsAgree" />
    </Titled>
  );
}

function LegTable({ verdict }: { verdict: LegsJudged }) {
  return (
    <DataTable
      label="Left against right"
      rows={verdict.differ}
      keyOf={(d) => d.key}
      columns={[
        { name: 'Leg', cell: (d) => d.label },
        { name: 'Left', figure: true, cell: (d) => <Sentence of={d.left} /> },
        { name: 'Right', figure: true, cell: (d) => <Sentence of={d.right} /> },
      ]}
    />
  );
}

/** Every torque of the rebuild once more, after the machine has stood on its wheels. */
function TorquesAgain() {
  const { data } = useBench();
  const live = useLive();
  const torques = torquesOf(live, data.procedures);
  return (
    <section style={{ marginTop: '1.4rem' }}>
      <Titled title="Torques, checked again" aside="after the bed-in ride">
        <Caution>{CAUTIONS.torque}</Caution>
        {torques.length === 0 && <Empty>No torque was written down in the rebuild.</Empty>}
        {torques.length > 0 && <TorqueTable torques={torques} />}
        <div style={{ maxWidth: '16rem' }}>
          <EntryField field="set.torqueChecked" />
        </div>
      </Titled>
    </section>
  );
}

function TorqueTable({ torques }: { torques: NotedTorque[] }) {
  return (
    <Wide>
      <FieldTable aria-label="Torques">
        <thead>
          <tr>
            <th>Fastener</th>
            <th className="number">In the rebuild</th>
            <th className="number">Again</th>
          </tr>
        </thead>
        <tbody>
          {torques.map((t) => (
            <tr key={t.i}>
              <td>
                {t.place} <Small>{t.origin || '▲ no origin written down'}</Small>
              </td>
              <td className="number">{withUnit(t.entry)}</td>
              <td>
                <EntryField field={`set.again.${t.i}.value`} label={`${t.place}, again`} look="cell" />
              </td>
            </tr>
          ))}
        </tbody>
      </FieldTable>
    </Wide>
  );
}

function HandBack() {
  const { data, reload } = useBench();
  const store = useFieldStore();
  const form = useForm({});
  const handBack = async () => {
    if (!store.commitAll()) return form.refuse('', showUnsettled([store]) ?? '');
    await store.flush();
    if (await form.send(`/api/jobs/${data.job.id}/hand-back`, {})) reload();
  };
  return (
    <Titled title="Before it leaves">
      <Caution>{CAUTIONS.afterwards}</Caution>
      <div style={{ display: 'flex', gap: '1rem', alignItems: 'center', flexWrap: 'wrap' }}>
        {data.job.handedBackAt ? (
          <Small>Handed back {dayWords(data.job.handedBackAt)}.</Small>
        ) : (
          <Button $strong onPress={() => void handBack()}>
            Hand the machine back
          </Button>
        )}
        {data.setupId !== null && <LinkButton href={`/setups/${data.setupId}/card`}>Set-up card</LinkButton>}
        <Link href={`/machines/${data.machine.id}`}>Machine file</Link>
        <FormProblem of={form} />
      </div>
    </Titled>
  );
}
