import { compile } from '@feldspar/core/plan';
import { ALL_READY_PLANS } from '@feldspar/core/practice';
import { measureTake, simulatedTake } from '@feldspar/core/take';
import { coreOfTimeline } from '../../parts/core-sample/model.ts';
import { GROWING } from '../../testing/documents.ts';
import { beatStateAt, stageSceneOf } from './beat-state.ts';
import { hasFound } from './found.ts';
import { limbsOf, swapLimbs, tapOfLimb } from '../../input/limbs.ts';
import type { Shown } from '../../device/shown.ts';
import { windowOf } from '../../parts/core-sample/window.ts';
import { withLiveHits } from './live-core.ts';
import { SIMULATED_PLAYERS } from '../../parts/simulated/simulated-players.ts';
import { tapOfKey, tapOfPointer } from '../../input/taps.ts';

describe('taps carry the time of the event, never of the handler', () => {
  const key = (code: string, init: KeyboardEventInit = {}) => new KeyboardEvent('keydown', { code, ...init });

  it('two hands have two keys; space is either', () => {
    const f = key('KeyF');
    expect(tapOfKey(f)).toEqual({ stampMs: f.timeStamp, voice: 'left', input: 'keys', source: 'KeyF' });
    expect(tapOfKey(key('KeyJ'))?.voice).toBe('right');
    expect(tapOfKey(key('Space'))).not.toHaveProperty('voice');
  });

  it.each([
    ['a held key', key('KeyF', { repeat: true })],
    ['a shortcut', key('KeyF', { ctrlKey: true })],
    ['another key', key('KeyG')],
  ])('%s is no tap', (_, event) => {
    expect(tapOfKey(event)).toBeNull();
  });

  it('the halves of the screen are the two hands', () => {
    const surface = { left: 100, width: 400 };
    const tap = (clientX: number, pointerType: string) =>
      tapOfPointer({ timeStamp: 12.5, clientX, pointerType, pointerId: 7 }, surface);
    expect(tap(299, 'touch')).toEqual({ stampMs: 12.5, voice: 'left', input: 'touch', source: 'pointer 7' });
    expect(tap(301, 'mouse')).toEqual({
      stampMs: 12.5,
      voice: 'right',
      input: 'pointer',
      source: 'pointer 7',
    });
  });
});

describe('limbs by name', () => {
  const tap = { stampMs: 1, voice: 'left', input: 'keys', source: 'KeyF' } as const;

  it('the two keys are the plan’s two parts in their order, can be swapped, and stay so', () => {
    const parts = ['hand', 'foot'];
    expect(limbsOf(parts)).toEqual({ left: 'hand', right: 'foot' });
    expect(swapLimbs(parts)).toEqual({ left: 'foot', right: 'hand' });
    expect(tapOfLimb(tap, limbsOf(parts)).voice).toBe('foot');
    expect(limbsOf(['foot', 'hand'])).toEqual({ left: 'foot', right: 'hand' });
    expect(swapLimbs(parts)).toEqual({ left: 'hand', right: 'foot' });
  });

  it('a plan of one part has two hands, and the space bar has no side', () => {
    expect(limbsOf(['hand'])).toBeNull();
    expect(tapOfLimb(tap, null)).toEqual(tap);
    expect(
      tapOfLimb({ stampMs: 1, input: 'keys', source: 'Space' }, limbsOf(['hand', 'foot'])),
    ).not.toHaveProperty('voice');
  });
});

describe('notes of a plan of four lines', () => {
  const parts = ['hand', 'foot', 'snare', 'bell'];
  const struck = (voice: string) => ({ stampMs: 1, voice, input: 'midi', source: 'midi 9 40' }) as const;

  it.each([
    ['left', 'hand'],
    ['right', 'foot'],
    ['third', 'snare'],
    ['fourth', 'bell'],
  ])('the %s is the %s', (voice, part) =>
    expect(tapOfLimb(struck(voice), limbsOf(parts), parts).voice).toBe(part),
  );

  it('of a plan that has fewer, a further one is whichever fits', () => {
    const two = ['hand', 'foot'];
    expect(tapOfLimb(struck('third'), limbsOf(two), two)).not.toHaveProperty('voice');
    expect(tapOfLimb(struck('fourth'), null, ['hand'])).not.toHaveProperty('voice');
  });
});

describe('the core on the stage', () => {
  const timeline = compile(GROWING.plan);
  const core = coreOfTimeline(timeline);

  it('shows a live hit against its nearest beat, over the barline too', () => {
    const bar = timeline.bars[2];
    const beatS = (bar.endS - bar.startS) / 4;
    const { marks } = withLiveHits(core, timeline, [bar.startS + beatS + 0.02, bar.endS - 0.03, 0.2]);
    expect(marks).toEqual([
      { row: 1, at: 1, asynchronyMs: expect.closeTo(20, 6) },
      { row: 2, at: 0, asynchronyMs: expect.closeTo(-30, 6) },
    ]);
  });

  it('shows the rows in sight with what lies in them', () => {
    const marks = [2, 3, 7].map((row) => ({ row, at: 0, asynchronyMs: 0 }));
    const window = windowOf({ ...core, marks }, 3, 4);
    expect(window.rows.map((row) => row.label)).toEqual(['4', '5', '6', '7']);
    expect(window.marks.map((mark) => mark.row)).toEqual([0]);
  });
});

