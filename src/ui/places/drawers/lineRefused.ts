import { said, type Said } from '@/core/units/say';
import type { Refusal } from '../../kit/useForm';

/** A list is taken whole or not at all: the line of the file that was refused is named, and that nothing was taken. */
export const lineRefused =
  (list: string, lines: readonly number[]) =>
  ({ path, words }: Refusal): Said =>
    said`${path[0] === list ? `Line ${lines[Number(path[1])] ?? Number(path[1]) + 1}: ` : ''}${words} Nothing was taken.`;
