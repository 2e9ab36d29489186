/**
 * Plans to play along with a record: with it, with it falling silent for some bars, with longer and longer silences, or joining in after some bars of
 * listening. Its time is the record's own; where the record keeps one tempo the plan says that tempo, and needs no map.
 */
import { type BeatMap, type MapBar, barsOf, periodAround, steadyTempo } from '../beat-map/index.ts';
import type { Plan, PlayLine, Section, Silence } from '../plan/index.ts';

export const ALONG_WAYS = ['with it', 'two of eight', 'growing silence', 'joining in'] as const;
export type AlongWay = (typeof ALONG_WAYS)[number];
export const ALONG_NOTES = ['beats', 'eighths', 'backbeat', 'ones'] as const;
export type AlongNotes = (typeof ALONG_NOTES)[number];

export interface AlongChoice {
  recordingId: string;
  name: string;
  map: BeatMap;
  /** Bars of the record, from 1 on. */
  fromBar: number;
  bars: number;
  /** How often these bars are played, one time after the other; once where nothing is said. */
  times?: number;
  way: AlongWay;
  notes: AlongNotes;
  /** What falls silent, where something does. */
  takes: 'record' | 'both';
  /** A click on every beat besides. */
  withClick: boolean;
}

/** Bars of listening before one joins in. */
const LISTENS = 8;

/** @throws RangeError where the record has no such bars. */
export function playAlongPlan(choice: AlongChoice): Plan {
  const { map, recordingId, name, fromBar, bars: count } = choice;
  const all = barsOf(map);
  const chosen = all.slice(fromBar - 1, fromBar - 1 + count);
  if (chosen.length === 0) throw new RangeError(`The record has ${all.length} bars; choose some of them.`);
  const steady = steadyTempo(map.beats);
  const once = runsOf(chosen, map).map((run) => sectionOf(run, choice, steady?.isSteady ? steady : null));
  const sections = Array.from({ length: choice.times ?? 1 }, () => once).flat();
  return {
    format: 'feldspar-plan',
    version: 1,
    title: `${TITLES[choice.way]}: ${name}`.slice(0, 160),
    countIn: { bars: 1 },
    sections,
    record: { recordingId, name: name.slice(0, 200), beats: map.beats, bars: map.bars },
  };
}

const TITLES: Record<AlongWay, string> = {
  'with it': 'Along with',
  'two of eight': 'Two silent bars of eight',
  'growing silence': 'Growing silence',
  'joining in': 'Joining in',
};

interface Run {
  name?: string;
  bars: MapBar[];
}

/** Bars of one meter after each other are a section; a part of the record begins another one. Bars cut short belong to none. */
function runsOf(bars: readonly MapBar[], { parts = [] }: BeatMap): Run[] {
  const runs: Run[] = [];
  for (const bar of bars) {
    if (bar.beats < bar.meter.beats) continue;
    const part = parts.find(({ fromBar }) => fromBar === bar.number);
    const last = runs.at(-1);
    const before = last?.bars.at(-1);
    const goesOn =
      before?.number === bar.number - 1 &&
      before.meter.beats === bar.meter.beats &&
      before.meter.unit === bar.meter.unit;
    if (last && goesOn && !part) last.bars.push(bar);
    else {
      const inside =
        part ?? parts.find((one) => one.fromBar <= bar.number && bar.number < one.fromBar + one.bars);
      runs.push({ ...(inside ? { name: inside.name } : {}), bars: [bar] });
    }
  }
  return runs;
}

function sectionOf({ name, bars }: Run, choice: AlongChoice, steady: { bpm: number } | null): Section {
  const { map, way, notes, withClick } = choice;
  const [{ number, firstBeat, meter }] = bars;
  const last = bars[bars.length - 1];
  const middle = (firstBeat + last.firstBeat) / 2;
  const bpm =
    steady?.bpm ?? 60 / periodAround(map.beats, middle, Math.ceil((last.firstBeat - firstBeat) / 2) + 1);
  const silence = silenceOf(choice);
  const joins = way === 'joining in' ? { fromBar: Math.min(bars.length, LISTENS + 1) } : {};
  return {
    ...(name ? { name } : {}),
    bars: bars.length,
    meter: { beats: meter.beats, unit: meter.unit },
    tempo: { bpm: Number(bpm.toFixed(steady ? 4 : 2)), beat: meter.unit },
    clicks: withClick ? [{ every: meter.unit, voice: 'wood', accent: ['0'] }] : [],
    ...(silence ? { silence } : {}),
    record: steady ? { atS: Number(map.beats[firstBeat].toFixed(6)) } : { fromBar: number },
    play: [{ ...lineOf(notes, meter), ...joins }],
  };
}

function silenceOf({ way, takes }: AlongChoice): Silence | null {
  if (way === 'two of eight') return { sound: 6, silent: 2, takes };
  if (way === 'growing silence') return { sound: 4, silent: [1, 2, 3, 4], takes };
  return null;
}

function lineOf(notes: AlongNotes, { beats, unit }: MapBar['meter']): PlayLine {
  if (notes === 'ones') return { at: ['0'] };
  if (notes === 'eighths') return { every: halfOf(unit) };
  if (notes === 'backbeat' && beats % 2 === 0 && beats > 2)
    return { at: Array.from({ length: beats / 2 }, (_, i) => times(2 * i + 1, unit)) };
  return { every: unit };
}

const halfOf = (unit: string) => {
  const [n, d = '1'] = unit.split('/');
  return `${n}/${2 * Number(d)}`;
};
const times = (count: number, unit: string) => {
  const [n, d = '1'] = unit.split('/');
  return `${count * Number(n)}/${d}`;
};
