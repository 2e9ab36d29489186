import { compile, planFacts, readPlan } from '../plan/index.ts';
import { ALL_READY_PLANS, FAMILIES, READY_PLANS, familyOf, readyPlanOf } from './index.ts';

const timelineOf = (title: string) => compile(ALL_READY_PLANS.find(({ plan }) => plan.title === title)!.plan);

/** "bar:position" of the first clicks of the played bars. */
function clicks(title: string, count: number, fromBar = 1): string[] {
  const { bars, clicks: all } = timelineOf(title);
  return all
    .filter(({ bar, sounding }) => sounding && bars[bar].kind === 'play' && bars[bar].number >= fromBar)
    .slice(0, count)
    .map(({ bar, position }) => `${bars[bar].number}:${position.toFraction()}`);
}

describe('the twenty families', () => {
  it('stand in order, each with a plan; every plan of the path is among them', () => {
    expect(FAMILIES.map(({ number }) => number)).toEqual(Array.from({ length: 20 }, (_, i) => i + 1));
    for (const { plans } of FAMILIES) expect(plans.length).toBeGreaterThan(0);
    for (const { id } of READY_PLANS) expect(familyOf(id)).not.toBeNull();
    expect(new Set(ALL_READY_PLANS.map(({ id }) => id)).size).toBe(ALL_READY_PLANS.length);
    expect(familyOf('de300000-000a-4000-8000-000100000000')).toBeNull();
  });

  it.each(ALL_READY_PLANS.map((ready) => [ready.plan.title, ready] as const))(
    '%s reads and plays',
    (_, ready) => {
      expect(readPlan(ready.plan)).toEqual({ plan: ready.plan });
      expect(ready.id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-9[0-9a-f]{3}-[0-9a-f]{12}$/);
      expect(readyPlanOf(ready.id)).toBe(ready);
      const { durationS, notes } = planFacts(compile(ready.plan));
      expect(durationS).toBeGreaterThan(30);
      expect(durationS).toBeLessThan(240);
      expect(notes).toBeGreaterThan(20);
    },
  );
});

