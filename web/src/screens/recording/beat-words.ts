/** What a beat map says of itself, in words. */
import { type BeatMap, barsOf, rateAround, steadyTempo } from '@feldspar/core/beat-map';
import { meterName, parseFraction } from '@feldspar/core/time';
import { plural } from '../../text/text.ts';

/** Beats of which so little is known are called doubtful. */
export const DOUBTFUL = 0.3;
const FAIRLY = 0.7;
const FEWEST = 4;

export function headOfMap(map: BeatMap): string {
  const [{ beats, unit }] = map.bars;
  const meter = meterName({ beats, unit: parseFraction(unit) });
  const steady = steadyTempo(map.beats);
  const tempo = !steady
    ? `about ${Math.round(rateAround(map, map.beats.length >> 1))} a minute`
    : steady.isSteady
      ? `steady, ${steady.bpm.toFixed(2)} a minute (± ${steady.within.toFixed(2)})`
      : `${rangeOf(map)} a minute, its own tempo`;
  return `${plural(map.beats.length, 'beat')}, ${plural(barsOf(map).length, 'bar')} of ${meter}: ${tempo}.`;
}

function rangeOf(map: BeatMap): string {
  const rates = map.beats.map((_, i) => rateAround(map, i));
  const [low, high] = [Math.min(...rates), Math.max(...rates)].map(Math.round);
  return low === high ? `about ${low}` : `${low} to ${high}`;
}

/** Stretches of beats that cannot be told, as indices of their first and last beats. */
export function doubtfulIn({ sure }: BeatMap): { first: number; last: number }[] {
  const found: { first: number; last: number }[] = [];
  let first = 0;
  for (let i = 0; sure && i <= sure.length; i++) {
    if (i < sure.length && sure[i] < DOUBTFUL) continue;
    if (i - first >= FEWEST) found.push({ first, last: i - 1 });
    first = i + 1;
  }
  return found;
}

export const surenessOf = (sure: number): string =>
  sure >= FAIRLY ? 'sure' : sure >= DOUBTFUL ? 'fairly sure' : 'doubtful';
