import type { ValveName } from '@/core/damper/damper';
import { angle, choice, count, force, length, mass, pressure, quantity, rate, text, type FieldDef } from './kinds';
import { type End, ENDS, END_NAMES, type Side } from '../ends';

/** A damper whose figures are kept: the shock, the fork (one leg, or both alike), and the right leg of a fork whose legs are unlike. */
export const DAMPERS = ['rear', 'front', 'other'] as const;
export type DamperKey = (typeof DAMPERS)[number];
export const END_OF: Record<DamperKey, End> = { rear: 'rear', front: 'front', other: 'front' };

/** Valves of a damper: the piston's two and the one at the reservoir or the foot of the leg. */
export const VALVES: readonly ValveName[] = ['compression', 'rebound', 'base'];

const FORK_VALVES = { compression: 'Mid-valve', rebound: 'Rebound', base: 'Base valve' };
export const VALVE_NAMES: Record<DamperKey, Record<ValveName, string>> = {
  rear: { compression: 'Compression', rebound: 'Rebound', base: 'Reservoir valve' },
  front: FORK_VALVES,
  other: FORK_VALVES,
};
/** The same places in a damping-rod leg. */
export const ROD_VALVE_NAMES: Record<ValveName, string> = {
  compression: 'Check valve',
  rebound: 'Rebound holes',
  base: 'Holes at the foot',
};
export const FORK_KINDS = { cartridge: 'Cartridge', rod: 'Damping rod' };
/** Usual pistons, by the bore they work in, and damping rods by their fork; what is usual of each stands in the book (knowledge/damperKinds.ts). */
export const PISTONS = {
  rear: { '50': 'Shock, 50 mm', '46': 'Shock, 46 mm', '44': 'Shock, 44 mm', '40': 'Shock, 40 mm', '36': 'Shock, 36 mm' },
  front: {
    '28': 'Cartridge, 28 mm',
    '24': 'Cartridge, 24 mm',
    '20': 'Cartridge, 20 mm',
    'rod-43': 'Damping rod, 43 mm fork',
    'rod-37': 'Damping rod, 37 mm fork',
    'rod-33': 'Damping rod, 33 mm fork',
  },
} as const;
export const LEGS = { both: 'Both legs alike', one: 'One leg only', unlike: 'Legs unlike, each its own' };

const area = quantity('area', 'mm²', 'mm²', 2);
const cd = <K extends string>(key: K, label: string, end: End) =>
  count(key, label, '', [0.1, 1.5], [0.5, 0.95], { end, hint: '0.7 is taken until fitted, from memory' });

/** What holds the face shim: nothing, shims, or a coil spring as in a drop-in valve. */
export const VALVE_KINDS = { stack: 'Shim stack', open: 'Open holes', poppet: 'Plate on a coil spring' };

