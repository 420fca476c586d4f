'use client';
import { useState } from 'react';
import type { Said } from '@/core/units/say';
import type { Shim } from '@/core/plate/stack';
import { shimLine, shimsIn } from '@/catalogue/tables';
import { issueWords } from '@/schema/words';
import { useSystem } from '../../fields/context';
import { PlainField } from '../../kit/PlainField';
import { useSaid } from '../../kit/preferences';
import { QuietButton, Small } from '../../kit/primitives';
import { useCopy } from '../../kit/useCopy';

/** The stack on one line, for a message, a note, or another stack: always millimetres. */
export function AsLine({ shims }: { shims: readonly Shim[] }) {
  const { said, copy } = useCopy();
  const line = shimLine(shims);
  return (
    <p style={{ display: 'flex', flexWrap: 'wrap', gap: '0 0.75rem', alignItems: 'center' }} className="no-print">
      <Small>
        On one line, mm: <code style={{ userSelect: 'all', overflowWrap: 'anywhere' }}>{line}</code>
      </Small>
      <QuietButton onPress={() => void copy(line)}>copy it</QuietButton>
      <Small role="status">{said}</Small>
    </p>
  );
}

/** Shims added by a line of text, or a whole stack put in the place of this one. */
export function AddLine({ onAdd, onReplace }: { onAdd(shims: Shim[]): void; onReplace(shims: Shim[]): void }) {
  const unit = useSystem() === 'metric' ? 'mm' : 'in';
  const [line, setLine] = useState('');
  const [problem, setProblem] = useState<Said | null>(null);
  const inUnits = useSaid();
  const take = (put: (shims: Shim[]) => void) => {
    const read = shimsIn(line, unit);
    if (!read.ok) return setProblem(line.trim() === '' ? null : issueWords(read.issue));
    setProblem(null);
    setLine('');
    put(read.value);
  };
  return (
    <div onKeyDown={(e) => e.key === 'Enter' && take(onAdd)}>
      <PlainField
        label={`Add shims, ${unit}: diameter × thickness × count, then Enter`}
        value={line}
        onChange={setLine}
        problem={problem && inUnits(problem)}
      />
      {/\d.*[x×*].*\d/i.test(line) && <QuietButton onPress={() => take(onReplace)}>Put it in place of this stack</QuietButton>}
    </div>
  );
}
