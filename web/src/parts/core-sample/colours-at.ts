import { type CorePalette, LIGHT } from '../../theme/palette.ts';

/** A canvas knows no CSS variables: what they are where it stands. */
export function coloursAt(element: Element): CorePalette {
  const style = getComputedStyle(element);
  return Object.fromEntries(
    Object.entries(LIGHT).map(([name, usual]) => [
      name,
      style.getPropertyValue(`--mui-palette-core-${name}`).trim() || usual,
    ]),
  ) as unknown as CorePalette;
}
