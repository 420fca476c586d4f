'use client';
import { Printer } from 'lucide-react';
import styled from 'styled-components';
import type { School } from '@/core/spring/schools';
import { type Entries, withUnit } from '@/schema/entry';
import { CAUTIONS } from '@/schema/facts/cautions';
import { sagOf } from '@/schema/facts/measure';
import { setupLines } from '@/schema/facts/setups';
import { stanceEnd } from '../bench/stance';
import { Stance } from '../figures/Stance';
import { Button, Heading, LinkButton, Table } from '../layout/primitives';
import { Shell } from '../layout/Shell';
import { dayWords } from '../words/time';
import { SETUP_KIND, type SetupRow } from './Setups';

interface Props {
  setup: SetupRow & { machineId: number };
  machine: { name: string; registration: string };
  customer: string;
  figures: Entries;
  entries: Entries;
  technician: string;
  schools: School[];
}

const Card = styled.article`
  max-width: 52rem;
  margin: 0 auto;
  background: var(--sheet);
  border: 1px solid var(--ink);
  padding: 1.5rem 2rem;
  header {
    display: flex;
    justify-content: space-between;
    border-bottom: 2px solid var(--ink);
    padding-bottom: 0.6rem;
    margin-bottom: 1rem;
  }
  header b {
    font-size: 1.25rem;
  }
  .two {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 0 2rem;
    align-items: start;
  }
  .small {
    font-size: 0.8125rem;
    color: var(--soft);
    margin-top: 1rem;
  }
  @media print {
    border: 0;
    max-width: none;
    padding: 0;
    figure svg {
      max-width: 19rem;
    }
  }
`;

/** The set-up card the customer takes home: springs, preload, clickers, oil, sag. Prints on one page. */
export function SetupCard({ setup, machine, customer, figures, entries, technician, schools }: Props) {
  const lines = setupLines(setup.document);
  const finished = sagOf(entries, figures, 'rear', 'set') !== null || sagOf(entries, figures, 'front', 'set') !== null;
  const prefix = setup.kind !== 'as-found' && finished ? 'set' : 'measure';
  const sagShown = setup.kind === 'as-found' || finished;
  const rider = entries['rider.mass'];
  return (
    <Shell title="Set-up card" about={`${machine.name} · ${customer}`}>
      <p className="no-print" style={{ textAlign: 'center', marginBottom: '1rem' }}>
        <Button onPress={() => window.print()}>
          <Printer size={16} aria-hidden /> Print the card
        </Button>{' '}
        <LinkButton href={`/api/setups/${setup.id}/card`} prefetch={false}>
          As PDF
        </LinkButton>{' '}
        <LinkButton href={`/machines/${setup.machineId}`}>Machine file</LinkButton>
      </p>
      <Card>
        <header>
          <div>
            <b>{machine.name}</b>
            <div>
              {customer}
              {machine.registration ? ` · ${machine.registration}` : ''}
              {rider ? ` · rider ${withUnit(rider)} in gear` : ''}
            </div>
          </div>
          <div style={{ textAlign: 'right' }}>
            {SETUP_KIND[setup.kind]}
            <div>
              {dayWords(setup.recordedAt)}, job {String(setup.jobId).padStart(4, '0')}
            </div>
            {technician && <div>signed by {technician}</div>}
          </div>
        </header>
        <div className="two">
          {(['rear', 'front'] as const).map((end) => (
            <section key={end}>
              <Heading style={{ color: `var(--${end})` }}>{end === 'rear' ? 'Rear' : 'Front'}</Heading>
              <Table>
                <tbody>
                  {lines
                    .filter((l) => l.end === end && !l.key.endsWith('.range') && !/Mm$/.test(l.key))
                    .map((l) => (
                      <tr key={l.key}>
                        <td>{l.label}</td>
                        <td className="number" style={{ whiteSpace: 'normal' }}>
                          <b>{l.text}</b>
                        </td>
                      </tr>
                    ))}
                </tbody>
              </Table>
            </section>
          ))}
        </div>
        {sagShown && (
          <figure style={{ marginTop: '1rem' }}>
            <Stance
              rear={{ ...stanceEnd(entries, figures, 'rear', schools, prefix), usedMm: null }}
              front={{ ...stanceEnd(entries, figures, 'front', schools, prefix), usedMm: null }}
            />
          </figure>
        )}
        <p className="small">
          Clickers are counted out from fully closed: turn in until light contact, never force, then count out. {CAUTIONS.afterwards}{' '}
          {CAUTIONS.licence}
        </p>
      </Card>
    </Shell>
  );
}
