/** The table of all note values in a chosen counted note: what each is worth. */
import {
  type Fraction,
  NOTE_BASES,
  type NoteBase,
  lengthOf,
  nameOfLength,
  pluralOfLength,
} from '../time/index.ts';
import { worthText } from './counting.ts';

export interface CheatRow {
  name: string;
  length: Fraction;
  /** In counted beats. */
  worth: Fraction;
  text: string;
}

const DOTS = [0, 1, 2] as const;
/** Notes in the time of so many, as groups. Common practice, no source. */
const GROUPS = [
  [3, 2],
  [5, 4],
  [6, 4],
  [7, 4],
] as const;
const GROUP_BASES: readonly NoteBase[] = ['quarter', 'eighth', 'sixteenth'];

/** Nobody writes a second dot on shorter notes. */
const SHORTEST_TWO_DOTS = lengthOf({ base: 'eighth' });

/** Longest first; dotted ones between the plain. */
export function cheatSheet(counted: Fraction): CheatRow[] {
  return (Object.keys(NOTE_BASES) as NoteBase[])
    .flatMap((base) =>
      DOTS.filter((dots) => dots < 2 || lengthOf({ base }).gte(SHORTEST_TWO_DOTS)).map((dots) =>
        lengthOf({ base, dots }),
      ),
    )
    .sort((a, b) => b.compare(a))
    .map((length) => row(nameOfLength(length), length, counted));
}

/** Groups as a whole: six sixteenths in the time of four are a quarter, whatever is counted. */
export function cheatGroups(counted: Fraction): CheatRow[] {
  return GROUP_BASES.flatMap((base) =>
    GROUPS.map(([notes, inTimeOf]) => {
      const length = lengthOf({ base }).mul(inTimeOf);
      return row(
        `${notes} ${pluralOfLength(lengthOf({ base }))} in the time of ${inTimeOf}`,
        length,
        counted,
      );
    }),
  );
}

function row(name: string, length: Fraction, counted: Fraction): CheatRow {
  const worth = length.div(counted);
  return { name, length, worth, text: worthText(worth) };
}
