import { pageId, pageText } from '../shapes';
import { z } from 'zod';
import { CAUTIONS } from '@/knowledge/cautions';
import { COMPLAINT_PHRASES } from '@/catalogue/fields/ask';
import { EVIDENCE, isStatement, type Statement } from './statements';
import { ENDS } from '@/catalogue/ends';

/** A cause as a page of the Shop book: what it explains, what speaks for and against it, and what cures it. */

const ends = ENDS;
const share = z.number().gt(0).lt(1);
const keysOf = <K extends string>(record: Record<K, unknown>) => Object.keys(record) as [K, ...K[]];
const complaintId = z.enum(keysOf(COMPLAINT_PHRASES));

const end = z.enum([...ends, 'livelier', 'softer']).optional();
/** What the core reckons of a cure, and what it changes on the machine; null where it depends on the sheet. Clicks out are positive: freer, quicker. */
export const effect = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('none') }),
  z.strictObject({ kind: z.literal('preload'), end }),
  z.strictObject({ kind: z.literal('spring'), end }),
  z.strictObject({ kind: z.literal('load') }),
  z.strictObject({ kind: z.literal('gas') }),
  z.strictObject({
    kind: z.literal('clicks'),
    adjuster: z.enum(['compression', 'highCompression', 'rebound']),
    by: z.number().min(-10).max(10),
    end,
  }),
  z.strictObject({ kind: z.literal('height'), by: z.number().min(-20).max(20) }),
  /** The aim of the valves, in per cent of the force, at low speed, at high speed or throughout. */
  z.strictObject({
    kind: z.literal('damping'),
    side: z.enum(['compression', 'rebound']),
    band: z.enum(['low', 'high', 'all']),
    byPercent: z.number().min(-50).max(50),
    end,
  }),
  z.strictObject({ kind: z.literal('oil-level'), by: z.number().min(-40).max(40).nullable() }),
]);
export type Effect = z.output<typeof effect>;

/** Free before cheap before springs before valves before a new unit; `refer` is no cure of the shop's at all. */
export const TIERS = ['free', 'cheap', 'spring', 'valve', 'new', 'refer'] as const;
export type Tier = (typeof TIERS)[number];
export const TIER_NAMES: Record<Tier, string> = {
  free: 'Free',
  cheap: 'Cheap',
  spring: 'Springs',
  valve: 'Valves',
  new: 'New unit',
  refer: 'Not here',
};

const cure = z
  .strictObject({
    id: pageId,
    tier: z.enum(TIERS),
    what: pageText(300),
    effect,
    hours: z.number().min(0).max(100),
    /** Parts in whole coins of the shop's currency. */
    partsMinor: z.int().min(0).max(100_000_000),
    risk: z.string().trim().max(300),
    /** Complaints it may bring about where there were none. */
    worsens: z.array(complaintId).max(6),
    cautions: z.array(z.enum(keysOf(CAUTIONS))).max(6),
    /** Ends it is for; none named is both. */
    ends: z.array(z.enum(ends)).max(2),
    touches: z.enum(['none', 'brakes', 'structure']),
  })
  .superRefine((page, ctx) => {
    // Brake-connected and structural work is left to the maker, the law and licensed workshops, whoever edits the book.
    if (page.touches !== 'none' && page.tier !== 'refer')
      ctx.addIssue({ code: 'custom', path: ['tier'], params: { code: 'not-a-shop-cure', data: { what: page.touches } } });
  });
export type Cure = z.output<typeof cure>;

const ratio = z.number().gt(0).max(1000);
const bearing = z
  .strictObject({
    id: z.string().refine(isStatement, { params: { code: 'statement-unknown', data: {} } }),
    ifTrue: ratio,
    ifFalse: ratio,
    /** The end the statement is about: the cause's own, or a named one; both speak where either will do. */
    at: z.enum(['same', 'rear', 'front', 'either']),
  })
  .superRefine((b, ctx) => {
    if (!((b.ifTrue - 1) * (b.ifFalse - 1) < 0))
      ctx.addIssue({ code: 'custom', path: ['ifFalse'], params: { code: 'bearing-one-sided', data: {} } });
  });

export const causePage = z
  .strictObject({
    version: z.literal('cause/1'),
    id: pageId,
    name: pageText(80),
    says: pageText(400),
    /** Ends it can sit at; none is the machine as a whole. */
    ends: z.array(z.enum(ends)).max(2),
    prior: share,
    complaints: z
      .array(z.strictObject({ id: complaintId, strength: share, at: z.enum(['same', 'rear', 'front']) }))
      .min(1)
      .max(20),
    evidence: z.array(bearing).min(1).max(40),
    cures: z.array(cure).min(1).max(12),
    origin: pageText(300),
  })
  .superRefine((page, ctx) => {
    page.evidence.forEach((b, i) => {
      if (page.ends.length === 0 && isStatement(b.id) && EVIDENCE[b.id].ends && b.at === 'same')
        ctx.addIssue({
          code: 'custom',
          path: ['evidence', i, 'at'],
          params: { code: 'not-listed', data: { options: 'rear, front, either' } },
        });
    });
  });
export type CausePage = Omit<z.output<typeof causePage>, 'version'>;
export const causeRequest = z.strictObject({ page: causePage, reason: pageText(500) });
export type { Statement };
