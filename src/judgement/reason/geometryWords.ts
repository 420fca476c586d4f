import { GEOMETRY_FELT } from '@/knowledge/limits';
import type { Pose, Reference } from '@/core/geometry/geometry';
import { type SprocketChange, topGear } from '@/core/geometry/sprockets';
import { kmh, mm, said, type Said } from '@/core/units/say';
import type { Entries } from '@/catalogue/entry';
import type { GeometryOf } from './geometry';
import { numberOf } from '../model/read';

/** What heights, sprockets and gearing do, in the rider's words and the bench's. */

/** What a change of height does, in the rider's words; none where nothing is felt. */
export function effectWords(before: Pose, after: Pose): Said[] {
  const words: Said[] = [];
  const [rake, trail] = [after.rakeDeg - before.rakeDeg, after.trailMm - before.trailMm];
  const by = (x: number) => mm(Math.abs(x), 0);
  const degrees = `${Math.abs(rake).toFixed(1)}°`;
  if (Math.abs(rake) >= GEOMETRY_FELT.rakeDeg || Math.abs(trail) >= GEOMETRY_FELT.trailMm)
    words.push(
      rake < 0
        ? said`Turns in quicker and is less steady at speed: rake ${degrees} steeper, ${by(trail)} less trail.`
        : said`Steadier at speed, slower to turn in: rake ${degrees} flatter, ${by(trail)} more trail.`,
    );
  if (before.antiSquatShare !== undefined && after.antiSquatShare !== undefined) {
    const squat = after.antiSquatShare - before.antiSquatShare;
    if (Math.abs(squat) >= GEOMETRY_FELT.antiSquat)
      words.push(
        squat > 0
          ? `Squats less and stands up more on the throttle: anti-squat ${Math.abs(100 * squat).toFixed(0)} % more. Grip in the loose, harsher over bumps under drive.`
          : `Squats more on the throttle and runs wider: anti-squat ${Math.abs(100 * squat).toFixed(0)} % less. Smoother drive where there is grip.`,
      );
  }
  const base = after.wheelbaseMm - before.wheelbaseMm;
  if (Math.abs(base) >= GEOMETRY_FELT.wheelbaseMm) words.push(said`Wheelbase ${by(base)} ${base < 0 ? 'shorter' : 'longer'}.`);
  const height = after.centreOfMassHeightMm - before.centreOfMassHeightMm;
  if (Math.abs(height) >= GEOMETRY_FELT.heightMm)
    words.push(
      said`The mass stands ${by(height)} ${height < 0 ? 'lower: changes direction slower, dives and squats less' : 'higher: falls in quicker, dives and squats more'}.`,
    );
  return words;
}

/** What other sprockets do beside squat, in the rider's words and the bench's. */
export function sprocketWords({ ratio, revsShare, links, axleBackMm }: SprocketChange): Said[] {
  const revs = Math.abs(100 * (revsShare - 1)).toFixed(1);
  const pulls =
    revsShare > 1
      ? `turns ${revs} % faster: pulls harder, runs out that much earlier`
      : `turns ${revs} % slower: calmer and further to its limit, pulls less`;
  const back =
    axleBackMm === null
      ? null
      : Math.abs(axleBackMm) < 0.5
        ? 'the axle stays where it is'
        : said`the axle moves ${mm(Math.abs(axleBackMm), 0)} ${axleBackMm > 0 ? 'back' : 'forward'}`;
  return [
    ...(ratio.after === ratio.before
      ? []
      : [`Final drive ${ratio.before.toFixed(2)} becomes ${ratio.after.toFixed(2)} to 1: at the same speed the engine ${pulls}.`]),
    back === null
      ? `The chain that is on does not go round: ${links.after} links are needed.`
      : said`With the chain that is on, ${back}; with the axle where it is ${links.after === links.before ? `the same ${links.after} links do` : `${links.after} links are needed, ${links.before} are on`}.`,
  ];
}

/** What top gear allows at the engine's limit, and how fast the engine turns at a road speed; null where primary, top gear or limit are not known. */
export function topGearOf(machine: Entries, reference: Reference): { limit: number; kmhAtLimit: number; revsAt100: number } | null {
  const [primary, top, limit] = [
    numberOf(machine, 'machine.primary'),
    numberOf(machine, 'machine.gear.top'),
    numberOf(machine, 'machine.revLimit'),
  ];
  const { drive, rearTyreRadiusMm } = reference;
  if (primary === null || top === null || limit === null || !drive) return null;
  const gear = topGear({ primary, topGear: top, rearTyreRadiusMm }, drive.rearTeeth / drive.frontTeeth);
  return { limit, kmhAtLimit: gear.kmhAt(limit), revsAt100: gear.revsAt(100) };
}

/** "Top gear runs to 214 km/h at 9500 a minute; 100 km/h is 4440." */
export function topGearWords(machine: Entries, before: Reference, after: Reference | null): Said | null {
  const was = topGearOf(machine, before);
  const is = after && topGearOf(machine, after);
  if (!was) return null;
  const figures = ({ kmhAtLimit, revsAt100, limit }: NonNullable<typeof was>): Said =>
    said`${kmh(kmhAtLimit)} at ${limit} a minute; ${kmh(100)} is ${Math.round(revsAt100 / 10) * 10} a minute`;
  return is ? said`Top gear: ${figures(was)}. With these sprockets ${figures(is)}.` : said`Top gear allows ${figures(was)}.`;
}

/** How the rear axle moves against the pivot as it goes from where the rider has it to full travel: back first, then forward, or only forward. */
export function axlePathWords({ reference, states }: GeometryOf): Said | null {
  const rider = states.find((s) => s.name === 'rider')!;
  const full = states.find((s) => s.name === 'full travel')!;
  const arm = Math.hypot(reference.swingArmPivot.forwardMm, reference.swingArmPivot.heightMm - reference.rearTyreRadiusMm);
  const behindAt = (travelMm: number) => {
    const drop = reference.swingArmPivot.heightMm - reference.rearTyreRadiusMm - travelMm;
    return Math.abs(drop) < arm ? Math.sqrt(arm ** 2 - drop ** 2) : null;
  };
  const [from, to] = [behindAt(rider.rearTravelMm), behindAt(full.rearTravelMm)];
  if (from === null || to === null) return null;
  const levelMm = reference.swingArmPivot.heightMm - reference.rearTyreRadiusMm;
  const isBackFirst = levelMm > rider.rearTravelMm && levelMm < full.rearTravelMm;
  const most = isBackFirst ? arm - from : Math.max(0, to - from);
  const end = to - from;
  if (isBackFirst)
    return said`From where the rider has it the rear axle goes ${mm(most, 1)} back with the bump, then forward; at full travel it is ${mm(Math.abs(end), 0)} ${end < 0 ? 'ahead of' : 'behind'} where it was.`;
  return end < 0
    ? said`From where the rider has it the rear axle only goes forward, ${mm(-end, 0)} to full travel: felt as harshness over square edges.`
    : said`From where the rider has it the rear axle goes back with the bump all the way, ${mm(end, 0)}: it gives way to square edges.`;
}
