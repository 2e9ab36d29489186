/** The ears while somebody plays: reads what the audio thread wrote, hears it, and keeps it until the take is over. */
import type { SoundKind } from '@feldspar/core/hearing';
import {
  DoubleClap,
  LevelMeter,
  type Levels,
  LiveHearing,
  type RoundTrip,
  hearTake,
  roundTrip,
} from '@feldspar/core/live';
import { type Plan, type Timeline, compile } from '@feldspar/core/plan';
import type { Recording } from '@feldspar/core/recordings';
import { expose } from 'comlink';
import { type Ring, RingReader } from '../input/ring.ts';
import { TimeZero } from '../sound/time-zero.ts';
import { throughRig } from '../sound/sound-of-rig.ts';
import type { Rig } from '../device/rig-store.ts';
import { KeptSound } from './kept-sound.ts';
import { rounded } from './rounded.ts';

/** What is listened for. */
export interface ListenFor {
  kind: SoundKind | null;
  /** The onsets of a voice are strokes too. */
  countsVoice?: boolean;
  /** Whose clicks may be heard; null where nothing sounds, or nothing of it is to be taken out. */
  plan: Plan | null;
  /** Whether a loud double clap is waited for: beside the strokes, or as all there is, when nothing is kept. */
  clap?: 'too' | 'only' | undefined;
  /** As they sound on this device. */
  sounds: Pick<Rig, 'voice' | 'levelDb'>;
}

/** What came in a moment. Places are frames of the audio context. */
export interface HeardNow {
  strokes: { frame: number; strength: number }[];
  levels: Levels;
  /** Seconds of sound so far. */
  heardS: number;
  kind: SoundKind | null;
  delayS: number | null;
  clicks: number;
  /** A loud double clap, where that is waited for: the frames of the two. */
  clapped: { firstFrame: number; secondFrame: number } | null;
  /** Why nothing more is heard. */
  failed?: string;
}

export interface HeardWhole {
  strokes: { frame: number; strength: number; lengthS?: number }[];
  kind: SoundKind | null;
  delayS: number | null;
  clicks: number;
  hidden: number;
  spoken: number;
  levels: Levels;
  lostBlocks: number;
  /** The sound itself and what a recording of it holds, where it is to be kept and all of it is there. */
  recording?: {
    wav: Blob;
    sound: Recording['sound'];
    heard: Recording['heard'];
    /** Where in it the timeline's time zero was given to the loudspeaker, and the clock of our clicks in it. */
    zeroS: number;
    clockPpm: number;
  };
  /** Of the audio context: where the sound begins, and how long it is. */
  firstFrame: number;
  frames: number;
}

interface Listened {
  reader: RingReader;
  rate: number;
  hearing: LiveHearing;
  meter: LevelMeter;
  kept: KeptSound;
  clap: DoubleClap | null;
  keeps: boolean;
  /** Samples so far. */
  seen: number;
  timeline: Timeline | null;
  kind: SoundKind | null;
  countsVoice: boolean;
  zero: TimeZero;
  begun: boolean;
  timer: ReturnType<typeof setTimeout> | undefined;
  strokes: HeardWhole['strokes'];
}

/** The ring holds far more; so often is often enough to be shown. */
const EVERY_MS = 25;
let listened: Listened | null = null;

function hearNew(one: Listened): Pick<HeardNow, 'strokes' | 'clapped'> {
  const samples = one.reader.take();
  const { firstFrame } = one.reader;
  if (firstFrame === null || samples.length === 0) return { strokes: [], clapped: null };
  const zeroFrame = one.zero.frame;
  if (!one.begun && zeroFrame !== null) {
    one.begun = true;
    one.hearing.begin(zeroFrame - firstFrame);
  }
  one.meter.push(samples);
  one.seen += samples.length;
  const heard = one.hearing.push(samples);
  const frameAt = (timeS: number) => firstFrame + timeS * one.rate;
  const strokes = heard.map(({ timeS, strength }) => ({ frame: frameAt(timeS), strength }));
  const clapped = one.clap?.push(heard, one.hearing.heardS, one.meter.levels.roomDb);
  if (one.keeps) {
    one.kept.push(samples);
    one.strokes.push(...strokes);
  }
  return {
    strokes,
    clapped: clapped ? { firstFrame: frameAt(clapped.firstS), secondFrame: frameAt(clapped.secondS) } : null,
  };
}

