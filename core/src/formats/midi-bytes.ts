/**
 * The bytes of a Standard MIDI File (SMF 1.0): chunks, variable-length delta times, and the few events that Feldspar
 * writes. Our own, because the usual package copies the whole track for every event and takes minutes for an hour.
 */
export type TrackEvent =
  | { type: 'noteOn' | 'noteOff'; channel: number; noteNumber: number; velocity: number }
  | { type: 'setTempo'; microseconds: number }
  | { type: 'timeSignature'; numerator: number; denominator: number }
  | { type: 'trackName' | 'marker'; text: string };

export interface TimedEvent {
  tick: number;
  event: TrackEvent;
}

const STATUS = { noteOff: 0x80, noteOn: 0x90 } as const;
const META = {
  trackName: 0x03,
  marker: 0x06,
  endOfTrack: 0x2f,
  setTempo: 0x51,
  timeSignature: 0x58,
} as const;
/** MIDI clocks a metronome click, and 32nds a MIDI quarter, as usual. */
const CLOCKS = 24;
const THIRTY_SECONDS = 8;

/** A file of format 1; each track's events in any order, its end at `endTick` or after its last event. */
export function midiBytes(
  tracks: readonly TimedEvent[][],
  ticksAQuarter: number,
  endTick: number,
): Uint8Array {
  const header = [...word(1), ...word(tracks.length), ...word(ticksAQuarter)];
  const chunks = [
    chunk('MThd', header),
    ...tracks.map((events) => chunk('MTrk', trackBytes(events, endTick))),
  ];
  const bytes = new Uint8Array(chunks.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const piece of chunks) {
    bytes.set(piece, at);
    at += piece.length;
  }
  return bytes;
}

function trackBytes(events: readonly TimedEvent[], endTick: number): number[] {
  const bytes: number[] = [];
  let now = 0;
  for (const { tick, event } of [...events].sort((a, b) => a.tick - b.tick)) {
    bytes.push(...variableLength(tick - now), ...eventBytes(event));
    now = tick;
  }
  bytes.push(...variableLength(Math.max(0, endTick - now)), ...meta(META.endOfTrack, []));
  return bytes;
}

function eventBytes(event: TrackEvent): number[] {
  switch (event.type) {
    case 'noteOn':
    case 'noteOff':
      return [STATUS[event.type] | event.channel, event.noteNumber, event.velocity];
    case 'setTempo':
      return meta(META.setTempo, [event.microseconds >> 16, event.microseconds >> 8, event.microseconds]);
    case 'timeSignature':
      return meta(META.timeSignature, [
        event.numerator,
        Math.log2(event.denominator),
        CLOCKS,
        THIRTY_SECONDS,
      ]);
    default:
      return meta(
        META[event.type],
        [...event.text].map((letter) => letter.charCodeAt(0)),
      );
  }
}

function meta(type: number, data: number[]): number[] {
  return [0xff, type, ...variableLength(data.length), ...data.map((value) => value & 0xff)];
}

/** Seven bits a byte, the highest first, all but the last with the top bit set. */
export function variableLength(value: number): number[] {
  const bytes = [value & 0x7f];
  for (let rest = value >>> 7; rest > 0; rest >>>= 7) bytes.unshift((rest & 0x7f) | 0x80);
  return bytes;
}

function word(value: number): number[] {
  return [(value >> 8) & 0xff, value & 0xff];
}

function chunk(id: string, data: readonly number[]): Uint8Array {
  const bytes = new Uint8Array(8 + data.length);
  bytes.set([...id].map((letter) => letter.charCodeAt(0)));
  new DataView(bytes.buffer).setUint32(4, data.length);
  bytes.set(data, 8);
  return bytes;
}
