'use client';
import { jobNumber } from '@/catalogue/jobs';
import { dayWords } from '@/catalogue/days';
import { RODE } from '@/judgement/job/standing';
import type { DueLine } from '@/schema/pages';
import type { Present } from '@/schema/present';
import { AnswerStrip } from '../../kit/AnswerStrip';
import { rateFigure, rateUnit } from '../../kit/figureWords';
import { usePreferences } from '../../kit/preferences';
import { LinkButton } from '../../kit/primitives';

/** What is in the machine now, when it was last here and how it rode, and what is due. */
export function MachineAnswer({ present, due, machineId }: { present: Present | null; due: readonly DueLine[]; machineId: number }) {
  const { system } = usePreferences();
  const takeIn = <LinkButton href={`/jobs/new?machine=${machineId}`}>Take this machine in again</LinkButton>;
  const dueWords = due.length > 0 ? ' Due for service.' : '';
  if (!present)
    return (
      <AnswerStrip label="In it now" lead="Nothing is recorded of what is in it." soft={`It stands here once a job is signed.${dueWords}`}>
        {takeIn}
      </AnswerStrip>
    );
  const { values } = present.document;
  const rate = (key: string) => {
    const value = values[key]?.value;
    return value === null || value === undefined ? null : rateFigure(value, system);
  };
  const [rear, front] = [rate('rear.spring'), rate('front.spring')];
  const figure = rear ?? front;
  return (
    <AnswerStrip
      label={rear ? 'Rear spring in it' : front ? 'Fork springs in it' : 'In it now'}
      end={rear ? 'rear' : front ? 'front' : null}
      figure={figure && `${figure} ${rateUnit(system)}`}
      lead={
        present.rode === ''
          ? `Set in job ${jobNumber(present.setup.jobId)}, ${dayWords(present.setup.at)}.`
          : `${RODE[present.rode]!.replace(/^r/, 'R')}: job ${jobNumber(present.setup.jobId)}, ${dayWords(present.setup.at)}.`
      }
      soft={[
        rear && front ? `Fork ${front} ${rateUnit(system)} each.` : '',
        present.setFor.length > 0 ? `Set for ${present.setFor.join(', ')}.` : '',
        dueWords.trim(),
      ]
        .filter(Boolean)
        .join(' ')}
    >
      {takeIn}
    </AnswerStrip>
  );
}
