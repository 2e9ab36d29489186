/** A part of a core: the rows in sight. Pure. */
import type { CoreModel } from './model.ts';

/** `count` rows from `first` on, with what lies in them. */
export function windowOf(core: CoreModel, first: number, count: number): CoreModel {
  const inside = <Item extends { row: number }>(items: Item[]) =>
    items
      .filter(({ row }) => row >= first && row < first + count)
      .map((item) => ({ ...item, row: item.row - first }));
  return {
    ...core,
    rows: core.rows.slice(first, first + count),
    marks: inside(core.marks),
    missed: inside(core.missed),
    extra: inside(core.extra),
  };
}
