import type { End } from '../ends';
import { choice, count, type FieldDef, force, length, pressure, rate, text } from './kinds';

/**
 * What a set-up is made of. The same list serves "as found" and "fitted", so that any two set-ups can be laid side by side.
 * Keys here are suffixes: `found.` and `fitted.` go before them.
 */
export interface SetupGroup {
  title: string;
  end: End;
  fields: readonly FieldDef[];
}

export const PRELOAD_WAYS = {
  mm: 'Millimetres of preload',
  length: 'Installed spring length',
  turns: 'Turns in from slack',
  notch: 'Notch, softest is 1',
  thread: 'Thread showing',
};

const clicker = <K extends string>(key: K, label: string, end: End) => [
  count(`${key}.out`, label, 'out', [0, 80], [0, 40], { end }),
  count(`${key}.range`, `${label}, range`, '', [0, 80], [1, 40], { end }),
];

const preloadFields = <K extends string>(key: K, label: string, end: End) => [
  choice(`${key}.way`, `${label}, read as`, PRELOAD_WAYS, { end }),
  count(`${key}.reading`, label, '', [0, 1000], [0, 400], { end }),
  count(`${key}.reference`, `${label}, against`, '', [0, 1000], [0, 500], { end }),
];

const leg = <S extends 'left' | 'right'>(side: S) => {
  const name = side === 'left' ? 'Left' : 'Right';
  return [
    ...clicker(`front.compression.${side}`, `${name} compression`, 'front'),
    ...clicker(`front.rebound.${side}`, `${name} rebound`, 'front'),
    ...preloadFields(`front.preload.${side}`, `${name} preload`, 'front'),
    length(`front.height.${side}`, `${name} leg above the clamp`, [-100, 200], [0, 40], { end: 'front' }),
    length(`front.oilLevel.${side}`, `${name} oil level`, [0, 500], [60, 200], {
      end: 'front',
      hint: 'from the top, leg compressed, spring out',
    }),
  ];
};

export const SETUP_GROUPS = [
  {
    title: 'Rear shock',
    end: 'rear',
    fields: [
      rate('rear.spring', 'Spring rate as marked', [1, 1000], [10, 300], { end: 'rear' }),
      rate('rear.springRight', 'Spring rate, where the right shock differs', [1, 1000], [10, 300], { end: 'rear' }),
      ...preloadFields('rear.preload', 'Preload', 'rear'),
      ...clicker('rear.lowCompression', 'Low-speed compression', 'rear'),
      ...clicker('rear.highCompression', 'High-speed compression', 'rear'),
      ...clicker('rear.rebound', 'Rebound', 'rear'),
      pressure('rear.gas', 'Gas pressure', [0, 5], [0.4, 2], { end: 'rear' }),
      text('rear.oil', 'Shock oil', { end: 'rear', hint: 'cSt at 40 °C where known', maxLength: 80 }),
    ],
  },
  {
    title: 'Fork, both legs',
    end: 'front',
    fields: [
      rate('front.spring', 'Spring rate as marked, each leg', [0.5, 100], [2, 25], { end: 'front' }),
      pressure('front.air', 'Air fork pressure', [0, 3], [0.3, 1.6], { end: 'front', hint: 'cold, at full extension' }),
      text('front.oil', 'Fork oil', { end: 'front', hint: 'cSt at 40 °C where known', maxLength: 80 }),
    ],
  },
  { title: 'Left leg', end: 'front', fields: leg('left') },
  {
    title: 'Right leg',
    end: 'front',
    fields: [
      rate('front.springRight', 'Spring rate, where this leg differs', [0.5, 100], [2, 25], { end: 'front' }),
      text('front.oilRight', 'Fork oil, where this leg differs', { end: 'front', maxLength: 80 }),
      ...leg('right'),
    ],
  },
] as const satisfies readonly SetupGroup[];

/** What stands in a set-up, by its key without `found.` or `fitted.`. */
export type SetupKey = (typeof SETUP_GROUPS)[number]['fields'][number]['key'];
export const SETUP_FIELDS: readonly FieldDef<SetupKey>[] = SETUP_GROUPS.flatMap((g): readonly FieldDef<SetupKey>[] => g.fields);

/** The places preload is read, for deriving millimetres: suffix keys without `.way`. */
export const PRELOAD_KEYS = ['rear.preload', 'front.preload.left', 'front.preload.right'] as const;

export const withPrefix = <P extends 'found' | 'fitted' | 'standard' | 'wanted' | 'set.as', K extends string>(
  prefix: P,
  fields: readonly FieldDef<K>[],
) => fields.map((f): FieldDef<`${P}.${K}`> => ({ ...f, key: `${prefix}.${f.key}` as const }));

export const GAS_FORCE = <E extends End>(end: E) =>
  force(`springs.${end}.otherForce`, end === 'rear' ? 'Gas force at the shock' : 'Air force, both legs', [0, 5000], [0, 500], {
    end,
    hint: end === 'rear' ? 'from gas pressure and shaft until typed' : 'along the fork; from oil level and tube until typed',
  });
