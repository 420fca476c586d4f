import type { LineageSetup } from '@/judgement/job/standing';

/** One set of signs for what a set-up is, in the lineage, its list, the file and the card: T maker, ring found, disc rebuilt, square handed back, lozenge corrected, triangle ridden. */
export function SetupMark({ kind, x, y, r }: { kind: LineageSetup['kind']; x: number; y: number; r: number }) {
  const look = { stroke: 'var(--ink)', strokeWidth: 2 };
  if (kind === 'standard') return <path d={`M${x - r} ${y - r}H${x + r}M${x} ${y - r}V${y + r}`} fill="none" {...look} />;
  if (kind === 'as-found') return <circle cx={x} cy={y} r={r - 1} fill="var(--ground)" {...look} />;
  if (kind === 'rebuild') return <circle cx={x} cy={y} r={r} fill="var(--ink)" />;
  if (kind === 'as-set') return <rect x={x - r + 1} y={y - r + 1} width={2 * r - 2} height={2 * r - 2} fill="var(--ink)" />;
  if (kind === 'ride') return <path d={`M${x} ${y - r}L${x + r} ${y + r - 1}H${x - r}Z`} fill="var(--ground)" {...look} />;
  return <path d={`M${x} ${y - r}L${x + r} ${y}L${x} ${y + r}L${x - r} ${y}Z`} fill="var(--ground)" {...look} />;
}

/** The sign beside words: what it means stands in them. */
export const SetupSign = ({ kind }: { kind: LineageSetup['kind'] }) => (
  <svg viewBox="0 0 18 18" width={16} height={16} aria-hidden style={{ verticalAlign: '-2px', marginRight: '0.35rem' }}>
    <SetupMark kind={kind} x={9} y={9} r={7} />
  </svg>
);
