/** What an adjuster does when it is turned, for the rider to read at home. Common practice, no source. */
export const TURNS = {
  rebound: 'Rebound, out: comes back quicker. Too far out it kicks and wallows; too far in it packs down over repeated bumps.',
  compression: 'Compression, out: softer over bumps, dives or squats more. In: firmer, harsher on sharp edges.',
  highCompression: 'High-speed compression, out: sharp edges and landings are softer. In: it bottoms less.',
  preload: 'Preload sets how high it sits, not how stiff it is: more preload, less sag.',
} as const;
export type Turn = keyof typeof TURNS;
