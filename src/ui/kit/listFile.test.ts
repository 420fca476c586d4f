import { csvLines, decoded, encodingOf, headingsOf } from './listFile';

/** Lists as older programs write them. Code points: Windows-1252 and UTF-16 as in the Encoding Standard. */

test('letters are found by their bytes: UTF-8, Windows, UTF-16 with its mark', () => {
  const utf8 = new TextEncoder().encode('name\nJörg');
  const windows = Uint8Array.from([...'name\nJ'].map((c) => c.charCodeAt(0)).concat([0xf6, 0x72, 0x67]));
  const utf16 = Uint8Array.from([0xff, 0xfe, ...[...'Jörg'].flatMap((c) => [c.charCodeAt(0) & 255, c.charCodeAt(0) >> 8])]);
  expect([utf8, windows, utf16].map(encodingOf)).toEqual(['utf-8', 'windows-1252', 'utf-16le']);
  expect(decoded(windows, 'windows-1252')).toBe('name\nJörg');
  expect(decoded(utf16, 'utf-16le')).toBe('Jörg');
});

test('lines keep the numbers they have in the file: empty ones, and cells of several lines, are counted', () => {
  const text = 'Customers of the shop\n\nname,phone\n"Abe\nQuill",1\n\nOona,2\n';
  const lines = csvLines(text);
  expect(lines.map((l) => [l.line, l.cells[0]])).toEqual([
    [1, 'Customers of the shop'],
    [3, 'name'],
    [4, 'Abe\nQuill'],
    [7, 'Oona'],
  ]);
  // A title above is no heading.
  expect(headingsOf(lines)).toBe(1);
});

test('a list that begins with its figures has no headings', () => {
  expect(headingsOf(csvLines('0.00,12\n0.01,13\n'))).toBeNull();
  expect(headingsOf(csvLines('time;rear\n0,00;12\n'))).toBe(0);
});
