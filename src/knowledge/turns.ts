/** What an adjuster does when it is turned, for the rider to read at home. Common practice, no source. */
export const TURNS = {
  rebound: 'Rebound, out: comes back quicker. Too far out it kicks and wallows; too far in it packs down over repeated bumps.',
  compression: 'Compression, out: softer over bumps, dives or squats more. In: firmer, harsher on sharp edges.',
  highCompression: 'High-speed compression, out: sharp edges and landings are softer. In: it bottoms less.',
  preload: 'Preload sets how high it sits, not how stiff it is: more preload, less sag.',
} as const;
export type Turn = keyof typeof TURNS;

/** What to do next, for every card. Common practice, no source. */
export const NEXT = [
  'Ride it as it is first. Then change one thing at a time, two clicks at most, and write down how it rode.',
  'Clickers are counted out from fully closed: turn in until light contact, never force, then count out.',
];
