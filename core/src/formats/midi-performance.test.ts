import { compile } from '../plan/index.ts';
import { plan, withCountIn } from '../testing/plans.ts';
import { type MidiPerformance, midiOf, performanceOfMidi, strokesOfParts } from './index.ts';

const bytesOf = (hex: string) => Uint8Array.from(Buffer.from(hex.replaceAll(/\s/g, ''), 'hex'));
const trackOf = (hex: string) => {
  const events = hex.replaceAll(/\s/g, '');
  return `4d54726b ${(events.length / 2).toString(16).padStart(8, '0')} ${events}`;
};
const END = '00 ff2f00';

/** Written byte by byte after SMF 1.0: division, then tracks. */
const file = (division: string, ...tracks: string[]) =>
  bytesOf(
    `4d546864 00000006 0001 ${tracks.length.toString(16).padStart(4, '0')} ${division} ${tracks.map(trackOf).join('')}`,
  );

function read(bytes: Uint8Array): MidiPerformance {
  const { performance, problem } = performanceOfMidi(bytes, 'x.mid');
  if (!performance) throw new Error(problem);
  return performance;
}

const ms = ({ notes }: MidiPerformance) => notes.map(({ timeS }) => Math.round(1e6 * timeS) / 1000);

describe('a performance in a Standard MIDI File', () => {
  it('E7 28 counts milliseconds (SMF 1.0, "Division": 25 frames, 40 a frame)', () => {
    const milliseconds = file('e728', `00 904040  8768 80 4000  00 904050 0a 904000 ${END}`);
    const { notes, durationS } = read(milliseconds);
    expect(notes.map(({ timeS }) => timeS)).toEqual([0, 1]);
    expect(notes[0]).toMatchObject({ endS: 1, strength: 0x40 / 127 });
    // One struck with no force is let go.
    expect(notes[1].endS).toBeCloseTo(1.01, 12);
    expect(durationS).toBeCloseTo(1.01, 12);
  });

  it('29 frames are the 29.97 of television', () => {
    expect(ms(read(file('e350', `8930 90 4040 ${END}`)))).toEqual([500.5]);
  });

  it('without a tempo a quarter lasts half a second; each change of it counts from its tick, whichever track says it', () => {
    const plain = file('0060', `00 904040 60 804000 00 904140 ${END}`);
    expect(ms(read(plain))).toEqual([0, 500]);
    // 07 A1 20 is 120, 0F 42 40 is 60 (SMF 1.0, "Set Tempo").
    const changing = file(
      '0060',
      `30 ff51030f4240 60 ff510307a120 ${END}`,
      `00 904040 60 904140 60 904240 ${END}`,
    );
    expect(ms(read(changing))).toEqual([0, 750, 1500]);
  });

  it('every sounding click of a plan lies where the timeline has it, through a ramp and other meters', () => {
    const document = withCountIn(
      plan(
        { bars: 4, tempo: { bpm: 60, toBpm: 120, beat: '1/4' } },
        {
          bars: 2,
          meter: { beats: 6, unit: '1/8' },
          clicks: [{ every: '1/8' }],
          tempo: { bpm: 50, beat: '3/8' },
        },
      ),
    );
    const wanted = compile(document).clicks.filter(({ sounding }) => sounding);
    const { notes, parts } = read(midiOf(document));
    expect(parts).toHaveLength(1);
    expect(parts[0]).toMatchObject({ track: 2, channel: 10, name: 'Clicks', notes: wanted.length });
    // A tick is at most a millisecond here, and the file's ramp is made of sixteenths.
    notes.forEach(({ timeS }, i) => expect(Math.abs(timeS - wanted[i].timeS)).toBeLessThan(1.5e-3));
  });

  it('tracks and channels are told apart, and only the chosen ones count', () => {
    const two = file(
      '0060',
      // Track 1 plays on channels 1 and 10 in turn; its name comes after its first note.
      `00 904040 00 ff03 04 4c656674 30 994050 30 904040 ${END}`,
      `60 914040 ${END}`,
    );
    const performance = read(two);
    expect(performance.parts).toEqual([
      { track: 1, channel: 1, name: 'Left', notes: 2, firstS: 0, lastS: 0.5 },
      { track: 1, channel: 10, name: 'Left', notes: 1, firstS: 0.25, lastS: 0.25 },
      { track: 2, channel: 2, name: '', notes: 1, firstS: 0.5, lastS: 0.5 },
    ]);
    const times = (parts: number[]) => strokesOfParts(performance, parts).map(({ timeS }) => timeS);
    expect(times([0])).toEqual([0, 0.5]);
    expect(times([1, 2])).toEqual([0.25, 0.5]);
    // Those of two parts at one moment are one stroke.
    expect(times([0, 1, 2])).toEqual([0, 0.25, 0.5]);
  });

  it('tracks that are lines of their own keep their strokes, however close', () => {
    const two = file('e728', `00 904020 14 904460 8360 904040 ${END}`, `0a 914040 8f00 914040 ${END}`);
    const performance = read(two);
    const told = (each: boolean) =>
      strokesOfParts(performance, [0, 1], each).map(({ timeS, part }) => [timeS, part]);
    expect(told(true)).toEqual([
      [0, 0],
      [0.01, 1],
      [0.5, 0],
      [1.93, 1],
    ]);
    expect(told(false)).toEqual([
      [0, 0],
      [0.5, 0],
      [1.93, 1],
    ]);
  });

  it('a chord is one stroke: as early as its first note, as hard as its hardest, as long as its longest', () => {
    const chord = file('e728', `00 904020 14 904460 14 804000 14 804400 8360 904040 ${END}`);
    const strokes = strokesOfParts(read(chord), [0]);
    expect(strokes).toHaveLength(2);
    expect(strokes[0].timeS).toBe(0);
    expect(strokes[0].strength).toBeCloseTo(0x60 / 127, 12);
    expect(strokes[0].endS).toBeCloseTo(0.06, 12);
  });

  it('notes of a run at 25 a second stay notes of their own', () => {
    const run = file('e728', `00 904040 28 904140 28 904240 28 904340 ${END}`);
    expect(strokesOfParts(read(run), [0])).toHaveLength(4);
  });

  it.each([
    ['no MIDI', new TextEncoder().encode('RIFF'), /does not begin as one/],
    ['without notes', file('0060', END), /holds no notes/],
    ['longer than four hours', file('e728', `00 904040 8f8f8f7f 804000 ${END}`), /longer than four hours/],
    ['cut short', file('0060', `00 904040 ${END}`).slice(0, -3), /cut short/],
  ])('%s is refused with its reason', (_, bytes, why) => {
    expect(performanceOfMidi(bytes, 'x.mid').problem).toMatch(why);
  });
});
