import { mm, said, type Said } from '@/core/units/say';
import { GROUND_IDS, type GroundId } from '@/catalogue/fields/ask';
import type { Side } from '@/catalogue/ends';
import type { Entries } from '@/catalogue/entry';
import { type Ground, PACE_SHARE, SKILL_SHARE } from '@/knowledge/ground';
import { usual } from '@/knowledge/inForce';
import { numberOf, textOf } from '../model/read';

/** The ground a machine is ridden on, and what it asks of sag, damping and oil level. Nothing is asked for while nobody told. */

export type Mix = Readonly<Record<GroundId, number>>;

const NONE = Object.fromEntries(GROUND_IDS.map((id) => [id, 0])) as Record<GroundId, number>;

/** The mix as told, in shares of one; null where nothing is told. What does not add up to 100 is taken in proportion. */
export function mixOf(entries: Entries): Mix | null {
  const told = GROUND_IDS.map((id) => [id, Math.max(0, numberOf(entries, `ground.${id}`) ?? 0)] as const);
  const sum = told.reduce((all, [, share]) => all + share, 0);
  return sum <= 0 ? null : { ...NONE, ...Object.fromEntries(told.map(([id, share]) => [id, share / sum])) };
}

/** The mix as whole per cent. */
export const percentOf = (entries: Entries): Mix => {
  const mix = mixOf(entries);
  return mix ? (Object.fromEntries(GROUND_IDS.map((id) => [id, Math.round(100 * mix[id])])) as Record<GroundId, number>) : NONE;
};

/** A weighted mean over the mix, at the pace and with the skill it is ridden with. */
function asked(entries: Entries, of: (ground: Ground) => number): number {
  const mix = mixOf(entries);
  if (!mix) return 0;
  const share = (PACE_SHARE[textOf(entries, 'pace')] ?? 1) * (SKILL_SHARE[textOf(entries, 'experience')] ?? 1);
  return usual().grounds.reduce((sum, g) => sum + mix[g.id] * of(g), 0) * share;
}

/** Where in the school's window the sag is aimed at, −1 to 1; 0 where no ground is told. */
export const sagPlace = (entries: Entries): number =>
  Math.max(
    -1,
    Math.min(
      1,
      asked(entries, (g) => g.sag),
    ),
  );

/** By how much the ground shifts the aim of the valves, as a share. */
export const dampingShare = (entries: Entries, side: Side, band: 'low' | 'high'): number => asked(entries, (g) => g[side][band]);

/** Fork oil against the maker's level, mm. */
export const oilShiftMm = (entries: Entries): number => asked(entries, (g) => g.oilLevelMm);

/** How rough the ride is as a whole, 0 smooth to 6; null where no ground is told. */
export const roughnessOf = (entries: Entries): number | null => {
  const mix = mixOf(entries);
  return mix && usual().grounds.reduce((sum, g) => sum + mix[g.id] * g.order, 0);
};

/** The kinds that ask for it most, in the direction it goes. */
function whoAsks(entries: Entries, of: (ground: Ground) => number): string {
  const mix = mixOf(entries)!;
  const direction = Math.sign(asked(entries, of));
  return usual()
    .grounds.map((g) => ({ g, asks: mix[g.id] * of(g) * direction }))
    .filter((x) => x.asks > 0)
    .sort((a, b) => b.asks - a.asks)
    .slice(0, 2)
    .map(({ g }) => `${g.name.toLowerCase()} ${Math.round(100 * mix[g.id])} %`)
    .join(', ');
}

const MIN_PLACE = 0.05;
const MIN_SHARE = 0.01;
/** A shift of oil level of less than this nobody can set. Common practice, no source. */
export const MIN_OIL_MM = 0.5;

/** What the ground asks for, each with the ground that asks; none where nothing is told. */
export function groundWords(entries: Entries): { about: 'sag' | Side | 'oil'; words: Said }[] {
  if (!mixOf(entries)) return [];
  const asked: { about: 'sag' | Side | 'oil'; words: Said }[] = [];
  const place = sagPlace(entries);
  if (Math.abs(place) >= MIN_PLACE)
    asked.push({
      about: 'sag',
      words: `Sag in the ${place > 0 ? 'upper' : 'lower'} part of the school’s window: ${whoAsks(entries, (g) => g.sag)}.`,
    });
  for (const side of ['compression', 'rebound'] as const)
    for (const band of ['low', 'high'] as const) {
      const share = dampingShare(entries, side, band);
      if (Math.abs(share) < MIN_SHARE) continue;
      const by = `${Math.abs(100 * share).toFixed(0)} % ${share > 0 ? 'more' : 'less'}`;
      asked.push({ about: side, words: `${by} ${side} at ${band} speed: ${whoAsks(entries, (g) => g[side][band])}.` });
    }
  const oil = oilShiftMm(entries);
  if (Math.abs(oil) >= MIN_OIL_MM)
    asked.push({
      about: 'oil',
      words: said`Fork oil ${mm(Math.abs(oil), 0)} ${oil < 0 ? 'higher' : 'lower'} than the maker’s level: ${whoAsks(entries, (g) => g.oilLevelMm)}.`,
    });
  return asked;
}
