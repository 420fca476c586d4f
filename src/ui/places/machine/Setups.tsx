'use client';
import type { System } from '@/catalogue/system';
import { usePreferences } from '../../kit/preferences';
import { type SetupDifference, compareSetups } from '@/judgement/model/setups';
import { jobNumber } from '@/catalogue/jobs';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import styled from 'styled-components';
import type { SetupDocument } from '@/schema/documents';
import { correctionsOfHistory, RODE, rodeOf, standingOf } from '@/judgement/job/standing';
import { placeLineage } from '@/judgement/job/lineage';
import { TableFiles } from '../../kit/TableFiles';
import { Titled } from '../../kit/parts';
import { FormProblem, useForm } from '../../kit/useForm';
import { SetupSign } from '../../figures/SetupSign';
import { SETUP_KIND, setupName } from './setupNames';
import { Lineage, type LineageLook } from '../../figures/Lineage';
import { Button, Empty, LinkButton, QuietButton, Small } from '../../kit/primitives';
import { dayWords } from '@/catalogue/days';
import { END_NAMES } from '@/catalogue/ends';

export interface SetupRow {
  id: number;
  jobId: number;
  parentId: number | null;
  kind: LineageLook['kind'];
  reason: string;
  document: SetupDocument;
  recordedAt: string;
  /** A change that was ridden and taken back. */
  takenBack: boolean;
}

const List = styled.ol`
  border-left: 2px solid var(--ink);
  margin-left: 6px;
  > li {
    position: relative;
    padding: 0 0 1rem 1.25rem;
  }
  .sign {
    position: absolute;
    left: -9px;
    top: 0.15rem;
  }
  > li[data-chosen='true'] {
    background: var(--sheet);
    outline: 1px solid var(--ink);
    outline-offset: 4px;
  }
  .changes {
    font-size: 0.875rem;
  }
  .gone {
    color: var(--soft);
    text-decoration: line-through;
  }
`;

/** What changed against the set-up before, in the words of the bench. */
function changesOf(setup: SetupRow, parent: SetupRow | null, system: System) {
  if (!parent) return [];
  return compareSetups(parent.document, setup.document, system).filter(
    (c) => c.differs && c.right !== null && (setup.kind === 'as-found' || setup.kind === 'as-set' || !/Mm$/.test(c.key)),
  );
}

interface Props {
  machineId: number;
  setups: SetupRow[];
  /** How each job's ride was, where no ride was told of a set-up itself. */
  feels: Record<number, string>;
  /** How each set-up rode. */
  rode: Record<number, string>;
  /** Jobs of this machine that are open and unsigned: an older set-up can be gone back to in one of them. */
  openJobs: number[];
}

/** The lineage: the set-ups as a tree, and each with what changed and how it rode. */
export function Setups({ machineId, setups, feels, rode, openJobs }: Props) {
  const [chosen, setChosen] = useState<number | null>(null);
  const { system } = usePreferences();
  const parentOf = (s: SetupRow) => setups.find((p) => p.id === s.parentId) ?? null;
  const ofHistory = correctionsOfHistory(setups);
  const looks: LineageLook[] = setups.map((s) => {
    const feel = rodeOf(setups, s, rode, feels);
    const changed = changesOf(s, parentOf(s), system).length;
    return {
      id: s.id,
      parentId: s.parentId,
      at: s.recordedAt,
      job: s.kind === 'standard' ? 'maker' : jobNumber(s.jobId),
      kind: s.kind,
      feel,
      takenBack: s.takenBack,
      words: `${setupName(s)}: ${changed} ${changed === 1 ? 'figure' : 'figures'} changed${feel ? `, ${RODE[feel]}` : ''}${s.takenBack ? ', taken back' : ''}`,
    };
  });
  if (setups.length === 0)
    return (
      <Titled title="Lineage of set-ups">
        <Empty>No set-up is on record. Signing a rebuild records the one found and the one left behind.</Empty>
      </Titled>
    );
  return (
    <Titled title="Lineage of set-ups" aside="T maker · ○ found · ● rebuilt · ■ handed back · ◇ corrected · △ ridden">
      <Lineage placed={placeLineage(looks)} chosen={chosen} onChoose={(id) => setChosen(id === chosen ? null : id)} />
      {setups.length > 1 && (
        <LinkButton href={`/machines/${machineId}/compare`} style={{ margin: '0.5rem 0 1rem' }}>
          Lay two side by side
        </LinkButton>
      )}
      <SetupList
        ofHistory={ofHistory}
        setups={setups}
        chosen={chosen}
        parentOf={parentOf}
        machineId={machineId}
        looks={looks}
        openJobs={openJobs}
      />
      <TableFiles table="setups" what="every figure of every set-up" filter={{ machine: String(machineId) }} />
    </Titled>
  );
}

interface SetupListProps {
  /** Corrections of what was recorded, that say nothing of the machine as it stands. */
  ofHistory: ReadonlySet<number>;
  setups: SetupRow[];
  chosen: number | null;
  parentOf: (s: SetupRow) => SetupRow | null;
  machineId: number;
  looks: LineageLook[];
  openJobs: number[];
}

