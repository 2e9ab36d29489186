/**
 * Beat maps as files: our own open document (docs/beat-map.md), CSV (a line a beat: seconds, bar, beat), and a Standard MIDI File whose tempo map it is
 * (out, and back in), a beat a quarter, eighth or whatever its note is.
 */
import Papa from 'papaparse';
import {
  type BeatMap,
  type BeatMapFile,
  barsOf,
  beatMapFileSchema,
  beatMapSchema,
} from '../beat-map/index.ts';
import { parseFraction, ratioOf } from '../time/index.ts';
import { type TimedEvent, midiBytes } from './midi-bytes.ts';
import { parseMidiFile } from './midi-file.ts';

export const MOST_MAP_BYTES = 2 * 1024 * 1024;
const TICKS_A_QUARTER = 960;
const MOST_MICROSECONDS = 2 ** 24 - 1;
const USUAL_MICROSECONDS = 500_000;

export function beatMapToJson(title: string, map: BeatMap): string {
  const file: BeatMapFile = { format: 'feldspar-beat-map', version: 1, title: title.slice(0, 200), map };
  return `${JSON.stringify(file, null, 1)}\n`;
}

/** RFC 4180, with a heading: time_s, bar, beat; both are empty before the first one. */
export function beatMapToCsv(map: BeatMap): string {
  const places = new Map<number, { bar: number; beat: number }>();
  for (const { number, firstBeat, beats } of barsOf(map))
    for (let k = 0; k < beats; k++) places.set(firstBeat + k, { bar: number, beat: k + 1 });
  // What fills no bar at the end belongs to one that is not whole.
  const last = barsOf(map).at(-1);
  if (last)
    for (let i = last.firstBeat + last.beats; i < map.beats.length; i++)
      places.set(i, { bar: last.number + 1, beat: i - last.firstBeat - last.beats + 1 });
  const rows = map.beats.map((timeS, i) => {
    const place = places.get(i);
    return [timeS.toFixed(6), place?.bar ?? '', place?.beat ?? ''].join(',');
  });
  return ['time_s,bar,beat', ...rows, ''].join('\r\n');
}

/** From the beginning of the record on, so that a program that has both lays them over each other. */
export function beatMapToMidi(title: string, map: BeatMap): Uint8Array {
  const { n, d } = ratioOf(parseFraction(map.bars[0].unit));
  const ticksABeat = Math.round((4 * TICKS_A_QUARTER * n) / d);
  // A quarter lasts so many microseconds where a beat lasts so many seconds.
  const tempo = (beatS: number) =>
    Math.max(1, Math.min(MOST_MICROSECONDS, Math.round((1e6 * beatS * TICKS_A_QUARTER) / ticksABeat)));
  const [firstS] = map.beats;
  const usualS = map.beats[1] - firstS;
  // Whole beats before the first one, so that they fill the time before it at about its tempo.
  const before = firstS < 1e-6 ? 0 : Math.max(1, Math.round(firstS / usualS));
  const events: TimedEvent[] = [
    { tick: 0, event: { type: 'trackName', text: title.replace(/[^\x20-\x7e]/g, '') } },
  ];
  if (before > 0) events.push({ tick: 0, event: { type: 'setTempo', microseconds: tempo(firstS / before) } });
  const tickOf = (beat: number) => (before + beat) * ticksABeat;
  map.beats.slice(1).forEach((timeS, i) => {
    events.push({ tick: tickOf(i), event: { type: 'setTempo', microseconds: tempo(timeS - map.beats[i]) } });
  });
  for (const { beat, beats, unit } of map.bars) {
    const { n: over, d: under } = ratioOf(parseFraction(unit));
    const denominator = 2 ** Math.ceil(Math.log2(under));
    const numerator = Math.min(255, Math.round((beats * over * denominator) / under));
    events.push({ tick: tickOf(beat), event: { type: 'timeSignature', numerator, denominator } });
  }
  return midiBytes([events], TICKS_A_QUARTER, tickOf(map.beats.length - 1));
}

/** @throws RangeError that says what is wrong and what is expected. */
export function readBeatMap(name: string, bytes: Uint8Array): BeatMap {
  if (bytes.length > MOST_MAP_BYTES) throw new RangeError(`${name} is too large for a beat map.`);
  if (String.fromCharCode(...bytes.subarray(0, 4)) === 'MThd') return ofMidi(name, bytes);
  const text = new TextDecoder().decode(bytes).replace(/^\uFEFF/, '');
  return text.trimStart().startsWith('{') ? ofJson(name, text) : ofCsv(name, text);
}

