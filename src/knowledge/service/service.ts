import { z } from 'zod';
import { servicePage, type ServiceRule } from './page';
import rules from './service.json';

/** When components are due again, as the book begins. Service lives: common practice, no source, unless the origin says otherwise. */
const pages = z.array(servicePage.transform(({ version: _version, ...page }): ServiceRule => page));
export const SERVICE_RULES: readonly ServiceRule[] = pages.parse(rules.map((page) => ({ version: 'service/1', ...page })));
