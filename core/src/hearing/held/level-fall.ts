/**
 * A held sound whose level falls at once and then goes on has given way to another one, as where a note is tied to a softer one of the same pitch, or to
 * one that swells: the new one begins as the old one ends, whether or not anything is seen of its own beginning. What ends falls further; what dies away
 * in a room goes on falling; what sways has not been steady before.
 */

/** The level is a mean of so many pieces: the period of a low note is no fall. (These lengths are all in pieces of 5 ms.) */
const SMOOTH = 3;
/** Before it falls it stays within so many dB for so long. */
const STEADY = { pieces: 12, db: 2.5 } as const;
/** It falls by so much at the least, so fast, and by so much at the most: what falls further has ended. */
const FALLS = { db: 4, within: 6, mostDb: 11 } as const;
/** It begins to where it is so much under what it was, a little before: the mean has to follow. */
const BEGINS = { db: 1.5, before: 1.5 } as const;
/** So long after it began, what goes on has lost no more than so much of what there was when it had fallen. */
const GOES_ON = { pieces: 32, fallen: 14, losesDb: 1 } as const;
/** What rises so fast after the fall begins there, and not with the fall. */
const RISES = { db: 4.5, within: 3 } as const;
/** Under the loudest of late by so much, whatever falls is no note. The loudest is forgotten by so much a piece. */
const HEARD_DB = 30;
const FORGETS_DB = 0.0075;
const KEPT = 64;
const LEAST = 1e-12;

export interface LevelFall {
  /** How many pieces before the start of the newest one it began; fractions too. */
  ago: number;
  /** As of an onset: how far it fell over what it had to. */
  confidence: number;
}

export class LevelFalls {
  private readonly energy = new Float64Array(KEPT);
  private readonly db = new Float64Array(KEPT);
  private pieces = 0;
  private toldPiece = -Infinity;
  private loudest = -Infinity;

  /** @param level of the next piece, root mean square. @returns the fall that is settled by it, or null. */
  push(level: number): LevelFall | null {
    const newest = this.pieces++;
    this.energy[newest % KEPT] = level * level;
    let sum = 0;
    for (let i = Math.max(0, newest - SMOOTH + 1); i <= newest; i++) sum += this.energy[i % KEPT];
    const db = 10 * Math.log10(sum / SMOOTH + LEAST);
    this.db[newest % KEPT] = db;
    this.loudest = Math.max(db, this.loudest - FORGETS_DB);
    const first = newest - GOES_ON.pieces;
    if (first < STEADY.pieces || first - this.toldPiece < STEADY.pieces) return null;
    if (!this.fallsAt(first) || !this.wasSteady(first) || !this.goesOn(first, newest)) return null;
    this.toldPiece = first;
    const fallen = this.at(first) - this.lowest(first, newest);
    return { ago: newest - this.beginOf(first), confidence: 1 - Math.exp(-(fallen / FALLS.db - 0.5)) };
  }

  private at(piece: number): number {
    return this.db[piece % KEPT];
  }

  private lowest(from: number, to: number): number {
    let least = Infinity;
    for (let piece = from; piece <= to; piece++) least = Math.min(least, this.at(piece));
    return least;
  }

  private fallsAt(first: number): boolean {
    const level = this.at(first);
    if (level < this.loudest - HEARD_DB || level - this.at(first + FALLS.within) < FALLS.db) return false;
    return level - this.at(first + 1) > BEGINS.db / 2;
  }

  private wasSteady(first: number): boolean {
    const from = first - STEADY.pieces;
    let most = -Infinity;
    for (let piece = from; piece <= first; piece++) most = Math.max(most, this.at(piece));
    return most - this.lowest(from, first) <= STEADY.db;
  }

  private goesOn(first: number, newest: number): boolean {
    if (this.at(first) - this.lowest(first, newest) > FALLS.mostDb) return false;
    if (this.at(newest) < this.at(first + GOES_ON.fallen) - GOES_ON.losesDb) return false;
    for (let piece = first + 1; piece + 2 * RISES.within < newest; piece++)
      if (this.at(piece + RISES.within) - this.at(piece) > RISES.db) return false;
    return true;
  }

  /** The piece, and the share of it, at which the level leaves what it was. */
  private beginOf(first: number): number {
    const wanted = this.at(first) - BEGINS.db;
    let piece = first;
    while (this.at(piece + 1) > wanted && piece < first + FALLS.within) piece++;
    const part = (this.at(piece) - wanted) / (this.at(piece) - this.at(piece + 1));
    return piece + part - BEGINS.before;
  }
}
