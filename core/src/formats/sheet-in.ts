/** A file as a count sheet: MusicXML, plain or compressed, or ABC; which one, its content says. */
import { strFromU8 } from 'fflate';
import { readAbc } from './abc-in.ts';
import { readMusicXmlFile } from './musicxml-in.ts';
import type { ReadSheet } from './read-sheet.ts';

export function readSheetFile(bytes: Uint8Array): ReadSheet {
  const start = strFromU8(bytes.subarray(0, 4000));
  if (start.startsWith('PK') || /^\s*(\uFEFF|ï»¿)?\s*</.test(start)) return readMusicXmlFile(bytes);
  if (/^\s*X:|^K:/m.test(start)) return readAbc(strFromU8(bytes));
  return {
    problem: 'The file is neither MusicXML nor ABC: an ABC tune has lines that begin with X: and K:.',
  };
}
