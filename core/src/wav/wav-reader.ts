/**
 * Reads WAV as it comes, piece by piece: memory does not grow with the file, and nothing is believed because a header says so. PCM of 8,
 * 16, 24 and 32 bits, floats of 32 and 64; any number of channels, mixed to one; extensible and RF64 headers; chunks in any order.
 * (Microsoft, Multimedia Programming Interface and Data Specifications 1.0; EBU Tech 3306 for RF64.)
 */

/** Why a file cannot be read, and what to do. */
export class WavProblem extends Error {}

export interface WavFormat {
  sampleRateHz: number;
  channels: number;
  bits: 8 | 16 | 24 | 32 | 64;
  float: boolean;
}

export type WavSide = 'mix' | 'left' | 'right';

const RATES = { min: 8000, max: 192_000 } as const;
const MOST_CHANNELS = 64;
/** Of sound that comes before the file says how it is written. */
const MOST_EARLY_BYTES = 32 * 1024 * 1024;
const FORMAT_BYTES = { least: 16, most: 4096 } as const;
/** So many are decoded at once: the room for it stays small, however long a piece is. */
const FRAMES_AT_ONCE = 4096;
/** What is written on the scale of whole numbers, by mistake, is as loud as this at the most; what is said to be louder is a broken sample. */
const LOUDEST = 2 ** 32;
const CODE = { pcm: 1, float: 3, extensible: 0xfffe } as const;
/** A size that says nothing: of RF64, or of a recorder that was stopped before it could write it. */
const UNKNOWN = 0xffff_ffff;

/** What a chunk of the file is read as. */
type Reading =
  | { what: 'head' }
  | { what: 'chunk' }
  | { what: 'body'; id: string; left: number }
  | { what: 'sound'; left: number; odd: boolean };

export class WavReader {
  /** Null before the file has said it. */
  format: WavFormat | null = null;
  /** Where in the file the sound begins, in bytes; null before it has come. */
  soundAt: number | null = null;
  /** Samples of one channel so far. */
  frames = 0;
  /** Samples that are no numbers, or no level that could be; read as silence. */
  broken = 0;
  private readonly side: WavSide;
  private consumed = 0;
  private reading: Reading = { what: 'head' };
  private waiting = new Uint8Array(0);
  private body: Uint8Array[] = [];
  private early: Uint8Array[] = [];
  private earlyBytes = 0;
  private soundSize64: number | null = null;
  private sawSound = false;

  constructor(side: WavSide = 'mix') {
    this.side = side;
  }

  /** @returns the samples that the piece completes, -1 to 1. @throws WavProblem */
  push(piece: Uint8Array): Float32Array {
    const made: Float32Array[] = [];
    this.waiting = joined(this.waiting, piece);
    while (this.step(made));
    return flat(made);
  }

  /** @returns what was left. @throws WavProblem where the file held no sound. */
  end(): Float32Array {
    if (this.reading.what === 'head')
      throw new WavProblem('This is no WAV file: it is empty or breaks off in its first bytes.');
    if (!this.format)
      throw new WavProblem(
        'This WAV file does not say how its sound is written (it has no “fmt ” part). Export it anew.',
      );
    if (!this.sawSound) throw new WavProblem('This WAV file holds no sound.');
    return new Float32Array(0);
  }

  /** One step; false where more bytes are needed. */
  private step(made: Float32Array[]): boolean {
    const { reading } = this;
    if (reading.what === 'head') return this.readHead();
    if (reading.what === 'chunk') return this.readChunkHead();
    if (reading.what === 'sound') return this.readSound(reading, made);
    return this.readBody(reading, made);
  }

  private take(bytes: number): Uint8Array {
    const taken = this.waiting.subarray(0, bytes);
    this.consumed += bytes;
    this.waiting = this.waiting.subarray(bytes);
    return taken;
  }

