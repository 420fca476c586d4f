import { type InstrumentKind, INSTRUMENT_KINDS } from '@/core/devices/standIn';

export { INSTRUMENT_KINDS, type InstrumentKind };

/** Instruments a shop reads from, by what they are. */
export const INSTRUMENT_NAMES: Record<InstrumentKind, string> = {
  scale: 'Scales, two or four pads',
  tester: 'Spring tester',
  dyno: 'Damper dyno',
  logger: 'Travel logger',
  gauge: 'Pressure gauge',
  calliper: 'Calliper',
};
