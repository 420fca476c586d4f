import type { Fitted } from './readings';

/** One job of the scenario: what is recorded at each stage, as far as it got. Texts are as a technician types them. */
export interface DemoJob {
  machine: string;
  /** Days before today it was taken in; a minus promised day is in the past. */
  takenInDaysAgo: number;
  promisedInDays: number;
  /** Another owner than the machine's first. */
  owner?: string;
  ask?: string;
  /** The springs really in the machine when it comes in: readings are computed from them. */
  inside?: { rear: Fitted; front: Fitted };
  /** Leave out the last so many readings of the walk. */
  readingsMissing?: number;
  later?: string;
  /** Choose the best spring of the list at these ends, as the Springs stage would. */
  choose?: ('rear' | 'front')[];
  rebuild?: string;
  sign?: string;
  correct?: { field: string; text: string; reason: string };
  set?: boolean;
  handedBackDaysAgo?: number;
  ride?: string;
}

const rallyAsk = (rider: string, words: string, clicks: string) => `
rider.mass = ${rider}
use = rally
terrain = quarry tracks 70, moor lanes 30
pace = race
experience = racer
budget = whatever it takes before the island round
fuel.state = half
complaint.1.phrase = packs
complaint.1.place = big-hits
complaint.1.end = rear
complaint.1.words = ${words}
found.sinceService = 4200 km
${clicks}`;

const RALLY_CLICKS = (rebound: number, compression: number) => `
found.rear.rebound.out = ${rebound}
found.rear.rebound.range = 28
found.rear.lowCompression.out = ${compression}
found.rear.lowCompression.range = 22
found.rear.highCompression.out = 1 1/2
found.rear.highCompression.range = 3
found.front.compression.left.out = 14
found.front.compression.left.range = 26
found.front.compression.right.out = 14
found.front.compression.right.range = 26
found.front.rebound.left.out = 12
found.front.rebound.left.range = 24
found.front.rebound.right.out = 12
found.front.rebound.right.range = 24
found.front.height.left = 5
found.front.height.right = 5`;

const end = (rateNPerMm: number, preloadMm: number, frictionMm: number): Fitted => ({ rateNPerMm, preloadMm, frictionMm });

