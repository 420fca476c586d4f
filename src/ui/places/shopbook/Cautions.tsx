'use client';
import { CAUTIONS } from '@/knowledge/cautions';
import { Titled } from '../../kit/parts';
import { Caution } from '../../kit/primitives';

/** Every caution, as it stands at its step. */
export const Cautions = () => (
  <Titled title="Cautions">
    {Object.values(CAUTIONS).map((c) => (
      <Caution key={c}>{c}</Caution>
    ))}
  </Titled>
);
