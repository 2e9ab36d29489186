import { parse } from 'midi-parser-js';
import { type Plan, compile } from '../plan/index.ts';
import { ALL_READY_PLANS } from '../practice/index.ts';
import { plan, withCountIn } from '../testing/plans.ts';
import { TICKS_A_QUARTER, midiOf, planOfMidi } from './index.ts';
import { variableLength } from './midi-bytes.ts';

/** Meta event types of SMF 1.0. */
const META = { marker: 0x06, tempo: 0x51, meter: 0x58 };

/** The file as an independent parser (midi-parser-js) reads it, with absolute ticks. */
function read(document: Plan) {
  const file = parse(midiOf(document));
  const [conductor, clicks] = file.track.map(({ event }) => {
    let tick = 0;
    return event.map((e) => ({ ...e, tick: (tick += e.deltaTime) }));
  });
  const meta = (type: number) =>
    conductor.filter((e) => e.metaType === type).map(({ tick, data }) => [tick, data] as const);
  const notes = clicks
    .filter((e) => e.type === 9)
    .map(({ tick, data, channel }) => ({ tick, data: data as number[], channel }));
  return { file, meta, notes };
}

describe('a plan as a MIDI file, read back by an independent parser', () => {
  it('quarter = 120 is 500 000 µs, 07 A1 20 (SMF 1.0)', () => {
    const document = plan({ tempo: { bpm: 120, beat: '1/4' } });
    expect(read(document).meta(META.tempo)).toEqual([[0, 500_000]]);
    const hex = Buffer.from(midiOf(document)).toString('hex');
    expect(hex).toMatch(/ff510307a120/);
  });

  it.each(ALL_READY_PLANS.map((ready) => [ready.plan.title, ready.plan] as const))(
    '%s: every sounding click lies within half a tick of its exact place',
    (_, document) => {
      const { notes, file } = read(document);
      const timeline = compile(document);
      let start = 0;
      const startOf = timeline.bars.map(({ meter }) => {
        const here = start;
        start += meter.unit.mul(meter.beats * 4).valueOf();
        return here;
      });
      const wanted = timeline.clicks
        .filter(({ sounding }) => sounding)
        .map(({ bar, position }) => (startOf[bar] + 4 * position.valueOf()) * TICKS_A_QUARTER);
      expect(file.timeDivision).toBe(TICKS_A_QUARTER);
      expect(notes).toHaveLength(wanted.length);
      const sorted = [...wanted].sort((a, b) => a - b);
      notes.forEach(({ tick, channel }, i) => {
        expect(Math.abs(tick - sorted[i])).toBeLessThanOrEqual(0.5);
        expect(channel).toBe(9);
      });
    },
  );

  it('meters, sections, silences and the return of the click are marked', () => {
    const document = withCountIn(
      plan(
        { name: 'four', bars: 4, silence: { sound: 2, silent: 1 } },
        { name: 'six', bars: 2, meter: { beats: 6, unit: '1/8' }, clicks: [{ every: '1/8' }] },
      ),
    );
    const { meta } = read(document);
    const bar = 4 * TICKS_A_QUARTER;
    expect(meta(META.marker)).toEqual([
      [0, 'count-in'],
      [bar, 'four'],
      [3 * bar, 'silence'],
      [4 * bar, 'click returns'],
      [5 * bar, 'six'],
    ]);
    expect(meta(META.meter).map(([tick, data]) => [tick, (data as number[]).slice(0, 2)])).toEqual([
      [0, [4, 2]],
      [5 * bar, [6, 3]],
    ]);
  });

  it('a ramp lasts as long as on the timeline, to a millisecond', () => {
    const document = plan({ bars: 8, tempo: { bpm: 60, toBpm: 120, beat: '1/4' } });
    const tempos = read(document).meta(META.tempo);
    const endTick = 32 * TICKS_A_QUARTER;
    const seconds = tempos.reduce((sum, [tick, microseconds], i) => {
      const next = tempos[i + 1]?.[0] ?? endTick;
      return sum + ((next - tick) / TICKS_A_QUARTER) * ((microseconds as number) / 1e6);
    }, 0);
    expect(Math.abs(seconds - compile(document).endS)).toBeLessThan(0.001);
  });
});

