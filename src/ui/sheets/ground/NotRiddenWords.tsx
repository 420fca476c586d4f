import { fieldDef } from '@/catalogue/fields';
import { Warn } from '../../kit/primitives';

/** Why a fit cannot be ridden: the figures still to be given, or that its springs do not hold the load. */
export function NotRiddenWords({ name, missing }: { name: string; missing: readonly string[] }) {
  const names = new Set(missing.map((field) => fieldDef(field).label.toLowerCase()));
  return (
    <Warn>
      {name} cannot be ridden:{' '}
      {names.size > 0 ? `still to be given ${[...names].join(', ')}.` : 'its springs do not hold this load off the end of the travel.'}
    </Warn>
  );
}
