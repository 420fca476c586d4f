'use client';
import { jobNumber } from '@/catalogue/jobs';
import { MachineAnswer } from './MachineAnswer';
import Link from 'next/link';
import type { Entries } from '@/catalogue/entry';
import type { HistoryPoint } from '@/judgement/reason/history';
import type { Origin, StageLine, DueLine } from '@/schema/pages';
import { MACHINE_SHEET, MACHINE_IDENTITY, MACHINE_FIGURES } from '@/catalogue/fields/machine';
import { Columns, Titled } from '../../kit/parts';
import { ReminderText } from '../../layout/DueService';
import { FieldsProvider } from '../../fields/context';
import { LinkButton, QuietLink, Small, Table } from '../../kit/primitives';
import { Shell } from '../../layout/Shell';
import { dayWords } from '@/catalogue/days';
import { BranchMoves, type BranchesShown } from './BranchMoves';
import { Elsewhere, type ElsewhereRow } from './Elsewhere';
import { FiguresSaved } from './FiguresSaved';
import type { Present as PresentNow } from '@/schema/present';
import { Present } from './Present';
import { HistoryChart } from './HistoryChart';
import { Merged, type MergedRow, type Owned, Owners } from './Owners';
import { type SetupRow, Setups } from './Setups';
import { RODE } from '@/judgement/job/standing';
import { Leftovers } from '../../fields/Leftovers';
import { useMachineStore } from '../../fields/useMachineStore';
import { FieldsOf } from '../../fields/parts';
import { ModelTorques } from '../../job/ModelTorques';
import { Fold } from '../../kit/Fold';
import { OfModel } from '../../job/OfModel';
import { MakersService, StandardSetup } from '../../job/MachineFigures';

interface Props {
  machine: { id: number; name: string; registration: string; frameNumber: string };
  owners: Owned[];
  figures: Entries;
  origins: Record<string, Origin>;
  jobs: {
    id: number;
    customer: string;
    promisedOn: string;
    handedBackAt: string | null;
    lines: StageLine[];
    signed: boolean;
    feel: string;
    branch: string;
  }[];
  signed: { id: number; jobId: number; corrects: number | null; reason: string; technician: string; signedAt: string }[];
  lineage: SetupRow[];
  rode: Record<number, string>;
  history: HistoryPoint[];
  merged: MergedRow[];
  elsewhere: ElsewhereRow[];
  elsewhereUnread: number[];
  present: PresentNow | null;
  branches: BranchesShown | null;
  due: DueLine[];
  today: string;
}

/** The machine file: lineage, every job and signed rebuild in time, readings over its life, owners and figures. */
export function MachineFile({
  machine,
  owners,
  figures,
  origins,
  jobs,
  signed,
  lineage,
  rode,
  history,
  merged,
  elsewhere,
  elsewhereUnread,
  present,
  branches,
  due,
  today,
}: Props) {
  const store = useMachineStore(machine.id, figures, origins);
  const about = [machine.registration, machine.frameNumber && `frame ${machine.frameNumber}`, owners[0]?.name].filter(Boolean).join(' · ');
  return (
    <FieldsProvider value={store}>
      <Shell title={machine.name} about={about} footRight={<FiguresSaved />}>
        <MachineAnswer present={present} due={due} machineId={machine.id} />
        <Leftovers stores={[store]} />
        {present && <Present present={present} />}
        <Columns $wide="1fr 1.15fr">
          <LineageColumn
            machine={machine}
            jobs={jobs}
            signed={signed}
            due={due}
            today={today}
            owners={owners}
            merged={merged}
            elsewhere={elsewhere}
            elsewhereUnread={elsewhereUnread}
            branches={branches}
          />
          <div>
            <Setups
              machineId={machine.id}
              setups={lineage}
              rode={rode}
              feels={Object.fromEntries(jobs.map((j) => [j.id, j.feel]))}
              openJobs={jobs.filter((j) => !j.signed && !j.handedBackAt).map((j) => j.id)}
            />
            <HistoryChart points={history} />
          </div>
        </Columns>
      </Shell>
    </FieldsProvider>
  );
}

