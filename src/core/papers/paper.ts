/** A paper as what stands on it: made here from records, set on pages by the server. */

/** What papers are printed in: dark enough to be read in grey. */
export const inks = { ink: '#1f2a37', muted: '#566070', rule: '#b9af98', warning: '#9a4321' } as const;

export type Tone = 'plain' | 'strong' | 'muted' | 'warning';

export interface Drawing {
  svg: string;
  caption: string;
  widthMm: number;
  heightMm: number;
}

export type Block =
  | { kind: 'title'; text: string; sub: string }
  | { kind: 'heading'; text: string }
  | { kind: 'text'; text: string; tone: Tone }
  | { kind: 'list'; items: string[] }
  | {
      kind: 'table';
      head: string[];
      rows: string[][];
      /** Shares of the width; their sum is 1. */
      widths: number[];
      /** Columns of figures stand at the right. */
      right: boolean[];
      /** The last rows that are sums. */
      sums: number;
    }
  /** One below the other, or two beside one another. */
  | { kind: 'drawings'; columns: 1 | 2; items: Drawing[] }
  | { kind: 'signature'; label: string; path: string; words: string }
  /** `code`: an address that a picture code on each opens; null = none. */
  | {
      kind: 'labels';
      widthMm: number;
      heightMm: number;
      texts: { big: string; small: string }[];
      code: string | null;
    }
  /** Photos of the job, two beside one another; one whose bytes are not there is named all the same. */
  | { kind: 'photos'; items: { fileId: string; caption: string }[] }
  /** A small picture, PNG or JPEG as data. */
  | { kind: 'logo'; data: string }
  | { kind: 'page' };

export interface Paper {
  title: string;
  /** Below each page: whose, what, for whom. */
  running: string;
  /** Said on every page that a simulated figure touches. */
  warning: string | null;
  blocks: Block[];
}

export const text = (words: string, tone: Tone = 'plain'): Block => ({ kind: 'text', text: words, tone });
export const heading = (words: string): Block => ({ kind: 'heading', text: words });
export const list = (items: string[]): Block[] => (items.length ? [{ kind: 'list', items }] : []);

/** @param columns head, share of the width, and whether its figures stand at the right. */
export function table(
  columns: readonly (readonly [head: string, width: number, right?: boolean])[],
  rows: string[][],
  sums = 0,
): Block {
  return {
    kind: 'table',
    head: columns.map(([h]) => h),
    widths: columns.map(([, w]) => w),
    right: columns.map(([, , r]) => r ?? false),
    rows,
    sums,
  };
}
