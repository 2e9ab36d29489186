/** The ears while somebody plays: reads what the audio thread wrote, hears it, and keeps it until the take is over. */
import type { SoundKind } from '@feldspar/core/hearing';
import { LevelMeter, type Levels, LiveHearing, hearTake } from '@feldspar/core/live';
import { type Plan, compile } from '@feldspar/core/plan';
import { expose } from 'comlink';
import { type Ring, RingReader } from '../input/ring.ts';
import { KeptSound } from './kept-sound.ts';

/** What came in a moment. Places are frames of the audio context. */
export interface HeardNow {
  strokes: { frame: number; strength: number }[];
  levels: Levels;
  kind: SoundKind | null;
  delayS: number | null;
  clicks: number;
  /** Why nothing more is heard. */
  failed?: string;
}

export interface HeardWhole {
  strokes: { frame: number; strength: number; lengthS?: number }[];
  kind: SoundKind | null;
  delayS: number | null;
  clicks: number;
  hidden: number;
  levels: Levels;
  lostBlocks: number;
}

interface Listened {
  reader: RingReader;
  rate: number;
  hearing: LiveHearing;
  meter: LevelMeter;
  kept: KeptSound;
  plan: Plan | null;
  kind: SoundKind | null;
  zeroFrame: number | null;
  begun: boolean;
  timer: ReturnType<typeof setTimeout> | undefined;
  strokes: HeardWhole['strokes'];
}

/** The ring holds far more; so often is often enough to be shown. */
const EVERY_MS = 25;
let listened: Listened | null = null;

function hearNew(one: Listened): { frame: number; strength: number }[] {
  const samples = one.reader.take();
  const { firstFrame } = one.reader;
  if (firstFrame === null || samples.length === 0) return [];
  if (!one.begun && one.zeroFrame !== null) {
    one.begun = true;
    one.hearing.begin(one.zeroFrame - firstFrame);
  }
  one.meter.push(samples);
  one.kept.push(samples);
  const strokes = one.hearing.push(samples).map(({ timeS, strength }) => ({
    frame: firstFrame + timeS * one.rate,
    strength,
  }));
  one.strokes.push(...strokes);
  return strokes;
}

const api = {
  ready: () => true,

  /** @param plan whose clicks may be heard; null where nothing sounds. */
  listen(ring: Ring, kind: SoundKind | null, plan: Plan | null, onHeard: (now: HeardNow) => void): void {
    const rate = ring.sampleRateHz;
    const one: Listened = {
      reader: new RingReader(ring.buffer),
      rate,
      hearing: new LiveHearing(rate, kind, plan && compile(plan)),
      meter: new LevelMeter(rate),
      kept: new KeptSound(rate),
      plan,
      kind,
      zeroFrame: null,
      begun: false,
      timer: undefined,
      strokes: [],
    };
    listened = one;
    const look = () => {
      const said = (strokes: HeardNow['strokes'], failed?: string) =>
        onHeard({
          strokes,
          levels: one.meter.levels,
          kind: one.hearing.kind,
          delayS: one.hearing.delayS,
          clicks: one.hearing.clicksHeard,
          ...(failed === undefined ? {} : { failed }),
        });
      try {
        said(hearNew(one));
        one.timer = setTimeout(look, EVERY_MS);
      } catch (error) {
        said([], (error as Error).message);
      }
    };
    look();
  },

  /** The context frame at which the timeline's time zero is given to the loudspeaker. */
  zeroAt(frame: number): void {
    if (listened) listened.zeroFrame = frame;
  },

  /** It is over: the whole is heard once more. */
  async finish(): Promise<HeardWhole | null> {
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
      levels: one.meter.levels,
      lostBlocks,
    };
    const { zeroFrame, plan, kind } = one;
    if (firstFrame === null || zeroFrame === null || !plan || !one.kept.isWhole) return live;
    const { strokes, ...whole } = await hearTake(one.kept, {
      timeline: compile(plan),
      kind,
      zeroS: (zeroFrame - firstFrame) / one.rate,
      delayS: live.delayS,
    });
    const inFrames = strokes.map(({ timeS, ...stroke }) => ({
      ...stroke,
      frame: zeroFrame + timeS * one.rate,
    }));
    return { ...live, ...whole, strokes: inFrames };
  },

  /** So much of the sound as there is, until now; for measuring. */
  sound(): { samples: Float32Array; firstFrame: number } | null {
    if (!listened || listened.reader.firstFrame === null) return null;
    return { samples: listened.kept.all(), firstFrame: listened.reader.firstFrame };
  },
};

export type LiveApi = typeof api;

expose(api);
