/** Clockwork marks, words, readings, modulation, renotation, devices, steps: facts. */
import fc from 'fast-check';
import { Fraction, lengthOf, tempo, tempoName } from '../time/index.ts';
import {
  CLOCKWORK_MARKS,
  LIMITS,
  TEMPO_WORDS,
  TUNES,
  earObjections,
  feelsOf,
  footObjections,
  lengthOfSteps,
  marksNear,
  modulate,
  nextMark,
  noteSettings,
  placementSettings,
  playsLasting,
  readAs,
  readingsOf,
  renotate,
  stepsOver,
  wordsFor,
} from './index.ts';

const f = (text: string | number) => new Fraction(text);
const meter = (beats: number, unit: string) => ({ beats, unit: f(unit) });

describe('the clockwork scale (common practice: 40–60 by 2, –72 by 3, –120 by 4, –144 by 6, –208 by 8)', () => {
  it('has these 39 marks', () => {
    expect(CLOCKWORK_MARKS.join(' ')).toBe(
      '40 42 44 46 48 50 52 54 56 58 60 63 66 69 72 76 80 84 88 92 96 100 104 108 112 116 120 ' +
        '126 132 138 144 152 160 168 176 184 192 200 208',
    );
  });

  it.each([
    [100, 100, 0],
    [90, 88, -2.2222],
    [62, 63, 1.6129],
    [20, 40, 100],
    [300, 208, -30.6667],
  ])('to %d the nearest mark is %d, off by %d %%', (bpm, mark, percent) => {
    const { nearest } = marksNear(f(bpm));
    expect(nearest.mark).toBe(mark);
    expect(nearest.errorPercent.valueOf()).toBeCloseTo(percent, 3);
  });

  it('lies between the marks below and above; none beyond the ends', () => {
    const { below, above } = marksNear(f('220/3'));
    expect([below!.mark, above!.mark]).toEqual([72, 76]);
    expect(marksNear(f(39)).below).toBeNull();
    expect(marksNear(f(209)).above).toBeNull();
  });

  it('steps along the marks, also from between them', () => {
    expect([nextMark(f(100), 1), nextMark(f(100), -1)]).toEqual([104, 96]);
    expect([nextMark(f(101), 1), nextMark(f(101), -1)]).toEqual([104, 100]);
    expect([nextMark(f(208), 1), nextMark(f(40), -1), nextMark(f(12), 1)]).toEqual([null, null, 40]);
  });

  it('property: no mark is nearer than the nearest', () => {
    fc.assert(
      fc.property(fc.integer({ min: 10, max: 4000 }), (tenths) => {
        const bpm = f(tenths).div(10);
        const off = (mark: number) => Math.abs(mark - bpm.valueOf());
        expect(off(marksNear(bpm).nearest.mark)).toBe(Math.min(...CLOCKWORK_MARKS.map(off)));
      }),
    );
  });
});

describe('Italian words', () => {
  it('lie side by side without a hole, on the marks of the scale', () => {
    TEMPO_WORDS.slice(1).forEach(({ from }, i) => expect(from).toBe(TEMPO_WORDS[i].to));
    for (const { from, to } of TEMPO_WORDS) {
      expect(CLOCKWORK_MARKS).toContain(from);
      expect(CLOCKWORK_MARKS).toContain(to);
    }
  });
  it.each([
    [90, ['Andante']],
    [120, ['Moderato', 'Allegro']],
    [30, []],
  ])('%d is %j', (bpm, words) => expect(wordsFor(f(bpm)).map(({ word }) => word)).toEqual(words));
});

describe('what did they mean? (limits: common practice, no source)', () => {
  const shown = (number: number) =>
    readingsOf(f(number)).map(
      ({ click, foot, fastestPerSecond, verdict }) =>
        `${tempoName(click)}: ${tempoName(foot)}, ${fastestPerSecond.valueOf().toFixed(1)}/s, ${verdict}`,
    );

  it('a spoken 200 (hand-worked)', () => {
    expect(shown(200)).toEqual([
      'quarter = 200: half = 100, 6.7/s, fits',
      'eighth = 200: quarter = 100, 6.7/s, fits',
      'eighth = 200: half = 50, 3.3/s, fits',
      'sixteenth = 200: quarter = 50, 3.3/s, fits',
      'half = 200: half = 200, 13.3/s, unlikely',
      'quarter = 200: quarter = 200, 13.3/s, unlikely',
      'sixteenth = 200: half = 25, 1.7/s, unlikely',
      'half = 200: quarter = 400, 26.7/s, impossible',
    ]);
  });

  it('100 as halves and 200 as quarters are the same speed', () => {
    const [cut] = TUNES;
    const hundred = readAs(tempo(100, '1/2'), cut);
    const twoHundred = readAs(tempo(200, '1/4'), cut);
    expect(hundred.foot.bpm.equals(twoHundred.foot.bpm)).toBe(true);
    expect(hundred.fastestPerSecond.equals(twoHundred.fastestPerSecond)).toBe(true);
  });

  it('says which limit is passed', () => {
    const objections = readAs(tempo(200, '1/2'), TUNES[1]).objections.map(({ message }) => message);
    expect(objections).toEqual([
      'a foot rarely taps faster than 180 a minute',
      'hands rarely play more than 14 notes a second',
    ]);
  });

  it('the limits themselves still pass', () => {
    const { min, max } = LIMITS.footPerMinute;
    expect([footObjections(f(min)), footObjections(f(max))]).toEqual([[], []]);
    expect(earObjections(f(2))).toEqual([]);
    expect(earObjections(f('2001/1000'))).toHaveLength(1);
    expect(earObjections(f('99/1000'))).toHaveLength(1);
  });
});

