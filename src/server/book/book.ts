import { putZoneInForce } from '@/catalogue/days';
import type { z } from 'zod';
import { type OilGrade, OILS } from '@/core/damper/oils';
import { type School, SCHOOLS } from '@/knowledge/schools';
import { db, type Sql } from '@/db/client';
import { manyPages, manyVersions, noneNewPage } from '@/db/queries/book';
import { maybeOneJob } from '@/db/queries/jobs';
import { maybeOneMachine } from '@/db/queries/machines';
import {
  calibrationPage,
  type calibrationRequest,
  type dampingRequest,
  type KeptCalibration,
  MONEY,
  type MoneyPage,
  moneyPage,
  type moneyRequest,
  type serviceRequest,
  oilPage,
  storedDampingPage,
  type oilPageRequest,
  schoolPage,
  UNITS,
  type UnitsPage,
  SHOP,
  shopPage,
  type ShopPage,
  type shopRequest,
  DOOR,
  type DoorPage,
  doorPage,
  type doorRequest,
  unitsPage,
  type unitsRequest,
  type schoolRequest,
} from '@/schema/book';
import { type Procedure, procedurePage, type procedureRequest } from '@/knowledge/procedures/procedure';
import { SERVICE_RULES } from '@/knowledge/service/service';
import { PROCEDURES } from '@/knowledge/procedures/shipped';
import { type Answer, conflict, missing, Refusal } from '../answer';
import { riderAddress } from '../door/network';
import { sayToOthers } from '../live/others';
import { putSiteInForce } from '../door/site';
import { doorIsOpen, doorPort, openDoor, shutDoor } from '../door/ridersDoor';
import { inTransaction } from '../transaction';
import { type DampingTemplate, DAMPING_TEMPLATES } from '@/knowledge/dampingTemplates';
import { type ServiceRule, servicePage } from '@/knowledge/service/page';

/** A page of the book in its newest version; `versions` is 0 as the book began. */
export interface Version<T> {
  page: T;
  versions: number;
  reason: string;
  at: string | null;
}

/** What the book began with, each page in its newest version, then the pages the shop has added. A page that no longer reads is a fault, not passed over. */
export async function versionsOf<T extends { id: string }>(
  sql: Sql | undefined,
  kind: string,
  shipped: readonly T[],
  read: (document: unknown) => T,
): Promise<Version<T>[]> {
  const pages = await manyPages(sql ?? (await db()), kind);
  const newest = new Map(pages.map((p) => [p.key, { page: read(p.document), versions: p.versions, reason: p.reason, at: p.at }]));
  const began = shipped.map((page) => newest.get(page.id) ?? { page, versions: 0, reason: '', at: null });
  return [...began, ...[...newest.values()].filter((v) => !shipped.some((s) => s.id === v.page.id))];
}

export const withoutVersion =
  <T extends { version: string }>(schema: { parse(document: unknown): T }) =>
  (document: unknown): Omit<T, 'version'> => {
    const { version: _version, ...page } = schema.parse(document);
    return page;
  };

export const schoolVersions = (sql?: Sql): Promise<Version<School>[]> => versionsOf(sql, 'school', SCHOOLS, withoutVersion(schoolPage));
export const dampingVersions = (sql?: Sql): Promise<Version<DampingTemplate>[]> =>
  versionsOf(sql, 'damping', DAMPING_TEMPLATES, withoutVersion(storedDampingPage));
export const oilVersions = (sql?: Sql): Promise<Version<OilGrade>[]> => versionsOf(sql, 'oil', OILS, withoutVersion(oilPage));

export const procedureVersions = (sql?: Sql): Promise<Version<Procedure>[]> =>
  versionsOf(sql, 'procedure', PROCEDURES, withoutVersion(procedurePage));

export const oilsOfShop = async (): Promise<OilGrade[]> => (await oilVersions()).map((v) => v.page);
export const dampingOfShop = async (): Promise<DampingTemplate[]> => (await dampingVersions()).map((v) => v.page);
export const schoolsOfShop = async (sql?: Sql): Promise<School[]> => (await schoolVersions(sql)).map((v) => v.page);

/** Records a new version of a school, with its reason; the old ones stay in the book. */
export async function changeSchool({ page, reason }: z.output<typeof schoolRequest>): Promise<Answer<{ id: string }>> {
  return inTransaction(async (sql) => {
    if (!SCHOOLS.some((s) => s.id === page.id)) throw new Refusal(missing('school'));
    await noneNewPage(sql, 'school', page.id, page, reason);
    return { id: page.id };
  });
}

/** Records a new version of a damping template. */
export async function changeDamping({ page, reason }: z.output<typeof dampingRequest>): Promise<Answer<{ id: string }>> {
  return inTransaction(async (sql) => {
    if (!DAMPING_TEMPLATES.some((t) => t.id === page.id)) throw new Refusal(missing('damping template'));
    await noneNewPage(sql, 'damping', page.id, page, reason);
    return { id: page.id };
  });
}

/** Records an oil, new or changed; the old figures stay in the book. */
export async function changeOil({ page, reason }: z.output<typeof oilPageRequest>): Promise<Answer<{ id: string }>> {
  return inTransaction(async (sql) => {
    await noneNewPage(sql, 'oil', page.id, page, reason);
    return { id: page.id };
  });
}

