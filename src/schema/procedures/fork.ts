import type { Procedure, ProcedureStep, StepAsk } from './procedure';

/** Fork procedures the book begins with. Common practice, no source; the maker's manual decides, and the shop edits them. */

export const ORIGIN = 'common practice, no source; the maker’s manual decides';

type Given = Pick<ProcedureStep, 'id' | 'title' | 'say'> & Partial<ProcedureStep>;
export const step = (given: Given): ProcedureStep => ({ tools: '', cautions: [], choice: null, asks: [], waitMin: null, ...given });

export const field = (key: string): StepAsk => ({ kind: 'field', field: key });
export const ask = (kind: Exclude<StepAsk['kind'], 'field'>, label: string): StepAsk => ({ kind, label });

export const NEEDLE = {
  question: 'Clicker needle before dismantling',
  answers: [
    { answer: 'Open, turned out', school: 'one school: the needle cannot mark its seat while parts are turned' },
    { answer: 'Closed, light contact', school: 'the other school: the needle cannot be bent by the rod' },
  ],
};

const COIL = {
  question: 'Close-wound end of a progressive spring',
  answers: [
    { answer: 'Up', school: 'one school: less unsprung mass and a quieter leg' },
    { answer: 'Down', school: 'the other school: the oil damps the close coils' },
    { answer: 'Linear spring, no matter', school: 'the rate is the same either way' },
  ],
};

const asItCame = step({
  id: 'as-it-came',
  title: 'Count what came in',
  say: 'Count every clicker in from where it stands to light contact. Note the legs’ height in the clamps and the preload before anything is turned. Without it nobody can go back.',
  tools: 'flat screwdriver, ruler',
  asks: [
    field('found.front.compression.left.out'),
    field('found.front.rebound.left.out'),
    field('found.front.compression.right.out'),
    field('found.front.rebound.right.out'),
    field('found.front.height.left'),
    field('found.front.height.right'),
  ],
});

const forkOff = step({
  id: 'fork-off',
  title: 'Take the legs out',
  say: 'Lift the machine and secure it. Support caliper and wheel-speed sensor, never by hose or wire. Loosen the caps while the upper clamp still holds the legs, then wheel, clamps and legs. Wash the stanchions before a seal slides on them.',
  tools: 'stand, cap key, straps for the caliper',
  cautions: ['lifting', 'brakes'],
});

const drain = (extra: string) =>
  step({
    id: 'drain',
    title: 'Drain, and look at the oil',
    say: `Tip the leg over the pan and pump it until nothing more comes. Look at the colour; rub it between the fingers and hold it to the light: silver means a spring rubs metal. ${extra}`,
    tools: 'pan, measuring jug',
    cautions: ['oil'],
    asks: [ask('text', 'Oil found, colour'), ask('text', 'Metal in the oil'), ask('volume', 'Oil out of each leg')],
    waitMin: 10,
  });

const springOut = step({
  id: 'spring-out',
  title: 'Spring out, measured',
  say: 'Back the preload off. Cover the cap while the last thread lets go. Measure the free length of both springs and set them side by side: unlike legs show here.',
  tools: 'cap key, cloth, rule or calliper',
  cautions: ['caps'],
  asks: [field('found.front.spring'), ask('length', 'Free length, left'), ask('length', 'Free length, right')],
});

const inspect = step({
  id: 'inspect',
  title: 'Inspect tubes and bushes',
  say: 'Roll the stanchion on a flat: any light under it is a bend. Run a nail over the chrome where the seal works. A bush is worn out where the coating shows its copper over a third or more.',
  tools: 'surface plate or glass, micrometer',
  asks: [
    ask('text', 'Bush wear, left and right'),
    ask('text', 'Chrome and tube, left and right'),
    ask('length', 'Inner tube, smallest diameter'),
  ],
});

const seals = step({
  id: 'seals',
  title: 'Seals and bushes in',
  say: 'New dust seal, clip, oil seal and bushes over a plastic bag or sleeve on the tube’s end. Grease the lips. Drive the seal square until the clip sits in its groove.',
  tools: 'seal driver, seal grease',
  asks: [ask('part', 'Seal kit, each leg'), ask('text', 'Grease')],
});