const valveFields = <D extends DamperKey, V extends ValveName>(damper: D, valve: V) => {
  const end = END_OF[damper];
  const at = <N extends string>(name: N) => `machine.damper.${damper}.${valve}.${name}` as const;
  return [
    choice(at('kind'), 'Closed by', VALVE_KINDS, { end }),
    area(at('port'), 'Port area', [0, 5000], [5, 800], { end, hint: 'the narrowest of all ports together' }),
    area(at('bleed'), 'Bleed area', [0, 500], [0, 30], { end, hint: 'always open, without the clicker' }),
    length(at('bleedLength'), 'Bleed length', [0, 200], [0, 40], { end, hint: 'long fine holes feel thick oil' }),
    area(at('needle'), 'Clicker, area a click', [0, 20], [0.02, 1], { end, hint: 'where this valve’s bleed has the needle' }),
    length(at('needle.seat'), 'Needle, hole it closes', [0.3, 20], [1, 6], { end, hint: 'or from the needle’s own shape' }),
    angle(at('needle.cone'), 'Needle, whole angle of its cone', [5, 170], [10, 90], { end }),
    length(at('needle.lift'), 'Needle, lift a click', [0.005, 2], [0.02, 0.4], { end, hint: 'thread pitch by clicks a turn' }),
    text(at('needle.table'), 'Needle, areas measured', { end, maxLength: 400, lines: 2, hint: 'mm² at 0, 1, 2 … clicks out, by blanks' }),
    ...(valve === 'base'
      ? []
      : [
          length(at('clearance.gap'), 'Piston clearance', [0.001, 2], [0.01, 0.1], {
            end,
            hint: 'gap round the piston or its ring; leaks',
          }),
          length(at('clearance.length'), 'Piston clearance, length', [0.1, 60], [3, 20], { end }),
        ]),
    ...(valve === 'base'
      ? [
          area(at('return'), 'Return area', [0, 2000], [5, 400], { end, hint: 'past its check valve, coming back; free until given' }),
          pressure(at('check'), 'Check valve, opens at', [0, 2], [0.01, 0.3], { end, hint: 'by its spring; nothing until given' }),
        ]
      : []),
    length(at('clamp'), 'Clamp diameter', [1, 100], [6, 30], { end }),
    length(at('zone.inner'), 'Port zone, inner diameter', [1, 100], [8, 40], { end, hint: 'where the pressure begins on the face shim' }),
    length(at('zone.outer'), 'Port zone, outer diameter', [1, 120], [12, 60], { end }),
    length(at('dish'), 'Dish at the seat', [0, 2], [0, 0.5], { end, hint: 'how far the seat holds the face shim up' }),
    length(at('stop'), 'Lift stop', [0, 10], [0.2, 3], { end, hint: 'most lift of the edge' }),
    cd(at('cd.port'), 'C_d of the port', end),
    cd(at('cd.curtain'), 'C_d of the curtain', end),
    cd(at('cd.bleed'), 'C_d of the bleed', end),
    length(at('poppet.seat'), 'Plate, seat diameter', [1, 60], [6, 30], { end }),
    force(at('poppet.preload'), 'Plate, spring preload', [0, 2000], [1, 400], { end }),
    rate(at('poppet.rate'), 'Plate, spring rate', [0.1, 500], [0.5, 60], { end }),
    length(at('poppet.lift'), 'Plate, most lift', [0.1, 20], [0.5, 6], { end }),
  ];
};

/** What is kept of a valve, after `machine.damper.{damper}.{valve}.`. */
export type ValveFigure = ReturnType<typeof valveFields<DamperKey, ValveName>>[number]['key'] extends infer K
  ? K extends `machine.damper.${DamperKey}.${ValveName}.${infer Figure}`
    ? Figure
    : never
  : never;

/** Figures of a damper, kept with the machine: measured once, with a calliper and a dyno. */
export const DAMPER_FIGURES = {
  rear: figuresOf('rear'),
  front: figuresOf('front'),
  other: figuresOf('other'),
};

function figuresOf<D extends DamperKey>(damper: D) {
  const end = END_OF[damper];
  const at = <N extends string>(name: N) => `machine.damper.${damper}.${name}` as const;
  return {
    whole: [
      choice(at('piston'), 'Kind of piston', PISTONS[end], { end, hint: 'its usual figures stand in, marked ○, until measured' }),
      length(at('bore'), 'Damper bore', [5, 120], [18, 60], { end }),
      length(at('rod'), 'Damper rod', [3, 60], [8, 20], { end, ...(end === 'front' ? { hint: 'damping rod: its outside' } : {}) }),
      length(at('post'), 'Post of the stack', [2, 40], [5, 16], { end, hint: 'inner diameter of its shims' }),
      ...(damper === 'front' ? [choice('machine.damper.front.legs', 'Damping in', LEGS, { end })] : []),
      ...(end === 'front'
        ? [choice(at('kind'), 'Built as', FORK_KINDS, { end, hint: 'a damping rod takes bore and outside of the fork’s sliding tube' })]
        : []),
    ],
    valves: { compression: valveFields(damper, 'compression'), rebound: valveFields(damper, 'rebound'), base: valveFields(damper, 'base') },
  };
}

