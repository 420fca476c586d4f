import { mm, mPerS, said, type Said } from '@/core/units/say';
import {
  BOTTOMS_A_MINUTE,
  LOGGED_SAG_OFF_SHARE,
  PACKS_SHARE,
  LOGGED_RETURN_RATIO,
  LOGGED_COMPRESSION_M_PER_S,
  LOGGED_ZETA,
} from '@/knowledge/limits';
import { END_NAMES } from '@/catalogue/ends';
import { numberOf } from '../../model/read';
import { targetOf } from '../../aims/targets';
import { WIDE_FRICTION_BAND_MM } from '@/core/constants/limits';
import { above, below } from '../../findings/belief';
import { type EndRule, percent, type Read } from './rule';
import type { Statement } from '@/knowledge/causes/statements';

/** What a logged ride says of one end. */
const logged: EndRule = (known, end) => {
  const log = known.log?.[end];
  if (!log) return [];
  const found: Read[] = [];
  const say = (statement: Statement, credence: number, words: Said) =>
    found.push({ statement, end, credence, words: said`${END_NAMES[end]}, logged: ${words}` });
  const perMinute = (log.bottomings * 60) / log.seconds;
  say(
    'log-bottoms',
    above(perMinute, BOTTOMS_A_MINUTE, 0.5),
    `it bottomed ${log.bottomings} ${log.bottomings === 1 ? 'time' : 'times'} in ${Math.round(log.seconds)} s, using ${percent(log.maxShare)} of its travel.`,
  );
  const target = targetOf(known, end);
  const travel = numberOf(known.machine, `machine.travel.${end}`);
  if (target && travel !== null) {
    const off = log.meanShare - target.rider.value / travel;
    const words = `it worked at ${percent(log.meanShare)} of its travel on the average; its target stands at ${percent(target.rider.value / travel)}.`;
    say('log-deep', above(off, LOGGED_SAG_OFF_SHARE, 0.02), words);
    say('log-shallow', below(off, -LOGGED_SAG_OFF_SHARE, 0.02), words);
  }
  if (log.packing !== null)
    say(
      'log-packs',
      above(log.packing, PACKS_SHARE, 0.02),
      `over trains of bumps it stood ${percent(Math.abs(log.packing))} of its travel ${log.packing < 0 ? 'above' : 'below'} where it rests.`,
    );
  if (log.compression95 > 0) {
    const ratio = log.rebound95 / log.compression95;
    const words = said`it came back at ${mPerS(log.rebound95 / 1000, 2)} where it went in at ${mPerS(log.compression95 / 1000, 2)} (exceeded 5 % of the time).`;
    say('log-rebound-fast', above(ratio, LOGGED_RETURN_RATIO.fast, 0.08), words);
    say('log-rebound-slow', below(ratio, LOGGED_RETURN_RATIO.slow, 0.06), words);
    const speed = log.compression95 / 1000;
    say('log-compression-fast', above(speed, LOGGED_COMPRESSION_M_PER_S.fast, 0.15), words);
    say('log-compression-slow', below(speed, LOGGED_COMPRESSION_M_PER_S.slow, 0.05), words);
  }
  if (log.zeta !== null) {
    const from = log.decays.length > 0 ? 'free swings' : 'the spectrum of the ride';
    const words = `damping ratio ${log.zeta.toFixed(2)} at ${log.frequencyHz!.toFixed(2)} Hz, from ${from}.`;
    const standard = log.decays.length > 0 ? 0.04 : 0.09;
    say('log-zeta-low', below(log.zeta, LOGGED_ZETA.low, standard), words);
    say('log-zeta-high', above(log.zeta, LOGGED_ZETA.high, standard), words);
  }
  if (log.frictionBandMm !== null)
    say(
      'log-friction',
      above(log.frictionBandMm, WIDE_FRICTION_BAND_MM, 1.5),
      said`free swings leave a friction band of ${mm(log.frictionBandMm)}; under ${mm(WIDE_FRICTION_BAND_MM)} is usual.`,
    );
  return found;
};

export const LOG_RULES: { ends: EndRule[] } = { ends: [logged] };