describe('metric modulation (hand-worked)', () => {
  it('the old eighth triplet becomes the new eighth: 4/4 at quarter = 80 turns into 4/4 at quarter = 120', () => {
    const { after, ratio, barBeforeS, barAfterS } = modulate({
      before: tempo(80, '1/4'),
      meterBefore: meter(4, '1/4'),
      oldNote: f('1/12'),
      newNote: f('1/8'),
      meterAfter: meter(4, '1/4'),
    });
    expect(tempoName(after)).toBe('quarter = 120');
    expect([ratio.toFraction(), barBeforeS.valueOf(), barAfterS.valueOf()]).toEqual(['3/2', 3, 2]);
  });

  it('the dotted quarter becomes the half: 6/8 at dotted quarter = 60 turns into cut time at half = 60', () => {
    const { after } = modulate({
      before: tempo(60, '3/8'),
      meterBefore: meter(2, '3/8'),
      oldNote: f('3/8'),
      newNote: f('1/2'),
      meterAfter: meter(2, '1/2'),
    });
    expect(tempoName(after)).toBe('half = 60');
  });

  it('property: back again is where it began', () => {
    const note = fc
      .constantFrom('whole', 'half', 'quarter', 'eighth', 'sixteenth')
      .chain((base) =>
        fc.constantFrom(0, 1, 2).map((dots) => lengthOf({ base: base as 'whole', dots: dots as 0 | 1 | 2 })),
      );
    fc.assert(
      fc.property(fc.integer({ min: 20, max: 300 }), note, note, (bpm, oldNote, newNote) => {
        const four = meter(4, '1/4');
        const there = modulate({
          before: tempo(bpm, '1/4'),
          meterBefore: four,
          oldNote,
          newNote,
          meterAfter: four,
        });
        const back = modulate({
          before: there.after,
          meterBefore: four,
          oldNote: newNote,
          newNote: oldNote,
          meterAfter: four,
        });
        expect(back.after.bpm.equals(bpm)).toBe(true);
      }),
    );
  });

  it('half and double time leave the quarter alone; only the backbeat moves', () => {
    expect(
      feelsOf(tempo(60, '1/2')).map(({ feel, pulse, seems, backbeat }) => [
        feel,
        pulse.bpm.valueOf(),
        seems.bpm.valueOf(),
        backbeat.map((at) => at.toFraction()).join(' '),
      ]),
    ).toEqual([
      ['half time', 120, 60, '1/2'],
      ['regular', 120, 120, '1/4 3/4'],
      ['double time', 120, 240, '1/8 3/8 5/8 7/8'],
    ]);
  });
});

describe('renotation', () => {
  const cut = {
    meter: meter(2, '1/2'),
    tempo: tempo(100, '1/2'),
    smallest: f('1/8'),
    form: [f(8), f(8), f(16)],
  };

  it('8 bars of cut time in eighths are 4 bars of 4/4 in sixteenths (common practice)', () => {
    const { form, bars, smallest, tempo: at, uneven } = renotate(cut, f('1/2'), meter(4, '1/4'));
    expect(form.map((b) => b.valueOf())).toEqual([4, 4, 8]);
    expect([bars.valueOf(), smallest.toFraction(), tempoName(at), uneven]).toEqual([
      16,
      '1/16',
      'quarter = 100',
      [],
    ]);
  });

  it('a part that ends inside a bar is named: 7 bars of cut time are 3½ of 4/4', () => {
    const odd = renotate({ ...cut, form: [f(8), f(7)] }, f('1/2'), meter(4, '1/4'));
    expect(odd.form[1].toFraction()).toBe('7/2');
    expect(odd.uneven).toEqual([1]);
  });

  it('refuses a factor of nothing', () => {
    expect(() => renotate(cut, f(0), meter(4, '1/4'))).toThrow(/above 0/);
  });

  it('property: seconds stay, and back again is the same music', () => {
    const factor = fc.constantFrom('1/4', '1/2', '2', '4', '3/2').map(f);
    fc.assert(
      fc.property(factor, fc.integer({ min: 1, max: 64 }), (by, bars) => {
        const there = renotate({ ...cut, form: [f(bars)] }, by, meter(4, '1/4'));
        const seconds = (m: typeof there.meter, at: typeof there.tempo, n: Fraction) =>
          m.unit.mul(m.beats).mul(n).div(at.beat).mul(60).div(at.bpm);
        expect(
          seconds(there.meter, there.tempo, there.bars).equals(seconds(cut.meter, cut.tempo, f(bars))),
        ).toBe(true);
        const back = renotate(there, f(1).div(by), cut.meter);
        expect(back.bars.equals(bars)).toBe(true);
        expect(back.smallest.equals(cut.smallest)).toBe(true);
      }),
    );
  });
});

