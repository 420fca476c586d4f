'use client';
import { type End, ENDS, END_NAMES } from '@/catalogue/ends';
import type { JobFacts } from '@/judgement/model/facts';
import { type GeometryChanges, otherRod } from '@/judgement/reason/geometryChanges';
import { riderSagBy } from '@/judgement/reason/heights';
import { MmSlider } from '../../kit/slider';

export function Changes({ of, known, onChange }: { of: GeometryChanges; known: JobFacts; onChange(to: GeometryChanges): void }) {
  const put = <K extends 'ringMm' | 'springPercent' | 'tyreMm'>(key: K, end: End, value: number) =>
    onChange({ ...of, [key]: { ...of[key], [end]: value } });
  return (
    <>
      <MmSlider
        label="Shock longer, eye to eye"
        value={of.shockMm}
        min={-10}
        max={10}
        onChange={(shockMm) => onChange({ ...of, shockMm })}
      />
      {otherRod(known, 0) !== null && (
        <MmSlider label="Linkage rod longer" value={of.rodMm} min={-10} max={10} onChange={(rodMm) => onChange({ ...of, rodMm })} />
      )}
      {ENDS.map((end) => (
        <div key={end}>
          <MmSlider
            label={`${END_NAMES[end]} tyre, radius more`}
            value={of.tyreMm[end]}
            min={-20}
            max={20}
            onChange={(mm) => put('tyreMm', end, mm)}
          />
          {riderSagBy(known, end, { ringMm: 0, rateShare: 1 }) !== null && (
            <>
              <MmSlider
                label={`${END_NAMES[end]} preload, more`}
                value={of.ringMm[end]}
                min={-10}
                max={10}
                onChange={(mm) => put('ringMm', end, mm)}
              />
              <MmSlider
                label={`${END_NAMES[end]} spring, stiffer by`}
                unit="%"
                value={of.springPercent[end]}
                min={-25}
                max={25}
                onChange={(percent) => put('springPercent', end, percent)}
              />
            </>
          )}
        </div>
      ))}
    </>
  );
}
