/**
 * A count sheet as MusicXML 4.0 (W3C Music Notation Community Group), partwise, one voice on a line of one. What it has no sign
 * for, the counted note first, stands in a miscellaneous field; the time of grace notes as the share they steal.
 */
import { strToU8, zipSync } from 'fflate';
import {
  type Grace,
  type Sheet,
  type SheetNote,
  isTuplet,
  meterOf,
  plainNote,
  writtenNotes,
} from '../counts/index.ts';
import { Fraction, type NoteBase, lengthOf, parseFraction, quartersPerMinute, tempo } from '../time/index.ts';
import { remarkOf } from './read-sheet.ts';

/** What MusicXML calls the values. */
export const XML_TYPES: Readonly<Record<NoteBase, string>> = {
  breve: 'breve',
  whole: 'whole',
  half: 'half',
  quarter: 'quarter',
  eighth: 'eighth',
  sixteenth: '16th',
  'thirty-second': '32nd',
  'sixty-fourth': '64th',
};

/** What notation has no sign for. */
export const REMARK = 'feldspar';

type Tuplet = { notes: number; inTimeOf: number };

export function sheetToMusicXml(sheet: Sheet): string {
  const divisions = divisionsOf(sheet);
  const written = writtenNotes(sheet);
  let next = 0;
  const measures = sheet.bars.map(({ items }, bar) => {
    const notes = items.flatMap((item) => {
      const tuplet = isTuplet(item) ? item.tuplet : undefined;
      const inner = isTuplet(item) ? item.items : [item];
      return inner.map((note, i) => {
        const { length, continues } = written[next];
        const before = next > 0 ? written[next - 1].length : null;
        next++;
        const edge = tuplet && [i === 0 ? 'start' : '', i === inner.length - 1 ? 'stop' : ''].filter(Boolean);
        const xml =
          graceXml(note.grace, length, before) + noteXml(note, length, divisions, continues, tuplet, edge);
        return xml;
      });
    });
    const number = sheet.pickup ? bar : bar + 1;
    return `    <measure number="${number}"${sheet.pickup && bar === 0 ? ' implicit="yes"' : ''}>\n${
      bar === 0 ? headXml(sheet, divisions) : ''
    }${notes.join('')}    </measure>\n`;
  });
  return `<?xml version="1.0" encoding="UTF-8"?>
<!DOCTYPE score-partwise PUBLIC "-//Recordare//DTD MusicXML 4.0 Partwise//EN" "http://www.musicxml.org/dtds/partwise.dtd">
<score-partwise version="4.0">
  <work><work-title>${escaped(sheet.title)}</work-title></work>
  <identification><miscellaneous><miscellaneous-field name="${REMARK}">${escaped(JSON.stringify(remarkOf(sheet)))}</miscellaneous-field></miscellaneous></identification>
  <part-list><score-part id="P1"><part-name>Rhythm</part-name></score-part></part-list>
  <part id="P1">
${measures.join('')}  </part>
</score-partwise>
`;
}

/** The same, compressed, as `.mxl`: a ZIP with a container that names the score. */
export function sheetToMxl(sheet: Sheet): Uint8Array {
  const container =
    '<?xml version="1.0" encoding="UTF-8"?><container><rootfiles><rootfile full-path="score.musicxml"/></rootfiles></container>';
  return zipSync({
    'META-INF/container.xml': strToU8(container),
    'score.musicxml': strToU8(sheetToMusicXml(sheet)),
  });
}

/** So many to a quarter that every note is a whole number of them. */
function divisionsOf(sheet: Sheet): Fraction {
  const lowest = writtenNotes(sheet)
    .map(({ length }) => length.mul(4).d)
    .reduce((a, b) => (a / common(a, b)) * b, 1n);
  return new Fraction(lowest);
}

function common(a: bigint, b: bigint): bigint {
  return b === 0n ? a : common(b, a % b);
}

function headXml(sheet: Sheet, divisions: Fraction): string {
  const { beats, unit, groups } = meterOf(sheet);
  const said = tempo(sheet.tempo.bpm, sheet.tempo.beat);
  return `      <attributes>
        <divisions>${divisions.toFraction()}</divisions>
        <time><beats>${groups?.join('+') ?? BigInt(beats) * unit.n}</beats><beat-type>${unit.d}</beat-type></time>
        <clef><sign>percussion</sign></clef>
        <staff-details><staff-lines>1</staff-lines></staff-details>
      </attributes>
      <direction>${metronomeXml(sheet)}<sound tempo="${decimal(quartersPerMinute(said))}"/></direction>
`;
}

function metronomeXml({ tempo: { bpm, beat } }: Sheet): string {
  const note = plainNote(parseFraction(beat));
  if (!note) return '<direction-type><words/></direction-type>';
  return `<direction-type><metronome><beat-unit>${XML_TYPES[note.value]}</beat-unit>${'<beat-unit-dot/>'.repeat(note.dots)}<per-minute>${decimal(new Fraction(bpm))}</per-minute></metronome></direction-type>`;
}

function noteXml(
  { value, dots = 0, rest, tie, accent, sticking }: SheetNote,
  length: Fraction,
  divisions: Fraction,
  continues: boolean,
  tuplet: Tuplet | undefined,
  edge: readonly string[] | undefined,
): string {
  const ties = [...(continues ? ['stop'] : []), ...(tie && !rest ? ['start'] : [])];
  const notations = [
    ...ties.map((type) => `<tied type="${type}"/>`),
    ...(edge ?? []).map((type) => `<tuplet type="${type}"/>`),
    ...(sticking ? [`<technical><fingering>${escaped(sticking)}</fingering></technical>`] : []),
    ...(accent ? ['<articulations><accent/></articulations>'] : []),
  ];
  return `      <note>${rest ? '<rest/>' : UNPITCHED}<duration>${length.mul(4).mul(divisions).toFraction()}</duration>${ties
    .map((type) => `<tie type="${type}"/>`)
    .join('')}<voice>1</voice><type>${XML_TYPES[value]}</type>${'<dot/>'.repeat(dots)}${
    tuplet
      ? `<time-modification><actual-notes>${tuplet.notes}</actual-notes><normal-notes>${tuplet.inTimeOf}</normal-notes></time-modification>`
      : ''
  }${notations.length > 0 ? `<notations>${notations.join('')}</notations>` : ''}</note>\n`;
}

const UNPITCHED = '<unpitched><display-step>B</display-step><display-octave>4</display-octave></unpitched>';

/** Each of several steals its share; together they steal what they take. */
function graceXml(grace: Grace | undefined, main: Fraction, before: Fraction | null): string {
  if (!grace) return '';
  const giver = grace.from === 'main' ? main : (before ?? main);
  const values = grace.values.map((base) => lengthOf({ base }));
  const sum = values.reduce((a, b) => a.add(b));
  const side = grace.from === 'main' ? 'following' : 'previous';
  return grace.values
    .map((value, i) => {
      const percent = parseFraction(grace.takes).mul(values[i]).div(sum).div(giver).mul(100);
      return `      <note><grace steal-time-${side}="${decimal(percent)}"/>${UNPITCHED}<voice>1</voice><type>${XML_TYPES[value]}</type></note>\n`;
    })
    .join('');
}

function decimal(value: Fraction): string {
  return String(Math.round(value.valueOf() * 1e9) / 1e9);
}

function escaped(text: string): string {
  return text
    .replace(/[^\t\n\r\u0020-\uD7FF\uE000-\uFFFD]/gu, '')
    .replace(/[<>&"']/g, (sign) => `&#${sign.charCodeAt(0)};`);
}
