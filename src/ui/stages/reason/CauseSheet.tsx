'use client';
import { useState } from 'react';
import styled from 'styled-components';
import { triedHref } from '@/judgement/ground/triedIn';
import { type Cure, TIER_NAMES } from '@/knowledge/causes/page';
import { canBeRidden } from '@/judgement/ground/canBeRidden';
import { CAUTIONS } from '@/knowledge/cautions';
import { curesOf, endOfCure, type Prediction, predict, sideEffects } from '@/judgement/reason/cures';
import type { JobFacts } from '@/judgement/model/facts';
import { type Explained, type Witness, strengthOf } from '@/judgement/reason/reason';
import { offersOf } from '@/judgement/model/offers';
import { moneyText } from '@/catalogue/money';
import { useSaid } from '../../kit/preferences';
import { Button, Caution, LinkButton, QuietButton, Small } from '../../kit/primitives';
import { useBench } from '../../job/BenchContext';

/** What the list of causes needs to show and pick cures. */
export interface CureLook {
  known: JobFacts;
  /** Complaints told, by their id. */
  told: readonly string[];
  locked: boolean;
  followed: { cause: string; cure: string };
  /** The cure whose sags are dashed in the stance figure. */
  looked: string | null;
  onLook(key: string, prediction: Prediction): void;
  onFollow(cause: Explained, cure: Cure, prediction: Prediction): void;
}

const Sheet = styled.div`
  padding: 0 0 0.4rem;
  .says {
    color: var(--soft);
    max-width: 68ch;
  }
  .said {
    display: grid;
    grid-template-columns: 1.2rem 1fr 3.4rem;
    gap: 0 0.4rem;
    padding: 0.1rem 0;
    border-top: 1px solid var(--fine);
  }
  .said > :last-child {
    text-align: right;
    color: var(--soft);
  }
  h4 {
    font-size: 0.875rem;
    font-weight: 600;
    color: var(--soft);
    margin: 0.8rem 0 0.2rem;
  }
  .cure {
    display: grid;
    grid-template-columns: 1fr auto;
    gap: 0.15rem 0.8rem;
    align-items: center;
    padding: 0.25rem 0;
    border-top: 1px solid var(--fine);
  }
  .cure[data-followed='true'] {
    border-left: 4px solid var(--ink);
    padding-left: 0.6rem;
  }
  .foreseen {
    grid-column: 1 / -1;
  }
  .predicted {
    border-left: 2px dashed var(--ink);
    padding-left: 0.5rem;
    margin: 0.25rem 0;
  }
  .actions {
    display: flex;
    gap: 0.5rem;
  }
  @media (max-width: 700px) {
    .cure {
      grid-template-columns: 1fr;
    }
  }
`;

/** Sentences shown before the rest is asked for; the strongest come first. */
const FIRST_SENTENCES = 4;

function Sentences({ title, said, sign }: { title: string; said: readonly Witness[]; sign: string }) {
  const inUnits = useSaid();
  const { working } = useBench();
  const [whole, setWhole] = useState(false);
  if (said.length === 0) return null;
  return (
    <>
      <h4>{title}</h4>
      <ul>
        {(whole ? said : said.length > FIRST_SENTENCES + 1 ? said.slice(0, FIRST_SENTENCES) : said).map((s) => (
          <li className="said" key={s.node}>
            <span aria-hidden>{sign}</span>
            <span>{inUnits(s.words)}</span>
            <span>
              {strengthOf(s.factor)}
              {working && ` ×${s.factor >= 1 ? s.factor.toFixed(1) : s.factor.toFixed(2)}`}
            </span>
          </li>
        ))}
      </ul>
      {!whole && said.length > FIRST_SENTENCES + 1 && (
        <QuietButton onPress={() => setWhole(true)}>{said.length - FIRST_SENTENCES} weaker</QuietButton>
      )}
    </>
  );
}

