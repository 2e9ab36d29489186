/** The clicks of a section's layers: at places of the bar, every so often, or as a groove. */
import { type Meter, parseFraction } from '../time/index.ts';
import { type GrooveName, grooveLoop } from './groove.ts';
import type { ClickLayer } from './schema.ts';
import { type Place, spotsOf } from './spots.ts';
import type { Click } from './timeline.ts';

export const DEFAULT_VOICE = 'wood';

/** In order of time, all of them sounding. */
export function layerClicks(layers: readonly ClickLayer[], meter: Meter, place: Place): Click[] {
  return layers
    .flatMap((layer, i) =>
      layer.groove === undefined ? clicksOf(layer, i, place) : grooveClicks(layer, i, meter, place),
    )
    .sort((a, b) => a.timeS - b.timeS);
}

function clicksOf(layer: ClickLayer, index: number, place: Place): Click[] {
  const accents = new Set((layer.accent ?? []).map((text) => parseFraction(text).toFraction()));
  return spotsOf(layer, place).map((spot) => ({
    timeS: spot.timeS,
    bar: spot.bar,
    position: spot.position,
    voice: layer.voice ?? DEFAULT_VOICE,
    accent: accents.has(spot.positionText),
    gainDb: layer.gainDb ?? 0,
    sounding: true,
    layer: index,
  }));
}

/** The loop, shifted as a whole: what leaves it at its end comes in again at its start. */
function grooveClicks(layer: ClickLayer, index: number, meter: Meter, place: Place): Click[] {
  const { length, strokes } = grooveLoop({ ...layer, groove: layer.groove as GrooveName }, meter);
  const shift = parseFraction(layer.shift ?? '0');
  return strokes.flatMap(({ position, voice }) => {
    const from = position.add(shift).mod(length).toFraction();
    return spotsOf({ every: length.toFraction(), from }, place).map((spot): Click => ({
      timeS: spot.timeS,
      bar: spot.bar,
      position: spot.position,
      voice: layer.voice ?? voice,
      accent: false,
      gainDb: layer.gainDb ?? 0,
      sounding: true,
      layer: index,
    }));
  });
}
