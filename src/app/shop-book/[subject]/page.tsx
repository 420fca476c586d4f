import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import type { ReactNode } from 'react';
import {
  dampingVersions,
  doorOfShop,
  moneyVersion,
  oilVersions,
  procedureVersions,
  schoolVersions,
  serviceVersions,
  shopOfBook,
} from '@/server/book/book';
import { hasFeed } from '@/server/exchange/calendar';
import { backupState } from '@/server/keeping/backups';
import { instrumentsShown } from '@/server/instruments/instruments';
import { choicesTold } from '@/server/machines/shopMemory';
import { peopleState } from '@/server/door/people';
import { isReachable, riderAddress } from '@/server/door/network';
import { doorIsOpen } from '@/server/door/ridersDoor';
import { groundVersions, kindVersions, ownKinds, pistonVersions } from '@/server/book/usual';
import { type BookSubject, BookFrame } from '@/ui/layout/BookFrame';
import { InstrumentsPage } from '@/ui/places/shopbook/InstrumentsPage';
import { ImportLists } from '@/ui/places/shopbook/ImportLists';
import { CalendarSection } from '@/ui/places/shopbook/CalendarSection';
import { BackupsPage } from '@/ui/places/shopbook/BackupsPage';
import { DampingPages, OilPages } from '@/ui/places/shopbook/BookFigures';
import { Cautions } from '@/ui/places/shopbook/Cautions';
import { DoorSection } from '@/ui/places/shopbook/DoorSection';
import { GroundPages } from '@/ui/places/shopbook/GroundPages';
import { ChoicesPage } from '@/ui/places/shopbook/ChoicesPage';
import { KindPages } from '@/ui/places/shopbook/KindPages';
import { PistonPages } from '@/ui/places/shopbook/PistonPages';
import { ProcedurePages } from '@/ui/places/shopbook/ProcedurePages';
import { SchoolSections } from '@/ui/places/shopbook/SchoolPage';
import { MoneySection, ServiceSection } from '@/ui/places/shopbook/ServicePages';
import { AuditPage } from '@/ui/places/shopbook/AuditPage';
import { People } from '@/ui/places/shopbook/People';
import { SealsPanel } from '@/ui/places/shopbook/SealsPanel';
import { ShopSection } from '@/ui/places/shopbook/ShopSection';
import { UnitsSection } from '@/ui/places/shopbook/UnitsSection';

export const metadata: Metadata = { title: 'Shop book' };
export const dynamic = 'force-dynamic';

/** Causes and training have routes of their own. */
type Subject = Exclude<BookSubject, 'causes' | 'training'>;

const SUBJECTS: Readonly<Record<Subject, () => Promise<ReactNode>>> = {
  names: async () => <People {...await peopleState()} />,
  money: async () => (
    <>
      <ShopSection page={await shopOfBook()} />
      <UnitsSection />
      <DoorSection open={(await doorOfShop()).open} address={doorIsOpen() && isReachable(riderAddress()) ? riderAddress() : null} />
      <CalendarSection hasFeed={await hasFeed()} />
      <MoneySection version={await moneyVersion()} />
    </>
  ),
  seals: async () => <SealsPanel />,
  audit: async () => <AuditPage />,
  lists: async () => <ImportLists />,
  instruments: async () => <InstrumentsPage instruments={await instrumentsShown()} />,
  backups: async () => <BackupsPage {...await backupState()} />,
  schools: async () => <SchoolSections versions={await schoolVersions()} />,
  damping: async () => <DampingPages pages={await dampingVersions()} />,
  ground: async () => <GroundPages versions={await groundVersions()} />,
  choices: async () => <ChoicesPage lines={await choicesTold()} />,
  kinds: async () => <KindPages versions={await kindVersions()} own={await ownKinds()} />,
  pistons: async () => <PistonPages versions={await pistonVersions()} />,
  oils: async () => <OilPages pages={await oilVersions()} />,
  service: async () => <ServiceSection versions={await serviceVersions()} />,
  procedures: async () => <ProcedurePages versions={await procedureVersions()} />,
  cautions: async () => <Cautions />,
};

const isSubject = (name: string): name is Subject => Object.hasOwn(SUBJECTS, name);

export default async function ShopBookSubject({ params }: { params: Promise<{ subject: string }> }) {
  const { subject } = await params;
  if (!isSubject(subject)) notFound();
  return <BookFrame here={subject}>{await SUBJECTS[subject]()}</BookFrame>;
}
