import type { Component } from '@/knowledge/procedures/components';
import type { End } from '@/catalogue/ends';

/** What a due date is reckoned from: kept with it, so that new rules need no old jobs. */
export interface ServiceBasis {
  end: End;
  use: string;
  component: Component | null;
  /** The day of the last service, with the clocks then. */
  serviced: ClockReading;
  /** What the maker's own book asks for of this machine, where it is typed; older ones kept nothing of it. */
  maker?: MakerService | undefined;
  kmPerDay: number | null;
  hoursPerDay: number | null;
}

/** The maker's own limits; what is null is not counted. */
export interface MakerService {
  distanceKm: number | null;
  hours: number | null;
  months: number | null;
}

/** A machine's clocks as read on one day. */
export interface ClockReading {
  /** ISO day. */
  on: string;
  km: number | null;
  hours: number | null;
}
