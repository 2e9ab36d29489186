/** Small readers and writers around the desk. */
import { footTempo } from '@feldspar/core/reference';
import { READY_PLANS } from '@feldspar/core/practice';
import { Fraction, tempo, tempoName } from '@feldspar/core/time';
import { rehearAddress, rehearOfAddress, REHEAR_START } from '../../addresses/rehear-address.ts';
import { clickAlone, clickWithBeats } from '../rehear/heard-click.ts';
import { compile } from '@feldspar/core/plan';
import { render } from '@feldspar/core/sound';
import { placementOf } from '@feldspar/core/reference';
import { footText } from '../../parts/tempo/foot-text.ts';
import { deskOfPlan, deskOfTake } from '../../addresses/desk-address.ts';
import { deskOfAddress } from '../../addresses/desk-state.ts';
import { readForm } from './form.ts';
import { stepsCsv } from '../../files/steps-csv.ts';
import { saidForDocument, targetOfAddress } from './target.ts';

const query = (address: string) => new URLSearchParams(address.split('?')[1].split('#')[0]);

describe('the lengths of a form', () => {
  it.each([
    ['8 8 16', [8, 8, 16]],
    ['7, 9', [7, 9]],
    ['8+8', [8, 8]],
  ])('"%s" is read', (text, bars) => expect(readForm(text).bars!.map((b) => b.valueOf())).toEqual(bars));
  it.each([
    ['', /Nothing is typed/],
    ['8 0', /“0” is no number of bars/],
    ['8 x', /“x” is no number/],
    ['-8', /“-8” is no number/],
    ['1/0', /“1\/0” is no number/],
    ['100000', /“100000” is no number of bars\. Type whole numbers from 1 to 999/],
    ['1 '.repeat(41), /at most 40 parts/],
  ])('"%s" is refused', (text, problem) => expect(readForm(text).problem).toMatch(problem));
});

describe('what the foot came to, in words', () => {
  const taps = (n: number) => Array.from({ length: n }, (_, i) => 600 * i);
  it.each([
    [0, ''],
    [1, '1 tap: go on, three tell a tempo.'],
    [3, '3 taps: about 100 a minute.'],
    [5, '5 taps: 100.0 ± 0.0 a minute, steady.'],
  ])('%d taps', (n, words) => expect(footText(n, footTempo(taps(n)))).toBe(words));
});

it('a list of steps is a table of comma-separated values, comparable by the quarter', () => {
  expect(stepsCsv([tempo(50, '1/2'), tempo(55, '1/2')], new Fraction(4))).toBe(
    'play,note,per minute,quarters per minute,seconds\r\n1,half,50,100,9.6\r\n2,half,55,110,8.727\r\n',
  );
});

describe('addresses', () => {
  it('a plan lies on the desk with its tempo and meter, and gets the answer', () => {
    const search = query(deskOfPlan('some-id', READY_PLANS[4].plan));
    const state = deskOfAddress(search);
    expect([tempoName(state.at), state.meter.beats, targetOfAddress(search)]).toEqual([
      'quarter = 100',
      4,
      { kind: 'plan', id: 'some-id' },
    ]);
  });

  it('of a take the number is what somebody said', () => {
    const search = query(deskOfTake({ id: 'that-take', tempo: { bpm: '220/3', beat: '1/8' } }));
    expect([deskOfAddress(search).said, targetOfAddress(search)]).toEqual([
      '73.33',
      { kind: 'take', id: 'that-take' },
    ]);
  });

  it('re-hear keeps the click’s speed exactly, and takes nonsense as the start', () => {
    const address = rehearAddress(new Fraction('220/3'), placementOf('bar-5-2-and')!);
    expect(address).toMatch(/#bar-5-2-and$/);
    const { rate, beats } = rehearOfAddress(query(address));
    expect([rate.toFraction(), beats]).toEqual(['220/3', 5]);
    expect(rehearOfAddress(new URLSearchParams('rate=1/0&beats=99&part=x'))).toEqual(REHEAR_START);
  });

  it('a tempo whose number leaves a document’s range is said in quarters', () => {
    expect(saidForDocument(tempo('3/5', '1'))).toEqual({ bpm: 2.4, beat: '1/4' });
    expect(saidForDocument(tempo(50, '1/2'))).toEqual({ bpm: 50, beat: '1/2' });
  });
});

it('the click alone and the click with beats keep its speed, and stay below -3 dBFS', () => {
  const rate = new Fraction(110);
  for (const plan of [clickAlone(rate), clickWithBeats(placementOf('quarter-triplet')!, rate)]) {
    const timeline = compile(plan);
    const clicks = timeline.clicks.filter(({ voice }) => voice === 'wood');
    clicks.slice(1, 9).forEach((click, i) => expect(click.timeS - clicks[i].timeS).toBeCloseTo(60 / 110, 9));
    const peak = render(timeline, 48_000, { toS: 4 }).reduce((max, v) => Math.max(max, Math.abs(v)), 0);
    expect(peak).toBeLessThan(10 ** (-3 / 20));
  }
});
