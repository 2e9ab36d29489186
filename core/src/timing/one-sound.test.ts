/** What one microphone can tell of two limbs. */
import { compile } from '../plan/index.ts';
import { handAndFoot } from '../testing/plans.ts';
import { sentenceOf } from '../words/index.ts';
import { type Hit, measure } from './index.ts';

const timeline = compile(handAndFoot());
const tellsApartMs = 45;

/** As the microphone hears it: of two strokes that come closer than it tells apart, the first. */
function heard(footLateMs: (i: number) => number): Hit[] {
  const strokes = timeline.targets
    .map(({ timeS, voice }, i) => timeS + (voice === 'foot' ? footLateMs(i) / 1000 : 0))
    .sort((a, b) => a - b);
  return strokes
    .filter((timeS, i) => i === 0 || timeS - strokes[i - 1] >= tellsApartMs / 1000)
    .map((timeS) => ({ timeS }));
}

it('16 strokes of hand and foot that are one sound: none is missed, and nobody leads', () => {
  const { counts, unison, clicked } = measure(
    timeline,
    heard(() => 12),
    { tellsApartMs },
  );
  expect(counts).toEqual({ targets: 48, matched: 48, missed: 0, extra: 0 });
  expect(unison).toMatchObject({
    n: 16,
    leads: null,
    meanSpreadMs: null,
    byEar: { asOne: 1, apartMs: null, tellsApartMs },
  });
  // One sound is one stroke in every other figure.
  expect(clicked.n).toBe(32);
});

it('an input that tells every stroke knows that one of the two is missing', () => {
  expect(
    measure(
      timeline,
      heard(() => 12),
    ).counts,
  ).toMatchObject({ matched: 32, missed: 16 });
});

it('those that are further apart than it can tell are counted, with how far', () => {
  const { unison, findings, counts } = measure(
    timeline,
    heard((i) => (i % 4 === 1 ? 60 : -10)),
    { tellsApartMs },
  );
  expect(counts).toMatchObject({ missed: 0, extra: 0 });
  const late = timeline.targets.filter(({ voice }, i) => voice === 'foot' && i % 4 === 1).length;
  expect(late).toBeGreaterThan(0);
  expect(unison.byEar!.asOne).toBeCloseTo(1 - late / 16, 12);
  expect(unison.byEar!.apartMs).toBeCloseTo(60, 9);
  const finding = findings.find(({ code }) => code === 'limbs by ear')!;
  expect(sentenceOf(finding)).toBe(
    `Hand and foot were one sound to the microphone ${16 - late} times in 16; the other times they lay about 60 ms apart.`,
  );
});

it('a stroke that nobody played with either limb is missed twice', () => {
  const hits = heard(() => 5);
  const silent = timeline.targets.find(({ voice }) => voice === 'foot')!.timeS;
  const without = hits.filter(({ timeS }) => Math.abs(timeS - silent) > 0.1);
  expect(without).toHaveLength(hits.length - 1);
  expect(measure(timeline, without, { tellsApartMs }).counts).toMatchObject({ matched: 46, missed: 2 });
});

it('hits that say which limb they are are measured as such', () => {
  const named = timeline.targets.map(({ timeS, voice }) => ({
    timeS: timeS + (voice === 'foot' ? 0.012 : 0),
    voice,
  }));
  const { unison } = measure(timeline, named, { tellsApartMs });
  expect(unison.byEar).toBeUndefined();
  expect(unison.leads).toBe('hand');
});

it('a place where anything may be played asks for no second stroke', () => {
  const hands = timeline.targets.filter(({ voice }) => voice === 'hand');
  const free = {
    ...timeline,
    targets: timeline.targets.map((target) =>
      target.voice === 'foot' ? { ...target, optional: true } : target,
    ),
  };
  const hits = hands.map(({ timeS }) => ({ timeS }));
  expect(measure(free, hits, { tellsApartMs }).counts).toEqual({
    targets: 32,
    matched: 32,
    missed: 0,
    extra: 0,
  });
});

it('too few of them are said', () => {
  const few = heard(() => 5).slice(0, 8);
  expect(measure(timeline, few, { tellsApartMs }).unison.why).toMatch(
    /^needs 8 notes struck together, has \d/,
  );
});
