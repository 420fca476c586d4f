import { type Entries, withUnit } from '../entry';
import { SETUP_FIELDS } from '../fields/setup';
import { withPrefix } from '../fields/setup';

export interface LegFigure {
  label: string;
  left: string;
  right: string;
}

const PAIRED = withPrefix('found', SETUP_FIELDS).filter((f) => f.key.includes('.left') && !/\.(way|reference|range)$/.test(f.key));

/** What came in noted for both legs, and where they differ. */
export function legsFound(entries: Entries): { read: number; differ: LegFigure[] } {
  const both = PAIRED.flatMap(({ key, label }) => {
    const [left, right] = [entries[key], entries[key.replace('.left', '.right')]];
    if (!left || !right || left.value === null || right.value === null) return [];
    return [{ label: label.replace(/^Left /, ''), left: withUnit(left), right: withUnit(right), differs: left.value !== right.value }];
  });
  return { read: both.length, differ: both.filter((b) => b.differs).map(({ differs: _differs, ...figure }) => figure) };
}