function LineageColumn({
  machine,
  jobs,
  signed,
  due,
  today,
  owners,
  merged,
  elsewhere,
  elsewhereUnread,
  branches,
}: Omit<Props, 'figures' | 'origins' | 'lineage' | 'rode' | 'history' | 'present'>) {
  return (
    <div>
      <Jobs jobs={jobs} signed={signed} />
      {due.length > 0 && (
        <Titled title="Service due" aside="with the words for the owner">
          <ReminderText due={due} today={today} />
        </Titled>
      )}
      <Owners machineId={machine.id} owners={owners} />
      <Elsewhere elsewhere={elsewhere} unread={elsewhereUnread} />
      <Figures machineId={machine.id} />
      <BranchMoves machineId={machine.id} branches={branches} />
      <HandOver machineId={machine.id} />
      <Merged machineId={machine.id} merged={merged} />
    </div>
  );
}

function Jobs({ jobs, signed }: Pick<Props, 'jobs' | 'signed'>) {
  return (
    <Titled title="Jobs, newest first" aside={`${jobs.length} in all`}>
      <Table>
        <JobRows jobs={jobs} signed={signed} />
      </Table>
    </Titled>
  );
}

function JobRows({ jobs, signed }: Pick<Props, 'jobs' | 'signed'>) {
  return (
    <tbody>
      {jobs.map((j) => (
        <tr key={j.id}>
          <td>
            <Link href={`/jobs/${j.id}`}>
              <b style={{ whiteSpace: 'nowrap' }}>Job {jobNumber(j.id)}</b>
            </Link>
            <br />
            <Small>
              {j.customer}
              {j.branch && `, ${j.branch}`}
            </Small>
          </td>
          <td>
            {signedWords(signed.filter((s) => s.jobId === j.id))}
            {j.feel && (
              <>
                <br />
                <Small>{RODE[j.feel]}</Small>
              </>
            )}
          </td>
          <td className="number">{j.handedBackAt ? `back ${dayWords(j.handedBackAt)}` : `promised ${dayWords(j.promisedOn)}`}</td>
        </tr>
      ))}
    </tbody>
  );
}

/** What is known of the machine itself, and the rooms that rest on it. */
function Figures({ machineId }: { machineId: number }) {
  return (
    <>
      <Titled title="Figures of the machine" aside="each change is kept">
        <OfModel machineId={machineId} />
        <FieldsOf defs={[...MACHINE_IDENTITY, ...MACHINE_FIGURES]} />
        <LinkButton href={`/machines/${machineId}/riders`} style={{ marginTop: '0.75rem', marginRight: '0.75rem' }}>
          Rate by rider
        </LinkButton>
        <LinkButton href={`/machines/${machineId}/leverage`} style={{ marginTop: '0.75rem', marginRight: '0.75rem' }}>
          Leverage, air and stops
        </LinkButton>
        <LinkButton href={`/machines/${machineId}/geometry`} style={{ marginTop: '0.75rem' }}>
          Steering and drive
        </LinkButton>
      </Titled>
      <Fold title="Torques recorded on this model">
        <ModelTorques machineId={machineId} />
      </Fold>
      <Titled title="The maker’s sheet" aside="what came in is held against it">
        <FieldsOf defs={MACHINE_SHEET} />
        <MakersService />
        <StandardSetup />
      </Titled>
    </>
  );
}

/** The machine with its history as a file, for the shop it goes to next. */
function HandOver({ machineId }: { machineId: number }) {
  return (
    <Titled title="To another shop">
      <p style={{ maxWidth: '60ch' }}>
        <Small>
          One file with everything recorded of this machine: its jobs, signed records with their seals, set-ups, photos and voice notes. The
          records name their customer as they were signed: hand it over where the customer agrees.
        </Small>
      </p>
      <QuietLink href={`/api/machines/${machineId}/archive`} download>
        Hand the machine over, as a file
      </QuietLink>
    </Titled>
  );
}

function signedWords(records: Props['signed']): string {
  const rebuild = records.find((r) => r.corrects === null);
  if (!rebuild) return 'not signed';
  const corrections = records.length - 1;
  return `signed by ${rebuild.technician}${corrections > 0 ? `, ${corrections} ${corrections === 1 ? 'correction' : 'corrections'}` : ''}`;
}