/** One cause: what it is, the sentences for and against with their weight, and its cures from free to new unit. */
export function CauseSheet({ cause, look }: { cause: Explained; look: CureLook }) {
  return (
    <Sheet>
      <p className="says">{cause.page.says}</p>
      <Sentences title="Because" said={cause.for} sign="+" />
      <Sentences title="Against it" said={cause.against} sign="−" />
      {cause.for.length + cause.against.length === 0 && (
        <p>
          <Small>Nothing known speaks for it or against it.</Small>
        </p>
      )}
      <h4>Cures, cheapest first</h4>
      <ul>
        {curesOf(cause.page.cures, cause.end, look.known.machine).map((cure) => (
          <CureRow key={cure.id} cause={cause} cure={cure} look={look} />
        ))}
      </ul>
      <Small>Ratios and prices: {cause.page.origin}; change them in the Shop book.</Small>
    </Sheet>
  );
}

function CureRow({ cause, cure, look }: { cause: Explained; cure: Cure; look: CureLook }) {
  const { data } = useBench();
  const inUnits = useSaid();
  const { what } = cure;
  const prediction = predict(look.known, offersOf(data.springs, null), cure, cause.end);
  const key = `${cause.id}/${cure.id}`;
  const followed = look.followed.cause === cause.id && look.followed.cure === cure.id;
  const labourMinor = Math.round(cure.hours * data.money.labourPerHourMinor);
  const money = (minor: number) => moneyText({ minor, currency: data.money.currency });
  const cost = [
    cure.hours > 0 ? `${cure.hours} h, ${money(labourMinor)}` : '',
    cure.partsMinor > 0 ? `parts ${money(cure.partsMinor)}` : '',
  ].filter(Boolean);
  const effects = sideEffects(cure, look.told);
  const templates = cure.tier === 'valve' ? data.templates.map((t) => `${t.name}: ${t.creed.toLowerCase()}`) : [];
  const otherSchools = [...prediction.schools, ...templates];
  return (
    <li className="cure" data-followed={followed}>
      <p>
        <b>{what}</b>{' '}
        <Small>
          {cure.tier === 'free' ? 'No parts' : TIER_NAMES[cure.tier]}
          {cost.length > 0 ? `, ${cost.join(' + ')}` : cure.tier === 'refer' ? '' : ', costs nothing'}
        </Small>
      </p>
      <CureButtons cure={cure} look={look} followed={followed} cause={cause} prediction={prediction} what={what} lookKey={key} />
      <div className="foreseen">
        {prediction.words && <p className="predicted">{inUnits(prediction.words)}</p>}
        {prediction.warning && <p>▲ {inUnits(prediction.warning)}</p>}
        <Small>
          {cure.risk && `Risk: ${cure.risk} `}
          {effects.length > 0 && `May bring: ${effects.map((e) => (e.already ? `▲ ${e.words}, already told` : e.words)).join(', ')}. `}
        </Small>
        {otherSchools.length > 0 && (followed || look.looked === key || !prediction.sags) && (
          <Small>Another school: {otherSchools.join('; ')}.</Small>
        )}
        {followed && cure.cautions.map((c) => <Caution key={c}>{CAUTIONS[c]}</Caution>)}
      </div>
    </li>
  );
}

interface CureButtonsProps {
  cure: Cure;
  look: CureLook;
  followed: boolean;
  cause: Explained;
  prediction: Prediction;
  what: string;
  lookKey: string;
}

function CureButtons({ cure, look, followed, cause, prediction, what, lookKey }: CureButtonsProps) {
  const { data } = useBench();
  return (
    <div className="actions">
      {cure.tier !== 'refer' && !look.locked && (
        <Button $strong={followed} onPress={() => look.onFollow(cause, cure, prediction)} aria-label={`Follow: ${what}`}>
          {followed ? 'Followed' : 'Follow this'}
        </Button>
      )}
      {canBeRidden(cure.effect) && (
        <LinkButton
          href={triedHref(data.job.id, [{ effect: cure.effect, end: endOfCure(look.known, cure.effect, cause.end) }])}
          aria-label={`Ride it: ${what}`}
        >
          Ride it
        </LinkButton>
      )}
      {prediction.sags && (
        <Button onPress={() => look.onLook(lookKey, prediction)} aria-pressed={look.looked === lookKey} aria-label={`Look at: ${what}`}>
          Look
        </Button>
      )}
    </div>
  );
}
