'use client';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Label, Slider, SliderThumb, SliderTrack } from 'react-aria-components';
import styled from 'styled-components';
import { drawn } from '@/core/geometry/geometry';
import { courseOf, stretchAt, type Stretch } from '@/core/ride/course';
import { heightAt } from '@/core/ride/surface';
import { mm, said } from '@/core/units/say';
import { geometryOf } from '@/judgement/reason/geometry';
import { usedOf } from '@/judgement/ground/answers';
import type { RiddenFit } from '@/judgement/ground/rides';
import { FOOTPRINT_M } from '@/knowledge/rideUsual';
import { Rolling } from '../../figures/Rolling';
import { Stance } from '../../figures/Stance';
import type { StanceEnd } from '../../figures/stanceScale';
import { stanceEnd } from '../../job/stance';
import { useLater } from '../../job/BenchContext';
import { Choices } from '../../kit/Choices';
import { usePreferences, useSaid } from '../../kit/preferences';
import { Button, Small } from '../../kit/primitives';
import { sliderLook } from '../../kit/slider';

const Side = styled.div`
  display: grid;
  grid-template-columns: 1.9fr 1fr;
  gap: 0 1rem;
  align-items: center;
  svg {
    max-height: 19rem;
  }
  /* Beside the picture the figure is small: its figures stay readable. */
  .stance text {
    font-size: 16px;
  }
  @media (max-width: 640px) {
    grid-template-columns: 1fr;
  }
`;
const Track = styled(Slider)`
  flex: 1;
  min-width: 10rem;
  ${sliderLook}
`;

const SPEEDS = { '1': 'As ridden', '0.25': 'A quarter', '0.1': 'A tenth' } as const;
type Speed = keyof typeof SPEEDS;

interface PlayerProps {
  rides: readonly RiddenFit[];
  /** The one looked at. */
  ride: RiddenFit;
  stretches: readonly Stretch[];
  onChoose(id: string): void;
}

/** The machine rolling over its ground: still until somebody plays or scrubs it. */
export function Player({ rides, ride, stretches, onChoose }: PlayerProps) {
  const ghost = rides.find((r) => r.fit.id === 'found' && r !== ride) ?? null;
  const { frames } = ride;
  const last = frames.placeM.length - 1;
  const [at, setAt] = useState(() => worst(ride));
  const [speed, setSpeed] = useState<Speed>('0.25');
  const [plays, setPlays] = useState(false);
  useTicking(plays, Number(speed) / frames.everyS, (by) =>
    setAt((now) => {
      const next = now + by;
      if (next >= last) setPlays(false);
      return Math.min(last, next);
    }),
  );
  const frame = Math.min(last, Math.floor(at));
  return (
    <section aria-label="The ride, seen from the side">
      {rides.length > 1 && (
        <Choices
          label="Seen"
          value={ride.fit.id}
          options={Object.fromEntries(rides.map((r) => [r.fit.id, r.fit.name]))}
          onPick={onChoose}
        />
      )}
      <Seen ride={ride} ghost={ghost} frame={frame} stretches={stretches} />
      <div style={{ display: 'flex', flexWrap: 'wrap', gap: '0 1rem', alignItems: 'center' }}>
        <Button onPress={() => (at >= last ? (setAt(0), setPlays(true)) : setPlays(!plays))}>{plays ? 'Hold' : 'Play'}</Button>
        <Track
          minValue={0}
          maxValue={last}
          value={frame}
          onChange={(value) => {
            setPlays(false);
            setAt(Array.isArray(value) ? (value[0] ?? 0) : value);
          }}
        >
          <Label style={{ position: 'absolute', clip: 'rect(0 0 0 0)' }}>Moment of the ride</Label>
          <SliderTrack className="track">
            <SliderThumb className="thumb" />
          </SliderTrack>
        </Track>
        <Choices label="Speed" value={speed} options={SPEEDS} onPick={setSpeed} />
      </div>
    </section>
  );
}

/** The moment most travel is used: what to look at first. */
function worst({ frames, travelMm }: RiddenFit): number {
  const share = (i: number) => Math.max(frames.rearTravelMm[i]! / travelMm.rear, frames.frontTravelMm[i]! / travelMm.front);
  return frames.placeM.reduce((best, _, i) => (share(i) > share(best) ? i : best), 0);
}

/** Calls with how many frames went by, while it plays. */
function useTicking(plays: boolean, framesPerS: number, onTick: (frames: number) => void): void {
  const tick = useRef(onTick);
  useEffect(() => {
    tick.current = onTick;
  });
  useEffect(() => {
    if (!plays) return;
    let last = performance.now();
    let id = requestAnimationFrame(function step(now) {
      tick.current(((now - last) / 1000) * framesPerS);
      last = now;
      id = requestAnimationFrame(step);
    });
    return () => cancelAnimationFrame(id);
  }, [plays, framesPerS]);
}

interface SeenProps {
  ride: RiddenFit;
  ghost: RiddenFit | null;
  frame: number;
  stretches: readonly Stretch[];
}

function Seen({ ride, ghost, frame, stretches }: SeenProps) {
  const facts = useLater();
  const { system } = usePreferences();
  const inUnits = useSaid();
  const course = useMemo(() => courseOf(stretches, FOOTPRINT_M), [stretches]);
  const rest = useMemo(() => {
    const found = geometryOf(facts);
    const asked = { name: '', frontTravelMm: ride.restMm.front, rearTravelMm: ride.restMm.rear, forkThroughClampMm: 0 };
    const picture = drawn(found.reference, asked);
    return picture.ok ? picture.value : null;
  }, [facts, ride.restMm]);
  const ends = useMemo(() => {
    const end = (e: 'front' | 'rear'): StanceEnd => ({
      ...stanceEnd(facts, e),
      travelMm: ride.travelMm[e],
      staticBandMm: null,
      riderBandMm: null,
      staticMm: null,
      staticWindow: null,
      usedMm: null,
    });
    return { rear: end('rear'), front: end('front') };
  }, [facts, ride.travelMm]);
  const timeS = frame * ride.frames.everyS;
  const where = stretches[stretchAt(course, timeS, 0)]!.name;
  const now = {
    rear: inside(ride.frames.rearTravelMm[frame]!, ride.travelMm.rear),
    front: inside(ride.frames.frontTravelMm[frame]!, ride.travelMm.front),
  };
  const caption = said`${timeS.toFixed(1)} s, ${where}: rear ${mm(now.rear, 0)}, front ${mm(now.front, 0)} of travel`;
  return (
    <>
      <Side>
        {rest && (
          <Rolling
            rest={rest}
            ride={ride}
            ghost={ghost}
            at={frame}
            road={(m) => MM * (heightAt(course.surface, m) - course.surface.heightM[0]!)}
            description={`The machine from the side, ${inUnits(caption)}`}
          />
        )}
        <div className="stance">
          <Stance rear={{ ...ends.rear, riderMm: now.rear }} front={{ ...ends.front, riderMm: now.front }} inches={system === 'imperial'} />
        </div>
      </Side>
      <p>
        <Small>
          {inUnits(caption)}.{ghost && ' Faint: as it came in.'} Most used: rear {inUnits(usedOf(ride.whole, ride.travelMm, 'rear'))}, front{' '}
          {inUnits(usedOf(ride.whole, ride.travelMm, 'front'))}.
        </Small>
      </p>
    </>
  );
}

const MM = 1000;
const inside = (x: number, most: number) => Math.min(most, Math.max(0, x));
