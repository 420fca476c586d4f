/** Characters of a seal that are printed: enough that no other record's begins alike. */
const CHARACTERS_ON_PAPER = 16;
/** A seal as papers and pages show it: 0123 4567 89ab cdef. */
export const sealShown = (seal: string): string => seal.slice(0, CHARACTERS_ON_PAPER).replace(/(.{4})(?=.)/g, '$1 ');
/** As it is compared: blanks and capitals do not matter; null where it is no part of a seal. */
export const sealTyped = (text: string): string | null => {
  const digits = text.replace(/\s+/g, '').toLowerCase();
  return /^[0-9a-f]{8,64}$/.test(digits) ? digits : null;
};

/** What of a signed record is not as it was signed, in words after "Record 12 of job 0101: ". */
export const BROKEN_WORDS = {
  content: 'its content is not what was signed',
  place: 'its place in the chain is not what it was',
  signature: 'who signed, when, why or what it corrects is not what was signed',
  entries: 'the entries of the job are not those that were signed',
  setups: 'the set-ups it left are not those that were signed',
  stock: 'what it took from the drawers is not what was signed',
  shims: 'the shims it took are not those that were signed',
  picture: 'a picture or a voice note of the job is missing or changed',
} as const;
export type BrokenPart = keyof typeof BROKEN_WORDS;
