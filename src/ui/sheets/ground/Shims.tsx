'use client';
import { DataTable } from '../../kit/DataTable';
import { FATIGUE_CAUTION_MPA } from '@/core/plate/stack';
import { mPa, said } from '@/core/units/say';
import { END_NAMES } from '@/catalogue/ends';
import { END_OF } from '@/catalogue/fields/damper';
import { valveName } from '@/judgement/model/dampers';
import type { RiddenFit } from '@/judgement/ground/rides';
import { useLater } from '../../job/BenchContext';
import { Fold } from '../../kit/Fold';
import { Sentence } from '../../kit/Sentence';
import { Empty, Small, Wide } from '../../kit/primitives';

/** Lives shorter than this are worth saying in hours; longer ones nobody rides out. */
const LONG_H = 2000;

const lifeWords = (damagePerHour: number): string => {
  if (damagePerHour === 0) return 'none begins';
  const hours = 1 / damagePerHour;
  if (hours > LONG_H) return `beyond ${LONG_H} h`;
  const about = Number(hours.toPrecision(1));
  return `about ${about} h, ${Number((hours / 4).toPrecision(1))} to ${Number((4 * hours).toPrecision(1))} h`;
};

/** What the speeds of this ride do to the shims: stress by the plates, fatigue added up swing by swing. */
export function Shims({ of }: { of: RiddenFit }) {
  const facts = useLater();
  return (
    <Fold title="Shims over this ground" aside="fatigue, swing by swing">
      {of.lives.length === 0 ? (
        <Empty>No stack is known well enough: its figures stand under Valves.</Empty>
      ) : (
        <Wide>
          <DataTable
            label="Shims over this ground"
            rows={of.lives}
            keyOf={(l) => l.damper + l.valve}
            columns={[
              {
                name: 'Stack',
                cell: (l) => (
                  <>
                    {END_NAMES[END_OF[l.damper]]}, {valveName(facts.machine, l.damper, l.valve).toLowerCase()}
                  </>
                ),
              },
              { name: 'Most stress', figure: true, cell: (l) => <Sentence of={said`${mPa(l.mostMPa)}`} /> },
              { name: 'Hours of this ground to a first crack', figure: true, cell: (l) => lifeWords(l.damagePerHour) },
            ]}
          />
        </Wide>
      )}
      <Small>
        <Sentence
          of={said`Stress from the plates themselves at the speed of each swing; Miner’s sum on a line through ${mPa(FATIGUE_CAUTION_MPA)}. The steel is from memory: a factor of four either way.`}
        />
      </Small>
    </Fold>
  );
}
