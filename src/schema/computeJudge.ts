import { z } from 'zod';
import { lengthMm, rateNPerMm } from '@/catalogue/quantity';
import { SCHOOL_CHOICES } from '@/catalogue/fields/bench';

/** Request of the operation that judges a whole job as typed. */

const MAX_FIELDS = 600;
const texts = z
  .record(z.string().min(1).max(120), z.string().max(2000))
  .refine((fields) => Object.keys(fields).length <= MAX_FIELDS, { params: { code: 'too-many', data: { max: MAX_FIELDS } } });

export const judgeRequest = z.strictObject({
  units: z.enum(['metric', 'imperial']).default('metric'),
  machine: texts,
  job: texts,
  springs: z
    .array(
      z.strictObject({
        id: z.string().min(1).max(120),
        end: z.enum(['front', 'rear']).optional(),
        rateNPerMm: rateNPerMm({ above: 0, max: 1e4 }),
        freeLengthMm: lengthMm({ above: 0, max: 1000 }).optional(),
        solidLengthMm: lengthMm({ above: 0, max: 1000 }).optional(),
      }),
    )
    .max(400)
    .optional(),
  fitted: z
    .array(
      z.strictObject({
        end: z.enum(['front', 'rear']),
        rateNPerMm: rateNPerMm({ above: 0, max: 1e4 }),
        riderKg: z.number().min(20).max(250).optional(),
        rode: z.enum(['better', 'same', 'worse']).optional(),
      }),
    )
    .max(24)
    .optional(),
  school: z.enum(Object.keys(SCHOOL_CHOICES) as [keyof typeof SCHOOL_CHOICES, ...(keyof typeof SCHOOL_CHOICES)[]]).optional(),
});
