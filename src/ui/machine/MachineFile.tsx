'use client';
import Link from 'next/link';
import styled from 'styled-components';
import type { SetupDocument } from '@/schema/documents';
import type { Entries } from '@/schema/entry';
import type { StageLine } from '@/schema/facts/stages';
import { compareSetups } from '@/schema/facts/setups';
import { MACHINE_FIGURES, MACHINE_IDENTITY } from '@/schema/fields/machine';
import { Columns, FieldsOf, Titled } from '../bench/parts';
import { FieldsProvider } from '../fields/context';
import { Empty, LinkButton, Small, Table } from '../layout/primitives';
import { Shell } from '../layout/Shell';
import { dayWords } from '../words/time';
import { FiguresSaved } from './FiguresSaved';
import { useMachineStore } from './useMachineStore';

export interface SetupRow {
  id: number;
  jobId: number;
  parentId: number | null;
  kind: 'as-found' | 'rebuild' | 'correction';
  reason: string;
  document: SetupDocument;
  recordedAt: string;
}

interface Props {
  machine: { id: number; name: string; registration: string; frameNumber: string };
  owners: { customerId: number; name: string; phone: string; since: string }[];
  figures: Entries;
  jobs: {
    id: number;
    customer: string;
    promisedOn: string;
    handedBackAt: string | null;
    lines: StageLine[];
    signed: boolean;
    feel: string;
  }[];
  signed: { id: number; jobId: number; corrects: number | null; reason: string; technician: string; signedAt: string }[];
  setups: SetupRow[];
}

export const SETUP_KIND = { 'as-found': 'As it came in', rebuild: 'After the rebuild', correction: 'Corrected' };

const Lineage = styled.ol`
  border-left: 2px solid var(--ink);
  margin-left: 6px;
  > li {
    position: relative;
    padding: 0 0 1rem 1.25rem;
  }
  > li::before {
    content: '';
    position: absolute;
    left: -7px;
    top: 0.35rem;
    width: 10px;
    height: 10px;
    border: 2px solid var(--ink);
    border-radius: 50%;
    background: var(--ground);
  }
  > li[data-kind='rebuild']::before {
    background: var(--ink);
  }
  .changes {
    font-size: 0.875rem;
  }
  .gone {
    color: var(--soft);
    text-decoration: line-through;
  }
`;

const FEEL: Record<string, string> = { better: 'rode better', same: 'rode the same', worse: 'rode worse' };

/** The machine file: owners, figures, every job and signed rebuild in time, and the set-up each left behind. */
export function MachineFile({ machine, owners, figures, jobs, signed, setups }: Props) {
  const store = useMachineStore(machine.id, figures);
  const about = [machine.registration, machine.frameNumber && `frame ${machine.frameNumber}`, owners[0]?.name].filter(Boolean).join(' · ');
  return (
    <FieldsProvider value={store}>
      <Shell title={machine.name} about={about} footRight={<FiguresSaved />}>
        <Columns $wide="1fr 1.15fr">
          <div>
            <Titled title="Jobs, newest first" aside={`${jobs.length} in all`}>
              <Table>
                <tbody>
                  {jobs.map((j) => (
                    <tr key={j.id}>
                      <td>
                        <Link href={`/jobs/${j.id}`}>
                          <b>Job {String(j.id).padStart(4, '0')}</b>
                        </Link>
                        <br />
                        <Small>{j.customer}</Small>
                      </td>
                      <td>
                        {signedWords(signed.filter((s) => s.jobId === j.id))}
                        {j.feel && (
                          <>
                            <br />
                            <Small>{FEEL[j.feel]}</Small>
                          </>
                        )}
                      </td>
                      <td className="number">
                        {j.handedBackAt ? `back ${dayWords(j.handedBackAt)}` : `promised ${dayWords(j.promisedOn)}`}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </Table>
              <LinkButton href={`/jobs/new?machine=${machine.id}`} style={{ marginTop: '0.75rem' }}>
                Take this machine in again
              </LinkButton>
            </Titled>
            <Titled title="Owners, newest first">
              <ul>
                {owners.map((o) => (
                  <li key={o.customerId + o.since}>
                    <Link href={`/customers/${o.customerId}`}>{o.name}</Link> <Small>since {dayWords(o.since)}</Small>
                  </li>
                ))}
              </ul>
            </Titled>
            <Titled title="Figures of the machine" aside="each change is kept">
              <FieldsOf defs={[...MACHINE_IDENTITY, ...MACHINE_FIGURES]} />
              <LinkButton href={`/machines/${machine.id}/leverage`} style={{ marginTop: '0.75rem' }}>
                Leverage, air and stops
              </LinkButton>
            </Titled>
          </div>
          <Titled title="Set-ups, newest first" aside="what changed against the one before it">
            {setups.length === 0 ? (
              <Empty>No set-up is on record. Signing a rebuild records the one found and the one left behind.</Empty>
            ) : (
              <>
                {setups.length > 1 && (
                  <LinkButton href={`/machines/${machine.id}/compare`} style={{ marginBottom: '1rem' }}>
                    Lay two side by side
                  </LinkButton>
                )}
                <Lineage>
                  {setups.map((s) => (
                    <SetupItem key={s.id} setup={s} parent={setups.find((p) => p.id === s.parentId) ?? null} machineId={machine.id} />
                  ))}
                </Lineage>
              </>
            )}
          </Titled>
        </Columns>
      </Shell>
    </FieldsProvider>
  );
}

function signedWords(records: Props['signed']): string {
  const rebuild = records.find((r) => r.corrects === null);
  if (!rebuild) return 'not signed';
  const corrections = records.length - 1;
  return `signed by ${rebuild.technician}${corrections > 0 ? `, ${corrections} ${corrections === 1 ? 'correction' : 'corrections'}` : ''}`;
}

function SetupItem({ setup, parent, machineId }: { setup: SetupRow; parent: SetupRow | null; machineId: number }) {
  const changes = parent
    ? compareSetups(parent.document, setup.document).filter(
        (c) => c.differs && c.right !== null && (setup.kind === 'as-found' || !/Mm$/.test(c.key)),
      )
    : [];
  return (
    <li data-kind={setup.kind}>
      <b>{SETUP_KIND[setup.kind]}</b>{' '}
      <Small>
        {dayWords(setup.recordedAt)}, job {String(setup.jobId).padStart(4, '0')}
      </Small>
      {setup.reason && setup.kind !== 'as-found' && <div>{setup.reason}</div>}
      <ul className="changes">
        {changes.map((c) => (
          <li key={c.key}>
            <span style={{ color: `var(--${c.end})` }}>{c.end === 'rear' ? 'Rear' : 'Front'}</span> {c.label.toLowerCase()}:{' '}
            {c.left && <span className="gone">{c.left}</span>} <b>{c.right ?? 'not noted'}</b>
          </li>
        ))}
        {parent && changes.length === 0 && <li>as before</li>}
        {!parent && <li>the first on record</li>}
      </ul>
      <Link href={`/setups/${setup.id}/card`}>
        <Small>Set-up card</Small>
      </Link>
      {parent && (
        <>
          {' · '}
          <Link href={`/machines/${machineId}/compare?a=${parent.id}&b=${setup.id}`}>
            <Small>against the one before</Small>
          </Link>
        </>
      )}
    </li>
  );
}
