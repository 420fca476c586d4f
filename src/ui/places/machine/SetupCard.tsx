'use client';
import type { SetupLine } from '@/judgement/model/setups';
import { jobNumber } from '@/catalogue/jobs';
import { Printer } from 'lucide-react';
import styled from 'styled-components';
import { CAUTIONS } from '@/knowledge/cautions';
import { type CardFacts, partsOf, setFor, supersededWords } from '@/judgement/job/card';
import { Stance } from '../../figures/Stance';
import { TellCustomer } from './TellCustomer';
import { Button, Heading, LinkButton, OwnLine, Table } from '../../kit/primitives';
import { Shell } from '../../layout/Shell';
import { dayWords } from '@/catalogue/days';
import { SETUP_KIND } from './setupNames';
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
    font-size: 0.875rem;
    color: var(--soft);
    margin-top: 1rem;
  }
  header .right {
    display: flex;
    gap: 1rem;
    text-align: right;
  }
  .shop {
    font-weight: 700;
    span {
      font-weight: 400;
      color: var(--soft);
      font-size: 0.875rem;
    }
  }
  .below {
    margin-top: 1rem;
    section {
      margin-bottom: 0.6rem;
    }
    li {
      font-size: 0.875rem;
      padding: 0.15rem 0;
    }
    figure svg {
      max-width: 20rem;
    }
  }
  @media (max-width: 700px) {
    padding: 1rem;
    header,
    .two {
      display: block;
    }
    header .right {
      justify-content: space-between;
      text-align: left;
      padding-top: 0.5rem;
    }
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

const Square = styled.div`
  width: 84px;
  height: 84px;
  flex: none;
  background: #fff center / contain no-repeat;
`;

/** Ruled lines for the rider's own hand. */
const Notes = styled.div`
  height: 9rem;
  margin-top: 0.75rem;
  background: repeating-linear-gradient(transparent 0 calc(1.8rem - 1px), var(--rule) calc(1.8rem - 1px) 1.8rem);
  &::before {
    content: 'Notes';
    font-size: 0.875rem;
    color: var(--soft);
  }
`;

/** One end of the stance as the card's own document has it: no target, no band, no travel used. */
function sealedEnd({ sag, travelMm }: CardFacts, end: End) {
  const none = { staticBandMm: null, riderBandMm: null, usedMm: null, staticWindow: null, riderWindow: null };
  return { travelMm: travelMm[end], staticMm: sag[end].staticMm, riderMm: sag[end].riderMm, ...none };
}

/** The set-up card the customer takes home: who set what for which load, what each adjuster does, what comes next, room for notes. Prints on one page; its PDF is made from the same facts. */
export function SetupCard({ card, square, link }: { card: CardFacts; square: string | null; link: string | null }) {
  const { lines, machine, customer } = card;
  return (
    <Shell title="Set-up card" about={`${machine} · ${customer}`}>
      <CardLinks card={card} />
      <TellCustomer card={card} link={link} />
      <Card>
        <CardHead card={card} square={square} />
        {card.supersededBy && (
          <p role="note">
            <b>▲ {supersededWords(card.supersededBy)}</b> <OwnLine href={`/setups/${card.supersededBy.id}/card`}>Its card</OwnLine>
          </p>
        )}
        <div className="two">
          {ENDS.map((end) => (
            <CardEnd key={end} end={end} lines={lines} />
          ))}
        </div>
        <div className="two below">
          <CardWords card={card} />
          <div>
            <CardStance card={card} />
            <Notes />
          </div>
        </div>
        <p className="small">
          {CAUTIONS.afterwards} {CAUTIONS.licence}
          {card.bookSeal && ` Last seal of the book: ${card.bookSeal}.`}
        </p>
      </Card>
    </Shell>
  );
}

function CardStance({ card }: { card: CardFacts }) {
  const isKnown = card.travelMm.rear !== null && card.travelMm.front !== null && Object.values(card.sag).some((s) => s.riderMm !== null);
  if (!isKnown) return null;
  return (
    <figure>
      <Stance rear={sealedEnd(card, 'rear')} front={sealedEnd(card, 'front')} />
    </figure>
  );
}

/** What each adjuster does, what to do next, and when it is due again. */
function CardWords({ card }: { card: CardFacts }) {
  return (
    <div>
      {partsOf(card).map(({ title, words }) => (
        <section key={title} aria-label={title}>
          <Heading>{title}</Heading>
          <ul>
            {words.map((w) => (
              <li key={w}>{w}</li>
            ))}
          </ul>
        </section>
      ))}
    </div>
  );
}

function CardLinks({ card }: { card: CardFacts }) {
  return (
    <p className="no-print" style={{ display: 'flex', flexWrap: 'wrap', gap: '0.75rem', justifyContent: 'center', marginBottom: '1rem' }}>
      <Button onPress={() => window.print()}>
        <Printer size={16} aria-hidden /> Print the card
      </Button>
      <LinkButton href={`/api/setups/${card.id}/card`} prefetch={false}>
        As PDF
      </LinkButton>
      <LinkButton href={`/api/setups/${card.id}/data`} prefetch={false}>
        As data, JSON
      </LinkButton>
      <LinkButton href={`/machines/${card.machineId}`}>Machine file</LinkButton>
    </p>
  );
}

function CardEnd({ end, lines }: { end: End; lines: SetupLine[] }) {
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

function CardHead({ card, square }: { card: CardFacts; square: string | null }) {
  const { machine, customer, registration, technician, shop } = card;
  return (
    <header>
      <div>
        {shop.name && (
          <p className="shop">
            {shop.name} <span>{[shop.address, shop.phone, shop.email].filter(Boolean).join(' · ')}</span>
          </p>
        )}
        <b>{machine}</b>
        <div>
          {customer}
          {registration ? ` · ${registration}` : ''}
        </div>
        <div>{setFor(card)}</div>
      </div>
      <div className="right">
        <div>
          {SETUP_KIND[card.kind]}
          <div>
            {dayWords(card.recordedAt)}, job {jobNumber(card.jobId)}
          </div>
          {technician && <div>signed by {technician}</div>}
          {card.seal && <div>seal {card.seal}</div>}
        </div>
        {square && <Square role="img" aria-label="Square that opens this card again" style={{ backgroundImage: `url("${square}")` }} />}
      </div>
    </header>
  );
}
