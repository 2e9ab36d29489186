/** Rows that hold a few letters somewhere, whatever their case (of the letters from A to Z). */
import { type WhereOptions, Op, col, fn, or, where } from 'sequelize';

/** @param columns of text; one of them has to hold the letters. */
export const holding = (columns: readonly string[], letters: string): WhereOptions =>
  or(
    ...columns.map((column) => where(fn('instr', fn('lower', col(column)), fn('lower', letters)), Op.gt, 0)),
  ) as WhereOptions;
