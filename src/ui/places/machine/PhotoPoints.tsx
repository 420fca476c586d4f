'use client';
import { type PointerEvent as Tap, useEffect, useState } from 'react';
import { Button as AriaButton, FileTrigger } from 'react-aria-components';
import styled from 'styled-components';
import { photoPlaces } from '@/core/geometry/photo';
import type { Point } from '@/core/geometry/plane';
import { mm, said } from '@/core/units/say';
import type { FieldKey } from '@/catalogue/fields';
import { LINK_POINTS, type LinkPoint } from '@/catalogue/fields/machine';
import { numberIn } from '@/catalogue/tables';
import { numberOf } from '@/judgement/model/read';
import { issueWords } from '@/schema/words';
import { useFieldStore, useLive } from '../../fields/context';
import { Choices } from '../../kit/Choices';
import { Fold } from '../../kit/Fold';
import { PlainField } from '../../kit/PlainField';
import { useSaid } from '../../kit/preferences';
import { Button, Small, Warn } from '../../kit/primitives';

const Picture = styled.svg`
  width: 100%;
  max-height: 34rem;
  display: block;
  touch-action: manipulation;
  cursor: crosshair;
  border: 1px solid var(--rule);
  text {
    font-family: inherit;
    font-weight: 700;
    paint-order: stroke;
    stroke: var(--sheet);
    fill: var(--ink);
  }
`;
const Steps = styled.div`
  display: flex;
  flex-wrap: wrap;
  gap: 0.25rem 0.5rem;
  padding: 0.5rem 0;
  button {
    min-height: 44px;
    border: 1px solid var(--rule);
    background: none;
    padding: 0 0.6rem;
    font: inherit;
    cursor: pointer;
  }
  button[aria-pressed='true'] {
    border-color: var(--ink);
    font-weight: 700;
  }
`;

type Mark = 'a' | 'b' | LinkPoint | 'countershaft';
const MARKS: Record<Mark, string> = {
  a: 'One end of a known distance',
  b: 'Its other end',
  ...LINK_POINTS,
  countershaft: 'Countershaft',
};
const NEEDED: readonly Mark[] = ['a', 'b', 'pivot', 'axle'];
/** A tap lies within this many of the picture's points, where the picture is as wide as the page. From memory. */
const TAP_SHARE = 0.002;

/** The side of the machine as photographed: two points of known distance, then the points of the drawing, tapped one after the other. The picture stays on this device. */
export function PhotoPoints({ withRocker }: { withRocker: boolean }) {
  const [photo, setPhoto] = useState<{ url: string; width: number; height: number } | null>(null);
  const [failed, setFailed] = useState('');
  useEffect(() => () => void (photo && URL.revokeObjectURL(photo.url)), [photo]);
  const open = (file: File | undefined) => {
    if (!file) return;
    const url = URL.createObjectURL(file);
    const image = new Image();
    image.onload = () => {
      setFailed('');
      setPhoto({ url, width: image.naturalWidth, height: image.naturalHeight });
    };
    image.onerror = () => {
      URL.revokeObjectURL(url);
      setFailed('This file is no picture that can be shown here.');
    };
    image.src = url;
  };
  return (
    <Fold title="From a photo of the side" aside="tapped, instead of measured">
      <Small>
        Taken from far off, square to the machine, at the height of the axles, on the stand with both ends hanging. What lies nearer to the
        camera looks larger: tap what is in the plane of the wheels.
      </Small>
      <p style={{ padding: '0.4rem 0' }}>
        <FileTrigger acceptedFileTypes={['image/*']} onSelect={(files) => open(files?.[0])}>
          <Button>{photo ? 'Another photo' : 'Open a photo'}</Button>
        </FileTrigger>
      </p>
      {failed && <Warn>{failed}</Warn>}
      {photo && <Tapped key={photo.url} photo={photo} withRocker={withRocker} />}
    </Fold>
  );
}

function Tapped({ photo, withRocker }: { photo: { url: string; width: number; height: number }; withRocker: boolean }) {
  const live = useLive();
  const wheelbaseMm = numberOf(live, 'machine.wheelbase');
  const order = (Object.keys(MARKS) as Mark[]).filter((m) => withRocker || !['rocker', 'rodRocker', 'rodOther'].includes(m));
  const [marks, setMarks] = useState<Partial<Record<Mark, Point>>>({});
  const [current, setCurrent] = useState<Mark>('a');
  const [distance, setDistance] = useState(wheelbaseMm === null ? '' : String(wheelbaseMm));
  const [faces, setFaces] = useState<'right' | 'left'>('right');
  const [level, setLevel] = useState<'yes' | 'no'>('no');
  const put = (at: Point) => {
    const next = { ...marks, [current]: at };
    setMarks(next);
    setCurrent(order.find((m) => next[m] === undefined) ?? current);
  };
  const tap = (event: Tap<SVGSVGElement>) => {
    const svg = event.currentTarget;
    const matrix = svg.getScreenCTM();
    if (!matrix) return;
    const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    put({ x: p.x, y: p.y });
  };
  const size = photo.width / 40;
  return (
    <>
      <div style={{ display: 'grid', gridTemplateColumns: 'repeat(auto-fit, minmax(12rem, 1fr))', gap: '0 1.25rem' }}>
        <PlainField label="Between the two known points, mm" value={distance} onChange={setDistance} />
        <Choices label="The front wheel is at the" value={faces} options={{ right: 'right', left: 'left' }} onPick={setFaces} />
        <Choices label="The two lie level" value={level} options={{ yes: 'yes', no: 'no, the photo is level' }} onPick={setLevel} />
      </div>
      <Steps role="group" aria-label="Points to tap">
        {order.map((m) => (
          <AriaButton key={m} aria-pressed={m === current} onPress={() => setCurrent(m)}>
            {marks[m] ? '✓ ' : ''}
            {MARKS[m]}
          </AriaButton>
        ))}
      </Steps>
      <p role="status">
        Tap: <b>{MARKS[current]}</b>
        {!NEEDED.includes(current) && <Small> or leave it out</Small>}
      </p>
      <Picture
        viewBox={`0 0 ${photo.width} ${photo.height}`}
        role="img"
        aria-label={`Photo of the side, ${Object.keys(marks).length} points tapped`}
        onPointerDown={tap}
      >
        <image href={photo.url} width={photo.width} height={photo.height} />
        {order.flatMap((m, i) => {
          const at = marks[m];
          return at ? [<Cross key={m} at={at} size={size} name={String(i + 1)} isCurrent={m === current} />] : [];
        })}
      </Picture>
      <TakeIn marks={marks} distanceMm={numberIn(distance)} faces={faces} level={level} tapped={TAP_SHARE * photo.width} />
    </>
  );
}

