import { z } from 'zod';
import { type Procedure, procedurePage } from './procedure';
import shipped from './shipped.json';

/** The procedures the book begins with; the shop changes them in versions and adds its own. Common practice, no source; the maker's manual decides. */
const pages = z.array(procedurePage.transform(({ version: _version, ...page }): Procedure => page));
export const PROCEDURES: readonly Procedure[] = pages.parse(shipped.map((page) => ({ version: 'procedure/1', ...page })));
