import { pageId, pageText } from '@/knowledge/shapes';
import { z } from 'zod';
import { isZone } from '@/catalogue/days';
import { DAMPERS } from '@/catalogue/fields/damper';
import { isCurrency } from '@/catalogue/money';
import { USES } from '@/catalogue/uses';
import { DAMPING_TEMPLATES } from '@/knowledge/dampingTemplates';
import { servicePage } from '@/knowledge/service/page';

/** Pages of the Shop book, each with its named version. */

const share = z.number().min(0).max(1);

const windowRow = z
  .strictObject({
    uses: z.array(z.enum(USES)).min(1),
    end: z.enum(['rear', 'front']),
    state: z.enum(['static', 'rider']),
    unit: z.enum(['mm', 'share']),
    min: z.number().min(0).max(500),
    max: z.number().min(0).max(500),
  })
  .superRefine((row, ctx) => {
    const fail = (code: string, path: string, data: Record<string, string | number> = {}) =>
      ctx.addIssue({ code: 'custom', path: [path], params: { code, data } });
    if (row.min > row.max) fail('range-order', 'max');
    if (row.unit === 'share' && row.max > 1) fail('out-of-range', 'max', { min: 0, max: 100, unit: '% of travel' });
  });

const degrees = z.number().min(-45).max(45);
const range = z.tuple([degrees, degrees]).refine(([a, b]) => a < b, { params: { code: 'range-order' } });

export const schoolPage = z.strictObject({
  version: z.literal('school/1'),
  id: pageId,
  name: pageText(80),
  creed: pageText(300),
  origin: pageText(300),
  order: z.enum(['rear first', 'both together']),
  rule: z.discriminatedUnion('kind', [
    z.strictObject({ kind: z.literal('windows'), rows: z.array(windowRow).max(80) }),
    z.strictObject({ kind: z.literal('preload-share'), share, tolerance: share }),
    z.strictObject({ kind: z.literal('arm-angle'), lowGripDeg: range, highGripDeg: range }),
    z.strictObject({ kind: z.literal('balance'), tolerance: share }),
  ]),
});
export type SchoolPage = z.output<typeof schoolPage>;

export const schoolRequest = z.strictObject({ page: schoolPage, reason: pageText(500) });

const dampingSide = z.strictObject({
  zeta: z.number().positive().max(2),
  kneeMPerS: z.number().positive().max(5),
  highShare: z.number().positive().max(3),
});
const dampingFields = {
  id: pageId,
  name: pageText(80),
  creed: pageText(300),
  origin: pageText(300),
  compression: dampingSide,
  rebound: dampingSide,
  bandShare: share,
};
export const dampingPage = z.strictObject({
  version: z.literal('damping/2'),
  ...dampingFields,
  uses: z.array(z.enum(USES)).max(USES.length),
  schools: z.array(pageId).max(20),
});
/** Pages of the first version said nothing of uses and schools: they are proposed for what the book began with. */
const dampingPage1 = z.strictObject({ version: z.literal('damping/1'), ...dampingFields }).transform((page) => {
  const began = DAMPING_TEMPLATES.find((t) => t.id === page.id);
  return { ...page, version: 'damping/2' as const, uses: [...(began?.uses ?? [])], schools: [...(began?.schools ?? [])] };
});
export const storedDampingPage = z.discriminatedUnion('version', [dampingPage, dampingPage1]);
export const dampingRequest = z.strictObject({ page: dampingPage, reason: pageText(500) });

export const oilPage = z
  .strictObject({
    version: z.literal('oil/1'),
    id: pageId,
    name: pageText(80),
    cSt40: z.number().positive().max(2000),
    cSt100: z.number().min(0.5).max(500),
    densityKgPerM3: z.number().min(500).max(1300),
    origin: pageText(300),
  })
  .superRefine((page, ctx) => {
    if (page.cSt40 <= page.cSt100) ctx.addIssue({ code: 'custom', path: ['cSt40'], params: { code: 'oil-order', data: {} } });
  });
export const oilPageRequest = z.strictObject({ page: oilPage, reason: pageText(500) });

/** What an hour costs, in which currency, with which tax: one page. Amounts in whole coins. */
export const moneyPage = z.strictObject({
  version: z.literal('money/1'),
  id: z.literal('money'),
  currency: z.string().refine(isCurrency, { params: { code: 'currency-unknown', data: {} } }),
  taxName: pageText(40),
  taxShare: share,
  labourPerHourMinor: z.int().min(0).max(10_000_000),
  /** How long a quote stands. */
  quoteDays: z.int().min(1).max(365),
  origin: pageText(300),
});
export type MoneyPage = Omit<z.output<typeof moneyPage>, 'version'>;
export const moneyRequest = z.strictObject({ page: moneyPage, reason: pageText(500) });
/** The units the shop shows and prints, and so the units of a bare number; a device may show others knowingly. */
export const unitsPage = z.strictObject({
  version: z.literal('units/1'),
  id: z.literal('units'),
  system: z.enum(['metric', 'imperial']),
  origin: pageText(300),
});
export type UnitsPage = Omit<z.output<typeof unitsPage>, 'version'>;
export const unitsRequest = z.strictObject({ page: unitsPage, reason: pageText(500) });
export const UNITS: UnitsPage = { id: 'units', system: 'metric', origin: 'as the book begins' };

