/**
 * Every colour of the application, by what it is for, in each of its themes: by day, in the dark, and out of doors in the
 * sun. The style of every page is made from it, so that drawings, words and surfaces change together.
 */
const light = {
  ink: '#1f2a37',
  action: '#1d4f7a',
  actionHover: '#173f63',
  panel: '#fffdf8',
  paper: '#f7f4ec',
  muted: '#566070',
  faint: '#8a8f96',
  rule: '#ddd6c6',
  strong: '#b9af98',
  chosen: '#e6eef3',
  cell: '#dce9f0',
  rust: '#b4532a',
  rustText: '#9a4321',
  rustWash: '#fbf1ec',
  rustBand: '#f3e0d6',
  rustPale: '#cf8a6a',
  ochre: '#b9801a',
  ochreText: '#7a520a',
  ochreWash: '#fbf3df',
  ochreBand: '#f3dfae',
  head0: '#e9f0f3',
  head1: '#cfe0e9',
  head2: '#b0cddc',
  head3: '#8db6cc',
  head4: '#6b9fbb',
  head5: '#5a91af',
  head6: '#4a83a3',
  isoline: '#2a6285',
  isolabel: '#143f5f',
  isolabelHalo: '#dfeaf0',
  earth: '#e7dfcc',
  gridDot: '#cdb88a',
  gridLine: '#eae4d6',
  masonry: '#cfc6b2',
  stone: '#eee7d8',
  stoneJoint: '#6f6a5c',
  plaster: '#f2efe8',
  lath: '#f4efe4',
  lathLine: '#5b6470',
  wood: '#efe4cc',
  woodGrain: '#7b6a4a',
  steel: '#aeb7c0',
  concrete: '#e4e1da',
  glassPane: '#eef4f6',
  glass: '#dfeaee',
  brick: '#e9d9c6',
  plasterboard: '#efece4',
  chipboard: '#e6d6b8',
  plywood: '#ecdcb9',
  marble: '#e9e9ea',
  floorboard: '#e2cfa6',
  stud: '#8a6f55',
  insulation: '#8d7444',
  circuit: '#8a8069',
  furniture: '#d9d2c3',
  hedge: '#dfe3d2',
};

export type ColourName = keyof typeof light;
type Palette = Record<ColourName, string>;

const dark: Palette = {
  ink: '#e9e7e0',
  action: '#86bce6',
  actionHover: '#a8d0ef',
  panel: '#1b2129',
  paper: '#14181e',
  muted: '#aeb5bf',
  faint: '#818b97',
  rule: '#38414c',
  strong: '#5f6a77',
  chosen: '#24364a',
  cell: '#22394c',
  rust: '#e08a5f',
  rustText: '#f2ab87',
  rustWash: '#33231c',
  rustBand: '#4a2f22',
  rustPale: '#a5634a',
  ochre: '#d9a441',
  ochreText: '#ebc67a',
  ochreWash: '#322a18',
  ochreBand: '#4b3d1c',
  head0: '#1e2b36',
  head1: '#223749',
  head2: '#27455c',
  head3: '#2d546f',
  head4: '#336382',
  head5: '#3a7193',
  head6: '#4280a4',
  isoline: '#8fc0de',
  isolabel: '#dbeef9',
  isolabelHalo: '#1d2f3d',
  earth: '#2b2a25',
  gridDot: '#4c4838',
  gridLine: '#2a3037',
  masonry: '#4a463d',
  stone: '#3d3a33',
  stoneJoint: '#8d8777',
  plaster: '#33322e',
  lath: '#34312b',
  lathLine: '#9aa3af',
  wood: '#3d3526',
  woodGrain: '#a08e66',
  steel: '#5a6570',
  concrete: '#3b3a37',
  glassPane: '#26343c',
  glass: '#2c3b44',
  brick: '#4a3a2c',
  plasterboard: '#34322e',
  chipboard: '#40382a',
  plywood: '#443b2a',
  marble: '#3a3a3d',
  floorboard: '#463c27',
  stud: '#b08f70',
  insulation: '#b09660',
  circuit: '#b3ab95',
  furniture: '#343a41',
  hedge: '#2c3a2c',
};

/** Black on white, nothing pale: hatches and materials as by day. */
const sun: Palette = {
  ...light,
  ink: '#000000',
  action: '#00396b',
  actionHover: '#002444',
  panel: '#ffffff',
  paper: '#ffffff',
  muted: '#22272e',
  faint: '#454b53',
  rule: '#767676',
  strong: '#3a3a3a',
  chosen: '#cfe2f2',
  cell: '#cfe2f2',
  rust: '#9c2a00',
  rustText: '#861f00',
  rustWash: '#fff3ec',
  rustBand: '#ffd6c2',
  rustPale: '#b3512c',
  ochre: '#855600',
  ochreText: '#573800',
  ochreWash: '#fff6dd',
  ochreBand: '#ffe199',
  head0: '#f2f8fc',
  head1: '#c9dfee',
  head2: '#9cc5dd',
  head3: '#71a9ca',
  head4: '#4a8eb6',
  head5: '#3a7da5',
  head6: '#2b6d94',
  isoline: '#003a5c',
  isolabel: '#00213b',
  isolabelHalo: '#ffffff',
  gridDot: '#9a9a9a',
  gridLine: '#c9c9c9',
  circuit: '#3f3a2c',
};

export const palettes = { light, dark, sun } as const;
/** What one may ask for; `auto` follows the machine. */
export const themes = ['auto', 'light', 'dark', 'sun'] as const;
export type Theme = (typeof themes)[number];

export const themeCookie = 'nestle-theme';

/** What is kept in this browser; anything else is `auto`. */
export const themeOf = (kept: string | undefined): Theme => themes.find((t) => t === kept) ?? 'auto';

/** `isolabelHalo` → `--color-isolabel-halo`; a figure is a part of its own. */
export const variableOf = (name: string): string =>
  `--color-${name.replace(/[A-Z]|\d+/g, (part) => `-${part.toLowerCase()}`)}`;

const rules = (palette: Palette, scheme: 'light' | 'dark'): string =>
  `color-scheme:${scheme};${Object.entries(palette)
    .map(([name, value]) => `${variableOf(name)}:${value}`)
    .join(';')}`;

/** The style of all themes. Paper is always light: what is printed, and what shows on screen how it will be. */
export const themeStyle = (): string =>
  [
    `:root,[data-paper]{${rules(light, 'light')}}`,
    `@media screen and (prefers-color-scheme:dark){:root[data-theme=auto]{${rules(dark, 'dark')}}}`,
    `@media screen and (prefers-contrast:more){:root[data-theme=auto]{${rules(sun, 'light')}}}`,
    `@media screen{:root[data-theme=dark]{${rules(dark, 'dark')}}:root[data-theme=sun]{${rules(sun, 'light')}}}`,
    `@media screen{:root [data-paper]{${rules(light, 'light')};color:var(--color-ink)}}`,
  ].join('\n');
