import type { MachineKind } from '@/knowledge/kinds';
import type { MachineType } from '@/catalogue/fields/machine';

/** What tells a kind at a glance beside its measures: radius of the wheels, mm; height of the seat; what it carries. */
const LOOKS: Record<MachineType, { wheelMm: number; seatMm: number; screen?: true; panniers?: true; lowBars?: true; highGuard?: true }> = {
  small: { wheelMm: 280, seatMm: 760 },
  minibike: { wheelMm: 240, seatMm: 770 },
  trail: { wheelMm: 325, seatMm: 880, highGuard: true },
  enduro: { wheelMm: 335, seatMm: 950, highGuard: true },
  motocross: { wheelMm: 335, seatMm: 950, highGuard: true },
  supermoto: { wheelMm: 300, seatMm: 900, highGuard: true },
  rally: { wheelMm: 330, seatMm: 870, screen: true, panniers: true },
  dual: { wheelMm: 300, seatMm: 900, highGuard: true },
  road: { wheelMm: 300, seatMm: 800 },
  racer: { wheelMm: 298, seatMm: 830, screen: true, lowBars: true },
  tourer: { wheelMm: 305, seatMm: 790, screen: true, panniers: true },
  cruiser: { wheelMm: 310, seatMm: 690 },
};

/** A kind of machine from the side, drawn true to its usual wheelbase, rake and travel; nose to the right. */
export function KindDrawing({ kind: { id, figures, rearSprings } }: { kind: MachineKind }) {
  const look = LOOKS[id];
  const ground = 1180;
  const rear = { x: 420, y: ground - look.wheelMm };
  const front = { x: rear.x + figures.wheelbaseMm.mean, y: rear.y };
  const lean = Math.tan((figures.rakeDeg.mean * Math.PI) / 180);
  const headY = ground - look.seatMm - 130;
  const head = { x: front.x - (front.y - headY) * lean, y: headY };
  const seatY = ground - look.seatMm;
  const pivot = { x: rear.x + 540, y: rear.y - figures.rearTravelMm.mean * 0.25 };
  const tail = { x: rear.x - 60, y: seatY - 50 };
  const bars = look.lowBars ? { x: head.x - 130, y: head.y - 10 } : { x: head.x - 110, y: head.y - 170 };
  const shock =
    rearSprings === 2
      ? `M${rear.x + 40} ${rear.y - 40} L${rear.x + 150} ${seatY + 60}`
      : `M${pivot.x - 110} ${pivot.y - 30} L${pivot.x - 10} ${seatY + 90}`;
  return (
    <svg
      viewBox="200 -190 2300 1400"
      aria-hidden
      fill="none"
      stroke="currentColor"
      strokeWidth={34}
      strokeLinejoin="round"
      strokeLinecap="round"
    >
      <circle cx={rear.x} cy={rear.y} r={look.wheelMm} />
      <circle cx={front.x} cy={front.y} r={look.wheelMm} />
      <path d={`M${front.x} ${front.y} L${head.x} ${head.y} M${head.x} ${head.y} L${bars.x} ${bars.y}`} />
      <path d={`M${rear.x} ${rear.y} L${pivot.x} ${pivot.y} L${head.x - 40} ${head.y + 130}`} />
      <path d={shock} strokeWidth={52} strokeDasharray="26 34" strokeLinecap="butt" />
      <path
        d={`M${tail.x} ${tail.y} L${rear.x + 330} ${seatY} L${pivot.x + 120} ${seatY} L${head.x - 260} ${head.y + 10} L${head.x - 20} ${head.y + 60}`}
      />
      {look.screen && <path d={`M${head.x + 40} ${head.y + 120} L${head.x + 90} ${head.y - 40} L${head.x - 60} ${head.y - 330}`} />}
      {look.panniers && <rect x={rear.x - 190} y={seatY + 60} width={430} height={260} />}
      {look.highGuard && <path d={`M${front.x - 250} ${front.y - look.wheelMm - 190} L${front.x + 260} ${front.y - look.wheelMm - 120}`} />}
    </svg>
  );
}
