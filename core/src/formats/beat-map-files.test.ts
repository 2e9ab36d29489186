/** Beat maps in files: what goes out comes in again, and an independent parser (midi-parser-js) finds the beats where they are. */
import { parse } from 'midi-parser-js';
import { type BeatMap, barsOf } from '../beat-map/index.ts';
import { beatMapToCsv, beatMapToJson, beatMapToMidi, readBeatMap } from './beat-map-files.ts';

const MAP: BeatMap = {
  beats: Array.from({ length: 22 }, (_, i) => Number((1.25 + 0.55 * i + 0.02 * Math.sin(i)).toFixed(6))),
  sure: Array.from({ length: 22 }, (_, i) => (i === 5 ? 0.2 : 0.9)),
  bars: [
    { beat: 1, beats: 4, unit: '1/4' },
    { beat: 13, beats: 3, unit: '1/4' },
  ],
  parts: [{ name: 'verse', fromBar: 1, bars: 2 }],
};
const bytes = (text: string) => new TextEncoder().encode(text);

it('our own document: all of it, to the microsecond', () => {
  expect(readBeatMap('a.json', bytes(beatMapToJson('A record', MAP)))).toEqual(MAP);
});

it('CSV: seconds, bars and beats; ones make the bars again', () => {
  const text = beatMapToCsv(MAP);
  const lines = text.split('\r\n');
  expect(lines.slice(0, 4)).toEqual([
    'time_s,bar,beat',
    `${MAP.beats[0].toFixed(6)},,`,
    `${MAP.beats[1].toFixed(6)},1,1`,
    `${MAP.beats[2].toFixed(6)},1,2`,
  ]);
  const read = readBeatMap('a.csv', bytes(text));
  expect(read.beats).toEqual(MAP.beats);
  expect(barsOf(read).map(({ firstBeat, beats }) => [firstBeat, beats])).toEqual(
    barsOf(MAP).map(({ firstBeat, beats }) => [firstBeat, beats]),
  );
});

it('CSV of other programs: semicolons, no heading, times alone', () => {
  const read = readBeatMap('b.csv', bytes('0.5;x\n1.0;y\n1.5;z\n'));
  expect(read).toEqual({ beats: [0.5, 1, 1.5], bars: [{ beat: 0, beats: 4, unit: '1/4' }] });
});

it.each(['1/4', '1/8', '3/8'])('MIDI: the tempo map puts every beat where it is, a beat a %s', (unit) => {
  const map = { ...MAP, bars: MAP.bars.map((from) => ({ ...from, unit })) };
  const file = parse(beatMapToMidi('A record', map));
  let [tick, seconds, microseconds] = [0, 0, 500_000];
  const tempoTimes: number[] = [];
  for (const event of file.track[0].event) {
    seconds += (event.deltaTime * microseconds) / file.timeDivision / 1e6;
    tick += event.deltaTime;
    if (event.metaType === 0x51) {
      microseconds = event.data as number;
      tempoTimes.push(seconds);
    }
  }
  // The first tempo fills the time before the first beat; each of the others begins on a beat.
  expect(tempoTimes).toHaveLength(MAP.beats.length);
  tempoTimes.slice(1).forEach((timeS, i) => expect(Math.abs(timeS - MAP.beats[i])).toBeLessThan(1e-4));
  expect(Math.abs(seconds - MAP.beats.at(-1)!)).toBeLessThan(1e-4);
  expect(tick).toBeGreaterThan(0);
});

it('MIDI comes in again as the same beats and bars', () => {
  const read = readBeatMap('a.mid', beatMapToMidi('A record', MAP));
  const firstOne = read.beats[read.bars[0].beat];
  expect(firstOne).toBeCloseTo(MAP.beats[1], 4);
  // Whole beats before the first one belong to the file, not to the record.
  const last = read.beats.slice(-MAP.beats.length);
  last.forEach((timeS, i) => expect(Math.abs(timeS - MAP.beats[i])).toBeLessThan(1e-4));
  expect(
    barsOf(read)
      .slice(-3)
      .map(({ beats }) => beats),
  ).toEqual([3, 3, 3]);
});

it.each<[string, string, RegExp]>([
  ['a.json', '{"format":"feldspar-plan"}', /not a Feldspar beat map/],
  ['a.json', '{', /no JSON that can be read/],
  ['a.csv', 'time_s\n1\nsoon\n', /line 3 begins with “soon”/],
  ['a.csv', '1\n2\n1.5\n', /must follow each other/],
  ['a.csv', '1\n', /at least two beats/],
])('refuses %s: %s', (name, text, message) => {
  expect(() => readBeatMap(name, bytes(text))).toThrow(message);
});