describe('where their clicks fall (common practice arithmetic)', () => {
  it.each([
    ['Every beat', 1, ['1:0', '1:1/4', '1:1/2', '1:3/4', '2:0']],
    ['One, two, three, four', 9, ['9:0', '10:0', '11:0']],
    ['Halves and rests', 1, ['1:0', '1:1/4', '1:1/2', '1:3/4']],
    ['Two minutes, one stroke a bar', 1, ['1:0', '1:0', '1:1/4', '1:1/2', '1:3/4', '2:0', '2:1/4']],
    ['Come in at the repeat', 1, ['1:0', '1:0', '1:0', '1:1/8', '1:1/4', '1:1/4', '1:3/8']],
    ['Backbeat click', 1, ['1:1/4', '1:3/4', '2:1/4']],
    ['One click a bar', 1, ['1:0', '2:0', '3:0']],
    ['Thinning and back', 5, ['5:0', '5:1/2', '6:0']],
    ['Thinning and back', 9, ['9:0', '10:0', '11:0', '12:0', '13:0', '13:1/2']],
    ['Growing silence', 3, ['4:0', '4:1/4']],
    ['Stop time with a fill', 4, ['4:0', '4:1/4', '4:3/8', '4:1/2', '4:5/8', '4:3/4', '4:7/8', '5:0']],
    ['Beside a recording', 3, ['9:0', '9:1/4']],
    ['Every fifth beat', 1, ['1:0', '2:1/4', '3:1/2', '4:3/4', '6:0']],
    ['Every ninth beat', 1, ['1:0', '3:1/4', '5:1/2', '7:3/4', '10:0']],
    ['Every second bar', 1, ['1:0', '3:0', '5:0']],
    ['Every fourth bar', 1, ['1:0', '5:0', '9:0']],
    ['Every seventh beat', 1, ['1:0', '2:3/4', '4:1/2', '6:1/4', '8:0']],
    ['Every second, every fourth bar', 1, ['1:0', '3:0', '5:0']],
    ['Every second, every fourth bar', 17, ['17:0', '21:0', '25:0']],
    ['Off the beat and back', 5, ['5:1/8', '5:3/8', '5:5/8']],
    ['Only on the “and” of 3', 5, ['5:5/8', '6:5/8', '7:5/8']],
    ['Dotted quarters in a slow 3', 1, ['1:0', '1:3/8', '2:0', '2:3/8']],
    ['The slow click moves', 5, ['5:1/2', '6:1/2', '7:1/2']],
    ['The shifted groove', 5, ['5:1/8', '5:3/8', '5:5/8', '5:7/8']],
    ['Stop time', 3, ['3:0', '3:1/4', '3:1/2', '3:3/4', '4:0', '5:0']],
  ])('%s from bar %d', (title, bar, wanted) => expect(clicks(title, wanted.length, bar)).toEqual(wanted));

  it('two minutes are two minutes', () => {
    const { bars, endS } = timelineOf('Two minutes, every beat');
    expect(endS - bars.find(({ number }) => number === 1)!.startS).toBeCloseTo(120, 9);
  });

  it('the player joins at bar five', () => {
    const { bars, targets } = timelineOf('Come in at the repeat');
    expect(bars[targets[0].bar].number).toBe(5);
  });

  it('fives fall on one again after five bars of sixteenths in four (hand-worked: 80 sixteenths)', () => {
    const { bars, targets } = timelineOf('Fives over quarters');
    const onOne = targets
      .filter(({ accent, position }) => accent && position.equals(0))
      .map(({ bar }) => bars[bar].number);
    expect(onOne.slice(0, 3)).toEqual([1, 6, 11]);
  });

  it('sevens after seven bars (hand-worked: 112 sixteenths)', () => {
    const { bars, targets } = timelineOf('Sevens over quarters');
    const onOne = targets
      .filter(({ accent, position }) => accent && position.equals(0))
      .map(({ bar }) => bars[bar].number);
    expect(onOne.slice(0, 3)).toEqual([1, 8, 15]);
  });

  it('the snare moves, the hat does not: regular, half, double (four bars each)', () => {
    const { bars, clicks: all } = timelineOf('Half, double, and back');
    const inBar = (number: number, voice: string) =>
      all
        .filter((click) => bars[click.bar].number === number && click.voice === voice)
        .map(({ position }) => position.toFraction())
        .join(' ');
    expect([1, 5, 13].map((bar) => inBar(bar, 'snare'))).toEqual(['1/4 3/4', '1/2', '1/8 3/8 5/8 7/8']);
    expect(new Set([1, 5, 13].map((bar) => inBar(bar, 'hat'))).size).toBe(1);
  });

  it('hand and foot: the accents of the line, then everything else', () => {
    const { bars, targets } = timelineOf('Hand and foot');
    const hand = (number: number) =>
      targets
        .filter(({ bar, voice }) => bars[bar].number === number && voice === 'hand')
        .map(({ position }) => position.toFraction());
    expect(hand(1)).toEqual(['0', '3/8', '3/4']);
    expect(hand(9)).toEqual(['1/8', '1/4', '1/2', '5/8', '7/8']);
    expect(targets.filter(({ voice }) => voice === 'foot')).toHaveLength(targets.length / 2);
  });

  it('the slow six fills its bars: a dotted eighth, a sixteenth, a sextuplet in the time of four', () => {
    const { targets } = timelineOf('A slow six in eighths');
    expect(targets.slice(0, 10).map(({ position }) => position.toFraction())).toEqual([
      '0',
      '3/16',
      '1/4',
      '3/8',
      '5/12',
      '11/24',
      '1/2',
      '13/24',
      '7/12',
      '5/8',
    ]);
  });
});