const api = {
  ready: () => true,

  listen(
    ring: Ring,
    zero: SharedArrayBuffer,
    { kind, plan, sounds, clap, countsVoice = false }: ListenFor,
    onHeard: (now: HeardNow) => void,
  ): void {
    const rate = ring.sampleRateHz;
    const timeline = plan && throughRig(compile(plan), sounds);
    const one: Listened = {
      reader: new RingReader(ring.buffer),
      rate,
      hearing: new LiveHearing(rate, kind, timeline),
      meter: new LevelMeter(rate),
      kept: new KeptSound(rate),
      clap: clap ? new DoubleClap() : null,
      keeps: clap !== 'only',
      seen: 0,
      timeline,
      kind,
      countsVoice,
      zero: TimeZero.in(zero),
      begun: false,
      timer: undefined,
      strokes: [],
    };
    listened = one;
    const look = () => {
      const said = (heard: Pick<HeardNow, 'strokes' | 'clapped'>, failed?: string) =>
        onHeard({
          ...heard,
          levels: one.meter.levels,
          heardS: one.seen / one.rate,
          kind: one.hearing.kind,
          delayS: one.hearing.delayS,
          clicks: one.hearing.clicksHeard,
          ...(failed === undefined ? {} : { failed }),
        });
      try {
        said(hearNew(one));
        one.timer = setTimeout(look, EVERY_MS);
      } catch (error) {
        said({ strokes: [], clapped: null }, (error as Error).message);
      }
    };
    look();
  },

  /**
   * It is over: the whole is heard once more.
   * @param keeps gives the sound too.
   */
  async finish(keeps: boolean): Promise<HeardWhole | null> {
    const one = listened;
    if (!one) return null;
    clearTimeout(one.timer);
    listened = null;
    hearNew(one);
    const { firstFrame, lostBlocks } = one.reader;
    for (const { timeS, strength } of one.hearing.end())
      one.strokes.push({ frame: (firstFrame ?? 0) + timeS * one.rate, strength });
    const live: HeardWhole = {
      strokes: one.strokes,
      kind: one.hearing.kind,
      delayS: one.hearing.delayS,
      clicks: one.hearing.clicksHeard,
      hidden: one.hearing.hiddenS.length,
      spoken: 0,
      levels: one.meter.levels,
      lostBlocks,
      firstFrame: firstFrame ?? 0,
      frames: one.kept.durationS * one.rate,
    };
    const { timeline, kind, countsVoice } = one;
    const zeroFrame = one.zero.frame;
    if (firstFrame === null || zeroFrame === null || !timeline || !one.kept.isWhole) return live;
    const zeroS = (zeroFrame - firstFrame) / one.rate;
    const { strokes, recorded, ...whole } = await hearTake(one.kept, {
      timeline,
      kind,
      zeroS,
      delayS: live.delayS,
      countsVoice,
    });
    const inFrames = strokes.map(({ timeS, ...stroke }) => ({
      ...stroke,
      frame: zeroFrame + timeS * one.rate,
    }));
    const { durationS } = one.kept;
    const wav = keeps ? one.kept.wav() : null;
    return {
      ...live,
      ...whole,
      strokes: inFrames,
      ...(wav && {
        recording: {
          wav,
          sound: { sampleRateHz: one.rate, durationS, channels: 1, bytes: wav.size },
          heard: rounded(recorded),
          zeroS,
          clockPpm: recorded.clicks?.clockPpm ?? 0,
        },
      }),
    };
  },

  /** The way from loudspeaker to microphone, from the clicks of a plan that has been played. */
  roundTrip(plan: Plan, sounds: ListenFor['sounds']): RoundTrip {
    const { reader } = listened ?? {};
    const zeroFrame = listened?.zero.frame ?? null;
    if (!listened || !reader || reader.firstFrame === null || zeroFrame === null)
      return { ms: null, why: 'unheard' };
    hearNew(listened);
    const samples = listened.kept.all();
    const timeline = throughRig(compile(plan), sounds);
    return roundTrip(samples, listened.rate, timeline, zeroFrame - reader.firstFrame);
  },

  /** The outline of all that came so far, as the loudest of each of so many pieces. */
  outline(pieces: number): number[] {
    const samples = listened?.kept.all() ?? new Float32Array(0);
    return Array.from({ length: pieces }, (_, i) => {
      const [from, to] = [i, i + 1].map((n) => Math.floor((n * samples.length) / pieces));
      return samples.subarray(from, to).reduce((most, value) => Math.max(most, Math.abs(value)), 0);
    });
  },
};

export type LiveApi = typeof api;

expose(api);
