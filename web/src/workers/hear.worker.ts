/** Recordings off the page's own thread: heard, drawn, cut out, and simulated. */
import { WavReader, type WavSide, pcmBytes, wavHeader } from '@feldspar/core/wav';
import { type FoundBeats, OnsetStrengthMaker, type TempoPrior, beatsOf } from '@feldspar/core/beats';
import { Ears, type Onset, type SoundKind } from '@feldspar/core/hearing';
import { type Plan, type Timeline, compile } from '@feldspar/core/plan';
import {
  type Peaks,
  PeaksMaker,
  type Recording,
  type RecordFacts,
  type RecordingFacts,
  hearRecording,
  madeUpRecord,
  simulatedRecording,
} from '@feldspar/core/recordings';
import { expose } from 'comlink';
import type { Rig } from '../device/rig-store.ts';
import { throughRig } from '../sound/sound-of-rig.ts';
import { rounded } from './rounded.ts';
import { type SoundAt, bytesOf, piecesOf, sizeOf } from './sound-bytes.ts';
import { stretchedSound } from './time-stretch.ts';

export interface HeardSound {
  sound: Recording['sound'];
  side: WavSide;
  heard: Recording['heard'];
  peaks: Peaks;
}

type Progress = (share: number) => void;

async function* samplesOf(at: SoundAt, side: WavSide): AsyncGenerator<Float32Array> {
  const reader = new WavReader(side);
  for await (const piece of piecesOf(at)) {
    const samples = reader.push(piece);
    if (samples.length > 0) yield samples;
  }
  reader.end();
}

/** What the file says of itself; the length from what there is, whatever its header says. */
async function factsOf(at: SoundAt): Promise<Required<Recording['sound']> & { soundAt: number }> {
  const reader = new WavReader();
  for await (const piece of piecesOf(at)) {
    reader.push(piece);
    if (reader.format && reader.soundAt !== null) break;
  }
  reader.end();
  const { sampleRateHz, channels, bits } = reader.format!;
  const soundAt = reader.soundAt!;
  const bytes = sizeOf(at);
  return {
    sampleRateHz,
    channels,
    bytes,
    soundAt,
    durationS: ((bytes - soundAt) * 8) / (channels * bits * sampleRateHz),
  };
}

/** Of the first seconds: enough to tell a side that is silent. */
const TELLS_BYTES = 4 * 1024 * 1024;
const SILENT = 1e-4;
const LONGEST_RECORD_S = 3600;

/** Mixed; where one side is silent beside the other, the other one. */
async function chosenSide(at: SoundAt, channels: number): Promise<WavSide> {
  if (channels < 2) return 'mix';
  const first = await bytesOf(at, 0, Math.min(sizeOf(at), TELLS_BYTES));
  const power = (side: WavSide) =>
    new WavReader(side).push(first).reduce((sum, value) => sum + value * value, 0);
  const [left, right] = [power('left'), power('right')];
  if (right < SILENT * left) return 'left';
  return left < SILENT * right ? 'right' : 'mix';
}

