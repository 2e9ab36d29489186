/** The desk's state and its address: everything that was settled can be shared and survives a reload. */
import { bpmSchema } from '@feldspar/core/plan';
import {
  Fraction,
  type Meter,
  NORMAL_BEAT,
  type Tempo,
  fitForDocument,
  meterName,
  quartersPerMinute,
  saidIn,
  durationSchema,
} from '@feldspar/core/time';

type Length = Tempo['beat'];

export interface DeskState {
  /** The speed, said in the note the foot taps. */
  at: Tempo;
  /** The note the click is on. */
  click: Length;
  meter: Meter;
  /** The rows of the stick, longest first. */
  rows: Length[];
  /** The number somebody named, as typed. */
  said: string;
}

export const METERS = [
  '2/4',
  '3/4',
  '4/4',
  '5/4',
  '6/4',
  '7/4',
  '2/2',
  '3/2',
  '3/8',
  '6/8',
  '7/8',
  '9/8',
  '12/8',
];
const ROWS = ['1', '1/2', '3/8', '1/4', '1/8', '1/12', '1/16'];

export const START: DeskState = {
  at: { bpm: new Fraction(100), beat: new Fraction(1, 4) },
  click: new Fraction(1, 4),
  meter: meterOf('4/4'),
  rows: sortedRows(ROWS.map((text) => new Fraction(text))),
  said: '',
};

export function meterOf(name: string): Meter {
  const [beats, unit] = name.split('/').map(Number);
  return { beats, unit: new Fraction(1, unit) };
}

/** Longest first, each once. */
export function sortedRows(rows: readonly Length[]): Length[] {
  const once = new Map(rows.map((row) => [row.toFraction(), row]));
  return [...once.values()].sort((a, b) => b.compare(a));
}

/** The same speed, with the foot on another note. */
export function footOn(state: DeskState, foot: Length): DeskState {
  return { ...state, at: saidIn(state.at, foot), rows: sortedRows([...state.rows, foot]) };
}

export function clickOn(state: DeskState, click: Length): DeskState {
  return { ...state, click, rows: sortedRows([...state.rows, click]) };
}

/** Another speed: so many of a note a minute. The marks stay where they are. */
export function atSpeed(state: DeskState, tempo: Tempo): DeskState {
  return { ...state, at: saidIn(tempo, state.at.beat) };
}

export function deskQuery({ at, click, meter, rows, said }: DeskState): URLSearchParams {
  const query = new URLSearchParams({
    quarters: fitForDocument(quartersPerMinute(at)).toFraction(),
    foot: at.beat.toFraction(),
    click: click.toFraction(),
    meter: meterName(meter),
  });
  const texts = rows.map((row) => row.toFraction());
  if (texts.join() !== ROWS.map((row) => row).join()) query.set('rows', texts.join(' '));
  if (said) query.set('said', said);
  return query;
}

/** What the address says; whatever it does not say, or says badly, is as at the start. */
export function deskOfAddress(search: URLSearchParams): DeskState {
  const length = (text: string | null) =>
    text !== null && durationSchema.safeParse(text).success ? new Fraction(text) : null;
  const quarters = search.get('quarters') ?? '';
  const speed = bpmSchema.safeParse(quarters).success
    ? { bpm: new Fraction(quarters), beat: NORMAL_BEAT }
    : START.at;
  const at = saidIn(speed, length(search.get('foot')) ?? START.at.beat);
  const meter = search.get('meter') ?? '';
  const rows = (search.get('rows') ?? '')
    .split(' ')
    .flatMap((text) => length(text) ?? [])
    .slice(0, 24);
  const click = length(search.get('click')) ?? at.beat;
  return {
    at,
    click,
    meter: METERS.includes(meter) ? meterOf(meter) : START.meter,
    rows: sortedRows([...(rows.length > 0 ? rows : START.rows), at.beat, click]),
    said: (search.get('said') ?? '').slice(0, 20),
  };
}
