/** Clicks and notes of a section that lie behind the end of its bar. */
import { barLength, isFractionText, meterName, parseFraction } from '../time/index.ts';

interface Placed {
  meter: { beats: number; unit: string };
  clicks: readonly { at?: string[] | undefined; accent?: string[] | undefined }[];
  play: readonly { at?: string[] | undefined }[];
}

/** Places that lie behind the end of the bar, by their path in the section. A fraction that cannot be read is refused elsewhere. */
export function outsideTheBar({
  meter,
  clicks,
  play,
}: Placed): { path: (string | number)[]; message: string }[] {
  if (!isFractionText(meter.unit)) return [];
  const exact = { beats: meter.beats, unit: parseFraction(meter.unit) };
  const bar = barLength(exact);
  const outside = (list: string[] | undefined, path: (string | number)[], what: string) =>
    (list ?? []).flatMap((text, i) =>
      isFractionText(text) && parseFraction(text).gte(bar)
        ? [
            {
              path: [...path, i],
              message: `${what} at ${text} lies outside a bar of ${meterName(exact)}, which ends at ${bar.toFraction()}`,
            },
          ]
        : [],
    );
  return [
    ...clicks.flatMap(({ at, accent }, i) => [
      ...outside(at, ['clicks', i, 'at'], 'a click'),
      ...outside(accent, ['clicks', i, 'accent'], 'an accent'),
    ]),
    ...play.flatMap(({ at }, i) => outside(at, ['play', i, 'at'], 'a note')),
  ];
}
