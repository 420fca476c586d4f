'use client';
import type { OilGrade } from '@/core/damper/oils';
import type { DampingTemplate } from '@/core/damper/target';
import type { School } from '@/core/spring/schools';
import { CAUTIONS } from '@/schema/facts/cautions';
import { Columns, Titled } from '../bench/parts';
import { Caution } from '../layout/primitives';
import { Shell } from '../layout/Shell';
import { DampingPages, OilPages, type Version } from './BookFigures';
import { SchoolSection } from './SchoolPage';
import { SealsPanel, Technicians } from './Technicians';

interface Props {
  technicians: { id: number; name: string }[];
  schools: Version<School>[];
  damping: Version<DampingTemplate>[];
  oils: Version<OilGrade>[];
}

/** The Shop book: who signs, what the schools call right, and the cautions. */
export function ShopBook({ technicians, schools, damping, oils }: Props) {
  return (
    <Shell title="Shop book" about="names, schools, damping, oils, cautions">
      <Columns $wide="1fr 1.8fr">
        <div>
          <Technicians technicians={technicians} />
          <SealsPanel />
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
        </div>
      </Columns>
    </Shell>
  );
}
