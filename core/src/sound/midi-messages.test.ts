import fc from 'fast-check';
import { type Plan, compile } from '../plan/index.ts';
import { barLength } from '../time/index.ts';
import { plan, withCountIn } from '../testing/plans.ts';
import { CLOCK, type MidiMessage, type MidiOut, START, STOP, midiMessages } from './index.ts';

const ALL: MidiOut = { clock: true, click: null };
const messages = (document: Plan, out: MidiOut = ALL): MidiMessage[] => [
  ...midiMessages(document, compile(document), out),
];
const timesOf = (all: readonly MidiMessage[], status: number) =>
  all.filter(({ bytes }) => bytes[0] === status).map(({ timeS }) => timeS);

describe('MIDI clock out', () => {
  it('24 to a quarter, the first with the first bar, start before it and stop at the end (MIDI 1.0)', () => {
    const document = withCountIn(plan({ bars: 2, tempo: { bpm: 120, beat: '1/4' } }));
    const all = messages(document);
    const clocks = timesOf(all, CLOCK);
    // Three bars of four quarters, the count-in among them; a quarter lasts half a second.
    expect(clocks).toHaveLength(3 * 4 * 24);
    clocks.forEach((timeS, i) => expect(timeS).toBeCloseTo((0.5 * i) / 24, 9));
    const [start, ...more] = timesOf(all, START);
    expect(more).toEqual([]);
    // After the last clock of the count-in, before the first of the music.
    expect(start).toBeGreaterThan(clocks[95]);
    expect(start).toBeLessThan(clocks[96]);
    expect(timesOf(all, STOP)).toEqual([6]);
  });

  it('the tempo’s note is its own: 24 to a quarter at dotted quarter = 60 are 36 a second', () => {
    const document = plan({ bars: 1, meter: { beats: 6, unit: '1/8' }, tempo: { bpm: 60, beat: '3/8' } });
    const clocks = timesOf(messages(document), CLOCK);
    expect(clocks).toHaveLength(72);
    expect(clocks[36]).toBeCloseTo(1, 9);
  });

  it('through a ramp every quarter still has 24, closer and closer, as the tempo says', () => {
    const document = plan({ bars: 8, tempo: { bpm: 60, toBpm: 120, beat: '1/4' } });
    const clocks = timesOf(messages(document), CLOCK);
    const { targets, endS } = compile(document);
    expect(clocks).toHaveLength(8 * 4 * 24);
    targets.forEach(({ timeS }, quarter) => expect(clocks[24 * quarter]).toBeCloseTo(timeS, 9));
    const gaps = clocks.slice(1).map((timeS, i) => timeS - clocks[i]);
    gaps.slice(1).forEach((gap, i) => expect(gap).toBeLessThan(gaps[i]));
    // From 60 to 120 a minute.
    expect(gaps[0]).toBeCloseTo(1 / 24, 3);
    expect(endS - clocks.at(-1)!).toBeCloseTo(0.5 / 24, 3);
  });

  it('bars that clocks do not fit into, in any order: they are counted on over the bar lines, within one of 24 a quarter', () => {
    const meters = fc.record({
      beats: fc.integer({ min: 1, max: 9 }),
      unit: fc.constantFrom('1/4', '1/8', '1/5', '1/20', '3/32'),
    });
    fc.assert(
      fc.property(fc.array(meters, { minLength: 1, maxLength: 6 }), (bars) => {
        const document = withCountIn(
          plan(
            ...bars.map((meter) => ({
              bars: 2,
              meter,
              clicks: [{ every: meter.unit }],
              play: [{ every: meter.unit }],
            })),
          ),
        );
        const timeline = compile(document);
        const all = [...midiMessages(document, timeline, ALL)];
        const first = timeline.bars.find(({ kind }) => kind === 'play')!;
        const played = timesOf(all, CLOCK).filter((timeS) => timeS > first.startS - 1e-9);
        const quarters = timeline.bars
          .filter(({ kind }) => kind === 'play')
          .reduce((sum, { meter }) => sum + 4 * barLength(meter).valueOf(), 0);
        expect(Math.abs(played.length - 24 * quarters)).toBeLessThan(1);
        expect(played[0]).toBeCloseTo(first.startS, 9);
        all.slice(1).forEach(({ timeS }, i) => expect(timeS).toBeGreaterThanOrEqual(all[i].timeS));
      }),
    );
  });
});

describe('clicks as MIDI notes', () => {
  const click = { note: 76, channel: 10 };

  it('every click that sounds, where it sounds, on its note; let go before the next', () => {
    const document = plan({ bars: 4, silence: { sound: 1, silent: 1 } });
    const all = messages(document, { clock: false, click });
    const wanted = compile(document).clicks.filter(({ sounding }) => sounding);
    const on = all.filter(({ bytes }) => bytes[0] === 0x99);
    expect(on.map(({ timeS }) => timeS)).toEqual(wanted.map(({ timeS }) => timeS));
    expect(on.every(({ bytes }) => bytes[1] === 76)).toBe(true);
    // An accent is struck harder.
    on.forEach(({ bytes }, i) => expect(bytes[2]).toBe(wanted[i].accent ? 120 : 96));
    expect(all.map(({ bytes }) => bytes[0])).toEqual(wanted.flatMap(() => [0x99, 0x89]));
  });

  it('with the clock, all in one order of time', () => {
    const document = withCountIn(plan({ bars: 2 }));
    const all = messages(document, { clock: true, click });
    expect(timesOf(all, 0x99)).toHaveLength(12);
    expect(timesOf(all, CLOCK)).toHaveLength(12 * 24);
    all.slice(1).forEach(({ timeS }, i) => expect(timeS).toBeGreaterThanOrEqual(all[i].timeS));
  });
});