  private readHead(): boolean {
    if (this.waiting.length < 12) return false;
    const head = this.take(12);
    const [kind, form] = [text(head, 0), text(head, 8)];
    if (!['RIFF', 'RF64', 'BW64'].includes(kind) || form !== 'WAVE')
      throw new WavProblem('This is no WAV file, whatever its name says. Export the recording as WAV.');
    this.reading = { what: 'chunk' };
    return true;
  }

  private readChunkHead(): boolean {
    if (this.waiting.length < 8) return false;
    const id = text(this.waiting, 0);
    // The header told of less sound than there is: what follows is no chunk, but more of it.
    if (this.sawSound && !/^[\x20-\x7e]{4}$/.test(id)) {
      this.reading = { what: 'sound', left: Infinity, odd: false };
      return true;
    }
    const size = view(this.take(8)).getUint32(4, true);
    if (id === 'data') {
      this.sawSound = true;
      this.soundAt ??= this.consumed;
      const said = size === UNKNOWN ? (this.soundSize64 ?? 0) : size;
      this.reading = { what: 'sound', left: said === 0 ? Infinity : said, odd: said % 2 === 1 };
    } else {
      this.body = [];
      // Chunks begin on even places.
      this.reading = { what: 'body', id, left: size + (size % 2) };
    }
    return true;
  }

  private readBody(reading: Extract<Reading, { what: 'body' }>, made: Float32Array[]): boolean {
    const wanted = reading.id === 'fmt ' || reading.id === 'ds64';
    if (reading.left > 0) {
      if (this.waiting.length === 0) return false;
      const piece = this.take(Math.min(reading.left, this.waiting.length));
      reading.left -= piece.length;
      const held = this.body.reduce((sum, { length }) => sum + length, 0);
      if (wanted && held < FORMAT_BYTES.most) this.body.push(piece.slice());
      return true;
    }
    const body = this.body.reduce(joined, new Uint8Array(0));
    if (reading.id === 'fmt ') this.readFormat(body, made);
    if (reading.id === 'ds64' && body.length >= 16)
      this.soundSize64 = Number(view(body).getBigUint64(8, true));
    this.reading = { what: 'chunk' };
    return true;
  }

  private readFormat(body: Uint8Array, made: Float32Array[]): void {
    // Said twice: the first one holds.
    if (this.format) return;
    if (body.length < FORMAT_BYTES.least)
      throw new WavProblem('This WAV file’s “fmt ” part is too short. Export it anew.');
    const bytes = view(body);
    const extensible = bytes.getUint16(0, true) === CODE.extensible && body.length >= 40;
    const code = bytes.getUint16(extensible ? 24 : 0, true);
    const [channels, sampleRateHz, bits] = [
      bytes.getUint16(2, true),
      bytes.getUint32(4, true),
      bytes.getUint16(14, true),
    ];
    const float = code === CODE.float;
    if (code !== CODE.pcm && !float)
      throw new WavProblem(`This WAV file is compressed (kind ${code}). Export it as PCM, 16 or 24 bits.`);
    if (!(float ? [32, 64] : [8, 16, 24, 32]).includes(bits))
      throw new WavProblem(
        `This WAV file has samples of ${bits} bits, which is not read. Export it with 16 or 24 bits.`,
      );
    if (channels < 1 || channels > MOST_CHANNELS)
      throw new WavProblem(`This WAV file says it has ${channels} channels. Export it as mono or stereo.`);
    if (sampleRateHz < RATES.min || sampleRateHz > RATES.max)
      throw new WavProblem(
        `This WAV file says it has ${sampleRateHz} samples a second; 8 000 to 192 000 are read.`,
      );
    this.format = { sampleRateHz, channels, bits: bits as WavFormat['bits'], float };
    if (this.early.length > 0)
      made.push(this.decode(this.early.reduce(joined, new Uint8Array(0)), this.format));
    this.early = [];
  }

