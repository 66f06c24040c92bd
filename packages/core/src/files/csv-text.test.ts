import fc from 'fast-check';
import { expect, test } from 'vitest';
import { inertText, textOfInert } from './csv-text.ts';

test.each([
  { text: '=HYPERLINK("http://x")', leaves: '\'=HYPERLINK("http://x")' },
  { text: '@SUM(A1)', leaves: "'@SUM(A1)" },
  { text: '+1-555-0100', leaves: "'+1-555-0100" },
  { text: '-see note', leaves: "'-see note" },
  { text: '\tx', leaves: "'\tx" },
  { text: '\rx', leaves: "'\rx" },
  { text: "'=x", leaves: "''=x" },
  { text: '-12.50', leaves: '-12.50' },
  { text: '-1,250 %', leaves: '-1,250 %' },
  { text: "it's", leaves: "it's" },
  { text: "'tis", leaves: "'tis" },
  { text: '', leaves: '' },
])('$text leaves as $leaves', ({ text, leaves }) => {
  expect(inertText(text)).toBe(leaves);
  expect(textOfInert(leaves)).toBe(text);
});

test('no text leaves so that it would be run, and every one comes back the same', () => {
  const any = fc.oneof(
    fc.string(),
    fc.string({ unit: fc.constantFrom("'", '=', '+', '-', '@', '\t', '\r', '1', 'x') }),
  );
  fc.assert(
    fc.property(any, (text) => {
      const leaves = inertText(text);
      expect(textOfInert(leaves)).toBe(text);
      expect(/^[=@\t\r]/.test(leaves)).toBe(false);
    }),
  );
});
