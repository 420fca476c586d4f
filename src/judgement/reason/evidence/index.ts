import { PLACE_ENDS } from '@/knowledge/causes/statements';
import { LOG_RULES } from './logged';
import { CONDITION_RULES } from './condition';
import { DAMPING_RULES } from './damping';
import { SPRING_RULES } from './springs';
import { HEIGHT_RULES } from './height';
import type { JobFacts } from '../../model/facts';
import type { Read } from './rule';

const ENDS = [...HEIGHT_RULES.ends, ...SPRING_RULES.ends, ...DAMPING_RULES.ends, ...CONDITION_RULES.ends, ...LOG_RULES.ends];
const WHOLE = [...HEIGHT_RULES.whole, ...SPRING_RULES.whole, ...DAMPING_RULES.whole, ...CONDITION_RULES.whole];

/** Every statement that can be read from what is known, each with its sentence. */
export const readAll = (known: JobFacts): Read[] => [
  ...PLACE_ENDS.flatMap((end) => ENDS.flatMap((rule) => rule(known, end))),
  ...WHOLE.flatMap((rule) => rule(known)),
];
