/**
 * A record slower or faster at the same pitch, made ahead. The stretching itself is a package's (overlapping pieces that fit: WSOLA, Verhelst and Roelands
 * 1993), which moves what it repeats by up to some 25 ms. So it is given the sound from stroke to stroke: every stroke begins on its own frame, its
 * attack as it was, and only what rings on is stretched.
 */
import { Stretch } from '@soundtouchjs/core';

/** Of an attack so much stays as it is. */
const ATTACK_S = 0.035;
/** A stroke is cut so much before it begins: what is heard as its beginning may lie a little after it. */
const BEFORE_S = 0.004;
const CROSS_S = 0.006;
/** Strokes nearer to each other are stretched together. */
const APART_S = 0.07;

export interface StretchQuestion {
  /** One or two channels. */
  channels: readonly Float32Array[];
  sampleRateHz: number;
  /** 0.5 for half as fast. */
  speed: number;
  /** Where something begins, in seconds of these samples; in order. */
  strokesS: readonly number[];
  onProgress?: (share: number) => void;
}

/** @returns as many channels, 1/speed times as long. */
export function stretchedSound({
  channels,
  sampleRateHz,
  speed,
  strokesS,
  onProgress,
}: StretchQuestion): Float32Array[] {
  if (speed === 1) return channels.map((channel) => channel.slice());
  const frames = (seconds: number) => Math.round(seconds * sampleRateHz);
  const length = channels[0].length;
  const out = channels.map(() => new Float32Array(Math.round(length / speed)));
  const before = frames(BEFORE_S);
  const cross = frames(CROSS_S);
  const cuts = [{ source: 0, target: 0 }];
  for (const strokeS of strokesS) {
    const stroke = strokeS * sampleRateHz;
    const cut = { source: Math.round(stroke) - before, target: Math.round(stroke / speed) - before };
    const isApart = cut.source - cuts.at(-1)!.source > frames(APART_S);
    if (isApart && cut.target > cuts.at(-1)!.target + 2 * cross && cut.source < length - cross)
      cuts.push(cut);
  }
  cuts.push({ source: length, target: out[0].length });
  for (let i = 0; i + 1 < cuts.length; i++) {
    piece(cuts[i], cuts[i + 1], i === 0);
    onProgress?.((i + 1) / (cuts.length - 1));
  }
  return out;

  function piece(from: { source: number; target: number }, to: typeof from, isFirst: boolean): void {
    const [has, wants] = [to.source - from.source, to.target - from.target];
    if (has <= 0 || wants <= 0) return;
    const head = Math.min(frames(ATTACK_S), has >> 1, wants >> 1);
    const overlap = Math.min(cross, head);
    // Where the head ends, and a little beyond where the next stroke takes over.
    const rest = stretchedPiece(from.source + head - overlap, to.source, wants - head + overlap + cross);
    channels.forEach((channel, c) => {
      const target = out[c];
      const put = (at: number, value: number, share: number) => {
        if (at < target.length) target[at] = target[at] * (1 - share) + value * share;
      };
      for (let k = 0; k < head; k++)
        put(from.target + k, channel[from.source + k], isFirst ? 1 : Math.min(1, (k + 1) / overlap));
      for (let k = 0; k < wants - head + overlap + cross; k++)
        put(from.target + head - overlap + k, rest[c][k] ?? 0, Math.min(1, (k + 1) / overlap));
    });
  }

  /** The sound from one frame to another, so that it fills about so many. */
  function stretchedPiece(from: number, to: number, wants: number): Float32Array[] {
    const has = to - from;
    const stretch = new Stretch({ sampleRate: sampleRateHz, createBuffers: true });
    stretch.tempo = Math.max(0.05, has / wants);
    // It needs more than it gives: what rang last rings on, backwards, where there is no more.
    const given = has + 2 * stretch.inputChunkSize + frames(0.1);
    const both = new Float32Array(2 * given);
    for (let k = 0; k < given; k++) {
      const turn = k % (2 * has);
      const at = from + (turn < has ? turn : 2 * has - 1 - turn);
      both[2 * k] = channels[0][at];
      both[2 * k + 1] = (channels[1] ?? channels[0])[at];
    }
    stretch.inputBuffer!.putSamples(both, 0, given);
    stretch.process();
    const made = new Float32Array(2 * wants);
    const count = Math.min(wants, stretch.outputBuffer!.frameCount);
    stretch.outputBuffer!.extract(made, 0, count);
    return channels.map((_, c) => Float32Array.from({ length: wants }, (_value, k) => made[2 * k + c]));
  }
}
