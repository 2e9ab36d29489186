import { compile, readPlan } from '@feldspar/core/plan';
import { render } from '@feldspar/core/sound';
import { Fraction, tempo, tempoName } from '@feldspar/core/time';
import fc from 'fast-check';
import {
  START,
  atSpeed,
  clickOn,
  deskOfAddress,
  deskQuery,
  footOn,
  meterOf,
} from '../../addresses/desk-state.ts';
import { canBeHeard, heardPlan } from './heard-rows.ts';
import { barStarts, nearestEdge, rateOfEdge, windowSeconds } from './stick-scale.ts';

const f = (text: string) => new Fraction(text);
const names = (state: typeof START) => state.rows.map((row) => row.toFraction()).join(' ');

describe('the desk’s state', () => {
  it('moving the foot or the click leaves the speed alone', () => {
    const state = clickOn(footOn(START, f('1/2')), f('1/8'));
    expect([tempoName(state.at), state.click.toFraction()]).toEqual(['half = 50', '1/8']);
  });

  it('a number in any row changes the speed, not the marks', () => {
    const state = atSpeed(footOn(START, f('1/2')), tempo(300, '1/8'));
    expect([tempoName(state.at), state.click.toFraction()]).toEqual(['half = 75', '1/4']);
  });

  it('a note that has no row gets one, in its place', () => {
    expect(names(footOn(START, f('7/16')))).toBe('1 1/2 7/16 3/8 1/4 1/8 1/12 1/16');
  });

  it('property: the address brings everything back, exactly', () => {
    const note = fc.constantFrom('1', '1/2', '3/8', '1/4', '7/16', '1/12', '1/20').map(f);
    fc.assert(
      fc.property(fc.integer({ min: 40, max: 490 }), note, note, (halves, foot, click) => {
        const state = clickOn(
          footOn(atSpeed(START, { bpm: new Fraction(halves, 2), beat: foot }), foot),
          click,
        );
        const back = deskOfAddress(deskQuery({ ...state, meter: meterOf('6/8'), said: '200' }));
        expect([back.at.bpm.toFraction(), back.at.beat.toFraction()]).toEqual([
          state.at.bpm.toFraction(),
          state.at.beat.toFraction(),
        ]);
        expect([back.click.toFraction(), back.meter.beats, back.said, names(back)]).toEqual([
          state.click.toFraction(),
          6,
          '200',
          names(state),
        ]);
      }),
    );
  });

  it.each([
    'foot=1/0&quarters=x',
    'quarters=1/0',
    'quarters=100000',
    'quarters=0&foot=0',
    'meter=0/0',
    'rows=a b 1/0',
    'click=-1',
  ])('an address of nonsense (%s) is as at the start', (query) => {
    const state = deskOfAddress(new URLSearchParams(query));
    expect([tempoName(state.at), state.meter.beats, names(state)]).toEqual([
      'quarter = 100',
      4,
      '1 1/2 3/8 1/4 1/8 1/12 1/16',
    ]);
  });
});

describe('the stick’s scale', () => {
  it('shows the same seconds on every row, enough for more than a bar and a half', () => {
    expect(windowSeconds(tempo(100, '1/4'), meterOf('4/4'))).toBe(4);
    expect(windowSeconds(tempo(20, '1/4'), meterOf('4/4'))).toBe(20);
    expect(windowSeconds(tempo(300, '1/4'), meterOf('2/4'))).toBe(1);
  });

  it('bars begin where they begin', () => {
    expect(barStarts(tempo(120, '1/4'), meterOf('4/4'), 4)).toEqual([0, 2, 4]);
  });

  it('dragging the end of the second block to 1.5 s makes 80 a minute (hand-worked)', () => {
    expect(nearestEdge(1.1, 0.6)).toBe(2);
    expect(rateOfEdge(1.5, 2).valueOf()).toBe(80);
  });
});

describe('hearing rows', () => {
  it('two rows sound where they lie, and not louder than one', () => {
    const at = tempo(100, '1/4');
    const plan = heardPlan([f('1/8'), f('3/8')], at, meterOf('4/4'));
    expect(readPlan(plan)).toEqual({ plan });
    const timeline = compile(plan);
    const times = (voice: string) =>
      timeline.clicks.filter((click) => click.voice === voice).map(({ timeS }) => Math.round(1000 * timeS));
    expect(times('wood').slice(0, 4)).toEqual([0, 900, 1800, 2700]);
    expect(times('tick').slice(0, 4)).toEqual([0, 300, 600, 900]);
    const peak = render(timeline, 48_000, { toS: 4 }).reduce((max, v) => Math.max(max, Math.abs(v)), 0);
    expect(peak).toBeLessThan(10 ** (-3 / 20));
  });

  it('a row that would run into a tone is not heard', () => {
    expect(canBeHeard(f('1/16'), tempo(300, '1/4'))).toBe(true);
    expect(canBeHeard(f('1/32'), tempo(300, '1/4'))).toBe(false);
  });
});
