import { type ColourName, palettes, variableOf } from './palette';

/** Every colour by what it is for, as it is in the theme that is shown: for styles and drawings of the page. */
export const colour = Object.fromEntries(
  Object.keys(palettes.light).map((name) => [name, `var(${variableOf(name)})`]),
) as Readonly<Record<ColourName, string>>;

/** A colour as it is now, for a canvas, which knows no variables. @param value of `colour`. */
export function painted(value: string): string {
  const name = /^var\((--[a-z0-9-]+)\)$/.exec(value)?.[1];
  return name ? getComputedStyle(document.documentElement).getPropertyValue(name).trim() : value;
}