  private readSound(reading: Extract<Reading, { what: 'sound' }>, made: Float32Array[]): boolean {
    if (reading.left === 0) {
      // Chunks begin on even places.
      this.reading = reading.odd ? { what: 'body', id: 'pad', left: 1 } : { what: 'chunk' };
      return true;
    }
    const frame = this.format ? frameBytes(this.format) : 1;
    const there = Math.min(reading.left, this.waiting.length);
    // A frame that is cut off at the end of the sound is none.
    const usable = there === reading.left ? there : there - (there % frame);
    if (usable === 0) return false;
    const piece = this.take(usable);
    reading.left -= usable;
    if (this.format) made.push(this.decode(piece, this.format));
    else {
      this.earlyBytes += piece.length;
      if (this.earlyBytes > MOST_EARLY_BYTES)
        throw new WavProblem(
          'This WAV file says only after its sound how it is written, and is too long for that. Export it anew.',
        );
      this.early.push(piece.slice());
    }
    return true;
  }

  private decode(piece: Uint8Array, format: WavFormat): Float32Array {
    const { channels } = format;
    const size = frameBytes(format);
    const frames = Math.floor(piece.length / size);
    const made = new Float32Array(frames);
    const room = new Float64Array(channels * Math.min(frames, FRAMES_AT_ONCE));
    for (let from = 0; from < frames; from += FRAMES_AT_ONCE) {
      const to = Math.min(frames, from + FRAMES_AT_ONCE);
      const all = samplesIn(view(piece.subarray(from * size, to * size)), format, room);
      this.toOne(all, channels, made.subarray(from, to));
    }
    // Whole numbers are never broken.
    if (format.float)
      for (let i = 0; i < frames; i++) {
        if (Math.abs(made[i]) <= LOUDEST) continue;
        this.broken++;
        made[i] = 0;
      }
    this.frames += frames;
    return made;
  }

  /** @param all samples of the channels, those of a frame beside each other. @param into gets one a frame. */
  private toOne(all: Float64Array, channels: number, into: Float32Array): void {
    if (channels === 1) {
      into.set(all);
      return;
    }
    const only = this.side === 'left' ? 0 : 1;
    for (let i = 0, at = 0; i < into.length; i++, at += channels) {
      if (this.side !== 'mix') {
        into[i] = all[at + only];
        continue;
      }
      let sum = 0;
      for (let channel = 0; channel < channels; channel++) sum += all[at + channel];
      into[i] = sum / channels;
    }
  }
}

const frameBytes = ({ channels, bits }: WavFormat) => (channels * bits) / 8;

/** A loop a depth, for there are thousands of millions of them. @param room is written over. @returns the part of it that they fill. */
function samplesIn(data: DataView, { bits, float }: WavFormat, room: Float64Array): Float64Array {
  const count = (8 * data.byteLength) / bits;
  const made = room.subarray(0, count);
  if (float && bits === 64) for (let i = 0; i < count; i++) made[i] = data.getFloat64(8 * i, true);
  else if (float) for (let i = 0; i < count; i++) made[i] = data.getFloat32(4 * i, true);
  else if (bits === 8) for (let i = 0; i < count; i++) made[i] = (data.getUint8(i) - 128) / 128;
  else if (bits === 16) for (let i = 0; i < count; i++) made[i] = data.getInt16(2 * i, true) / 2 ** 15;
  else if (bits === 24)
    for (let i = 0, at = 0; i < count; i++, at += 3)
      made[i] = (data.getUint16(at, true) + data.getInt8(at + 2) * 65_536) / 2 ** 23;
  else for (let i = 0; i < count; i++) made[i] = data.getInt32(4 * i, true) / 2 ** 31;
  return made;
}

const view = (bytes: Uint8Array) => new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
const text = (bytes: Uint8Array, at: number) => String.fromCharCode(...bytes.subarray(at, at + 4));

function joined(a: Uint8Array, b: Uint8Array): Uint8Array<ArrayBuffer> {
  const all = new Uint8Array(a.length + b.length);
  all.set(a);
  all.set(b, a.length);
  return all;
}

function flat(pieces: readonly Float32Array[]): Float32Array {
  if (pieces.length === 1) return pieces[0];
  const all = new Float32Array(pieces.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const piece of pieces) {
    all.set(piece, at);
    at += piece.length;
  }
  return all;
}
