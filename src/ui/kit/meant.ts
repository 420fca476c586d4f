/** The unit shown is the unit meant: what forms that are sent whole send of a number typed without one. */

/** No unit is written; a tape's fraction speaks for itself. */
export const isBare = (text: string): boolean => !/[a-zµ°"'″′%]/i.test(text);

export const meant = (text: string, unit: string): string =>
  text.trim() === '' || !isBare(text) || unit === '' ? text : `${text.trim()} ${unit}`;
