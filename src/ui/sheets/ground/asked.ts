import type { RidesAsked } from '@/judgement/ground/rides';

/** What every work of the ground's worker is asked with. */
export type Asked = Omit<RidesAsked, 'fits'>;
