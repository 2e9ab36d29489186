/** A whole sound, heard as it comes: its strokes, and the voice that counts beside them told from them. What is told is known at the end. */
import { Ears } from './ears.ts';
import type { Onset } from './onset/onset.ts';
import type { SoundKind } from './onset/kinds.ts';
import { TELLS_VOICE, type Told, VoiceTeller } from './voice/voice.ts';

export interface HeardWhole extends Told {
  kind: SoundKind;
}

export class WholeEars {
  private readonly ears: Ears;
  /** Null where the sounds are of a kind in which no voice can be told. */
  private teller: VoiceTeller | null;
  private readonly onsets: Onset[] = [];

  /** @param kind of the sounds; chosen from the signal where it is left out. */
  constructor(sampleRateHz: number, kind: SoundKind | null = null) {
    this.ears = new Ears(sampleRateHz, kind);
    this.teller = tellsVoice(kind) ? new VoiceTeller(sampleRateHz) : null;
  }

  /** Onsets so far, those of a voice among them. */
  get count(): number {
    return this.onsets.length;
  }

  push(samples: Float32Array): void {
    for (const { sound, onsets } of this.ears.pieces(samples)) this.keep(sound, onsets);
  }

  /** The sound is over. */
  end(): HeardWhole {
    this.keep(new Float32Array(0), this.ears.end());
    const told = this.teller?.end() ?? { strokes: inOrder(this.onsets), spoken: [], voice: [] };
    return { kind: this.ears.kind!, ...told };
  }

  private keep(sound: Float32Array, onsets: readonly Onset[]): void {
    for (const onset of onsets) this.onsets.push(onset);
    if (!tellsVoice(this.ears.kind)) this.teller = null;
    this.teller?.push(sound, onsets);
  }
}

const tellsVoice = (kind: SoundKind | null) => kind === null || TELLS_VOICE.includes(kind);

/** When a held note began is told only as it has come in: it may turn out to lie before one that was told earlier. */
const inOrder = (onsets: readonly Onset[]) => onsets.toSorted((a, b) => a.timeS - b.timeS);
