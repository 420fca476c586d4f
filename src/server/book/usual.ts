import type { z } from 'zod';
import { putZoneInForce } from '@/catalogue/days';
import { recorded } from '@/catalogue/entry';
import { db, type Sql } from '@/db/client';
import { noneNewPage } from '@/db/queries/book';
import { manyMachines } from '@/db/queries/machines';
import { manyOriginsOf } from '@/db/queries/models';
import { maybeOnePractice } from '@/db/queries/practice';
import { ownOfKinds, type OwnOfKind } from '@/judgement/model/ownKinds';
import { type DamperKind, PISTON_KINDS } from '@/knowledge/damperKinds';
import { type Ground, GROUNDS } from '@/knowledge/ground';
import { type ChangedUsual, putInForce } from '@/knowledge/inForce';
import { MACHINE_KINDS, type MachineKind } from '@/knowledge/kinds';
import { groundPage, type groundRequest, kindPage, type kindRequest, pistonPage, type pistonRequest } from '@/schema/usualPages';
import { type Answer } from '../answer';
import { shopOfBook, type Version, versionsOf, withoutVersion } from './book';
import { currentEntriesOf } from '../entries';
import { sayToOthers } from '../live/others';
import { putSiteInForce } from '../door/site';
import { inTransaction } from '../transaction';

/** What is usual, as the book has it: read, changed, and put in force for this process. */

export const kindVersions = (sql?: Sql): Promise<Version<MachineKind>[]> =>
  versionsOf(sql, 'kind', MACHINE_KINDS, withoutVersion(kindPage));
export const pistonVersions = (sql?: Sql): Promise<Version<DamperKind>[]> =>
  versionsOf(sql, 'piston', PISTON_KINDS, withoutVersion(pistonPage));
export const groundVersions = (sql?: Sql): Promise<Version<Ground>[]> => versionsOf(sql, 'ground', GROUNDS, withoutVersion(groundPage));

const changedOf = <T>(versions: Version<T>[]): T[] => versions.filter((v) => v.versions > 0).map((v) => v.page);

/** The pages the shop has changed; null where the book stands as it began. */
export async function changedUsual(sql?: Sql): Promise<ChangedUsual | null> {
  const changed = {
    kinds: changedOf(await kindVersions(sql)),
    pistons: changedOf(await pistonVersions(sql)),
    grounds: changedOf(await groundVersions(sql)),
  };
  return Object.values(changed).every((pages) => pages.length === 0) ? null : changed;
}

/** Reads the book and puts what it says in force, with the shop’s time zone and address: when the base is opened, and after a change. */
export async function bookInForce(): Promise<void> {
  putInForce((await changedUsual()) ?? {});
  const { zone, site } = await shopOfBook();
  putZoneInForce(zone);
  putSiteInForce(site);
}

async function change(kind: 'kind' | 'piston' | 'ground', page: { id: string }, reason: string): Promise<Answer<{ id: string }>> {
  const answer = await inTransaction(async (sql) => {
    await noneNewPage(sql, kind, page.id, page, reason);
    return { id: page.id };
  });
  if (answer.ok) {
    await bookInForce();
    await sayToOthers({ what: 'book' });
  }
  return answer;
}
export const changeKind = ({ page, reason }: z.output<typeof kindRequest>) => change('kind', page, reason);
export const changePiston = ({ page, reason }: z.output<typeof pistonRequest>) => change('piston', page, reason);
export const changeGround = ({ page, reason }: z.output<typeof groundRequest>) => change('ground', page, reason);

/** The newest machines looked at for what the shop has measured itself. */
const MAX_LOOKED_AT = 2000;

/** What the shop's own machines come to, kind by kind: figures measured on them, with how many machines each rests on. */
export async function ownKinds(): Promise<OwnOfKind[]> {
  const base = await db();
  const practice = await maybeOnePractice(base);
  const machines = (await manyMachines(base, MAX_LOOKED_AT)).filter((m) => m.id !== practice?.machineId);
  const figures = await currentEntriesOf(
    base,
    'machine_id',
    machines.map((m) => m.id),
  );
  // A figure taken from another machine of its model was measured there, and counts there.
  const copied = new Set((await manyOriginsOf(base, [...figures.keys()])).map((o) => `${o.machineId} ${o.field}`));
  const own = [...figures].map(([id, of]) =>
    Object.fromEntries(
      recorded(of)
        .filter((e) => !copied.has(`${id} ${e.field}`))
        .map((e) => [e.field, e]),
    ),
  );
  return ownOfKinds(
    own,
    (await kindVersions(base)).map((v) => v.page),
  );
}