const springIn = step({
  id: 'spring-in',
  title: 'Spring in',
  say: 'Fit the spring chosen under Springs, with washers and spacer as they came. Which way up a progressive spring goes does not change its rate: follow the maker’s sheet, and write down what was done.',
  choice: COIL,
  asks: [
    field('fitted.front.spring'),
    field('fitted.front.preload.left.way'),
    field('fitted.front.preload.left.reading'),
    ask('length', 'Spacer'),
  ],
});

const oilLevel = (say: string) =>
  step({
    id: 'oil-level',
    title: 'Set the oil level',
    say,
    tools: 'level tool, ruler',
    asks: [
      field('fitted.front.oil'),
      ask('volume', 'Oil into each leg'),
      field('fitted.front.oilLevel.left'),
      field('fitted.front.oilLevel.right'),
    ],
  });

const forkOn = step({
  id: 'fork-on',
  title: 'Legs in, torque in sequence',
  say: 'Legs to the height in the clamps that was chosen. Tighten in the maker’s sequence: lower clamp, upper clamp, cap, axle, pinch bolts after the fork was pumped, caliper. Write what the wrench showed.',
  tools: 'torque wrench',
  cautions: ['torque', 'brakes'],
  asks: [
    field('fitted.front.height.left'),
    field('fitted.front.height.right'),
    ask('torque', 'Lower clamp bolts'),
    ask('torque', 'Upper clamp bolts'),
    ask('torque', 'Fork cap'),
    ask('torque', 'Axle'),
    ask('torque', 'Axle pinch bolts'),
    ask('torque', 'Caliper bolts'),
  ],
});

const clickers = step({
  id: 'clickers',
  title: 'Set the starting clickers',
  say: 'Turn in to light contact, never force, then count out. Left and right alike unless the fork is built with different legs.',
  tools: 'flat screwdriver',
  asks: [
    field('fitted.front.compression.left.out'),
    field('fitted.front.rebound.left.out'),
    field('fitted.front.compression.right.out'),
    field('fitted.front.rebound.right.out'),
  ],
});

const shimsOut = (what: string) =>
  step({
    id: 'shims',
    title: 'Shims out and in',
    say: `${what} Thread each stack on a wire in its order and measure every shim by micrometer; write what came out under Valves. Build the new stack from the pick list, and count it again on the wire.`,
    tools: 'micrometer, wire, soft jaws',
    asks: [
      ask('text', 'Shims as found agree with the Valves room'),
      ask('text', 'Piston face, seal band and O-rings'),
      ask('torque', 'Piston nut'),
      ask('length', 'Thread engaged in the piston nut'),
    ],
  });

const bleed = (say: string) =>
  step({ id: 'bleed', title: 'Bleed the cartridge', say, asks: [ask('count', 'Strokes until even')], waitMin: 10 });

const rodNut = step({
  id: 'rod-nut',
  title: 'Damper rod nut',
  say: 'Count the threads the rod nut engages before the cap is run down on it: too few, and the rod pulls out; too many, and the rebound needle never closes.',
  asks: [ask('count', 'Threads engaged, left'), ask('count', 'Threads engaged, right'), ask('torque', 'Rod nut against the cap')],
});

