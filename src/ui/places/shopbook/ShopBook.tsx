'use client';
import type { OilGrade } from '@/core/damper/oils';
import type { School } from '@/knowledge/schools';
import { CAUTIONS } from '@/knowledge/cautions';
import { Columns, Titled } from '../../kit/parts';
import { Caution } from '../../kit/primitives';
import { BookPlaces } from '../../layout/Places';
import { Shell } from '../../layout/Shell';
import { DampingPages, OilPages, type Version } from './BookFigures';
import type { MoneyPage } from '@/schema/book';
import type { Procedure } from '@/knowledge/procedures/procedure';
import { ProcedurePages } from './ProcedurePages';
import { MoneySection, ServiceSection } from './ServicePages';
import { SchoolSection } from './SchoolPage';
import { SealsPanel, Technicians } from './Technicians';
import { UnitsSection } from './UnitsSection';
import type { DampingTemplate } from '@/knowledge/dampingTemplates';
import type { ServiceRule } from '@/knowledge/service/page';

interface Props {
  technicians: { id: number; name: string }[];
  schools: Version<School>[];
  damping: Version<DampingTemplate>[];
  oils: Version<OilGrade>[];
  procedures: Version<Procedure>[];
  money: Version<MoneyPage>;
  service: Version<ServiceRule>[];
}

/** The Shop book: who signs, what the schools call right, and the cautions. */
export function ShopBook({ technicians, schools, damping, oils, procedures, money, service }: Props) {
  return (
    <Shell title="Shop book" about="names, money, service lives, schools, damping, oils, procedures">
      <BookPlaces here="book" />
      <Columns $wide="1fr 1.8fr">
        <div>
          <Technicians technicians={technicians} />
          <UnitsSection />
          <SealsPanel />
          <MoneySection version={money} />
          <ServiceSection versions={service} />
          <Titled title="Cautions">
            {Object.values(CAUTIONS).map((c) => (
              <Caution key={c}>{c}</Caution>
            ))}
          </Titled>
        </div>
        <div>
          <Titled title="Schools and their windows" aside="every change is a new version">
            {schools.map((v) => (
              <SchoolSection key={v.page.id} version={v} />
            ))}
          </Titled>
          <DampingPages pages={damping} />
          <OilPages pages={oils} />
          <ProcedurePages versions={procedures} />
        </div>
      </Columns>
    </Shell>
  );
}
