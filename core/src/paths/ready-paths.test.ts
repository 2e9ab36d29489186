import { FAMILIES, readyPlanOf } from '../practice/index.ts';
import { planTempo } from '../plan/index.ts';
import { tempo } from '../time/index.ts';
import {
  READY_PATHS,
  isBoundToTempo,
  pathSchema,
  ratio,
  readPath,
  readyPathOf,
  readyPathWith,
} from './index.ts';

describe('the paths that ship', () => {
  it.each(READY_PATHS.map((ready) => [ready.path.title, ready] as const))(
    '%s is a valid path over plans that ship, each at a tempo that fits it',
    (_, { id, path }) => {
      expect(pathSchema.parse(path)).toEqual(path);
      expect(readyPathOf(id)!.path).toBe(path);
      expect(path.purpose).not.toBe('');
      expect(path.steps.length).toBeGreaterThan(1);
      for (const { planId, title, tempo: at } of path.steps) {
        const { plan } = readyPlanOf(planId)!;
        expect(title).toBe(plan.title);
        const speed = ratio(tempo(at.bpm, at.beat), planTempo(plan));
        expect(speed).toBeGreaterThan(0.5);
        expect(speed).toBeLessThan(5);
      }
    },
  );

  it('are the schools and roads that teachers argue for, and one for each family', () => {
    const titles = READY_PATHS.map(({ path }) => path.title);
    expect(titles.slice(0, 7)).toEqual([
      ...['First steps', 'Beginners’ road', 'Backbeat first', 'Sparse clicks first'],
      ...['Two limbs', 'Slow six', 'Groupings'],
    ]);
    expect(READY_PATHS.flatMap(({ family }) => family ?? [])).toEqual(FAMILIES.map(({ number }) => number));
    expect(new Set(READY_PATHS.map(({ id }) => id)).size).toBe(READY_PATHS.length);
  });

  it('two steps with the same plan are two tempos of it', () => {
    for (const { path } of READY_PATHS)
      for (const step of path.steps)
        if (isBoundToTempo(path, step)) {
          const tempos = path.steps
            .filter(({ planId }) => planId === step.planId)
            .map(({ tempo: at }) => at.bpm);
          expect([...new Set(tempos)].sort((a, b) => Number(a) - Number(b))).toEqual(tempos);
        }
  });

  it('whoever has chosen none is on the first steps, or on the path of the family', () => {
    expect(readyPathWith(null)!.title).toBe('First steps');
    const every = (title: string) =>
      FAMILIES.flatMap(({ plans }) => plans).find(({ plan }) => plan.title === title)!.id;
    expect(readyPathWith(every('Backbeat click'))!.title).toBe('First steps');
    expect(readyPathWith(every('Stop time with a fill'))!.title).toBe('Stop time');
    expect(readyPathWith(crypto.randomUUID())).toBeNull();
  });
});

describe('a path document', () => {
  const [{ path }] = READY_PATHS;
  const [first] = path.steps;
  it.each([
    ['another format', { ...path, format: 'feldspar-plan' }, 'format', /not a Feldspar path/],
    ['no title', { ...path, title: ' ' }, 'title', /give the path a title/],
    ['no steps', { ...path, steps: [] }, 'steps', /at least one step/],
    ['two steps with one key', { ...path, steps: [first, first] }, 'steps', /the same key/],
    [
      'a tempo without a note',
      { ...path, steps: [{ ...first, tempo: { bpm: 80 } }] },
      'steps[0].tempo.beat',
      /fraction/,
    ],
    ['a field nobody knows', { ...path, color: 'red' }, '', /no field "color"/],
  ])('%s is refused by its field', (_, value, at, message) => {
    const result = readPath(JSON.parse(JSON.stringify(value)));
    if (!('problems' in result)) throw new Error('it was taken');
    expect(result.problems[0].path).toBe(at);
    expect(result.problems[0].message).toMatch(message);
  });
});