function SetupList({ ofHistory, setups, chosen, parentOf, machineId, looks, openJobs }: SetupListProps) {
  return (
    <List>
      {setups
        .filter((s) => chosen === null || s.id === chosen)
        .map((s) => (
          <SetupItem
            standing={standingOf(setups)}
            isOfHistory={ofHistory.has(s.id)}
            key={s.id}
            setup={s}
            parent={parentOf(s)}
            machineId={machineId}
            feel={looks.find((l) => l.id === s.id)?.feel ?? ''}
            openJobs={openJobs}
          />
        ))}
    </List>
  );
}

function SetupItem({
  standing,
  isOfHistory,
  setup,
  parent,
  machineId,
  feel,
  openJobs,
}: {
  /** In the machine now. */
  standing: SetupRow | null;
  isOfHistory: boolean;
  setup: SetupRow;
  parent: SetupRow | null;
  machineId: number;
  feel: string;
  openJobs: number[];
}) {
  const { system } = usePreferences();
  const changes = changesOf(setup, parent, system);
  const isStandard = setup.kind === 'standard';
  return (
    <li data-kind={setup.kind}>
      <span className="sign">
        <SetupSign kind={setup.kind} />
      </span>
      <b>{SETUP_KIND[setup.kind]}</b>{' '}
      <Small>
        {!isStandard && `${dayWords(setup.recordedAt)}, job ${jobNumber(setup.jobId)}`}
        {feel && `, ${RODE[feel]}`}
        {setup.takenBack && ', taken back'}
        {isOfHistory && ', of the record alone: what was set since stays'}
        {standing?.id === setup.id && ', in it now'}
      </Small>
      {setup.reason && setup.kind !== 'as-found' && <div>{setup.reason}</div>}
      <Changes changes={changes} parent={parent} isStandard={isStandard} />
      {!isStandard && (
        <Link href={`/setups/${setup.id}/card`}>
          <Small>Set-up card</Small>
        </Link>
      )}
      {parent && (
        <>
          {' · '}
          <Link href={`/machines/${machineId}/compare?a=${parent.id}&b=${setup.id}`}>
            <Small>against the one it came from</Small>
          </Link>
        </>
      )}
      {openJobs.map((jobId) => !isStandard && jobId !== setup.jobId && <GoBack key={jobId} jobId={jobId} to={setup} now={standing} />)}
    </li>
  );
}

function Changes({ changes, parent, isStandard }: { changes: SetupDifference[]; parent: SetupRow | null; isStandard: boolean }) {
  return (
    <ul className="changes">
      {changes.map((c) => (
        <li key={c.key}>
          <span style={{ color: `var(--${c.end})` }}>{END_NAMES[c.end]}</span> {c.label.toLowerCase()}:{' '}
          {c.left && <span className="gone">{c.left}</span>} <b>{c.right ?? 'not noted'}</b>
        </li>
      ))}
      {parent && changes.length === 0 && <li>as before</li>}
      {!parent && <li>{isStandard ? 'what the maker gives; kept with the figures of the machine' : 'the first on record'}</li>}
    </ul>
  );
}

/** Back to an older set-up, in one step: first what would be turned, then its figures are written into the open job as what is to be fitted. */
function GoBack({ jobId, to, now }: { jobId: number; to: SetupRow; now: SetupRow | null }) {
  const router = useRouter();
  const form = useForm({}, () => '');
  const { system } = usePreferences();
  const [isAsked, setAsked] = useState(false);
  const turned = now
    ? compareSetups(now.document, to.document, system).filter((d) => d.differs && d.right !== null && !/Mm$/.test(d.key))
    : [];
  const go = async () => {
    if (await form.send(`/api/jobs/${jobId}/back`, { setupId: to.id })) router.push(`/jobs/${jobId}/rebuild`);
  };
  if (!isAsked)
    return (
      <>
        {' · '}
        <QuietButton onPress={() => setAsked(true)}>Go back to this one in job {jobNumber(jobId)}</QuietButton>
      </>
    );
  return (
    <div role="group" aria-label={`Back to the set-up of job ${jobNumber(to.jobId)}`} style={{ padding: '0.5rem 0' }}>
      <b>{turned.length === 0 ? 'Nothing would be turned: it stands so already.' : 'This would be turned or changed:'}</b>
      <TurnedBack turned={turned} />
      <Small>
        It is written into job {jobNumber(jobId)} as what is to be fitted; Ride goes on from it, and one undo takes all of it back.{' '}
      </Small>
      <GoButtons go={go} jobId={jobId} setAsked={setAsked} />
      <FormProblem of={form} />
    </div>
  );
}

function GoButtons({ go, jobId, setAsked }: { go: () => Promise<void>; jobId: number; setAsked: (next: boolean) => void }) {
  return (
    <p style={{ display: 'flex', gap: '0.75rem', alignItems: 'center' }}>
      <Button $strong onPress={() => void go()}>
        Go back to it in job {jobNumber(jobId)}
      </Button>
      <QuietButton onPress={() => setAsked(false)}>Leave it as it is</QuietButton>
    </p>
  );
}

function TurnedBack({ turned }: { turned: SetupDifference[] }) {
  return (
    <ul className="changes">
      {turned.map((d) => (
        <li key={d.key}>
          <span style={{ color: `var(--${d.end})` }}>{END_NAMES[d.end]}</span> {d.label.toLowerCase()}:{' '}
          <span className="gone">{d.left ?? 'not noted'}</span> <b>{d.right}</b>
        </li>
      ))}
    </ul>
  );
}
