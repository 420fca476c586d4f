'use client';
import { useCallback, useMemo, useState } from 'react';
import { OILS, WARM_C } from '@/core/damper/oils';
import type { School } from '@/knowledge/schools';
import type { TrainingCase } from '@/knowledge/training/cases';
import { canBeRidden } from '@/judgement/ground/canBeRidden';
import { AS_IT_CAME_IN, type Fit } from '@/judgement/ground/fits';
import { ALL_EFFECTS } from '@/judgement/ground/ridden';
import { isRidden, type NotRidden, type RiddenFit, type RidesAsked, type RidesProgress } from '@/judgement/ground/rides';
import { stretchesOf } from '@/judgement/ground/stretches';
import { triedFit } from '@/judgement/ground/tried';
import { endOfCure } from '@/judgement/reason/cures';

import type { Explained } from '@/judgement/reason/reason';
import { rideOfCase } from '@/judgement/job/training';
import { Answers } from '../../job/GroundAnswers';
import { type Ground, useAtWork } from '../../job/useGround';
import { ridingWords, WorkLine } from '../../job/WorkLine';
import { Titled } from '../../kit/parts';
import { Button, Empty, Small, Warn } from '../../kit/primitives';

/** How far off a damper is whose clickers were left shut or open, as a factor of its force. From memory. */
const LEFT = { shut: 2.5, open: 0.4 };

/** What is wrong with the damping of a case whose cure turns it; null where something else is wrong. */
function faultOf(truth: Explained): Fit['damping'] | null {
  const effect = truth.page.cures.find((x) => canBeRidden(x.effect))?.effect;
  if (!truth.end || !effect) return null;
  if (effect.kind === 'clicks')
    return { [truth.end]: { [effect.adjuster === 'rebound' ? 'rebound' : 'compression']: effect.by > 0 ? LEFT.shut : LEFT.open } };
  return effect.kind === 'damping' ? { [truth.end]: { [effect.side]: effect.byPercent < 0 ? LEFT.shut : LEFT.open } } : null;
}

/** The machine of a case ridden as it is, with the first cure of what it was, and with that of what the trainee thought: what each choice does. */
export function RideCase({
  c,
  truth,
  guessed,
  schools,
}: {
  c: TrainingCase;
  truth: Explained;
  guessed: Explained | null;
  schools: School[];
}) {
  const job = useMemo(() => rideOfCase(c, schools), [c, schools]);
  const fits = useMemo(() => {
    const known = job.facts;
    const fault = faultOf(truth);
    const asItIs: Fit = fault ? { ...AS_IT_CAME_IN, damping: fault } : AS_IT_CAME_IN;
    const tried = (cause: Explained, id: string, name: string): Fit[] => {
      const cure = cause.page.cures.find((x) => canBeRidden(x.effect));
      const fit = cure && triedFit(job, asItIs, cure.effect, endOfCure(known, cure.effect, cause.end));
      return fit ? [{ ...fit, id, name: `${name}: ${fit.name.toLowerCase()}` }] : [];
    };
    // A fault of damping is in the machine until its own cure takes it out; whatever else is turned leaves it there.
    const right = tried(truth, 'truth', 'What it was').map((f): Fit => (fault ? { ...f, damping: {} } : f));
    return [asItIs, ...right, ...(guessed ? tried(guessed, 'guess', 'What you thought') : [])];
  }, [job, truth, guessed]);
  const stretches = useMemo(() => stretchesOf(job.facts.entries, { kind: 'mix' }), [job]);
  const asked = useMemo((): RidesAsked => {
    const riding = { loadCase: 'solo', oils: OILS, celsius: { front: WARM_C, rear: WARM_C }, effects: ALL_EFFECTS };
    return { job, fits, riding, stretches };
  }, [job, fits, stretches]);
  const ask = useCallback((worker: Ground, tell: (p: RidesProgress) => void) => worker.rides(asked, tell), [asked]);
  const work = useAtWork<RidesProgress, (RiddenFit | NotRidden)[]>(ask);
  const { answer } = work;
  const ridden = (answer ?? []).filter(isRidden);
  return (
    <Titled title="Ride it" aside="simulated: what each choice does">
      {fits.length === 1 ? (
        <Empty>What cures this case changes nothing a ride straight ahead could show.</Empty>
      ) : (
        <WorkLine of={work} doing={ridingWords(work.progress)} action="Ride it as it is and as cured" />
      )}
      {answer && ridden.length < fits.length && <Warn>Not all of it can be ridden: figures of this case are missing for it.</Warn>}
      <Choices of={ridden} entries={job.facts.entries} stretches={stretches} />
      <Small>Damping is as usual where a case tells nothing of its stacks; ground from memory.</Small>
    </Titled>
  );
}

interface ChoicesProps {
  of: readonly RiddenFit[];
  entries: RidesAsked['job']['facts']['entries'];
  stretches: RidesAsked['stretches'];
}

/** Each choice against the machine as it came in. */
function Choices({ of, entries, stretches }: ChoicesProps) {
  const [shown, setShown] = useState('truth');
  const before = of.find((r) => r.fit.id === 'found');
  const others = of.filter((r) => r !== before);
  const after = others.find((r) => r.fit.id === shown) ?? others[0];
  if (!before || !after) return null;
  return (
    <>
      <p style={{ display: 'flex', flexWrap: 'wrap', gap: '0.5rem' }}>
        {others.map((r) => (
          <Button key={r.fit.id} $strong={r === after} aria-pressed={r === after} onPress={() => setShown(r.fit.id)}>
            {r.fit.name}
          </Button>
        ))}
      </p>
      <Answers entries={entries} before={before} after={after} stretches={stretches} />
    </>
  );
}
