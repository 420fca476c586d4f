import { LUGGAGE_PLACES } from '@/catalogue/fields/ask';
import { bothUnits, isQuantity, onPaper } from '@/judgement/model/bothUnits';
import { db } from '@/db/client';
import { maybeOneCustomer } from '@/db/queries/people';
import { maybeOneJob } from '@/db/queries/jobs';
import { maybeOneMachine } from '@/db/queries/machines';
import { manySetups, manySignedOfJob, maybeOneSetup } from '@/db/queries/rebuilds';
import { choiceName } from '@/catalogue/choices';
import type { System } from '@/catalogue/system';
import { type CardFacts, legsTogether, turnsOf } from '@/judgement/job/card';
import { standingOf } from '@/judgement/job/standing';
import type { CardDocument } from '@/schema/card';
import type { ReadEntry } from '@/catalogue/entry';
import { sealShown } from '@/schema/sealWords';
import { setupLines } from '@/judgement/model/setups';
import { dayOf } from '@/catalogue/days';
import { fieldDef } from '@/catalogue/fields';
import { shopOfBook, systemOfShop } from '../book/book';
import { lastSeal } from '../keeping/seals';
import { dueOfMachine } from './service';
import { machineName } from '../find';

const MONTH = new Intl.DateTimeFormat('en-GB', { month: 'long', year: 'numeric', timeZone: 'UTC' });
const monthOf = (iso: string) => MONTH.format(new Date(`${dayOf(iso)}T00:00:00Z`));

/** What it carried when it was set, as signed. */
export function loadOf(entries: Readonly<Record<string, ReadEntry | undefined>>, system: System): string[] {
  const mass = (field: string): string | null => {
    const entry = entries[field];
    const def = fieldDef('rider.mass');
    return entry?.value != null && entry.value > 0 && isQuantity(def) ? bothUnits(entry.value, def, system, entry) : null;
  };
  const luggage = Object.keys(entries).filter((f) => /^luggage\.\d+\.mass$/.test(f));
  const named = (what: string, field: string) => {
    const text = mass(field);
    return text === null ? [] : [`${what} ${text}`];
  };
  return [
    ...named('Rider in gear', 'rider.mass'),
    ...named('Passenger', 'passenger.mass'),
    ...luggage.flatMap((field) =>
      named(choiceName(LUGGAGE_PLACES, entries[field.replace('.mass', '.place')]?.text ?? '') ?? 'Luggage', field),
    ),
  ];
}

/** The card as data, from the very facts it is printed from. */
export const cardData = ({ id, jobId, shop, sag: _sag, document, ...c }: CardFacts): CardDocument => ({
  format: 'mavrin-card/1',
  setup: id,
  kind: c.kind,
  recordedAt: c.recordedAt,
  job: jobId,
  shop,
  machine: c.machine,
  registration: c.registration,
  customer: c.customer,
  technician: c.technician,
  seal: c.seal,
  load: c.load,
  changed: c.changed,
  due: c.due,
  lines: c.lines.map(({ key, end, label, text }) => ({ key, end, label, text })),
  travelMm: c.travelMm,
  document,
});

/**
 * One set-up with whose it is. Machine, owner, rider and travel are those of the record its job was sealed with; before that, those of the day.
 * @returns null where there is none
 */
export async function cardFacts(setupId: number): Promise<CardFacts | null> {
  const base = await db();
  const setup = await maybeOneSetup(base, setupId);
  if (!setup) return null;
  const [job, machine, records, system, shop, due] = [
    await maybeOneJob(base, setup.jobId),
    await maybeOneMachine(base, setup.machineId),
    await manySignedOfJob(base, setup.jobId),
    await systemOfShop(base),
    await shopOfBook(base),
    await dueOfMachine(setup.machineId),
  ];
  const now = standingOf(await manySetups(base, setup.machineId));
  const customer = job ? await maybeOneCustomer(base, job.customerId) : null;
  const record = records.find((r) => r.id === setup.rebuildId) ?? records[0];
  const sealed = record?.document;
  const figures = sealed?.machine.figures ?? {};
  const lines = legsTogether(setupLines(setup.document, onPaper(system)).filter((l) => !l.key.endsWith('.range')));
  return {
    id: setup.id,
    machineId: setup.machineId,
    jobId: setup.jobId,
    kind: setup.kind,
    recordedAt: setup.recordedAt,
    supersededBy: now && now.id !== setup.id ? { id: now.id, jobId: now.jobId, at: now.recordedAt } : null,
    machine: sealed?.machine.name ?? (machine ? machineName(machine) : ''),
    registration: machine?.registration ?? '',
    customer: sealed?.customer.name ?? customer?.name ?? '',
    technician: record?.technician ?? '',
    seal: sealShown(records.at(-1)?.seal ?? ''),
    bookSeal: sealShown((await lastSeal()) ?? ''),
    shop: { name: shop.name, address: shop.address, phone: shop.phone, email: shop.email },
    reach: { phone: customer?.phone ?? '', email: customer?.email ?? '' },
    load: loadOf(sealed?.entries ?? {}, system),
    changed: sealed?.entries['rebuild.changed']?.text ?? '',
    due: due.map((d) => [d.rule, d.on === null ? d.words : `${monthOf(d.on)}${d.words ? ` (${d.words})` : ''}`].join(': ')),
    turns: turnsOf(lines),
    lines,
    sag: setup.document.sag,
    document: setup.document,
    travelMm: { rear: figures['machine.travel.rear']?.value ?? null, front: figures['machine.travel.front']?.value ?? null },
  };
}