export const systemOfShop = async (sql?: Sql): Promise<UnitsPage['system']> =>
  (await versionsOf(sql, 'units', [UNITS], withoutVersion(unitsPage)))[0]!.page.system;
export async function changeUnits({ page, reason }: z.output<typeof unitsRequest>): Promise<Answer<{ id: string }>> {
  return inTransaction(async (sql) => {
    await noneNewPage(sql, 'units', page.id, page, reason);
    return { id: page.id };
  });
}

export const doorOfShop = async (sql?: Sql): Promise<DoorPage> =>
  (await versionsOf(sql, 'door', [DOOR], withoutVersion(doorPage)))[0]!.page;
/** Lets phones on the network open the rider's sheet, or no longer. Refusal: port-taken. */
export async function changeDoor({ open }: z.output<typeof doorRequest>): Promise<Answer<{ address: string | null }>> {
  if (open && !(await openDoor())) return conflict('port-taken', ['open'], { port: doorPort() });
  const page = { version: 'door/1', id: 'door', open, origin: 'the shop' } as const;
  const kept = await inTransaction((sql) => noneNewPage(sql, 'door', page.id, page, 'chosen in the Shop book'));
  // What is not recorded is not done: a door the book does not know of is shut again.
  if (!open || !kept.ok) await shutDoor();
  return kept.ok ? { ok: true, value: { address: doorIsOpen() ? riderAddress() : null } } : kept;
}

export const shopOfBook = async (sql?: Sql): Promise<ShopPage> =>
  (await versionsOf(sql, 'shop', [SHOP], withoutVersion(shopPage)))[0]!.page;
/** Records who the shop is; its time zone and address are in force from then on. */
export async function changeShop({ page, reason }: z.output<typeof shopRequest>): Promise<Answer<{ id: string }>> {
  const answer = await inTransaction(async (sql) => {
    await noneNewPage(sql, 'shop', page.id, page, reason);
    return { id: page.id };
  });
  if (answer.ok) {
    putZoneInForce(page.zone);
    putSiteInForce(page.site);
    await sayToOthers({ what: 'book' });
  }
  return answer;
}

export const moneyOfShop = async (sql?: Sql): Promise<MoneyPage> => (await moneyVersion(sql)).page;
export async function moneyVersion(sql?: Sql): Promise<Version<MoneyPage>> {
  return (await versionsOf(sql, 'money', [MONEY], withoutVersion(moneyPage)))[0]!;
}
export async function changeMoney({ page, reason }: z.output<typeof moneyRequest>): Promise<Answer<{ id: string }>> {
  return inTransaction(async (sql) => {
    await noneNewPage(sql, 'money', page.id, page, reason);
    return { id: page.id };
  });
}

export const serviceVersions = (sql?: Sql): Promise<Version<ServiceRule>[]> =>
  versionsOf(sql, 'service', SERVICE_RULES, withoutVersion(servicePage));
export const serviceRulesOfShop = async (sql?: Sql): Promise<ServiceRule[]> => (await serviceVersions(sql)).map((v) => v.page);
/** @param afterwards what follows in the same transaction: the due dates anew */
export async function changeService(
  { page, reason }: z.output<typeof serviceRequest>,
  afterwards: (sql: Sql) => Promise<void>,
): Promise<Answer<{ id: string }>> {
  return inTransaction(async (sql) => {
    await noneNewPage(sql, 'service', page.id, page, reason);
    await afterwards(sql);
    return { id: page.id };
  });
}

/** Records a procedure, new or changed; jobs keep the version they took. */
export async function changeProcedure({ page, reason }: z.output<typeof procedureRequest>): Promise<Answer<{ id: string }>> {
  return inTransaction(async (sql) => {
    await noneNewPage(sql, 'procedure', page.id, page, reason);
    return { id: page.id };
  });
}

const calibrationKey = (machineId: number, damper: string, valve: string) => `machine-${machineId}-${damper}-${valve}`;

/** Keeps a fit with its machine and its run; the ones before it stay. */
export async function keepCalibration(machineId: number, fit: z.output<typeof calibrationRequest>): Promise<Answer<{ id: string }>> {
  return inTransaction(async (sql) => {
    if (!(await maybeOneMachine(sql, machineId))) throw new Refusal(missing('machine'));
    const job = await maybeOneJob(sql, fit.jobId);
    if (job?.machineId !== machineId) throw new Refusal(missing('job'));
    const id = calibrationKey(machineId, fit.damper, fit.found.valve);
    await noneNewPage(sql, 'calibration', id, { version: 'calibration/1', ...fit }, `fitted to the dyno in job ${fit.jobId}`);
    return { id };
  });
}

/** Every fit of a machine's valves, the newest first. */
export async function calibrationsOf(sql: Sql, machineId: number): Promise<KeptCalibration[]> {
  const pages = await manyVersions(sql, 'calibration', `machine-${machineId}-`);
  return pages.map(({ document, at }) => ({ ...withoutVersion(calibrationPage)(document), at }));
}
