/** The units a page shows, and so those of a bare number. */
export type System = 'metric' | 'imperial';