export const FORKS: Procedure[] = [
  {
    id: 'damping-rod-fork',
    name: 'Damping-rod fork, service',
    component: 'damping-rod-fork',
    end: 'front',
    origin: ORIGIN,
    steps: [
      asItCame,
      forkOff,
      springOut,
      drain('Keep both legs apart.'),
      step({
        id: 'rod-out',
        title: 'Damping rod out',
        say: 'Hold the rod and loosen the bolt below. Look at the ring on the rod’s head and measure the damping holes: they are the valve of this fork.',
        tools: 'rod holder, gauge pins',
        asks: [ask('text', 'Ring on the rod’s head'), ask('count', 'Damping holes'), ask('length', 'Damping hole, diameter')],
      }),
      inspect,
      seals,
      step({
        id: 'rod-in',
        title: 'Damping rod in',
        say: 'New washer under the bolt. If an emulator or other sub-valve goes in, write its setting; do not drill a rod that cannot be replaced.',
        asks: [ask('torque', 'Damping-rod bolt'), ask('text', 'Sub-valve and its setting')],
      }),
      oilLevel(
        'Fill, pump until the rod pulls evenly, let the air rise. Set the level with the leg compressed and the spring out. Thicker oil buys slow control at the price of harshness.',
      ),
      springIn,
      forkOn,
      clickers,
    ],
  },
  {
    id: 'open-cartridge',
    name: 'Open-cartridge fork, rebuild',
    component: 'open-cartridge',
    end: 'front',
    origin: ORIGIN,
    steps: [
      asItCame,
      step({
        id: 'needle',
        title: 'Needle before dismantling',
        say: 'Put the clickers as the maker says, and write down which.',
        choice: NEEDLE,
      }),
      forkOff,
      springOut,
      rodNut,
      drain('Pump the cartridge empty as well.'),
      shimsOut('Base valve out from below, mid-valve off the rod.'),
      inspect,
      seals,
      bleed(
        'Fill above the cartridge and stroke the rod slowly over its whole travel until it pulls evenly both ways. Let it stand, stroke again.',
      ),
      oilLevel('Leg compressed, spring out, rod down. Draw off to the level; both legs alike.'),
      springIn,
      forkOn,
      clickers,
    ],
  },
  {
    id: 'closed-cartridge',
    name: 'Closed-cartridge fork, rebuild',
    component: 'closed-cartridge',
    end: 'front',
    origin: ORIGIN,
    steps: [
      asItCame,
      step({
        id: 'needle',
        title: 'Needle before dismantling',
        say: 'Put the clickers as the maker says, and write down which.',
        choice: NEEDLE,
      }),
      forkOff,
      springOut,
      drain('The outer chamber first; the cartridge keeps its own oil.'),
      step({
        id: 'cartridge-out',
        title: 'Cartridge out and open',
        say: 'Hold the cartridge in soft jaws by its flats. Open the bladder or the spring-loaded piston slowly: it stands under pressure. Drain the inner chamber.',
        tools: 'cartridge key, soft jaws',
        cautions: ['gas', 'springs'],
        asks: [
          ask('text', 'Inner oil, colour and metal'),
          ask('text', 'Bladder or piston seal'),
          ask('length', 'Free length of the pressure spring'),
        ],
      }),
      shimsOut('Base valve and mid-valve off.'),
      inspect,
      seals,
      bleed(
        'Fill the inner chamber, stroke slowly, fit the base valve without trapping air, then stroke through the whole travel: the surplus leaves by its own hole.',
      ),
      step({
        id: 'free-bleed',
        title: 'Check the cartridge by hand',
        say: 'Pushed in, the rod must come out on its own over its whole length, evenly. Any flat spot is air: bleed again.',
        asks: [ask('text', 'Return by hand')],
      }),
      rodNut,
      oilLevel('Outer chamber by quantity, both legs alike.'),
      springIn,
      forkOn,
      clickers,
    ],
  },
  {
    id: 'unlike-legs',
    name: 'Fork with unlike legs, rebuild',
    component: 'unlike-legs',
    end: 'front',
    origin: ORIGIN,
    steps: [
      step({
        id: 'name-legs',
        title: 'Name the legs',
        say: 'Say which leg does what (spring or air, compression or rebound, cartridge or rod) and mark them. From here on they are worked one at a time; parts never cross.',
        asks: [ask('text', 'Left leg holds'), ask('text', 'Right leg holds')],
      }),
      asItCame,
      step({
        id: 'needle',
        title: 'Needle before dismantling',
        say: 'Put the clickers as the maker says, and write down which.',
        choice: NEEDLE,
      }),
      forkOff,
      step({
        id: 'air-out',
        title: 'Let air out',
        say: 'An air leg: note the pressure, then let it out before the cap is touched.',
        cautions: ['gas', 'caps'],
        asks: [ask('pressure', 'Pressure found, main chamber'), ask('pressure', 'Pressure found, balance chamber')],
      }),
      springOut,
      drain('Each leg into its own jug.'),
      shimsOut('The damping leg’s valves off.'),
      inspect,
      seals,
      bleed('Bleed the damping leg until it strokes evenly.'),
      oilLevel('Each leg to its own level: they are not alike here, and the maker’s sheet gives two figures.'),
      springIn,
      forkOn,
      clickers,
    ],
  },
];
