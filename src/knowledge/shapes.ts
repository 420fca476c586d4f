import { z } from 'zod';

/** What every page of the Shop book is made of. */

/** The name a page, a step or a cause keeps through all its versions. */
export const pageId = z
  .string()
  .regex(/^[a-z0-9-]+$/)
  .max(60);
/** Words that must be there. */
export const pageText = (most: number) => z.string().trim().min(1).max(most);