/** Whether phones on the shop's network may open the rider's sheet. */
export const doorPage = z.strictObject({
  version: z.literal('door/1'),
  id: z.literal('door'),
  open: z.boolean(),
  origin: pageText(300),
});
export type DoorPage = Omit<z.output<typeof doorPage>, 'version'>;
export const doorRequest = z.strictObject({ open: z.boolean() });
export const DOOR: DoorPage = { id: 'door', open: false, origin: 'as the book begins' };

/** An address of the web with nothing behind the host: https://bench.example. */
function isSite(text: string): boolean {
  try {
    const { protocol, origin } = new URL(text);
    return /^https?:$/.test(protocol) && origin === text.replace(/\/$/, '').toLowerCase();
  } catch {
    return false;
  }
}

/** The address by which calendar programs read the shop's calendar: what proves it, never the address itself. '' is none. */
export const calendarPage = z.strictObject({
  version: z.literal('calendar/1'),
  id: z.literal('calendar'),
  digest: z.union([z.literal(''), z.string().regex(/^[0-9a-f]{64}$/)]),
  origin: pageText(300),
});
export type CalendarPage = Omit<z.output<typeof calendarPage>, 'version'>;
export const CALENDAR: CalendarPage = { id: 'calendar', digest: '', origin: 'as the book begins' };
/** A new address, or none any more. */
export const calendarRequest = z.strictObject({ feed: z.boolean() });

const line = (most: number) => z.string().trim().max(most);
/** Who the shop is, as it was written before the shop had a time zone and an address of its own. */
export const shopPage1 = z.strictObject({
  version: z.literal('shop/1'),
  id: z.literal('shop'),
  name: line(80),
  address: line(160),
  phone: line(40),
  email: z.union([z.literal(''), z.email().max(120)]),
  origin: pageText(300),
});
/** Who the shop is, as its papers say it, and where and when it works; nothing is printed of what is left empty. */
export const shopPage2 = shopPage1.extend({
  version: z.literal('shop/2'),
  /** IANA time zone; '' is the computer's. */
  zone: z.union([
    z.literal(''),
    z
      .string()
      .max(60)
      .refine(isZone, { params: { code: 'zone-unknown' } }),
  ]),
  /** Where it is reached in the shop's network or beyond: what QR codes on paper and calendars hold; '' is wherever it was asked. */
  site: z.union([
    z.literal(''),
    z
      .string()
      .max(200)
      .refine(isSite, { params: { code: 'site-unreadable' } }),
  ]),
});
export const shopPage = z.union([shopPage2, shopPage1.transform((page) => ({ ...page, version: 'shop/2' as const, zone: '', site: '' }))]);
export type ShopPage = Omit<z.output<typeof shopPage>, 'version'>;
export const shopRequest = z.strictObject({ page: shopPage, reason: pageText(500) });
export const SHOP: ShopPage = { id: 'shop', name: '', address: '', phone: '', email: '', zone: '', site: '', origin: 'as the book begins' };

export const MONEY: MoneyPage = {
  id: 'money',
  currency: 'EUR',
  taxName: 'Tax',
  taxShare: 0.2,
  labourPerHourMinor: 7200,
  quoteDays: 30,
  origin: 'from memory: set your own',
};

export const serviceRequest = z.strictObject({ page: servicePage, reason: pageText(500) });

const positive = z.number().positive();
/** A valve fitted to a run of the dyno, with the run it rests on: kept with that machine's piston. */
export const calibrationPage = z.strictObject({
  version: z.literal('calibration/1'),
  damper: z.enum(DAMPERS),
  jobId: z.int().positive(),
  run: z.enum(['before', 'after']),
  oil: pageText(80),
  found: z.strictObject({
    valve: z.enum(['compression', 'rebound', 'base']),
    cd: positive,
    cdUncertainty: z.number().min(0),
    bleedMm2: positive,
    bleedUncertaintyMm2: z.number().min(0),
    missBefore: z.number().min(0),
    missAfter: z.number().min(0),
  }),
  points: z
    .array(z.strictObject({ mPerS: z.number(), forceN: z.number() }))
    .min(4)
    .max(400),
});
export const calibrationRequest = calibrationPage.omit({ version: true });
export type KeptCalibration = z.output<typeof calibrationRequest> & { at: string };
