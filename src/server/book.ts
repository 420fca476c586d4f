import type { z } from 'zod';
import { type School, SCHOOLS } from '@/core/spring/schools';
import { db, type Sql } from '@/db/client';
import { manyPages, noneNewPage } from '@/db/queries/book';
import { schoolPage, type schoolRequest } from '@/schema/book';
import { type Answer, missing, Refusal } from './answer';
import { inTransaction } from './transaction';

export interface SchoolVersion {
  school: School;
  /** 0: as the book began. */
  versions: number;
  reason: string;
  at: string | null;
}

/** The shop's schools: what the book began with, each in its newest version. A page that no longer reads is a fault, not passed over. */
export async function schoolVersions(sql?: Sql): Promise<SchoolVersion[]> {
  const pages = await manyPages(sql ?? (await db()), 'school');
  return SCHOOLS.map((shipped) => {
    const page = pages.find((p) => p.key === shipped.id);
    if (!page) return { school: shipped, versions: 0, reason: '', at: null };
    const { version: _version, ...school } = schoolPage.parse(page.document);
    return { school, versions: page.versions, reason: page.reason, at: page.at };
  });
}

export const schoolsOfShop = async (sql?: Sql): Promise<School[]> => (await schoolVersions(sql)).map((v) => v.school);

/** Records a new version of a school, with its reason; the old ones stay in the book. */
export async function changeSchool({ page, reason }: z.output<typeof schoolRequest>): Promise<Answer<{ id: string }>> {
  return inTransaction(async (sql) => {
    if (!SCHOOLS.some((s) => s.id === page.id)) throw new Refusal(missing('school'));
    await noneNewPage(sql, 'school', page.id, page, reason);
    return { id: page.id };
  });
}
