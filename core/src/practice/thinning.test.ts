import { type Plan, compile, planFacts, readPlan } from '../plan/index.ts';
import { plan, section } from '../testing/plans.ts';
import { ALL_READY_PLANS, THINNINGS, stopTime } from './index.ts';

const thinning = (name: string) => THINNINGS.find((each) => each.name === name)!;
const apply = (name: string, document = plan({ play: [{ every: '1/8' }] }), asked = 4) =>
  thinning(name).apply(document, asked);
const clicks = (document: Plan) =>
  document.sections.map(({ bars, clicks: [layer] }) => [bars, layer.every, layer.from ?? '0'].join(' '));

it('thins out and back: quarters, halves, wholes, each so many bars', () => {
  expect(clicks(apply('Thin out and back'))).toEqual(['4 1/4 0', '4 1/2 0', '4 1 0', '4 1/2 0', '4 1/4 0']);
  expect(clicks(apply('Thin out and back', undefined, 2))[2]).toBe('2 1 0');
});

it('a bar of three goes from every beat to once a bar', () => {
  const waltz = plan({ meter: { beats: 3, unit: '1/4' } });
  expect(clicks(apply('Thin out and back', waltz))).toEqual(['4 1/4 0', '4 3/4 0', '4 1/4 0']);
});

it('a plan of several sections is thinned as a whole, rung by rung, with its own bars', () => {
  const two = plan({ bars: 3, name: 'A' }, { bars: 5 });
  const ladder = apply('Thin out and back', two);
  expect(clicks(ladder)).toEqual(
    ['1/4', '1/2', '1', '1/2', '1/4'].flatMap((every) => [`3 ${every} 0`, `5 ${every} 0`]),
  );
  expect(ladder.sections.slice(2, 4).map(({ name }) => name)).toEqual([
    'A: every second beat',
    'every second beat',
  ]);
});

it('moves the click: on the beat, off-beat eighths, last sixteenths, back', () => {
  expect(clicks(apply('Move the click'))).toEqual(['4 1/4 0', '4 1/4 1/8', '4 1/4 3/16', '4 1/4 0']);
});

it('lets the silence grow to seventeen beats alone, and ends with sound', () => {
  const { bars } = compile(apply('Growing silence'));
  expect(planFacts(compile(apply('Growing silence'))).longestAlone.beats).toBe(17);
  expect(bars.slice(-2).map(({ silent }) => silent)).toEqual([false, false]);
  expect(planFacts(compile(apply('Growing silence', undefined, 6))).longestAlone.beats).toBe(25);
});

it('plays the same at seven tempos', () => {
  const tempos = apply('At seven tempos', undefined, 6).sections.map(({ tempo }) => tempo.bpm);
  expect(tempos).toEqual([82, 88, 94, 100, 106, 112, 118]);
});

it('what is played and the meter stay, and every ready plan can be made harder in every way', () => {
  for (const { plan: ready } of ALL_READY_PLANS) {
    for (const { apply: harder, asks } of THINNINGS) {
      for (const asked of [asks.min, asks.usual]) {
        const made = harder(ready, asked);
        expect('plan' in readPlan(JSON.parse(JSON.stringify(made)))).toBe(true);
        expect(() => compile(made)).not.toThrow();
        made.sections.forEach(({ play, meter }, i) => {
          const { play: was, meter: wasMeter } = ready.sections[i % ready.sections.length];
          expect({ play, meter }).toEqual({ play: was, meter: wasMeter });
        });
      }
    }
  }
});

describe('stop time', () => {
  const soundingIn = (fill: boolean, change = {}) => {
    const { clicks: all, bars } = compile(plan(...stopTime(section(change), { every: 4, rounds: 2, fill })));
    return all.map(({ bar, position, voice }) => `${bars[bar].number}:${position.toFraction()} ${voice}`);
  };

  it('the band stops on one of every fourth bar and is back on the next one', () => {
    const heard = soundingIn(false);
    expect(heard.filter((text) => /^[48]:/.test(text))).toEqual(['4:0 wood', '8:0 wood']);
    expect(heard.filter((text) => /^9:/.test(text))).toHaveLength(4);
  });

  it('a fill runs from two to the end of the stop, down the drums', () => {
    expect(
      soundingIn(true, { clicks: [{ groove: 'drums' }] }).filter((text) => text.startsWith('4:')),
    ).toEqual(['4:0 low', '4:1/4 high', '4:3/8 high', '4:1/2 high', '4:5/8 low', '4:3/4 low', '4:7/8 low']);
  });
});
