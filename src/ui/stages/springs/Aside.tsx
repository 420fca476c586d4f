'use client';
import { type ReactNode, useMemo } from 'react';
import styled from 'styled-components';
import type { Candidate } from '@/core/spring/select';
import { useSystem } from '../../fields/context';
import { Stance } from '../../figures/Stance';
import type { StanceLine } from '../../figures/stanceScale';
import { Small } from '../../kit/primitives';
import { useBench, useLater } from '../../job/BenchContext';
import { InView } from '../../kit/parts';
import { SchoolsTable } from '../../job/readings/SchoolsTable';
import { ghostLines, stanceEnd } from '../../job/stance';
import { CasesTable } from './CasesTable';
import { type Estimates, estimatedLines } from './EstimateSheet';
import { airForkOf } from '@/judgement/aims/airFork';
import { airPredicted, type EndPredicted } from '@/judgement/aims/curves';
import { isOnAir } from '@/judgement/model/ends';

/** On a tablet the stance comes first, then the candidates, then the rest of this column. */
const Rest = styled.div`
  @media (max-width: 960px) {
    order: 2;
  }
`;

function predictedLines(rear: EndPredicted, front: EndPredicted): StanceLine[] {
  return [
    { name: 'static', rearMm: rear.staticSagMm, frontMm: front.staticSagMm },
    { name: 'rider', rearMm: rear.riderSagMm, frontMm: front.riderSagMm },
  ];
}

const Beside = styled.div`
  > :first-child svg {
    display: block;
    max-width: 18rem;
    margin-inline: auto;
  }
  @media (max-width: 960px) {
    && {
      display: contents;
    }
    svg {
      max-width: 21rem;
    }
  }
`;

/** The stance both candidates would make, both ends in every case, and what the schools say. */
export function Aside({
  rear,
  front,
  estimates,
  chart,
}: {
  /** Force against travel of the end looked at. */
  chart: ReactNode;
  rear: Candidate | null;
  front: Candidate | null;
  estimates: Estimates;
}) {
  const facts = useLater();
  const inches = useSystem() === 'imperial';
  const blank = { staticMm: null, riderMm: null, staticBandMm: null, riderBandMm: null, usedMm: null };
  const onAir = useMemo(() => {
    const found = isOnAir(facts.machine, 'front') ? airForkOf(facts) : null;
    return found && 'cases' in found ? airPredicted(found) : null;
  }, [facts]);
  const ahead = front ?? onAir;
  return (
    <Beside>
      <InView>
        <Ahead blank={blank} rear={rear} ahead={ahead} estimates={estimates} inches={inches} />
      </InView>
      <Rest>
        <Small>Dashed: predicted, solo; shaded: nine times in ten. Dotted: as measured in this job. Brackets: the school’s windows.</Small>
        <CasesTable rear={rear} front={front} onAir={onAir} />
        {chart}
        <SchoolsTable />
      </Rest>
    </Beside>
  );
}

interface AheadProps {
  blank: { staticMm: null; riderMm: null; staticBandMm: null; riderBandMm: null; usedMm: null };
  rear: Candidate | null;
  ahead: Candidate | EndPredicted | null;
  estimates: Estimates;
  inches: boolean;
}

function Ahead({ blank, rear, ahead, estimates, inches }: AheadProps) {
  const facts = useLater();
  const { ghost } = useBench();
  return (
    <Stance
      rear={{ ...stanceEnd(facts, 'rear'), ...blank }}
      front={{ ...stanceEnd(facts, 'front'), ...blank }}
      ghost={ghost ? ghostLines(facts) : []}
      predicted={rear && ahead ? predictedLines(rear, ahead) : estimatedLines(estimates)}
      inches={inches}
    />
  );
}
