import { compile, planSchema } from '../plan/index.ts';
import { LADDER, barProblems, isTuplet, planOfSheet, sheetSchema } from './index.ts';

const stepOf = (title: string) => LADDER.find(({ sheet }) => sheet.title === title)!;

describe('the ladder of ready sheets', () => {
  it.each(LADDER.map(({ sheet }) => [sheet.title, sheet] as const))(
    '%s fits its bars and plays',
    (_, sheet) => {
      expect(sheetSchema.parse(sheet)).toEqual(sheet);
      expect(barProblems(sheet)).toEqual([]);
      const plan = planOfSheet(sheet);
      expect(planSchema.safeParse(plan).success).toBe(true);
      expect(compile(plan).targets.length).toBeGreaterThan(1);
    },
  );

  it('begins with one whole note and its rest, and every kind of note comes before it is used again', () => {
    expect(LADDER[0].sheet.bars[0].items).toEqual([{ value: 'whole' }]);
    expect(LADDER[0].sheet.bars[1].items).toEqual([{ value: 'whole', rest: true }]);
    // A step brings at most three kinds that no step before it had.
    const known = new Set<string>();
    for (const { sheet } of LADDER) {
      const kinds = new Set(
        sheet.bars.flatMap(({ items }) =>
          items.flatMap((item) =>
            (isTuplet(item) ? item.items : [item]).flatMap(({ value, dots = 0, rest, tie, grace }) => [
              `${value} ${dots} ${rest ? 'rest' : 'note'}`,
              ...(tie ? ['tie'] : []),
              ...(grace ? ['grace'] : []),
              ...(isTuplet(item) ? [`${item.tuplet.notes} in ${item.tuplet.inTimeOf}`] : []),
            ]),
          ),
        ),
      );
      const fresh = [...kinds].filter((kind) => !known.has(kind));
      expect(fresh.length).toBeLessThanOrEqual(3);
      fresh.forEach((kind) => known.add(kind));
    }
    expect(new Set(LADDER.map(({ sheet }) => sheet.title)).size).toBe(LADDER.length);
  });

  it('has steps of feeling the beat, counting, re-hearing the click, groupings, unisons and a chosen unit', () => {
    expect([...new Set(LADDER.map(({ family }) => family))].sort((a, b) => a - b)).toEqual([
      1, 2, 8, 17, 18, 19,
    ]);
    expect(new Set(LADDER.map(({ number }) => number)).size).toBe(LADDER.length);
  });

  it('the click falls where the step says: between the beats, or said aloud', () => {
    const clicksOf = (title: string) => compile(planOfSheet(stepOf(title).sheet)).clicks.slice(4);
    const places = (title: string) => clicksOf(title).map(({ position }) => position.toFraction());
    expect(places('The click is “and”').slice(0, 4)).toEqual(['1/8', '3/8', '5/8', '7/8']);
    expect(new Set(clicksOf('The bar, said aloud').map(({ voice }) => voice))).toEqual(new Set(['count']));
    expect(places('A slow click over three').slice(0, 3)).toEqual(['3/8', '0', '3/8']);
  });
});
