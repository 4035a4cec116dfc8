/** The letters of our fonts: the files of them, and any words in those letters that they have. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';

/** The program's own folder holds the fonts: NESTLE_HOME, else where it was started. */
export const fontFile = (weight: 400 | 700): Buffer =>
  readFileSync(
    join(
      process.env.NESTLE_HOME ?? process.cwd(),
      'node_modules/@fontsource/atkinson-hyperlegible-next/files',
      `atkinson-hyperlegible-next-latin-${weight}-normal.woff`,
    ),
  );

/** Letters that the font has: Latin with its marks, figures, the signs that papers use. Others become a box, and the paper says so. */
const known =
  /[\u0009\u000a\u0020-\u007e\u00a0-\u00ff\u0131\u0152\u0153\u02c6\u02da\u02dc\u2013\u2014\u2018-\u201a\u201c-\u201e\u2020-\u2022\u2026\u2039\u203a\u20ac\u2122\u2212]/u;
const substitutes: Readonly<Record<string, string>> = {
  '\u2009': ' ',
  '\u202f': ' ',
  '\u2192': '–',
  '\u2032': "'",
  '\u2033': '"',
  '\u2265': '>=',
  '\u2264': '<=',
};

/** Latin letters that are no letter with a mark to Unicode. */
const bare: Readonly<Record<string, string>> = {
  Ł: 'L',
  ł: 'l',
  Đ: 'D',
  đ: 'd',
  Ħ: 'H',
  ħ: 'h',
  ŧ: 't',
  Ŧ: 'T',
};

/**
 * Words in the letters that the fonts have. A Latin letter whose mark they lack is written without it, any other as a dot.
 * @returns isWhole: none had to be written otherwise than by its like.
 */
export function inOurLetters(words: string): { text: string; isWhole: boolean } {
  let isWhole = true;
  // a letter with its mark apart is one with it where there is such a one
  const text = [...words.normalize('NFC')]
    .map((c) => {
      const like = substitutes[c] ?? c;
      if (known.test(like)) return like;
      isWhole = false;
      const [base = ''] = like.normalize('NFD');
      return known.test(base) ? base : (bare[like] ?? '\u2022');
    })
    .join('');
  return { text, isWhole };
}
