/** What a zip from elsewhere may hold: limits of ours, whatever its sender says. */
export interface ZipLimits {
  manifestBytes: number;
  files: number;
  /** Of all files together, as they come out of the zip. */
  inflatedBytes: number;
}

/** A whole book, taken in by whoever keeps it: a manifest names every file, and a book of a million pictures has one of some hundred megabytes. From memory. */
export const BOOK_LIMITS: ZipLimits = { manifestBytes: 300_000_000, files: 3_000_000, inflatedBytes: Infinity };
/** One machine from another shop. From memory: the largest seen has some hundred pictures. */
export const MACHINE_LIMITS: ZipLimits = { manifestBytes: 2_000_000, files: 12_000, inflatedBytes: 400_000_000 };

/** The most brackets one document of ours has within another is eleven. */
const MAX_DEPTH = 40;

/** Whether a text of JSON has more brackets within one another than any document of ours: a parser would follow them for minutes. */
export function isTooDeep(json: Uint8Array, most = MAX_DEPTH): boolean {
  const [QUOTE, BACKSLASH, OPEN, OPEN_LIST, CLOSE, CLOSE_LIST] = [0x22, 0x5c, 0x7b, 0x5b, 0x7d, 0x5d];
  let depth = 0;
  let isText = false;
  for (let i = 0; i < json.length; i += 1) {
    const sign = json[i];
    if (isText) {
      if (sign === BACKSLASH) i += 1;
      else if (sign === QUOTE) isText = false;
    } else if (sign === QUOTE) isText = true;
    else if (sign === OPEN || sign === OPEN_LIST) {
      depth += 1;
      if (depth > most) return true;
    } else if (sign === CLOSE || sign === CLOSE_LIST) depth -= 1;
  }
  return false;
}