const everyFigure = <A extends string, B extends string>({
  whole,
  valves,
}: {
  whole: readonly FieldDef<A>[];
  valves: Readonly<Record<ValveName, readonly FieldDef<B>[]>>;
}): FieldDef<A | B>[] => [...whole, ...VALVES.flatMap((v) => valves[v])];

export const MACHINE_DAMPERS = [
  ...everyFigure(DAMPER_FIGURES.rear),
  ...everyFigure(DAMPER_FIGURES.front),
  ...everyFigure(DAMPER_FIGURES.other),
];

const STACK_HINT = 'from the piston out, one size a line: diameter × thickness × count';

/** Stacks as found and to fit, the clickers to begin with, the aim and the reason: what the job records of its valves. */
const DYNO_HINT = 'm/s and N, compression positive, gas force taken off';

/** What the job records of each damper: its stacks, the clickers to begin with, its runs on the dyno. */
const jobFields = <D extends DamperKey>(damper: D) => {
  const end = END_OF[damper];
  const leg = damper === 'other' ? ', right leg' : '';
  const lines = <N extends string>(name: N, label: string, more: { maxLength: number; lines: number; hint: string }) =>
    text(`valves.${damper}.${name}`, `${label}${leg}`, { end, ...more });
  const clicks = <S extends Side>(side: S, label: string) =>
    count(`valves.${damper}.clicks.${side}`, `${label}${leg}, to begin with`, 'out', [0, 80], [0, 40], { end });
  const stack = { maxLength: 1000, lines: 5, hint: STACK_HINT };
  const run = { maxLength: 3900, lines: 6, hint: DYNO_HINT };
  return [
    ...VALVES.flatMap((v) => [
      lines(`found.${v}`, `${VALVE_NAMES[damper][v]}, as found`, stack),
      lines(`fit.${v}`, `${VALVE_NAMES[damper][v]}, to fit`, stack),
    ]),
    clicks('compression', 'Compression'),
    clicks('rebound', 'Rebound'),
    lines('dyno.before', 'Dyno, as it came in', run),
    lines('dyno.after', 'Dyno, after the rebuild', run),
  ];
};

const ofEnds = ENDS.flatMap((end) => {
  const name = END_NAMES[end];
  return [
    text(`valves.${end}.oil`, 'Oil it is worked out with', { end, maxLength: 60 }),
    text(`valves.${end}.template`, 'Aim', { end, maxLength: 60 }),
    text(`valves.${end}.target.compression`, 'Compression aimed at', {
      end,
      maxLength: 1000,
      lines: 9,
      hint: 'm/s and N, one pair a line',
    }),
    text(`valves.${end}.target.rebound`, 'Rebound aimed at', { end, maxLength: 1000, lines: 9, hint: 'm/s and N, one pair a line' }),
    ...(['compression', 'rebound'] as const).flatMap((side) =>
      (['low', 'high'] as const).map((band) =>
        count(`valves.${end}.shift.${side}.${band}`, `Aim for ${side}, ${band} speed, changed by`, '%', [-60, 150], [-30, 40], { end }),
      ),
    ),
    text(`valves.${end}.found`, `${name}, what else was found in the valves`, { end, maxLength: 1000, lines: 2 }),
    text(`valves.${end}.specified`, `${name}, what else to fit`, { end, maxLength: 1000, lines: 2 }),
    text(`valves.${end}.reason`, `${name}, reason`, { end, maxLength: 500, lines: 2 }),
  ];
});

export const VALVES_FIELDS = [
  mass('valves.was.rider', 'Rider the valves were made for', [10, 400], [40, 160], {
    hint: 'the rider of the last job until typed; another mass rescales the curve as found',
  }),
  ...ofEnds,
  ...DAMPERS.flatMap(jobFields),
];