it.each([
  [0x00, '00'],
  [0x7f, '7f'],
  [0x80, '8100'],
  [0x3fff, 'ff7f'],
  [0x4000, '818000'],
  [0x0fffffff, 'ffffff7f'],
])('the number %d in variable length is %s (SMF 1.0, table of examples)', (value, hex) => {
  expect(Buffer.from(variableLength(value)).toString('hex')).toBe(hex);
});

it('a tempo that three bytes of microseconds cannot say is refused by its field', () => {
  const slow = (bpm: number) => plan({ bars: 1, tempo: { bpm, beat: '1/4' } });
  expect(() => midiOf(slow(3.6))).not.toThrow();
  expect(() => midiOf(slow(3.5))).toThrow(
    /sections\[0\]\.tempo: a MIDI file cannot say a tempo slower than quarter = 3\.6/,
  );
});

it('two hours of sixteenths are written whole', () => {
  const { notes } = read(plan({ bars: 3500, clicks: [{ every: '1/16' }], play: [] }));
  expect(notes).toHaveLength(56_000);
});

describe('a MIDI file’s tempo map and meters as a plan', () => {
  it('come back as they went', () => {
    const document = plan(
      { bars: 4, tempo: { bpm: 120, beat: '1/4' } },
      {
        bars: 2,
        tempo: { bpm: 75, beat: '1/4' },
        meter: { beats: 7, unit: '1/8' },
        clicks: [{ every: '1/8' }],
      },
    );
    const back = planOfMidi(midiOf(document), 'band.mid');
    expect(back.problem).toBeUndefined();
    expect(back.plan!.title).toBe('band');
    expect(back.notes).toEqual([]);
    expect(
      back.plan!.sections.map(({ bars, meter, tempo }) => [bars, meter.beats, meter.unit, tempo.bpm]),
    ).toEqual([
      [4, 4, '1/4', '120'],
      [2, 7, '1/8', '75'],
    ]);
  });

  it('says what it cannot hold: tempo changes inside bars', () => {
    const ramp = plan({ bars: 2, tempo: { bpm: 60, toBpm: 120, beat: '1/4' } });
    const { notes, plan: imported } = planOfMidi(midiOf(ramp), 'ramp.mid');
    expect(imported!.sections.reduce((sum, { bars }) => sum + bars, 0)).toBe(2);
    expect(notes).toEqual([
      'Bar 1: the tempo changes inside the bar; the bar keeps its first tempo.',
      'Bar 2: the tempo changes inside the bar; the bar keeps its first tempo.',
    ]);
  });

  it.each([
    ['a WAV file renamed', Uint8Array.from(Buffer.from('RIFF0000WAVEfmt ')), /not a MIDI file/],
    ['zeros', new Uint8Array(1000), /not a MIDI file/],
    ['far too many of them', new Uint8Array(9 * 1024 * 1024), /larger than 8 MB/],
    ['nothing', new Uint8Array(0), /not a MIDI file/],
    ['a header alone', midiOf(plan()).subarray(0, 14), /cut short/],
    ['a file cut short', midiOf(plan()).subarray(0, 90), /cut short/],
  ])('refuses %s with the reason', (_, bytes, problem) => {
    expect(planOfMidi(bytes, 'x.mid')).toEqual({ problem: expect.stringMatching(problem) });
  });

  it('never throws, wherever a file is cut or broken', () => {
    const whole = midiOf(plan({ bars: 2 }));
    for (let at = 0; at < whole.length; at++) {
      expect(() => planOfMidi(whole.subarray(0, at), 'x.mid')).not.toThrow();
      const broken = Uint8Array.from(whole);
      broken[at] ^= 0xff;
      expect(() => planOfMidi(broken, 'x.mid')).not.toThrow();
    }
  });
});
