'use client';
import { useBench } from '../../job/BenchContext';
import { MeasureSheet } from '../../job/readings/MeasureSheet';
import { SealedNote } from '../../job/Working';

// Each part asks for its own facts, so that a key renders the stance and the results at once and the sentences a moment later.

export function MeasureStage() {
  const { sealed } = useBench();
  return (
    <>
      <SealedNote />
      <MeasureSheet prefix="measure" locked={sealed} />
    </>
  );
}
