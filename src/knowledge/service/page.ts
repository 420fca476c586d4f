import { pageId, pageText } from '../shapes';
import { z } from 'zod';
import { USES } from '@/catalogue/uses';
import { COMPONENTS, type Component } from '../procedures/components';

/** When a component is due again, by kind and use; what is null is not counted. The first limit reached decides. */
export const servicePage = z.strictObject({
  version: z.literal('service/1'),
  id: pageId,
  name: pageText(80),
  end: z.enum(['rear', 'front']),
  uses: z.array(z.enum(USES)).max(USES.length),
  /** Kinds of component it holds for; none named is all of that end. */
  components: z.array(z.enum(Object.keys(COMPONENTS) as [Component, ...Component[]])).max(6),
  distanceKm: z.number().positive().max(1e6).nullable(),
  hours: z.number().positive().max(1e5).nullable(),
  months: z.number().positive().max(600).nullable(),
  origin: pageText(300),
});

export type ServiceRule = Omit<z.output<typeof servicePage>, 'version'>;
