/** What sounds before the first bar where the click alone counts in. */
import { plan, withCountIn } from '../testing/plans.ts';
import { type Section, type Timeline, compile, readPlan } from './index.ts';

describe('counted in by the click alone', () => {
  const alone = (clicks: number, section: Partial<Section>) =>
    compile({ ...plan({ bars: 20, ...section }), countIn: { clicks } });
  const before = ({ bars, clicks }: Timeline) => clicks.filter(({ bar }) => bars[bar].kind === 'countIn');

  it.each<[string, Partial<Section>]>([
    ['at a place of the bar', { clicks: [{ at: ['3/8'] }] }],
    ['twice a bar', { clicks: [{ at: ['1/4', '3/4'] }] }],
    ['every fifth beat, an eighth later', { clicks: [{ every: '5/4', from: '1/8' }] }],
    ['every second bar', { clicks: [{ every: '2' }] }],
    ['every 7/16 of a bar of five', { meter: { beats: 5, unit: '1/4' }, clicks: [{ every: '7/16' }] }],
  ])('the click %s sounds so often before, in the very row that it goes on in', (_, section) => {
    for (const clicks of [1, 3, 4]) {
      const timeline = alone(clicks, section);
      expect(before(timeline)).toHaveLength(clicks);
      const times = timeline.clicks.map(({ timeS }) => timeS).slice(0, clicks + 4);
      const steps = times.slice(1).map((time, i) => time - times[i]);
      // One distance, or two that take turns.
      const [odd, even] = [steps[0], steps[1] ?? steps[0]];
      steps.forEach((step, i) => expect(step).toBeCloseTo(i % 2 ? even : odd, 9));
    }
  });

  it('tells no beat, says so on the timeline, and leaves the silence to the bars that are played', () => {
    const timeline = alone(2, { clicks: [{ at: ['1/4'] }], silence: { bars: 'o' } });
    expect(timeline.entersWhenReady).toBe(true);
    expect(before(timeline).map(({ sounding }) => sounding)).toEqual([true, true]);
    expect(timeline.bars.map(({ number }) => number).slice(0, 3)).toEqual([-1, 0, 1]);
    expect(compile(withCountIn(plan())).entersWhenReady).toBe(false);
  });

  it('a groove runs into the section as if it had never stopped', () => {
    const groove = { groove: 'drums' as const, feel: 'half' as const };
    const timeline = alone(3, { clicks: [groove] });
    const whole = compile(plan({ bars: 24, clicks: [groove] }));
    const voices = timeline.clicks.slice(0, 12).map(({ voice }) => voice);
    const all = whole.clicks.map(({ voice }) => voice).join();
    expect(all).toContain(voices.join());
  });

  it('is refused where no click sounds, or where a voice is to count as well', () => {
    expect(() => alone(4, { clicks: [] })).toThrow(/sounds 0 times in 64 bars/);
    const refused = (countIn: object) =>
      expect(JSON.stringify(readPlan({ ...plan(), countIn })).replaceAll('\\', ''));
    refused({ clicks: 4, voice: 'count' }).toMatch(/countIn.voice.*leave "voice" out/);
    refused({}).toMatch(/exactly one of "bars", "clicks"; this one has none/);
    refused({ bars: 1, clicks: 4 }).toMatch(/exactly one of/);
  });
});
