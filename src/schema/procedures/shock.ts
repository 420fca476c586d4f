import { ask, field, NEEDLE, ORIGIN, step } from './fork';
import type { Procedure } from './procedure';

const asItCame = step({
  id: 'as-it-came',
  title: 'Count what came in',
  say: 'Count each clicker in to light contact, then the preload: ring length, turns from slack or notch. Note which bump of the linkage the shock sits on.',
  tools: 'flat screwdriver, calliper',
  asks: [
    field('found.rear.lowCompression.out'),
    field('found.rear.highCompression.out'),
    field('found.rear.rebound.out'),
    field('found.rear.preload.way'),
    field('found.rear.preload.reading'),
  ],
});

const off = step({
  id: 'shock-off',
  title: 'Take the shock out',
  say: 'Lift and secure the machine so that the wheel hangs. Note washers and bolt directions. Look at linkage bearings, hoses and the bump rubber on the way.',
  tools: 'stand, sockets',
  cautions: ['lifting'],
  asks: [ask('text', 'Linkage and swing-arm bearings'), ask('text', 'Bump rubber and shaft')],
});

const springOff = step({
  id: 'spring-off',
  title: 'Spring off, measured',
  say: 'Back the ring off, then the compressor. Measure the free length; put the spring on the tester if its marking is in doubt.',
  tools: 'rated compressor with guard, calliper',
  cautions: ['springs'],
  asks: [field('found.rear.spring'), ask('length', 'Free length of the spring'), ask('text', 'Spring seats and ring thread')],
});

const springOn = step({
  id: 'spring-on',
  title: 'Spring on, preload set',
  say: 'Fit the spring chosen under Springs. Set the preload in millimetres from the free length, then write it as it is read on this machine.',
  tools: 'rated compressor with guard, calliper',
  cautions: ['springs'],
  choice: {
    question: 'Close-wound end of a progressive spring',
    answers: [
      { answer: 'Towards the body', school: 'one school: less unsprung mass' },
      { answer: 'Towards the wheel', school: 'the other school: quieter at the ring' },
      { answer: 'Linear spring, no matter', school: 'the rate is the same either way' },
    ],
  },
  asks: [field('fitted.rear.spring'), field('fitted.rear.preload.way'), field('fitted.rear.preload.reading')],
});

const on = step({
  id: 'shock-on',
  title: 'Shock in, torque in sequence',
  say: 'Grease the bearings, not the threads. Bolts home with the wheel hanging, tightened where the maker says: some with the machine on its wheels. Write what the wrench showed.',
  tools: 'torque wrench',
  cautions: ['lifting', 'torque'],
  asks: [
    ask('torque', 'Upper mount'),
    ask('torque', 'Lower mount'),
    ask('torque', 'Linkage bolts'),
    ask('torque', 'Axle, where it was out'),
  ],
});

const clickers = step({
  id: 'clickers',
  title: 'Set the starting clickers',
  say: 'Turn in to light contact, never force, then count out.',
  tools: 'flat screwdriver',
  asks: [field('fitted.rear.lowCompression.out'), field('fitted.rear.highCompression.out'), field('fitted.rear.rebound.out')],
});

export const SHOCKS: Procedure[] = [
  {
    id: 'shock',
    name: 'Shock with reservoir or bladder, rebuild',
    component: 'shock',
    end: 'rear',
    origin: ORIGIN,
    steps: [
      asItCame,
      step({
        id: 'needle',
        title: 'Needle before dismantling',
        say: 'Put the clickers as the maker says, and write down which.',
        choice: NEEDLE,
      }),
      off,
      springOff,
      step({
        id: 'gas-out',
        title: 'Release the gas',
        say: 'Read the pressure, then let it out completely, valve away from the face, before anything is opened.',
        tools: 'gauge, valve key',
        cautions: ['gas'],
        asks: [field('found.rear.gas')],
      }),
      step({
        id: 'open',
        title: 'Open and drain',
        say: 'Reservoir cap pressed down, clip out, bladder or piston out; then the seal head and the shaft. Pour the oil off and look at it: silver is metal, black is the seal band.',
        tools: 'soft jaws, bullet, clip pliers',
        cautions: ['oil'],
        asks: [
          ask('text', 'Oil found, colour'),
          ask('text', 'Metal in the oil'),
          ask('text', 'Bladder or floating piston'),
          ask('volume', 'Oil out'),
        ],
        waitMin: 5,
      }),
      step({
        id: 'shims',
        title: 'Shims out and in',
        say: 'Dress the peened end, nut off, stacks on a wire in their order, every shim by micrometer, written under Valves. Build the new stacks from the pick list and count them again on the wire.',
        tools: 'micrometer, wire, soft jaws, file',
        asks: [
          ask('text', 'Shims as found agree with the Valves room'),
          ask('text', 'Piston face and seal band'),
          ask('length', 'Seal band, thickness'),
          ask('torque', 'Piston nut'),
          ask('length', 'Thread engaged in the piston nut'),
        ],
      }),
      step({
        id: 'shaft',
        title: 'Shaft and seal head',
        say: 'Roll the shaft on a flat, run a nail over it. Measure it where it works most. New seal head or seal, bush and bump rubber as found needed.',
        tools: 'micrometer, surface plate',
        asks: [ask('length', 'Shaft diameter, smallest'), ask('text', 'Chrome and straightness'), ask('part', 'Seal head or seal kit')],
      }),
      step({
        id: 'fill',
        title: 'Fill and bleed',
        say: 'Fill body and reservoir, stroke the shaft slowly, tap out the bubbles, seal head in with the floating piston or bladder at the maker’s depth. No air may remain under the seal head.',
        tools: 'bleed tray, depth tool',
        asks: [
          field('fitted.rear.oil'),
          ask('volume', 'Oil in'),
          ask('count', 'Strokes until even'),
          ask('length', 'Depth of floating piston or bladder cap'),
        ],
        waitMin: 15,
      }),
      step({
        id: 'charge',
        title: 'Charge with nitrogen',
        say: 'Nitrogen to the maker’s figure. Watch the gauge hose: it takes gas away on leaving. Check for leaks under oil or soap.',
        tools: 'nitrogen, regulator, gauge',
        cautions: ['gas'],
        asks: [field('fitted.rear.gas'), ask('text', 'Leak check')],
        waitMin: 10,
      }),
      springOn,
      on,
      clickers,
    ],
  },
  {
    id: 'sealed-shock',
    name: 'Sealed shock, check and spring',
    component: 'sealed-shock',
    end: 'rear',
    origin: ORIGIN,
    steps: [
      asItCame,
      off,
      step({
        id: 'by-hand',
        title: 'Judge the damper by hand',
        say: 'Without its spring: push it in slowly and let go. It must resist over the whole stroke without a dead zone, and come back where it is charged. It is not opened: what fails here is replaced.',
        cautions: ['gas'],
        asks: [ask('text', 'Dead zone, knocking'), ask('text', 'Oil at the shaft'), ask('text', 'Comes back on its own')],
      }),
      springOff,
      springOn,
      on,
      clickers,
    ],
  },
];
