'use client';
import { GROUND_IDS, GROUND_NAMES, type GroundId } from '@/catalogue/fields/ask';
import { groundWords, mixOf, percentOf } from '@/judgement/aims/ground';
import { withShareOf } from '@/judgement/aims/shares';
import { usual } from '@/knowledge/inForce';
import { useFieldStore, useLive } from '../../fields/context';
import { ShareSlider } from '../../kit/ShareSlider';
import { Small } from '../../kit/primitives';
import { Titled } from '../../kit/parts';
import { useSaid } from '../../kit/preferences';

/** What the ride is made of, in shares that add up to 100 whatever is moved; and what that ground asks for. */
export function GroundMix({ locked }: { locked: boolean }) {
  const live = useLive();
  const store = useFieldStore();
  const inUnits = useSaid();
  const percent = percentOf(live);
  const set = (id: GroundId, share: number) => {
    const next = withShareOf(GROUND_IDS, percent, id, share);
    for (const other of GROUND_IDS) if (next[other] !== percent[other]) store.put(`ground.${other}`, String(next[other]));
  };
  return (
    <Titled title="Ground" aside="shares of the ride, held at 100 %">
      {GROUND_IDS.map((id) => (
        <ShareSlider
          key={id}
          name={GROUND_NAMES[id]}
          label={`${GROUND_NAMES[id]}, share of the ride, %`}
          percent={percent[id]}
          locked={locked}
          onSet={(share) => set(id, share)}
        />
      ))}
      <ul style={{ paddingTop: '0.4rem' }}>
        {groundWords(live).map((g) => (
          <li key={inUnits(g.words)}>
            <Small>{inUnits(g.words)}</Small>
          </li>
        ))}
      </ul>
      <Small>
        {mixOf(live)
          ? `What ground asks for: ${[...new Set(usual().grounds.map((g) => g.origin))].join('; ')}.`
          : 'Until it is told, sag and damping aim at the middle of what the school says.'}
      </Small>
    </Titled>
  );
}
