'use client';
import type { SetupLine } from '@/judgement/model/setups';
import { jobNumber } from '@/catalogue/jobs';
import { Printer } from 'lucide-react';
import styled from 'styled-components';
import { CAUTIONS } from '@/knowledge/cautions';
import type { CardFacts } from '@/judgement/job/card';
import { Stance } from '../../figures/Stance';
import { Button, Heading, LinkButton, Table } from '../../kit/primitives';
import { Shell } from '../../layout/Shell';
import { dayWords } from '../../kit/time';
import { SETUP_KIND } from './Setups';
import { type End, ENDS, END_NAMES } from '@/catalogue/ends';

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

/** One end of the stance as the card's own document has it: no target, no band, no travel used. */
function sealedEnd({ sag, travelMm }: CardFacts, end: End) {
  const none = { staticBandMm: null, riderBandMm: null, usedMm: null, staticWindow: null, riderWindow: null };
  return { travelMm: travelMm[end], staticMm: sag[end].staticMm, riderMm: sag[end].riderMm, ...none };
}

/** The set-up card the customer takes home: springs, preload, clickers, oil, sag, as they were recorded. Prints on one page; its PDF is made from the same facts. */
export function SetupCard({ card }: { card: CardFacts }) {
  const { lines, machine, customer, registration, rider, technician } = card;
  const sagShown = card.travelMm.rear !== null && card.travelMm.front !== null && Object.values(card.sag).some((s) => s.riderMm !== null);
  return (
    <Shell title="Set-up card" about={`${machine} · ${customer}`}>
      <CardLinks card={card} />
      <Card>
        <CardHead machine={machine} customer={customer} registration={registration} rider={rider} card={card} technician={technician} />
        <div className="two">
          {ENDS.map((end) => (
            <CardEnd key={end} end={end} lines={lines} />
          ))}
        </div>
        {sagShown && (
          <figure style={{ marginTop: '1rem' }}>
            <Stance rear={sealedEnd(card, 'rear')} front={sealedEnd(card, 'front')} />
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

function CardLinks({ card }: { card: CardFacts }) {
  return (
    <p className="no-print" style={{ textAlign: 'center', marginBottom: '1rem' }}>
      <Button onPress={() => window.print()}>
        <Printer size={16} aria-hidden /> Print the card
      </Button>{' '}
      <LinkButton href={`/api/setups/${card.id}/card`} prefetch={false}>
        As PDF
      </LinkButton>{' '}
      <LinkButton href={`/machines/${card.machineId}`}>Machine file</LinkButton>
    </p>
  );
}

function CardEnd({ end, lines }: { end: 'rear' | 'front'; lines: SetupLine[] }) {
  return (
    <section>
      <Heading style={{ color: `var(--${end})` }}>{END_NAMES[end]}</Heading>
      <Table>
        <tbody>
          {lines
            .filter((l) => l.end === end)
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
  );
}

interface CardHeadProps {
  machine: string;
  customer: string;
  registration: string;
  rider: string;
  card: CardFacts;
  technician: string;
}

function CardHead({ machine, customer, registration, rider, card, technician }: CardHeadProps) {
  return (
    <header>
      <div>
        <b>{machine}</b>
        <div>
          {customer}
          {registration ? ` · ${registration}` : ''}
          {rider ? ` · rider ${rider} in gear` : ''}
        </div>
      </div>
      <div style={{ textAlign: 'right' }}>
        {SETUP_KIND[card.kind]}
        <div>
          {dayWords(card.recordedAt)}, job {jobNumber(card.jobId)}
        </div>
        {technician && <div>signed by {technician}</div>}
      </div>
    </header>
  );
}
