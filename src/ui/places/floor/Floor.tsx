'use client';
import type { DueLine, JobBrief } from '@/schema/pages';
import { jobNumber } from '@/catalogue/jobs';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import styled from 'styled-components';
import { STAGE_NAMES } from '@/catalogue/fields';
import { Empty, Heading, LinkButton, Small, Warn } from '../../kit/primitives';
import { AnswerStrip } from '../../kit/AnswerStrip';
import { useHearing } from '../../kit/live';
import { useKeptPages } from '../../kit/Offline';
import { TAB } from '../../kit/send';
import { PromisedDay } from '../../layout/PromisedDay';
import { Shell } from '../../layout/Shell';
import { daysBetween, dayWords, timeWords } from '@/catalogue/days';
import { DueService } from '../../layout/DueService';
import { type Begun, FirstHour } from './FirstHour';

interface Props {
  begun: Begun;
  /** Of the book itself: an old backup, a disk nearly full, guesses at a passcode. */
  /** Of a chain; '' where the shop is alone. */
  branch: string;
  warnings: { words: string; href: string }[];
  /** The newest backup that was proven; null where there is none. */
  backedUpAt: string | null;
  jobs: JobBrief[];
  awaited: { id: number; machine: string; customer: string; handedBackAt: string }[];
  due: DueLine[];
  short: { name: string; unit: 'piece' | 'mL'; short: number; jobs: number[]; orderedAt: string | null }[];
}

const Stands = styled.ol`
  border-top: 2px solid var(--ink);
  li {
    display: flex;
    align-items: center;
    gap: 0.75rem;
    border-bottom: 1px solid var(--rule);
  }
  a {
    flex: 1;
    min-width: 0;
    display: grid;
    grid-template-columns: 7.5rem minmax(12rem, 1.4fr) minmax(12rem, 1fr) minmax(11rem, 1fr);
    gap: 0 1.25rem;
    align-items: center;
    text-decoration: none;
    min-height: 62px;
    padding: 0.5rem 0;
  }
  a:hover {
    background: var(--sheet);
  }
  .day {
    font-weight: 650;
  }
  .machine {
    font-size: 1.0625rem;
    font-weight: 650;
    display: block;
  }
  .action {
    font-weight: 650;
    display: block;
  }
  @media (max-width: 960px) {
    a {
      grid-template-columns: 5.5rem minmax(0, 1fr) minmax(0, 1fr);
      gap: 0 0.75rem;
    }
    a > :nth-child(3) {
      grid-row: 2;
      grid-column: 2 / -1;
    }
  }
`;

const TapeOf = styled.span`
  display: grid;
  grid-template-columns: repeat(8, 1fr);
  gap: 3px;
  span {
    height: 9px;
    border: 1px solid var(--rule);
  }
  span[data-state='begun'] {
    border-color: var(--ink);
    background: linear-gradient(90deg, var(--ink) 50%, transparent 50%);
  }
  span[data-state='complete'] {
    border-color: var(--ink);
    background: var(--ink);
  }
`;

/** How long until the promised day, in words. */
function untilWords(day: string, today: string): string {
  const days = daysBetween(today, day);
  if (days < 0) return `▲ ${-days} ${days === -1 ? 'day' : 'days'} late`;
  return days === 0 ? 'today' : days === 1 ? 'tomorrow' : `in ${days} days`;
}

/** The Floor: what is on the stands by promised day, where each job stands and what to do next; and rides nobody has heard of. */
/** Pages fetched before they are asked for: more would keep the shop's computer from its work. From memory. */
const MAX_AHEAD = 12;

export function Floor({ jobs, awaited, due, short, begun, warnings, backedUpAt, branch, today }: Props & { today: string }) {
  const router = useRouter();
  // The machines on the stands are worked on next, with or without the shop's computer.
  useKeptPages(jobs.slice(0, MAX_AHEAD).map((j) => `/jobs/${j.id}/${j.next.stage}`));
  useHearing(['floor'], { act: ({ tab }) => tab !== TAB && router.refresh(), again: () => router.refresh() });
  const backedUp = backedUpAt ? `Last good backup ${dayWords(backedUpAt)} ${timeWords(backedUpAt)}` : 'No backup yet';
  return (
    <Shell
      title="Floor"
      about={`${jobs.length} ${jobs.length === 1 ? 'job' : 'jobs'} on the stands${branch && `, ${branch}`}`}
      footRight={backedUp}
    >
      {warnings.map(({ words, href }) => (
        <Warn key={words}>
          {words} <Link href={href}>See to it</Link>
        </Warn>
      ))}
      <FloorAnswer jobs={jobs} today={today} short={short.length} due={due.length} />
      <FirstHour begun={begun} />
      <Heading>On the stands, by promised day</Heading>
      {jobs.length === 0 ? (
        <Empty>Nothing is on the stands. Take a machine in: find or add the customer and the machine, and name the promised day.</Empty>
      ) : (
        <Stands>
          {jobs.map((j) => (
            <OnStand key={j.id} job={j} today={today} />
          ))}
        </Stands>
      )}
      {short.length > 0 && <Short short={short} />}
      <DueService due={due} today={today} />
      <Awaited awaited={awaited} />
    </Shell>
  );
}

