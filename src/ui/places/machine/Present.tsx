'use client';
import { choiceName } from '@/catalogue/choices';
import { jobNumber } from '@/catalogue/jobs';
import { COMPLAINT_PHRASES } from '@/catalogue/fields/ask';
import { VALVE_NAMES } from '@/catalogue/fields/damper';
import { dayWords } from '@/catalogue/days';
import { END_NAMES, ENDS } from '@/catalogue/ends';
import { mm, said } from '@/core/units/say';
import { legsTogether } from '@/judgement/job/card';
import { onPage } from '@/judgement/model/bothUnits';
import { RODE } from '@/judgement/job/standing';
import { setupLines } from '@/judgement/model/setups';
import type { Present as PresentNow } from '@/schema/present';
import Link from 'next/link';
import styled from 'styled-components';
import { SetupSign } from '../../figures/SetupSign';
import { usePreferences, useSaid } from '../../kit/preferences';
import { Small } from '../../kit/primitives';
import { Titled } from '../../kit/parts';
import { SETUP_KIND } from './setupNames';

const Glance = styled.dl`
  display: grid;
  grid-template-columns: max-content 1fr;
  > * {
    padding: 0.3rem 1rem 0.3rem 0;
    border-bottom: 1px solid var(--fine);
  }
  dt {
    color: var(--soft);
    font-stretch: var(--label-width);
  }
  dd {
    margin: 0;
    min-width: 0;
    overflow-wrap: anywhere;
  }
  @media (max-width: 500px) {
    grid-template-columns: 1fr;
    dt {
      border-bottom: 0;
      padding-bottom: 0;
    }
  }
`;

const toldWords = (told: PresentNow['cameWith']): string =>
  told
    .map(({ phrase, end, words }) =>
      [
        [choiceName(COMPLAINT_PHRASES, phrase) ?? phrase, end === 'rear' || end === 'front' ? end : ''].filter(Boolean).join(', '),
        words && `“${words}”`,
      ]
        .filter(Boolean)
        .join(' '),
    )
    .join('; ');

/** The machine’s present at a glance: in it now, for whom it was set, what was told of it and how it rode. */
export function Present({ present, title = 'In it now' }: { present: PresentNow; title?: string }) {
  const { system } = usePreferences();
  const inUnits = useSaid();
  const { setup, document, sag, stacks, setFor, cameWith, since, rode } = present;
  const lines = legsTogether(setupLines(document, onPage(system))).filter((l) => !/\.range$|Mm$/.test(l.key));
  const sagOf = (end: (typeof ENDS)[number]): string => {
    const read = sag?.values[end];
    const parts = [
      read?.staticMm != null && inUnits(said`static ${mm(read.staticMm)}`),
      read?.riderMm != null && inUnits(said`rider ${mm(read.riderMm)}`),
    ].filter(Boolean);
    return parts.length > 0 ? `${END_NAMES[end]} ${parts.join(', ')}` : '';
  };
  const sags = ENDS.map(sagOf).filter(Boolean).join('; ');
  return (
    <Titled
      title={title}
      aside={
        <>
          <SetupSign kind={setup.kind} />
          {SETUP_KIND[setup.kind]}, job {jobNumber(setup.jobId)}, {dayWords(setup.at)}
        </>
      }
    >
      <Glance aria-label={`${present.machine}: in it now`}>
        {ENDS.map((end) => {
          const own = lines.filter((l) => l.end === end);
          return (
            own.length > 0 && [
              <dt key={`${end} name`} style={{ color: `var(--${end})` }}>
                {END_NAMES[end]}
              </dt>,
              <dd key={end}>{own.map((l) => `${l.label.toLowerCase()} ${l.text}`).join(' · ')}</dd>,
            ]
          );
        })}
        {stacks.length > 0 && (
          <>
            <dt>Shims</dt>
            <dd>
              {stacks.map(({ damper, valve, text }) => (
                <div key={`${damper} ${valve}`}>
                  {damper === 'other' ? 'Other leg' : END_NAMES[damper]}, {VALVE_NAMES[damper][valve].toLowerCase()}:{' '}
                  {text.replace(/\n/g, ', ')}
                </div>
              ))}
            </dd>
          </>
        )}
        {sags && (
          <>
            <dt>Sags</dt>
            <dd>
              {sags}{' '}
              <Small>
                read {dayWords(sag!.at)}
                {sag!.isBefore && ', before what was changed since'}
              </Small>
            </dd>
          </>
        )}
        {setFor.length > 0 && (
          <>
            <dt>Set for</dt>
            <dd>{setFor.join(' · ')}</dd>
          </>
        )}
        {cameWith.length > 0 && (
          <>
            <dt>Came with</dt>
            <dd>{toldWords(cameWith)}</dd>
          </>
        )}
        {since.length > 0 && (
          <>
            <dt>Told since</dt>
            <dd>{toldWords(since)}</dd>
          </>
        )}
        <dt>How it rode</dt>
        <dd>{rode === '' ? 'nobody has told yet' : RODE[rode]}</dd>
      </Glance>
      <Link href={`/setups/${setup.id}/card`}>
        <Small>Set-up card</Small>
      </Link>
    </Titled>
  );
}