describe('a device that reaches from 40 to 208', () => {
  const range = { from: f(40), to: f(208) };

  it('gives quarter = 20 as sixteenths, triplets or eighths, or in placements', () => {
    const notes = noteSettings(tempo(20, '1/4'), range);
    expect(notes.map(({ note, rate }) => `${note.toFraction()} ${rate.toFraction()}`)).toEqual([
      '1/8 40',
      '1/12 60',
      '1/16 80',
    ]);
    expect(placementSettings(tempo(20, '1/4'), range)).toEqual([]);
  });

  it('gives quarter = 320 on long notes, or as one click a bar', () => {
    const settings = noteSettings(tempo(320, '1/4'), range).map(({ note, rate, whole }) => [
      note.toFraction(),
      rate.valueOf(),
      whole,
    ]);
    expect(settings).toEqual([
      ['2', 40, true],
      ['3/2', 160 / 3, false],
      ['1', 80, true],
      ['3/4', 320 / 3, false],
      ['1/2', 160, true],
    ]);
    const ofBars = placementSettings(tempo(320, '1/4'), range);
    expect(ofBars.some(({ placement, rate }) => placement.key === 'bar-4-3-beat' && rate.equals(80))).toBe(
      true,
    );
    expect(ofBars.findIndex(({ whole }) => !whole)).toBeGreaterThan(
      ofBars.findLastIndex(({ whole }) => whole),
    );
  });
});

describe('steps from one tempo to another', () => {
  const wanted = (by: 'bpm' | 'percent') => ({ from: tempo(60, '1/4'), to: tempo(120, '1/4'), by });

  it('of equal bpm: 60 to 120 in 5 plays is 60, 75, 90, 105, 120', () => {
    expect(stepsOver(5, wanted('bpm')).map(({ bpm }) => bpm.valueOf())).toEqual([60, 75, 90, 105, 120]);
  });

  it('of equal percent: 60 to 120 in 5 plays grows by the fourth root of 2 (hand-worked)', () => {
    const rates = stepsOver(5, wanted('percent')).map(({ bpm }) => bpm.valueOf());
    expect(rates).toEqual([60, 71.35, 84.85, 100.91, 120]);
  });

  it('is said in the note it starts with, whatever the end was said in', () => {
    const down = stepsOver(3, { from: tempo(120, '1/4'), to: tempo(30, '1/2'), by: 'bpm' });
    expect(down.map(tempoName)).toEqual(['quarter = 120', 'quarter = 90', 'quarter = 60']);
  });

  it('property: equal steps are exactly equal, and the ends are exact', () => {
    const rate = fc.integer({ min: 20, max: 300 });
    fc.assert(
      fc.property(rate, rate, fc.integer({ min: 2, max: 40 }), (from, to, plays) => {
        const steps = stepsOver(plays, { from: tempo(from, '1/4'), to: tempo(to, '1/4'), by: 'bpm' });
        const differences = steps.slice(1).map(({ bpm }, i) => bpm.sub(steps[i].bpm));
        expect(differences.every((d) => d.equals(differences[0]))).toBe(true);
        expect([steps[0].bpm.valueOf(), steps[plays - 1].bpm.valueOf()]).toEqual([from, to]);
      }),
    );
  });

  it('fills minutes with as many plays as come nearest', () => {
    const length = f(8);
    const plays = playsLasting(600, length, wanted('bpm'));
    const seconds = (n: number) => lengthOfSteps(stepsOver(n, wanted('bpm')), length);
    expect(Math.abs(seconds(plays) - 600)).toBeLessThan(Math.abs(seconds(plays - 1) - 600));
    expect(Math.abs(seconds(plays) - 600)).toBeLessThan(Math.abs(seconds(plays + 1) - 600));
  });

  it.each([1, 0, 2.5, 1000])('refuses %d plays', (plays) => {
    expect(() => stepsOver(plays, wanted('bpm'))).toThrow(/from 2 to 200 plays/);
  });
});