/** The week in one look: what is promised soonest, what is late, what waits. */
function FloorAnswer({ jobs, today, short, due }: { jobs: JobBrief[]; today: string; short: number; due: number }) {
  const late = jobs.filter((j) => daysBetween(today, j.promisedOn) < 0);
  const soon = jobs.filter((j) => daysBetween(today, j.promisedOn) >= 0 && daysBetween(today, j.promisedOn) < WEEK_DAYS);
  const waiting = jobs.filter((j) => j.waitsFor);
  const counted = (n: number, one: string, many: string) => (n === 0 ? [] : [`${n} ${n === 1 ? one : many}`]);
  const [next] = jobs;
  return (
    <AnswerStrip
      label={late.length > 0 ? '▲ Late' : 'Promised within a week'}
      figure={late.length > 0 ? `${late.length} of\u00a0${jobs.length}` : `${soon.length} of\u00a0${jobs.length}`}
      lead={
        next
          ? `${next.machine}, ${untilWords(next.promisedOn, today).replace(/^▲ /, '')}: ${next.next.action.toLowerCase()}.`
          : 'The stands are empty.'
      }
      soft={[
        ...counted(waiting.length, 'job waits for something', 'jobs wait for something'),
        ...counted(short, 'part runs short', 'parts run short'),
        ...counted(due, 'machine is due for service', 'machines are due for service'),
      ].join(' · ')}
    >
      <LinkButton href="/jobs/new" $strong>
        Take a machine in
      </LinkButton>
    </AnswerStrip>
  );
}
const WEEK_DAYS = 7;

function OnStand({ job: j, today }: { job: JobBrief; today: string }) {
  return (
    <li>
      <JobLink j={j} today={today} />
      <PromisedDay job={j} label="another day" />
    </li>
  );
}

function JobLink({ j, today }: { j: JobBrief; today: string }) {
  return (
    <Link href={`/jobs/${j.id}/${j.next.stage}`}>
      <JobNext j={j} today={today} />
      <span>
        <span className="machine">{j.machine}</span>
        <Small>
          Job {jobNumber(j.id)} · {j.customer}
        </Small>
      </span>
      <span>
        <TapeOf role="img" aria-label={j.lines.map((l) => `${l.name} ${l.line}`).join(', ')}>
          {j.lines.map((l) => (
            <span key={l.stage} data-state={l.state} />
          ))}
        </TapeOf>
        <Small>
          {STAGE_NAMES[j.next.stage]}: {j.lines.find((l) => l.stage === j.next.stage)?.line}
        </Small>
      </span>
      <span>
        <span className="action">{j.next.action}</span>
        <Small>{j.waitsFor ? `waits for ${j.waitsFor}` : ''}</Small>
      </span>
    </Link>
  );
}

function JobNext({ j, today }: { j: JobBrief; today: string }) {
  return (
    <span>
      <span className="day">{dayWords(j.promisedOn).replace(/ \d{4}$/, '')}</span>
      <br />
      <Small>{untilWords(j.promisedOn, today)}</Small>
    </span>
  );
}

function Short({ short }: Pick<Props, 'short'>) {
  return (
    <section style={{ marginTop: '2rem' }} aria-label="Parts that run short">
      <Heading>Parts that run short</Heading>
      <ul>
        {short.map((s) => (
          <li
            key={s.name}
            style={{ borderBottom: '1px solid var(--rule)', padding: '0.4rem 0', display: 'flex', gap: '1rem', flexWrap: 'wrap' }}
          >
            <b>
              ▲ {Math.round(s.short * 100) / 100}
              {s.unit === 'mL' ? ' mL' : ' ×'} {s.name}
            </b>
            {s.orderedAt && <span>on order since {dayWords(s.orderedAt)}</span>}
            {s.jobs.map((id) => (
              <Link key={id} href={`/jobs/${id}/rebuild`}>
                Job {jobNumber(id)}
              </Link>
            ))}
          </li>
        ))}
      </ul>
      <Link href="/drawers/reorder">
        <Small>what to order</Small>
      </Link>
    </section>
  );
}

function Awaited({ awaited }: Pick<Props, 'awaited'>) {
  return (
    <section style={{ marginTop: '2rem' }}>
      <Heading>Rides awaited</Heading>
      {awaited.length === 0 ? (
        <Empty>No ride is awaited. Machines handed back appear here until somebody says how they rode.</Empty>
      ) : (
        <Stands>
          {awaited.map((a) => (
            <li key={a.id}>
              <Link href={`/jobs/${a.id}/ride`}>
                <Small>back {dayWords(a.handedBackAt).replace(/ \d{4}$/, '')}</Small>
                <span className="machine">{a.machine}</span>
                <span>{a.customer}</span>
                <span className="action">Ask how it rode</span>
              </Link>
            </li>
          ))}
        </Stands>
      )}
    </section>
  );
}
