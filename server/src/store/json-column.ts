/**
 * JSON in a text column that is read only where it is asked for, so that a row whose text is damaged can still be listed,
 * named and deleted, and costs no other row.
 */
import { DataTypes, type Model, type ModelAttributeColumnOptions } from 'sequelize';

/**
 * The driver's own reading of JSON columns is turned off: it fails for a whole list where one row is damaged. (Which columns it
 * reads it takes from the table, not from the model.)
 */
const { sqlite } = DataTypes as unknown as { sqlite: { JSON: { parse(text: string): unknown } } };
sqlite.JSON.parse = (text) => text;

/** Thrown where a damaged value is read. */
export class UnreadableRow extends Error {
  constructor(column: string) {
    super(`The stored ${column} cannot be read: it is damaged.`);
    this.name = 'UnreadableRow';
  }
}

/** The value of a column of a plain row. @throws UnreadableRow */
export function readJson(column: string, text: string | null): unknown {
  if (text === null) return null;
  try {
    return JSON.parse(text) as unknown;
  } catch {
    throw new UnreadableRow(column);
  }
}

/** @param whereNothing how null is stored: a column that may not be null holds JSON's own. */
export function jsonColumn(name: string, whereNothing: null | 'null' = null): ModelAttributeColumnOptions {
  return {
    type: DataTypes.TEXT,
    get(this: Model) {
      const text = this.getDataValue(name) as string | null | undefined;
      return readJson(name, text ?? null);
    },
    set(this: Model, value: unknown) {
      this.setDataValue(name, value === null || value === undefined ? whereNothing : JSON.stringify(value));
    },
  };
}
