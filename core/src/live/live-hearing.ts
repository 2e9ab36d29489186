/**
 * What a microphone hears, as it goes by: strokes, without our own clicks where a loudspeaker gives them into the room. The same ears as for
 * recordings; the sound is pushed in pieces of any length. Times are in seconds from the first sample.
 */
import { Ears, type Onset, type SoundKind } from '../hearing/index.ts';
import type { Timeline } from '../plan/index.ts';
import { ClickRemover, beforeS, isOverClick, lookedFor } from '../recordings/index.ts';
import { LiveClicks } from './live-clicks.ts';

/** Nothing is told for longer than this while it is not known whether our clicks are heard. */
const LONGEST_WAIT_S = 10;

/** A microphone that wakes up gives silence first: that the room comes after it is no stroke. */
export const WAKES_S = 0.25;

export class LiveHearing {
  private readonly rate: number;
  private readonly ears: Ears;
  /** Of the last stroke that was told, in seconds. */
  private lastS = -Infinity;
  private readonly timeline: Timeline | null;
  private clicks: LiveClicks | null = null;
  private count = 0;
  private remover: ClickRemover | null = null;
  private seen = 0;
  private hidden: number[] = [];
  /** Heard only when it is known whether our clicks are in it. */
  private waiting: Float32Array[] = [];
  private waited = 0;
  private gaveUp = false;

  /** @param timeline whose clicks may be heard; null where nothing sounds. */
  constructor(sampleRateHz: number, kind: SoundKind | null, timeline: Timeline | null = null) {
    this.rate = sampleRateHz;
    this.ears = new Ears(sampleRateHz, kind);
    this.timeline = timeline;
  }

  /** @param zeroSample the sample at which the timeline's time zero was given to the loudspeaker; said once, before the first click is back. */
  begin(zeroSample: number): void {
    const looked = this.timeline ? lookedFor(this.timeline) : [];
    this.count = looked.length;
    if (looked.length > 0) this.clicks = new LiveClicks(looked, zeroSample, this.rate, this.seen);
  }

  /** Up to where all strokes have been told, in seconds: later than the sound while it is not known whether our clicks are in it. */
  get heardS(): number {
    return this.ears.heardS;
  }

  get kind(): SoundKind | null {
    return this.ears.kind;
  }

  /** From loudspeaker to microphone, where our clicks are heard; null while they are not. */
  get delayS(): number | null {
    return this.clicks?.delayS ?? null;
  }

  /** Of our clicks, how many were found. */
  get clicksHeard(): number {
    return this.clicks?.count ?? 0;
  }

  /** When something may lie hidden under a click, too soft to be told from it. */
  get hiddenS(): readonly number[] {
    return this.hidden;
  }

  /** @returns strokes that these samples settle, in order. */
  push(samples: Float32Array): Onset[] {
    this.seen += samples.length;
    this.clicks?.push(samples);
    if (!this.clicks || this.remover || this.gaveUp) return this.hear(samples);
    this.waiting.push(samples.slice());
    this.waited += samples.length;
    const { delayS, isUnheard } = this.clicks;
    if (delayS !== null) this.beginRemoving();
    else if (isUnheard || this.waited > LONGEST_WAIT_S * this.rate) this.gaveUp = true;
    return this.remover || this.gaveUp ? this.hearWaiting() : [];
  }

  private hear(samples: Float32Array): Onset[] {
    const heard = this.ears.push(this.remover ? this.remover.push(samples) : samples);
    return this.inOrder(heard.filter((onset) => this.isStroke(onset)));
  }

  private hearWaiting(): Onset[] {
    const { waiting } = this;
    this.waiting = [];
    return waiting.flatMap((samples) => this.hear(samples));
  }

  /** It is over: what is still kept. */
  end(): Onset[] {
    const waiting = this.hearWaiting();
    const rest = this.remover ? this.ears.push(this.remover.end()) : [];
    const left = [...rest, ...this.ears.end()].filter(
      (onset) => onset.timeS < this.seen / this.rate && this.isStroke(onset),
    );
    return [...waiting, ...this.inOrder(left)];
  }

  /** Live, what is told only after a later stroke is left to the whole hearing of the take. */
  private inOrder(onsets: readonly Onset[]): Onset[] {
    return onsets.filter(({ timeS }) => {
      if (timeS <= this.lastS) return false;
      this.lastS = timeS;
      return true;
    });
  }

  /** From the first of the samples that wait. */
  private beginRemoving(): void {
    const clicks = this.clicks!;
    const first = this.seen - this.waited;
    const removable = Array.from({ length: this.count }, (_, i) => ({
      get at() {
        return clicks.sampleOf(i) - first;
      },
      get sound() {
        return clicks.soundOf(i)?.received ?? null;
      },
    }));
    this.remover = new ClickRemover(removable, this.rate);
  }

  private isStroke(onset: Onset): boolean {
    if (onset.timeS < WAKES_S) return false;
    const { clicks } = this;
    if (!clicks || clicks.delayS === null) return true;
    const last = this.lastClickBefore(onset.timeS + beforeS(this.kind ?? 'struck'));
    if (last < 0) return true;
    // Where none is taken out, what is heard at a click is the click.
    const known = this.remover ? clicks.soundOf(last) : undefined;
    const over = isOverClick(onset, clicks.sampleOf(last) / this.rate, known);
    if (over === 'hidden') this.hidden.push(onset.timeS);
    return over === 'stroke';
  }

  private lastClickBefore(timeS: number): number {
    let [low, high] = [0, this.count];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.clicks!.sampleOf(middle) <= timeS * this.rate) low = middle + 1;
      else high = middle;
    }
    return low - 1;
  }
}
