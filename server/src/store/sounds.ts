/**
 * The sounds of recordings: files in the data folder, under the hash of their content, so that the same sound is kept once. One that is being
 * sent grows beside them under its recording's id, and goes on where it was broken off.
 */
import { createHash } from 'node:crypto';
import { createReadStream, existsSync, mkdirSync, statSync } from 'node:fs';
import { open, readdir, rename, rm, truncate } from 'node:fs/promises';
import { join } from 'node:path';
import { WavReader } from '@feldspar/core/wav';
import { databaseIn, soundName, soundsBeside } from '../folder/index.ts';
import { Problem, sizeText } from '../http/problem.ts';

export class SoundFiles {
  private readonly place: string;
  private readonly mostBytes: number;
  /** Of each recording that is being sent, the piece under way: pieces are written one after the other. */
  private readonly writing = new Map<string, Promise<unknown>>();

  constructor(folder: string, mostBytes: number) {
    this.place = soundsBeside(databaseIn(folder));
    this.mostBytes = mostBytes;
  }

  private partOf(id: string): string {
    return join(this.place, `${id}.part`);
  }

  fileOf(hash: string): string {
    return join(this.place, soundName(hash));
  }

  /** Bytes that have arrived of one that is being sent. */
  received(id: string): number {
    const part = this.partOf(id);
    return existsSync(part) ? statSync(part).size : 0;
  }

  has(hash: string): boolean {
    return existsSync(this.fileOf(hash));
  }

  /**
   * Adds a piece. A piece that has arrived already is left out: its answer got lost.
   * @returns the content's hash when that was the last one; null while more is to come.
   * @throws Problem 409 where another piece is asked for, 413 where the whole is too large, 422 where it is no WAV file.
   */
  async add(id: string, from: number, bytes: number, piece: Uint8Array): Promise<string | null> {
    const before = this.writing.get(id) ?? Promise.resolve();
    const mine = before.then(
      () => this.write(id, from, bytes, piece),
      () => this.write(id, from, bytes, piece),
    );
    this.writing.set(id, mine);
    try {
      return await mine;
    } finally {
      if (this.writing.get(id) === mine) this.writing.delete(id);
    }
  }

  private async write(id: string, from: number, bytes: number, piece: Uint8Array): Promise<string | null> {
    if (bytes > this.mostBytes)
      throw new Problem(
        413,
        'Too large',
        `The recording is over ${sizeText(this.mostBytes)}. Keep a part of it, or as 16 bits mono.`,
      );
    mkdirSync(this.place, { recursive: true });
    const part = this.partOf(id);
    const received = this.received(id);
    if (from + piece.length <= received && from + piece.length < bytes) return null;
    if (from !== received)
      throw new Problem(409, 'Another piece', `${received} bytes have arrived; send what follows them.`);
    if (from + piece.length > bytes)
      throw new Problem(422, 'Too much', `The recording has ${bytes} bytes; this piece goes beyond them.`);
    const file = await open(part, 'a');
    try {
      await file.appendFile(piece);
      // What was confirmed is on the disk.
      await file.sync();
    } catch (error) {
      await truncate(part, received).catch(() => undefined);
      throw error;
    } finally {
      await file.close();
    }
    if (from + piece.length < bytes) return null;
    return this.keep(id);
  }

  private async keep(id: string): Promise<string> {
    const part = this.partOf(id);
    const hash = createHash('sha256');
    const reader = new WavReader();
    try {
      for await (const piece of createReadStream(part, { highWaterMark: 1024 * 1024 })) {
        hash.update(piece as Buffer);
        reader.push(piece as Buffer);
      }
      reader.end();
    } catch (error) {
      // It will be no better the next time.
      await rm(part, { force: true });
      throw error;
    }
    const name = hash.digest('hex');
    await rename(part, this.fileOf(name));
    return name;
  }

  /** Lets go of what was sent of a recording, and of a sound that no other one has. */
  async drop(id: string, hash: string | null): Promise<void> {
    await rm(this.partOf(id), { force: true });
    if (hash) await rm(this.fileOf(hash), { force: true });
  }

  /** Sounds of which nobody knows any more, as after a crash between two steps. @param known hashes, and ids of recordings. */
  async sweep(known: ReadonlySet<string>): Promise<void> {
    if (!existsSync(this.place)) return;
    for (const name of await readdir(this.place)) {
      const [stem = ''] = name.split('.');
      if (/\.(wav|part)$/.test(name) && !known.has(stem)) await rm(join(this.place, name), { force: true });
    }
  }
}