const api = {
  ready: () => true,

  /** @param how what is not said is chosen from the sound; `voice` is what sounds here where a plan says wood. @throws WavProblem, RangeError with what to do. */
  async hear(
    at: SoundAt,
    how: { side: WavSide | null; kind: SoundKind | null; plan: Plan | null; voice?: Rig['voice'] },
    onProgress: Progress,
  ): Promise<HeardSound> {
    const { sampleRateHz, durationS, channels, bytes } = await factsOf(at);
    const sound = { sampleRateHz, durationS, channels, bytes };
    const side = how.side ?? (await chosenSide(at, sound.channels));
    const peaks = new PeaksMaker();
    let times = 0;
    const source = {
      ...sound,
      async *open() {
        const first = times++ === 0;
        for await (const samples of samplesOf(at, side)) {
          if (first) peaks.push(samples);
          yield samples;
        }
      },
    };
    const tell = seldom(onProgress);
    const asWritten = how.plan && compile(how.plan);
    const hearing = (timeline: Timeline | null) =>
      hearRecording(source, { kind: how.kind, timeline, onProgress: tell });
    // Clicks of this device sound as it is set; those of a file, or of another device, as the plan has them.
    const { voice = 'wood' } = how;
    const asHere = asWritten && voice !== 'wood' ? throughRig(asWritten, { voice, levelDb: 0 }) : null;
    const heardHere = asHere && (await hearing(asHere));
    const heard = heardHere?.clicks ? heardHere : await hearing(asWritten);
    return { sound, side, heard: rounded(heard), peaks: peaks.end(sound.sampleRateHz) };
  },

  /** Its outline alone. */
  async outline(at: SoundAt, side: WavSide, onProgress: Progress): Promise<Peaks> {
    const { sampleRateHz, durationS } = await factsOf(at);
    const peaks = new PeaksMaker();
    const tell = seldom(onProgress);
    let read = 0;
    for await (const samples of samplesOf(at, side)) {
      peaks.push(samples);
      read += samples.length;
      tell(read / Math.max(1, durationS * sampleRateHz));
    }
    return peaks.end(sampleRateHz);
  },

  /** The samples of a stretch, without reading what lies before it. */
  async stretch(at: SoundAt, side: WavSide, fromS: number, toS: number) {
    const { sampleRateHz, channels, bytes, soundAt, durationS } = await factsOf(at);
    const frameBytes = Math.round((bytes - soundAt) / (durationS * sampleRateHz));
    const place = (seconds: number) =>
      soundAt + frameBytes * Math.round(Math.max(0, Math.min(durationS, seconds)) * sampleRateHz);
    const reader = new WavReader(side);
    reader.push(await bytesOf(at, 0, soundAt));
    const samples = reader.push(await bytesOf(at, place(fromS), Math.max(place(fromS) + 1, place(toS))));
    return { samples, sampleRateHz, channels };
  },

  /** The beats of a record. @throws RangeError where none can be found, or it is too long. */
  async beats(
    at: SoundAt,
    side: WavSide,
    { tapsS, near }: { tapsS?: readonly number[] | undefined; near?: TempoPrior | undefined },
    onProgress: Progress,
  ): Promise<FoundBeats> {
    const { sampleRateHz, durationS } = await factsOf(at);
    if (durationS > LONGEST_RECORD_S)
      throw new RangeError('Beats are found in records of up to an hour. Cut a part out of it first.');
    const tell = seldom(onProgress);
    const strength = new OnsetStrengthMaker(sampleRateHz);
    const ears = new Ears(sampleRateHz, 'struck');
    const onsets: Onset[] = [];
    let read = 0;
    for await (const samples of samplesOf(at, side)) {
      strength.push(samples);
      onsets.push(...ears.push(samples));
      read += samples.length;
      tell(read / Math.max(1, durationS * sampleRateHz));
    }
    onsets.push(...ears.end());
    return beatsOf({ strength: strength.end(), onsets, tapsS, near });
  },

  /** A record as it is to sound: a stretch of it, at a speed, both sides where it has two. Seconds are the record's own. */
  async record(
    at: SoundAt,
    {
      fromS,
      toS,
      speed,
      strokesS,
    }: { fromS: number; toS: number; speed: number; strokesS: readonly number[] },
    onProgress: Progress,
  ): Promise<{ channels: Float32Array[]; sampleRateHz: number }> {
    const { channels: count, sampleRateHz } = await factsOf(at);
    const sides: WavSide[] = count === 2 ? ['left', 'right'] : ['mix'];
    const channels: Float32Array[] = [];
    for (const side of sides) channels.push((await api.stretch(at, side, fromS, toS)).samples);
    const inside = strokesS.filter((timeS) => timeS > fromS && timeS < toS).map((timeS) => timeS - fromS);
    const made = stretchedSound({
      ...{ channels, sampleRateHz, speed, strokesS: inside },
      onProgress: seldom(onProgress),
    });
    return { channels: made, sampleRateHz };
  },

  /** A record that nobody made, as a WAV file. */
  madeUpRecord(facts: RecordFacts): Blob {
    const form = { sampleRateHz: 48_000, bits: 16 } as const;
    return wavOf(madeUpRecord({ ...facts, sampleRateHz: form.sampleRateHz }).samples, form);
  },

  /** A recording that nobody played, as samples. */
  simulateSamples: (plan: Plan, facts: RecordingFacts): Float32Array =>
    simulatedRecording(plan, facts).samples,

  /** The same as a WAV file. */
  simulate(plan: Plan, facts: RecordingFacts): Blob {
    const form = { sampleRateHz: 48_000, bits: 16 } as const;
    return wavOf(simulatedRecording(plan, { ...facts, sampleRateHz: form.sampleRateHz }).samples, form);
  },
};

function wavOf(samples: Float32Array, form: { sampleRateHz: number; bits: 16 }): Blob {
  return new Blob([wavHeader(samples.length, form) as BlobPart, pcmBytes(samples, form.bits) as BlobPart], {
    type: 'audio/wav',
  });
}

/** A hundred steps are enough for a bar that fills. */
function seldom(onProgress: Progress): Progress {
  let told = -1;
  return (share) => {
    const percent = Math.floor(100 * Math.min(1, share));
    if (percent === told) return;
    told = percent;
    onProgress(percent / 100);
  };
}

export type HearApi = typeof api;

expose(api);
