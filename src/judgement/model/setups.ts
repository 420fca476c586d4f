import type { SetupDocument } from '@/schema/documents';
import { PRELOAD_KEYS, SETUP_FIELDS } from '@/catalogue/fields/setup';
import { isQuantity, LENGTH, onPage, type Print } from './bothUnits';
import { type End, ENDS } from '@/catalogue/ends';
import type { System } from '@/catalogue/system';

/** One figure of a set-up in words and, where it has one, as a number; `number` serves to tell "0,7 kgf/mm" from "6.9 N/mm". */
export interface SetupLine {
  key: string;
  label: string;
  end: End;
  text: string;
  number: number | null;
}

const withUnit = (text: string, unit: string | null) => (unit === null || /[a-zµ°"'″′%]/i.test(text) ? text : `${text} ${unit}`);

/**
 * The lines of a set-up in the order of the bench. Preload is given in mm where it could be worked out, with how it was read.
 * @param print how figures are printed there: on a page or on paper
 */
export function setupLines(document: SetupDocument, print: Print): SetupLine[] {
  const lengthText = (mm: number) => print(mm, LENGTH, null);
  const lines = SETUP_FIELDS.flatMap((f): SetupLine[] => {
    if (/\.(way|reference)$/.test(f.key)) return [];
    const value = document.values[f.key];
    if (!value || value.text === '') return [];
    const end = f.end ?? 'rear';
    const preloadKey = PRELOAD_KEYS.find((k) => f.key === `${k}.reading`);
    if (preloadKey) {
      const mm = document.preloadMm[preloadKey];
      const way = document.values[`${preloadKey}.way`]?.text ?? 'mm';
      const reference = document.values[`${preloadKey}.reference`]?.text;
      const read = way === 'mm' ? '' : ` (read as ${way} ${value.text}${reference ? ` against ${reference}` : ''})`;
      return [
        {
          key: preloadKey,
          label: f.label,
          end,
          text: mm === undefined ? `${way} ${value.text}` : `${lengthText(mm)}${read}`,
          number: mm ?? value.value,
        },
      ];
    }
    const unit = f.kind === 'count' ? f.unitLabel : value.unit;
    return [
      {
        key: f.key,
        label: f.label,
        end,
        text:
          f.kind === 'count'
            ? `${value.text} ${unit}`
            : isQuantity(f) && value.value !== null
              ? print(value.value, f, value)
              : withUnit(value.text, value.unit),
        number: value.value,
      },
    ];
  });
  for (const end of ENDS)
    for (const [key, label] of [
      ['staticMm', 'Static sag'],
      ['riderMm', 'Rider sag'],
    ] as const) {
      const mm = document.sag[end][key];
      if (mm !== null) lines.push({ key: `${end}.${key}`, label, end, text: lengthText(mm), number: mm });
    }
  return lines;
}

export interface SetupDifference {
  key: string;
  label: string;
  end: End;
  left: string | null;
  right: string | null;
  differs: boolean;
}

/** Two set-ups laid side by side: the same number in other units is no difference. */
export function compareSetups(left: SetupDocument, right: SetupDocument, system: System): SetupDifference[] {
  const [a, b] = [setupLines(left, onPage(system)), setupLines(right, onPage(system))];
  const keys = [...new Set([...a, ...b].map((l) => l.key))];
  const order = new Map(SETUP_FIELDS.map((f, i) => [f.key.replace(/\.reading$/, ''), i]));
  const place = (key: string) => order.get(key) ?? SETUP_FIELDS.length;
  return keys
    .sort((x, y) => place(x) - place(y))
    .map((key) => {
      const [l, r] = [a.find((x) => x.key === key), b.find((x) => x.key === key)];
      const known = l ?? r!;
      const same =
        l &&
        r &&
        (l.number !== null && r.number !== null
          ? Math.abs(l.number - r.number) <= 1e-9 * Math.max(1, Math.abs(l.number))
          : l.text === r.text);
      return { key, label: known.label, end: known.end, left: l?.text ?? null, right: r?.text ?? null, differs: !same };
    });
}
