import type { ServiceRule } from './book';
import rules from './service.json';

/** When components are due again, as the book begins. Service lives: common practice, no source, unless the origin says otherwise. */
export const SERVICE_RULES = rules as unknown as readonly ServiceRule[];
