/** The two ends of a machine. The rear is set first, so it stands first. */
export const ENDS = ['rear', 'front'] as const;
export type End = (typeof ENDS)[number];
export const END_NAMES: Readonly<Record<End, string>> = { rear: 'Rear', front: 'Front' };
export const otherEnd = (end: End): End => (end === 'rear' ? 'front' : 'rear');

/** The two ways a damper works. */
export type Side = 'compression' | 'rebound';
