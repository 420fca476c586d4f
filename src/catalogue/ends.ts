/** The two ends of a machine. The rear is set first, so it stands first. */
export const ENDS = ['rear', 'front'] as const;
export type End = (typeof ENDS)[number];
export const END_NAMES: Readonly<Record<End, string>> = { rear: 'Rear', front: 'Front' };
/** What stands at an end is named by it: “Rear: Travel used”. */
export const atEnd = (end: End | undefined, name: string): string => (end ? `${END_NAMES[end]}: ${name}` : name);
export const otherEnd = (end: End): End => (end === 'rear' ? 'front' : 'rear');

/** The two ways a damper works. */
export type Side = 'compression' | 'rebound';
