/**
 * The attacks of held sounds. A bow or a tongue that sets in clearly is not foretold by what rings (`prediction-errors.ts`), and begins then, to the
 * millisecond; the softer it sets in, the later it is seen to, and the more a note's own swell or change says when. An attack that is clear enough is a note
 * even where no swell and no change was heard: what rings on under it hides those.
 */
import { PredictionErrors, type Rise } from '../onset/prediction-errors.ts';

/** Lower than for what is plucked: of what is held, the breath and the bow are heard high up, all the time. */
const FORM = { leastHz: 5_500, orderS: 0.006, fromS: 0.06, everyS: 0.04 } as const;
/** A rise by less says nothing of when a note begins; one by so much says it alone. */
const SAYS_WHEN = { fromDb: 12, aloneDb: 28 } as const;
/** A rise by so much is a note. */
const OWN_DB = 16;
/** An attack and a note that begin so near are one. */
const NEAR_S = 0.05;
/** So long after an attack a note whose swell or change is heard is under way. */
const SETTLES_S = 0.12;
/** Beginnings of notes are kept for so long. */
const KEPT_S = 0.5;

interface Attack {
  timeS: number;
  db: number;
  confidence: number;
}

const isNear = (timeS: number, otherS: number) => Math.abs(timeS - otherS) < NEAR_S;

export class HeldAttacks {
  private readonly timeOf: (sample: number) => number;
  private readonly errors: PredictionErrors;
  /** Those that no note has been found for yet, in order. */
  private attacks: Attack[] = [];
  /** When the last notes began. */
  private notesS: number[] = [];

  /** @param timeOf when a sample that is pushed lies in the sound, in seconds; fractions of one too. */
  constructor(sampleRateHz: number, timeOf: (sample: number) => number) {
    this.timeOf = timeOf;
    this.errors = new PredictionErrors(sampleRateHz, FORM);
  }

  /** @param samples at most `AT_ONCE`. */
  push(samples: Float32Array): void {
    this.keep(this.errors.push(samples));
  }

  /** The sound is over. */
  end(): void {
    this.keep(this.errors.end());
  }

  /** A note was heard. @param timeS when, by its swell or its change. @returns when it begins, by its attack too. */
  beginOf(timeS: number): number {
    const near = this.attacks.filter((attack) => isNear(attack.timeS, timeS));
    this.attacks = this.attacks.filter((attack) => !near.includes(attack));
    this.notesS = [...this.notesS.filter((other) => other > timeS - KEPT_S), timeS];
    if (near.length === 0) return timeS;
    const clearest = near.reduce((a, b) => (b.db > a.db ? b : a));
    const { fromDb, aloneDb } = SAYS_WHEN;
    const share = Math.min(1, (clearest.db - fromDb) / (aloneDb - fromDb));
    return share * clearest.timeS + (1 - share) * timeS;
  }

  /** @param waitingS when a note begins, if it is one: that is not settled yet. @returns attacks that are notes of their own. */
  own(nowS: number, waitingS: number | null): Attack[] {
    const settled = this.attacks.filter(
      ({ timeS }) => timeS < nowS - SETTLES_S && !(waitingS !== null && isNear(waitingS, timeS)),
    );
    if (settled.length === 0) return [];
    this.attacks = this.attacks.filter((attack) => !settled.includes(attack));
    return settled.filter(
      ({ timeS, db }) => db >= OWN_DB && !this.notesS.some((noteS) => isNear(noteS, timeS)),
    );
  }

  private keep(rises: readonly Rise[]): void {
    for (const { sample, db, confidence } of rises)
      if (db >= SAYS_WHEN.fromDb) this.attacks.push({ timeS: this.timeOf(sample), db, confidence });
  }
}
