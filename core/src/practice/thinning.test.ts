import { compile, planFacts, readPlan } from '../plan/index.ts';
import { plan } from '../testing/plans.ts';
import { ALL_READY_PLANS, THINNINGS } from './index.ts';

const apply = (name: string, document = plan({ play: [{ every: '1/8' }] })) =>
  THINNINGS.find((thinning) => thinning.name === name)!.apply(document, 4);
const clicks = (document: ReturnType<typeof apply>) =>
  document.sections.map(({ bars, clicks: [layer] }) => [bars, layer.every, layer.from ?? '0'].join(' '));

it('thins out and back: quarters, halves, wholes, each four bars', () => {
  expect(clicks(apply('Thin out and back'))).toEqual(['4 1/4 0', '4 1/2 0', '4 1 0', '4 1/2 0', '4 1/4 0']);
});

it('a bar of three goes from every beat to once a bar', () => {
  const waltz = plan({ meter: { beats: 3, unit: '1/4' } });
  expect(clicks(apply('Thin out and back', waltz))).toEqual(['4 1/4 0', '4 3/4 0', '4 1/4 0']);
});

it('moves the click: on the beat, off-beat eighths, last sixteenths, back', () => {
  expect(clicks(apply('Move the click'))).toEqual(['4 1/4 0', '4 1/4 1/8', '4 1/4 3/16', '4 1/4 0']);
});

it('lets the silence grow to seventeen beats alone', () => {
  expect(planFacts(compile(apply('Growing silence'))).longestAlone.beats).toBe(17);
});

it('what is played, the meter and the tempo stay, and every ready plan can be thinned', () => {
  for (const { plan: ready } of ALL_READY_PLANS) {
    for (const thinning of THINNINGS) {
      const harder = thinning.apply(ready, 4);
      expect('plan' in readPlan(JSON.parse(JSON.stringify(harder)))).toBe(true);
      expect(() => compile(harder)).not.toThrow();
      for (const { play, meter, tempo } of harder.sections) {
        expect({ play, meter, tempo }).toEqual({
          play: ready.sections[0].play,
          meter: ready.sections[0].meter,
          tempo: ready.sections[0].tempo,
        });
      }
    }
  }
});
