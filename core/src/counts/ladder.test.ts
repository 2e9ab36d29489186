import { compile, planSchema } from '../plan/index.ts';
import { LADDER, barProblems, isTuplet, planOfSheet, sheetSchema } from './index.ts';

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
});