describe('what the stage says', () => {
  const scene = stageSceneOf(compile(GROWING.plan));
  const beatS = 60 / 84;

  it.each([
    ['before time zero', -0.2, { phase: 'countIn', beat: 0 }],
    ['the second beat of the count-in', 1.2 * beatS, { phase: 'countIn', beat: 2, shows: 'beat' }],
    [
      'the first beat played',
      4.01 * beatS,
      { beat: 1, barNumber: 1, row: 0, click: 'sounding', shows: 'beat' },
    ],
    ['the third bar is silent', 14.5 * beatS, { click: 'silent', shows: 'nothing', silentBars: 1 }],
    ['two silent bars', 24.1 * beatS, { click: 'silent', shows: 'nothing', silentBars: 2 }],
    ['their second bar says the same', 28.1 * beatS, { click: 'silent', silentBars: 2 }],
    ['after the end', 500, { barNumber: 20, beat: 4, leftS: 0 }],
  ])('%s', (_, positionS, expected) => {
    expect(beatStateAt(scene, positionS, 'nothing', false)).toMatchObject({ ...expected });
  });

  const said = (title: string, bar: number, choice: Shown = 'nothing', found = false) => {
    const timeline = compile(ALL_READY_PLANS.find(({ plan }) => plan.title === title)!.plan);
    const { startS, endS } = timeline.bars.find(({ number }) => number === bar)!;
    return beatStateAt(stageSceneOf(timeline), startS + 0.6 * (endS - startS), choice, found);
  };

  it.each([
    ['One click a bar', 5, { click: 'sparse', shows: 'nothing' }],
    ['Backbeat click', 5, { click: 'sounding', shows: 'nothing' }],
    [
      'Only on the “and” of 3',
      6,
      { click: 'sparse', shows: 'nothing', section: { name: 'on the “and” of 3' } },
    ],
    ['Dotted quarters in a slow 3', 4, { click: 'sounding', shows: 'nothing' }],
    ['Half, double, and back', 6, { shows: 'beat', section: { name: 'half time' } }],
    ['Come in at the repeat', 2, { section: { task: 'stay out until bar 5' } }],
    ['Come in at the repeat', 6, { section: { task: null } }],
    ['Stop time', 4, { section: { name: 'stop' } }],
  ])('%s, bar %d: nothing gives the beat away', (title, bar, expected) => {
    expect(said(title, bar)).toMatchObject(expected);
  });

  it('a player who asks for it sees bar and beat all the same', () => {
    expect(said('One click a bar', 5, 'beat')).toMatchObject({ shows: 'beat', barNumber: 5, beat: 3 });
  });

  it.each(['Dotted quarters in a slow 3', 'The slow click moves'])(
    '%s: until the click is found no beat is shown, whatever was chosen; the count-in shows none either',
    (title) => {
      const task = 'come in when you have it';
      const section = expect.objectContaining({ task }) as object;
      expect(said(title, 3, 'beat')).toMatchObject({ shows: 'nothing', seeks: true, section });
      expect(said(title, 0, 'beat')).toMatchObject({ phase: 'countIn', shows: 'nothing' });
      const { section: first } = said(title, 1);
      expect(said(title, 0).section.name).toBe(first.name);
      expect(said(title, 3, 'beat', true)).toMatchObject({ shows: 'beat', seeks: false });
    },
  );

  describe('the click is found', () => {
    const timeline = compile(ALL_READY_PLANS.find(({ plan }) => plan.title === 'The slow click moves')!.plan);
    const inBar = (number: number, offS = 0) =>
      timeline.targets
        .filter(({ bar }) => timeline.bars[bar].number === number)
        .map(({ timeS }) => timeS + offS);
    const endOf = (number: number) => timeline.bars.find((bar) => bar.number === number)!.endS - 0.01;

    it('by four notes in a row on the beat, a habit included', () => {
      expect(hasFound(timeline, inBar(2), endOf(2))).toBe(true);
      expect(hasFound(timeline, inBar(2, -0.08), endOf(2))).toBe(true);
      expect(hasFound(timeline, inBar(2).slice(1), endOf(2))).toBe(false);
    });

    it('not half a beat beside it, nor by wandering', () => {
      expect(hasFound(timeline, inBar(2, 0.375), endOf(2))).toBe(false);
      expect(
        hasFound(
          timeline,
          inBar(2).map((timeS, i) => timeS + (i % 2 ? 0.1 : -0.1)),
          endOf(2),
        ),
      ).toBe(false);
    });

    it('anew in each section in which it moved', () => {
      expect(hasFound(timeline, inBar(2), endOf(4))).toBe(true);
      expect(hasFound(timeline, inBar(2), endOf(5))).toBe(false);
      expect(hasFound(timeline, [...inBar(2), ...inBar(5)], endOf(5))).toBe(true);
    });
  });
});

it.each([
  ['steady', ['steady', 'unclear']],
  ['hurries alone', ['rushing']],
  ['drags alone', ['dragging']],
])('the simulated player who %s reads as such, and is labelled', (name, verdicts) => {
  const { traits } = SIMULATED_PLAYERS.find((player) => player.name === name)!;
  const facts = { id: 'x', startedAt: new Date(0), plan: GROWING.plan, planId: null, playerId: null };
  const take = simulatedTake({ ...facts, traits, seed: 9 });
  expect(take).toMatchObject({ input: 'simulated', simulated: { seed: 9 } });
  expect(verdicts).toContain(measureTake(take).report.drift.verdict);
});