function Cross({ at, size, name, isCurrent }: { at: Point; size: number; name: string; isCurrent: boolean }) {
  const line = (dx: number, dy: number) => (
    <line
      x1={at.x - dx}
      y1={at.y - dy}
      x2={at.x + dx}
      y2={at.y + dy}
      stroke={isCurrent ? 'var(--front)' : 'var(--rear)'}
      strokeWidth={size / 8}
    />
  );
  return (
    <g>
      {line(size / 2, 0)}
      {line(0, size / 2)}
      <text x={at.x + size / 2} y={at.y - size / 3} fontSize={size} strokeWidth={size / 5}>
        {name}
      </text>
    </g>
  );
}

interface TakeInProps {
  marks: Partial<Record<Mark, Point>>;
  distanceMm: number;
  faces: 'right' | 'left';
  level: 'yes' | 'no';
  tapped: number;
}

/** What the taps come to, and the button that writes them down as the machine's figures. */
function TakeIn({ marks, distanceMm, faces, level, tapped }: TakeInProps) {
  const store = useFieldStore();
  const live = useLive();
  const inUnits = useSaid();
  const [taken, setTaken] = useState(false);
  const { a, b, pivot, axle } = marks;
  if (!a || !b || !pivot || !axle) return <Small>Once a known distance, pivot and axle are tapped, the figures follow.</Small>;
  const names = (Object.keys(marks) as Mark[]).filter((m): m is Exclude<Mark, 'a' | 'b'> => m !== 'a' && m !== 'b');
  const found = photoPlaces({
    known: [a, b],
    distanceMm,
    isLevel: level === 'yes',
    facesRight: faces === 'right',
    origin: pivot,
    points: names.map((m) => marks[m]!),
    tapped,
  });
  if (!found.ok) return <Warn>{inUnits(issueWords(found.issue))}</Warn>;
  const { places, uncertaintyMm } = found.value;
  const placeOf = (m: (typeof names)[number]) => places[names.indexOf(m)];
  const write = () => {
    const round = (x: number) => x.toFixed(0);
    for (const m of names) {
      if (m === 'countershaft') continue;
      const p = placeOf(m)!;
      store.put(`machine.link.${m}.x`, `${round(p.x)} mm`);
      store.put(`machine.link.${m}.y`, `${round(p.y)} mm`);
    }
    for (const [field, value] of sheetFigures(placeOf('axle')!, placeOf('countershaft'), numberOf(live, 'machine.radius.rear')))
      store.put(field, `${round(value)} mm`);
    setTaken(true);
  };
  return (
    <>
      <p>
        {names.map((m) => {
          const p = placeOf(m)!;
          return (
            <span key={m} style={{ display: 'inline-block', paddingRight: '1.2rem' }}>
              {MARKS[m]} <b>{inUnits(said`${mm(p.x, 0)} / ${mm(p.y, 0)}`)}</b>
            </span>
          );
        })}
      </p>
      <p>
        <Small>
          Forward and up of the pivot; ± {inUnits(said`${mm(uncertaintyMm, 0)}`)} by the taps alone. A photo bends towards its edges: check
          one distance with a tape.
        </Small>
      </p>
      <p>
        <Button $strong onPress={write}>
          Take these places
        </Button>{' '}
        {taken && <span role="status">Written down; the axle hangs at full extension there.</span>}
      </p>
    </>
  );
}

/** The same places as the sheet of steering and drive counts them: ahead of the rear axle, and above the ground where the tyre's radius is known. */
function sheetFigures(axle: Point, countershaft: Point | undefined, radiusMm: number | null): [FieldKey, number][] {
  return [
    ['machine.pivot.forward', -axle.x],
    ...(radiusMm === null ? [] : [['machine.pivot.height', radiusMm - axle.y] as [FieldKey, number]]),
    ...(countershaft ? [['machine.countershaft.forward', countershaft.x - axle.x] as [FieldKey, number]] : []),
    ...(countershaft && radiusMm !== null
      ? [['machine.countershaft.height', radiusMm + countershaft.y - axle.y] as [FieldKey, number]]
      : []),
  ];
}
