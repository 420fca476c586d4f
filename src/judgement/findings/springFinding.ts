import { END_NAMES, type End } from '@/catalogue/ends';
import { mm, said, type Said } from '@/core/units/say';
import { RATE_WORTH_SAYING_PERCENT } from '@/knowledge/limits';
import { schoolOf, windowsOf } from '../aims/targets';
import type { JobFacts } from '../model/facts';
import type { Because } from './finding';
import { judgeSpring } from './springJudge';

/** What the pair of sags says of the spring, in a sentence: every figure is either read or said to be what would follow. */
export function springFinding(facts: JobFacts, end: End): Because[] {
  const judged = judgeSpring(facts, end);
  if (!judged) return [];
  const { code, staticSagMm, riderSagMm, aimMm, leftMm, staticWindow, riderWindow, leans, idealRatio } = judged;
  // A school is named where it states both windows; one that says nothing of this end or state is not credited with the verdict.
  const windows = windowsOf(facts, end);
  const origin =
    windows?.static && windows.rider
      ? `Measured; ${schoolOf(facts).name.toLowerCase()}.`
      : 'Measured; both sags read together, common practice.';
  const left = leftMm < 0 ? 'no static sag at all' : said`${mm(leftMm)} static`;
  const isRiderRight = riderSagMm >= riderWindow.minMm && riderSagMm <= riderWindow.maxMm;
  const off = Math.round(Math.abs(idealRatio - 1) * 100);
  const ideal =
    leans && off >= RATE_WORTH_SAYING_PERCENT ? ` The ideal would be about ${off} % ${idealRatio > 1 ? 'stiffer' : 'softer'}.` : '';
  // Found too stiff for the rider alone, and right for the load it is ridden with.
  const forLoad = judged.isRightLoaded ? ' For the rider alone that is much; as it is ridden loaded the spring is right.' : '';
  const say = (mark: Because['mark'], lead: string, rest: Said): Because[] => [{ mark, lead: `${END_NAMES[end]}: ${lead}`, rest, origin }];
  switch (code) {
    case 'topped-out':
      return say(
        'note',
        'its spring cannot be judged from here.',
        'Topped out, the readings say nothing of its rate. Back the ring off until it shows static sag, then read again.',
      );
    case 'too soft':
      return say(
        'warn',
        'the spring is too soft for this load.',
        isRiderRight
          ? said`Rider sag ${mm(riderSagMm)} is right, but only ${mm(staticSagMm)} static is left: too much preload carries it.`
          : said`Rider sag is ${mm(riderSagMm)} with static at ${mm(staticSagMm)}. Holding ${mm(aimMm)} with this spring would leave ${left}: the ring cannot cure it.`,
      );
    case 'too stiff':
      return say(
        'warn',
        'the spring is too stiff for this load.',
        said`Static sag is ${mm(staticSagMm)} and rider sag ${mm(riderSagMm)}. Holding ${mm(aimMm)} would leave ${left}, more than ${mm(staticWindow.maxMm)}.`,
      );
    case 'ring':
      return say(
        'note',
        'the ring can cure it.',
        said`Rider sag is ${mm(riderSagMm)} with static at ${mm(staticSagMm)}; ${riderSagMm > aimMm ? 'more' : 'less'} preload brings it to ${mm(aimMm)} and leaves ${left}.${ideal}${forLoad}`,
      );
    case 'suits':
      return say(
        'note',
        leans ? `this spring will do, on the ${leans} side.` : 'this spring suits the load.',
        said`Static ${mm(staticSagMm)} and rider ${mm(riderSagMm)} are both where they belong.${ideal}`,
      );
  }
}
