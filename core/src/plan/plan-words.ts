/** A plan's parts in words, as a musician would say them. */
import {
  Fraction,
  type Meter,
  countedLengthName,
  nameOfLength,
  parseFraction,
  placeName,
  pluralOfLength,
} from '../time/index.ts';
import { groupingOf } from './grouping.ts';
import type { ClickLayer, PlayLine, Silence } from './schema.ts';

/** "every 5 quarters, an eighth later", "on 2 and 4", "drums, half time". */
export function layerWords(layer: ClickLayer, meter: Meter): string {
  if (layer.at) return placesWords(layer.at, meter);
  if (layer.every !== undefined) return `${everyWords(layer.every)}${laterWords(layer.from)}`;
  return [
    layer.groove ?? '',
    layer.feel && layer.feel !== 'regular' ? `${layer.feel} time` : '',
    laterWords(layer.shift).replace(/^, /, ''),
    layer.checkpoint ? `a cymbal every ${layer.checkpoint === 1 ? 'bar' : `${layer.checkpoint} bars`}` : '',
    layer.fill ? `a fill every ${layer.fill} bars` : '',
  ]
    .filter(Boolean)
    .join(', ');
}

/** "every quarter", "5 sixteenths, the first accented", "from bar 5". */
export function lineWords(line: PlayLine, meter: Meter): string {
  const first = line.fromBar ?? (typeof line.from === 'number' ? line.from : 1);
  const bars = [
    first > 1 ? `from bar ${first}` : '',
    line.until === undefined ? '' : `${first > 1 ? '' : 'bars 1 '}to bar ${line.until}`,
  ];
  return [lineKindWords(line, meter), bars.filter(Boolean).join(' ')].filter(Boolean).join(', ');
}

function lineKindWords(line: PlayLine, meter: Meter): string {
  if (line.at) return placesWords(line.at, meter);
  if (line.free !== undefined) return `anything on ${pluralOfLength(parseFraction(line.free))}`;
  if (line.every !== undefined) {
    return `${everyWords(line.every)}${typeof line.from === 'string' ? laterWords(line.from) : ''}`;
  }
  const notes = line.rhythm ?? [];
  const grouping = groupingOf(notes);
  if (grouping)
    return `groups of ${grouping.notes} ${pluralOfLength(parseFraction(grouping.note))}, the first accented`;
  const played = notes.filter(({ rest }) => !rest).length;
  return `a rhythm of ${played} ${played === 1 ? 'note' : 'notes'}`;
}

/** "2 bars with the click, then 1, 2, 3, 4 without". */
export function silenceWords(silence: Silence | undefined): string {
  if (!silence) return 'none: it sounds throughout';
  if (silence.sound !== undefined) {
    const runs = [silence.silent ?? 1].flat();
    return `${barsText(silence.sound)} with the click, then ${runs.join(', ')} without`;
  }
  if (silence.bars !== undefined)
    return `bars ${[...silence.bars].map((c) => (c === 'x' ? 'with' : 'without')).join(', ')}`;
  if (silence.dropChance !== undefined)
    return `each click is left out by chance, ${Math.round(100 * silence.dropChance)} in 100`;
  const { fadeDb = 0 } = silence;
  return `${Math.abs(fadeDb)} dB ${fadeDb < 0 ? 'softer' : 'louder'} each bar`;
}

const barsText = (bars: number) => `${bars} ${bars === 1 ? 'bar' : 'bars'}`;

function everyWords(step: string): string {
  return `every ${countedLengthName(parseFraction(step))}`;
}

function laterWords(from: string | undefined): string {
  if (from === undefined || /^0+(\/|$)/.test(from)) return '';
  return `, ${countedLengthName(parseFraction(from), true)} later`;
}

/** "on every quarter" when all beats are there, else "on 2 and 4". */
function placesWords(at: readonly string[], meter: Meter): string {
  const places = [...new Set(at)].map(parseFraction).sort((a, b) => a.compare(b));
  const beats = places.filter((place) => place.mod(meter.unit).equals(new Fraction(0)));
  if (places.length === beats.length && beats.length === meter.beats && meter.beats > 1)
    return `on every ${nameOfLength(meter.unit)} of the bar`;
  const names = places.map((place) => placeName(place, meter));
  const [last, ...before] = names.reverse();
  return `on ${before.length > 0 ? `${before.reverse().join(', ')} and ` : ''}${last}`;
}
