/** The sounds that ears are tried on: put together from recorded one-shots and notes out of Debian packages, and made by the stand-in. */
import { type Sound, groove, melody, shortNotes, standIn } from './grooves.mts';
import { type Shot, oneShots } from './one-shots.mts';
import { type Font, families } from './sound-fonts.mts';

/** Where the report is written. */
export const REPORT = 'docs/hearing-report.md';
const GROOVES = 6;
const LOOKED_AT = ['HardElectro1', 'The Black Pearl 1.0', 'VariBreaks'];
const STAND_INS = ['clap', 'wood', 'drum', 'muted', 'plucked', 'bowed', 'blown'] as const;

export type Family = 'kits' | 'plucked' | 'held' | 'the stand-in';
export type Row = [name: string, sounds: Sound[], of: Family];
/** A table of the report: its title, and its rows with the sounds of each. */
export type Part = [title: string, rows: Row[]];

/** Short notes are let go after so long. */
const SHORT_S = 0.2;

const seeds = Array.from({ length: GROOVES }, (_, i) => 1 + i);
const grooves = (shots: readonly Shot[]) => seeds.map((seed) => groove(shots, seed));

export function allParts(): Part[] {
  const kits = [...oneShots()];
  const rows = (looked: boolean) =>
    kits
      .filter(([kit]) => LOOKED_AT.includes(kit) === looked)
      .map(([kit, shots]): Row => [kit, grooves(shots), 'kits']);
  const instruments = (font: Font, line: typeof melody, heldS?: number) =>
    [...families(font, heldS)].map(([{ name, isHeld }, played]): Row => [
      name,
      seeds.map((seed) => line(played[seed % played.length], isHeld, seed)),
      isHeld ? 'held' : 'plucked',
    ]);
  const own = STAND_INS.map((kind): Row => [kind, seeds.map((seed) => standIn(kind, seed)), 'the stand-in']);
  const parts: Part[] = [
    ['Recorded one-shots, whose misses were looked at while the ears were made', rows(true)],
    ['Recorded one-shots, of which only totals were seen', rows(false)],
    ['Recorded notes of a sound font, whose misses were looked at', instruments('TimGM6mb', melody)],
    [
      'Recorded notes of another sound font, of which only totals were seen',
      instruments('FluidR3 GM', melody),
    ],
    ['Recorded short notes, whose misses were looked at', instruments('TimGM6mb', shortNotes, SHORT_S)],
    [
      'Recorded short notes of another sound font, of which only totals were seen',
      instruments('FluidR3 GM', shortNotes, SHORT_S),
    ],
    ['The stand-in’s own sounds', own],
  ];
  return parts.filter(([, sounds]) => sounds.length > 0);
}