export const JOBS: DemoJob[] = [
  {
    machine: 'rally',
    takenInDaysAgo: 905,
    promisedInDays: -898,
    ask: rallyAsk(
      '88',
      'it hops over the third bump and then it just sits down',
      `${RALLY_CLICKS(14, 12)}\nfound.rear.spring = 52\nfound.front.spring = 4.2\nfound.rear.preload.way = length\nfound.rear.preload.reading = 240\nfound.rear.preload.reference = 255`,
    ),
    inside: { rear: end(52, 15, 5), front: end(4.2, 8, 6) },
    choose: ['rear', 'front'],
    rebuild: `
fitted.rear.rebound.out = 12
fitted.front.oil = 15 cSt at 40 °C
fitted.front.oilLevel.left = 105
fitted.front.oilLevel.right = 105
torque.1.place = lower fork clamp bolts
torque.1.value = 15
torque.1.origin = maker's manual
part.1.name = fork seals and wipers
part.1.quantity = 2 sets
rebuild.condition = oil grey, no metal; bushes good`,
    sign: 'Sunniva Holt',
    set: true,
    handedBackDaysAgo: 898,
    ride: `ride.feel = better\nride.used.rear = 281\nride.used.front = 262\nride.conditions = dry quarry, half fuel, 14 °C\nride.words = tracks straight now, still a bit slow coming back`,
  },
  {
    machine: 'rally',
    takenInDaysAgo: 540,
    promisedInDays: -534,
    ask: rallyAsk('90', 'comes back too slowly after the ramps', RALLY_CLICKS(12, 12)),
    inside: { rear: end(60, 13, 5), front: end(4.6, 6, 6) },
    later: `reason.finding = Rebound a little slow for the repeated hits; springs suit the load.\nreason.first = Two clicks of rebound, free.`,
    rebuild: `
fitted.rear.rebound.out = 14
fitted.front.oilLevel.left = 105
fitted.front.oilLevel.right = 105
fitted.front.oil = 15 cSt at 40 °C
torque.1.place = shock lower bolt
torque.1.value = 44
torque.1.origin = maker's manual
rebuild.notes = fluid change and seal heads only`,
    sign: 'Sunniva Holt',
    set: true,
    handedBackDaysAgo: 533,
    ride: `ride.feel = better\nride.used.rear = 288\nride.used.front = 270\nride.words = best it has been`,
  },
  {
    machine: 'rally',
    takenInDaysAgo: 210,
    promisedInDays: -203,
    ask: rallyAsk(
      '94',
      'bottoms off the ferry ramp with the water aboard',
      `${RALLY_CLICKS(14, 12)}\nluggage.1.place = tank\nluggage.1.mass = 6\nluggage.2.place = tail\nluggage.2.mass = 9 kg`,
    ),
    inside: { rear: end(60, 13, 6), front: end(4.6, 6, 7) },
    choose: ['rear', 'front'],
    rebuild: `
fitted.rear.lowCompression.out = 10
fitted.front.oilLevel.left = 95
fitted.front.oilLevel.right = 95
fitted.front.oil = 15 cSt at 40 °C
torque.1.place = shock lower bolt
torque.1.value = 44
torque.1.origin = maker's manual
part.1.name = shock seal head
part.1.quantity = 1
part.1.batch = SY-0218`,
    sign: 'Aldous Merrow',
    correct: { field: 'fitted.front.oilLevel.right', text: '97', reason: 'Read again on the right leg: 97, not 95.' },
    set: true,
    handedBackDaysAgo: 202,
    ride: `ride.feel = same\nride.used.rear = 296\nride.used.front = 281\nride.conditions = wet moor, full fuel\nride.words = ramp is fine, chatters on small stones\nride.next = one click of low-speed compression out at the rear`,
  },
  {
    machine: 'rally',
    takenInDaysAgo: 4,
    promisedInDays: 2,
    ask: rallyAsk(
      '94',
      'chatters on small stones since the spring change',
      `${RALLY_CLICKS(14, 10)}\nfound.rear.spring = 66\nfound.front.spring = 4.6`,
    ),
    inside: { rear: end(66, 12, 6), front: end(4.6, 6, 11) },
    later: `
job.waits = fork bushes on tomorrow's ferry
reason.finding = Front friction band is wide: bushes. The springs hold the load.
reason.first = Bushes and a clean; then one click of low-speed compression out.
valves.rear.found = 40 × 0.20 × 8, 38 × 0.20 × 2, 34 × 0.25, 30 × 0.25, 22 × 0.30
valves.rear.specified = as found
valves.front.found = 24 × 0.10 × 6, 20 × 0.10, 17 × 0.10 × 2
valves.front.specified = as found
valves.rear.reason = judge the valving only after the friction is gone`,
    choose: ['rear', 'front'],
    rebuild: `rebuild.condition = front bushes worn through the coating, oil silver\nfitted.front.oil = 15 cSt at 40 °C`,
  },
  {
    machine: 'tourer',
    takenInDaysAgo: 400,
    promisedInDays: -392,
    ask: `rider.mass = 86\nuse = touring\nterrain = lanes and the hill road\npace = steady\nexperience = long\ncomplaint.1.phrase = wallows\ncomplaint.1.place = mid\ncomplaint.1.end = rear\nfound.rear.preload.way = turns\nfound.rear.preload.reading = 6\nfound.rear.preload.reference = 1,5\nfound.rear.spring = 105`,
    inside: { rear: end(105, 9, 4), front: end(7, 15, 9) },
    choose: ['rear'],
    rebuild: `torque.1.place = shock upper bolt\ntorque.1.value = 35 lbf·ft\ntorque.1.origin = maker's manual\nrebuild.notes = shock resealed, new gas charge`,
    sign: 'Aldous Merrow',
    set: true,
    handedBackDaysAgo: 391,
    ride: `ride.feel = better\nride.words = calm in the long bends`,
  },
  {
    machine: 'tourer',
    takenInDaysAgo: 3,
    promisedInDays: 4,
    ask: `rider.mass = 86\npassenger.mass = 63\nluggage.1.place = panniers\nluggage.1.mass = 18\nluggage.2.place = top-box\nluggage.2.mass = 9\nuse = touring\nterrain = lanes 60, ferry ramps, hill road\npace = steady\nexperience = long\nbudget = springs yes, no new shock\nfuel.state = full\ncomplaint.1.phrase = skips\ncomplaint.1.place = chop\ncomplaint.1.end = rear\ncomplaint.1.words = with the two of us and the cases it skips over the cobbles\nfound.rear.spring = 600 lbf/in\nfound.rear.preload.way = notch\nfound.rear.preload.reading = 5\nfound.rear.preload.reference = 2\nfound.rear.rebound.out = 1 1/4\nfound.rear.rebound.range = 2 1/2\nfound.tyre.rear = 2.9\nfound.tyre.front = 36 psi`,
    inside: { rear: end(105, 8, 5), front: end(7, 15, 8) },
    later: `reason.finding = Solo it sits where it should; two-up with the cases nothing is left of the travel.\nreason.first = A stiffer rear spring with the adjuster kept for the cases.`,
    choose: ['front'],
  },
  {
    machine: 'twin',
    takenInDaysAgo: 2,
    promisedInDays: 1,
    ask: `rider.mass = 11 st\nuse = road\nterrain = cobbles and the hill road\npace = steady\nexperience = some\ncomplaint.1.phrase = harsh-small\ncomplaint.1.place = chop\ncomplaint.1.end = front\ncomplaint.1.words = my wrists know every cobble\nfound.front.spring = 9\nfound.front.preload.left.way = thread\nfound.front.preload.left.reading = 22\nfound.front.preload.left.reference = 4\nfound.front.preload.right.way = thread\nfound.front.preload.right.reading = 22\nfound.front.preload.right.reference = 4\nfound.front.oilLevel.left = 4 1/4 in`,
    inside: { rear: end(44, 14, 4), front: end(9, 55, 5) },
  },
  {
    machine: 'twin',
    owner: 'Eskil Barrow',
    takenInDaysAgo: 760,
    promisedInDays: -755,
    ask: `rider.mass = 70\nuse = road\ncomplaint.1.phrase = fades\ncomplaint.1.place = downhill\ncomplaint.1.end = rear\nfound.controls = levers sit low`,
    inside: { rear: end(44, 14, 4), front: end(9, 55, 5) },
    rebuild: `fitted.rear.spring = 44\nfitted.rear.preload.way = mm\nfitted.rear.preload.reading = 14\nrebuild.notes = rear units replaced as a pair, springs kept`,
    sign: 'Sunniva Holt',
    set: true,
    handedBackDaysAgo: 752,
    ride: `ride.feel = better`,
  },
  {
    machine: 'pony',
    takenInDaysAgo: 0,
    promisedInDays: 8,
    ask: `rider.mass = 52\ncomplaint.1.phrase = tall\ncomplaint.1.place = standing\ncomplaint.1.end = both\ncomplaint.1.words = only toes on the quay, and I am new at this`,
  },
  {
    machine: 'trail',
    owner: 'Coll Ashby',
    takenInDaysAgo: 300,
    promisedInDays: -294,
    ask: `rider.mass = 74\nuse = off-road\nterrain = lanes\nexperience = some\ncomplaint.1.phrase = kicks\ncomplaint.1.place = accelerating\ncomplaint.1.end = rear\nfound.rear.rebound.out = 19\nfound.rear.rebound.range = 24`,
    inside: { rear: end(52, 10, 5), front: end(4.2, 5, 6) },
    choose: ['rear', 'front'],
    rebuild: `fitted.rear.rebound.out = 13\nfitted.front.oilLevel.left = 110\nfitted.front.oilLevel.right = 110\ntorque.1.place = lower fork clamp bolts\ntorque.1.value = 14`,
    sign: 'Sunniva Holt',
    set: true,
    handedBackDaysAgo: 293,
    ride: `ride.feel = better\nride.words = stays under me now`,
  },
  {
    machine: 'trail',
    owner: 'Ingrith Vale',
    takenInDaysAgo: 1,
    promisedInDays: 3,
    ask: `rider.mass = 92\nuse = off-road\nterrain = quarry tracks 70, lanes 30\npace = quick\nexperience = some\nbudget = springs yes, revalve if needed\nfuel.state = half\ncomplaint.1.phrase = wide\ncomplaint.1.place = exit\ncomplaint.1.end = front\ncomplaint.1.words = runs wide out of the slow ones\ncomplaint.2.phrase = bottoms\ncomplaint.2.place = landing\ncomplaint.2.end = rear\nfound.rear.spring = 52\nfound.rear.preload.way = length\nfound.rear.preload.reading = 241\nfound.rear.preload.reference = 255\nfound.rear.rebound.out = 13\nfound.rear.rebound.range = 24\nfound.front.compression.left.out = 12\nfound.front.compression.left.range = 24\nfound.front.compression.right.out = 15\nfound.front.compression.right.range = 24\nfound.front.spring = 0,43 kgf/mm\nmeasure.rear.used = 301\nmeasure.front.used = 288`,
    inside: { rear: end(52, 10, 6), front: end(4.2, 5, 11) },
    readingsMissing: 1,
  },
  {
    machine: 'courier',
    takenInDaysAgo: 150,
    promisedInDays: -147,
    ask: `rider.mass = 81\nuse = road\nterrain = cobbles all day\ncomplaint.1.phrase = bottoms\ncomplaint.1.place = big-hits\ncomplaint.1.end = rear\nluggage.1.place = top-box\nluggage.1.mass = 22`,
    inside: { rear: end(80, 12, 4), front: end(6, 18, 6) },
    rebuild: `fitted.rear.preload.way = mm\nfitted.rear.preload.reading = 16\nrebuild.notes = preload only, until the new spring is agreed`,
    sign: 'Aldous Merrow',
    handedBackDaysAgo: 146,
    ride: `ride.feel = same\nride.words = still hits when the box is full`,
  },
  {
    machine: 'courier',
    takenInDaysAgo: 1,
    promisedInDays: 0,
    ask: `rider.mass = 81\npassenger.mass = 68\nluggage.1.place = top-box\nluggage.1.mass = 38\nluggage.1.at = -310\nuse = road\nterrain = cobbles all day, ferry ramps\npace = quick\nexperience = long\nbudget = must be back by Friday\ncomplaint.1.phrase = wide\ncomplaint.1.place = exit\ncomplaint.1.end = front\ncomplaint.1.words = front goes light with the box full\nfound.rear.spring = 80\nfound.tread.rear = squared off`,
    inside: { rear: end(80, 16, 4), front: end(6, 18, 6) },
  },
  {
    machine: 'racer',
    takenInDaysAgo: 5,
    promisedInDays: 6,
    ask: `rider.mass = 68\nuse = off-road\nterrain = moor lanes\npace = steady\nexperience = some\ncomplaint.1.phrase = harsh-small\ncomplaint.1.place = chop\ncomplaint.1.end = both\ncomplaint.1.words = bought from a racer; it skates over everything\nfound.rear.spring = 60\nfound.front.spring = 5.0`,
    inside: { rear: end(66, 4, 5), front: end(5.0, 2, 6) },
    later: `reason.finding = Sprung for a rider 25 kg heavier: static too large at the right rider sag.\nreason.first = Softer springs from the drawer before any valving.\nvalves.rear.found = 44 × 0.15 × 10, 32 × 0.10, 40 × 0.20 × 3, 30 × 0.25`,
    choose: ['rear', 'front'],
  },
  {
    machine: 'single',
    takenInDaysAgo: 9,
    promisedInDays: 1,
    ask: `rider.mass = 77\nuse = road\nterrain = lanes\npace = easy\nexperience = long\nbudget = as cheap as it comes\ncomplaint.1.phrase = dives\ncomplaint.1.place = braking\ncomplaint.1.end = front\nfound.front.oil = unknown, black\nfound.front.oilLevel.left = 160\nfound.front.oilLevel.right = 172\nfound.front.spring = 5`,
    inside: { rear: end(46, 12, 3), front: end(5, 32, 7) },
    later: `reason.finding = Damping-rod fork with thin old oil, low and uneven; spring a little soft.\nreason.first = Oil and level first: cheap. Thicker oil slows the dive at the price of harshness.`,
    choose: ['front'],
    rebuild: `fitted.front.oil = 32 cSt at 40 °C\nfitted.front.oilLevel.left = 140\nfitted.front.oilLevel.right = 140\nfitted.rear.preload.way = notch\nfitted.rear.preload.reading = 3\nfitted.rear.preload.reference = 4\ntorque.1.place = fork caps\ntorque.1.value = 25 N·m\ntorque.1.origin = maker's manual\nrebuild.condition = black oil, a spoon of sludge, bushes fair`,
    sign: 'Aldous Merrow',
  },
  {
    machine: 'scrambler',
    takenInDaysAgo: 20,
    promisedInDays: -12,
    ask: `rider.mass = 185 lb\nuse = conversion\nterrain = lanes 50, quarry 50\npace = quick\nexperience = some\ncomplaint.1.phrase = dives\ncomplaint.1.place = downhill\ncomplaint.1.end = front\nfound.rear.spring = 72\nfound.front.spring = 5`,
    inside: { rear: end(84, 10, 5), front: end(6, 9, 7) },
    choose: ['rear', 'front'],
    rebuild: `fitted.front.oil = 15 cSt at 40 °C\nfitted.front.oilLevel.left = 120\nfitted.front.oilLevel.right = 120\ntorque.1.place = lower fork clamp bolts\ntorque.1.value = 21`,
    sign: 'Sunniva Holt',
    set: true,
    handedBackDaysAgo: 11,
  },
];
