/** Pages of a list: a cursor names the last row of the page before, by what the list is ordered by and its id. */
import { Op, type WhereOptions } from 'sequelize';
import { Problem } from '../http/problem.ts';

export type Direction = 'ASC' | 'DESC';
export type Key = Date | number;

/** @param name of the order: a cursor of another one is refused. */
export function cursorOf(name: string, key: Key, id: string): string {
  const value = key instanceof Date ? key.toISOString() : key;
  return Buffer.from(`${name} ${value} ${id}`).toString('base64url');
}

/** @throws Problem 400 for a text that is no cursor of this order. */
export function readCursor(text: string, name: string, kind: 'date' | 'number'): { key: Key; id: string } {
  const [of, value = '', id] = Buffer.from(text, 'base64url').toString().split(' ');
  const key = kind === 'date' ? new Date(value) : Number(value);
  if (of !== name || !id || Number.isNaN(key.valueOf())) {
    throw new Problem(
      400,
      'Not a cursor',
      'Use the nextCursor of the page before, unchanged, in the same order.',
    );
  }
  return { key, id };
}

export function beyond(
  column: string,
  direction: Direction,
  { key, id }: { key: Key; id: string },
): WhereOptions {
  const past = direction === 'ASC' ? Op.gt : Op.lt;
  return { [Op.or]: [{ [column]: { [past]: key } }, { [column]: key, id: { [past]: id } }] };
}