function ofJson(name: string, text: string): BeatMap {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch {
    throw new RangeError(`${name} is no JSON that can be read.`);
  }
  const read = beatMapFileSchema.safeParse(value);
  if (!read.success) throw new RangeError(`${name}: ${read.error.issues[0].message}.`);
  return read.data.map;
}

function ofCsv(name: string, text: string): BeatMap {
  const { data } = Papa.parse<string[]>(text, { skipEmptyLines: 'greedy' });
  const rows = data.filter(([first], i) => i > 0 || Number.isFinite(Number.parseFloat(first)));
  const beats = rows.map(([cell], i) => {
    const timeS = Number(cell.trim());
    if (cell.trim() === '' || !Number.isFinite(timeS))
      throw new RangeError(
        `${name}: line ${i + 1 + data.length - rows.length} begins with “${cell.slice(0, 40)}”; a time in seconds is expected there, like 12.345.`,
      );
    return timeS;
  });
  const ones = rows.flatMap(([, , beat], i) => (beat?.trim() === '1' ? [i] : []));
  return checked(name, { beats, bars: barsFromOnes(ones) });
}

/** Bars as long as from one "one" to the next; where that changes bars begin anew. */
function barsFromOnes(ones: readonly number[]): BeatMap['bars'] {
  if (ones.length < 2) return [{ beat: ones[0] ?? 0, beats: 4, unit: '1/4' }];
  const bars: BeatMap['bars'] = [];
  ones.slice(0, -1).forEach((beat, i) => {
    const beats = ones[i + 1] - beat;
    if (bars.at(-1)?.beats !== beats) bars.push({ beat, beats, unit: '1/4' });
  });
  return bars;
}

function ofMidi(name: string, bytes: Uint8Array): BeatMap {
  const { midi, problem } = parseMidiFile(bytes, 'no tempo map');
  if (problem !== undefined) throw new RangeError(`${name}: ${problem}`);
  const perQuarter = midi.header.ticksPerBeat;
  if (!perQuarter) throw new RangeError(`${name} counts in film frames, not in notes.`);
  const tempos: { tick: number; microseconds: number }[] = [];
  const meters: { tick: number; beats: number; unit: number }[] = [];
  let end = 0;
  for (const track of midi.tracks) {
    let tick = 0;
    for (const event of track) {
      tick += event.deltaTime;
      if (event.type === 'setTempo') tempos.push({ tick, microseconds: event.microsecondsPerBeat });
      if (event.type === 'timeSignature' && event.numerator > 0)
        meters.push({ tick, beats: event.numerator, unit: event.denominator });
    }
    end = Math.max(end, tick);
  }
  tempos.sort((a, b) => a.tick - b.tick);
  meters.sort((a, b) => a.tick - b.tick);
  const unit = meters[0]?.unit ?? 4;
  const step = (4 * perQuarter) / unit;
  const first = meters[0]?.tick ?? 0;
  const beats: number[] = [];
  let [next, seconds, at, microseconds] = [0, 0, 0, USUAL_MICROSECONDS];
  const goTo = (tick: number) => {
    while (next < tempos.length && tempos[next].tick <= tick) {
      seconds += ((tempos[next].tick - at) * microseconds) / perQuarter / 1e6;
      at = tempos[next].tick;
      microseconds = tempos[next++].microseconds;
    }
    seconds += ((tick - at) * microseconds) / perQuarter / 1e6;
    at = tick;
  };
  const from = first % step;
  for (let tick = from; tick <= end && beats.length < 100_000; tick += step) {
    goTo(tick);
    beats.push(Number(seconds.toFixed(6)));
  }
  const beatOf = (tick: number) => Math.round((tick - from) / step);
  const bars = meters.map(({ tick, beats: n, unit: d }) => ({
    beat: beatOf(tick),
    beats: n,
    unit: `1/${d}`,
  }));
  return checked(name, { beats, bars: bars.length > 0 ? bars : [{ beat: 0, beats: 4, unit: '1/4' }] });
}

function checked(name: string, map: BeatMap): BeatMap {
  const read = beatMapSchema.safeParse(map);
  if (!read.success) throw new RangeError(`${name}: ${read.error.issues[0].message}.`);
  return read.data;
}
