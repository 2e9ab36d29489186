/** Recorded one-shots for the benches, out of a Debian package: fetched into a temporary folder, never committed. */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { WavReader } from '../../core/src/wav/wav-reader.ts';

export const SHOTS_RATE = 44_100;
const PACKAGES = ['hydrogen-drumkits', 'flac'];
/** A one-shot begins where it first passes so much of its peak. */
const BEGINS = 0.04;

export interface Shot {
  /** Of its file. */
  name: string;
  samples: Float32Array;
  start: number;
  /** Where it becomes louder again by itself (a flam, a roll, an echo in it), in seconds from its start. */
  againS: number[];
}

/** Of each kit its one-shots, by the name of its folder. */
export function oneShots(): Map<string, Shot[]> {
  const folder = mkdtempSync(join(tmpdir(), 'feldspar-shots-'));
  const run = (program: string, ...args: string[]) =>
    execFileSync(program, args, { cwd: folder, stdio: ['ignore', 'pipe', 'ignore'], maxBuffer: 1e9 });
  try {
    run('apt-get', 'download', ...PACKAGES);
    for (const file of readdirSync(folder)) if (file.endsWith('.deb')) run('dpkg-deb', '-x', file, 'all');
    const place = join(folder, 'all/usr/share/hydrogen/data/drumkits');
    return new Map(
      readdirSync(place)
        .sort()
        .map((kit) => {
          const files = readdirSync(join(place, kit)).sort();
          const shots = files.flatMap((name) => {
            const path = join(place, kit, name);
            if (name.endsWith('.wav')) return shotOf(name, readFileSync(path));
            return name.endsWith('.flac')
              ? shotOf(name, run(join(folder, 'all/usr/bin/flac'), '-s', '-d', '-c', path))
              : [];
          });
          return [kit, shots] as const;
        })
        .filter(([, shots]) => shots.length >= 4),
    );
  } catch (error) {
    console.log(
      `No recorded one-shots (${(error as Error).message.split('\n')[0]}): only the stand-in's sounds.`,
    );
    return new Map();
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

function shotOf(name: string, bytes: Uint8Array): Shot[] {
  const reader = new WavReader();
  let samples: Float32Array;
  try {
    samples = reader.push(bytes);
  } catch {
    // Of another kind, whatever its name says.
    return [];
  }
  if (reader.format?.sampleRateHz !== SHOTS_RATE || samples.length < 2000) return [];
  const shot = shotIn(name, samples);
  return shot ? [{ ...shot, againS: risesAgain(shot.samples.subarray(shot.start)) }] : [];
}

/** Scaled to a peak of 1, with where it begins; null where there is next to nothing. */
export function shotIn(name: string, samples: Float32Array): Shot | null {
  const peak = samples.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
  if (peak < 0.01) return null;
  const start = samples.findIndex((value) => Math.abs(value) > BEGINS * peak);
  return { name, samples: samples.map((value) => value / peak), start, againS: [] };
}

/**
 * It rises again where a hundredth of a second is so much louder than the softest of those a little before, and not too far under the loudest. Only
 * the level is looked at: nothing of how anybody's ears hear is in it.
 */
const AGAIN = { pieceS: 0.01, db: 4.5, within: 4, deepDb: 26, afterS: 0.045 } as const;

function risesAgain(shot: Float32Array): number[] {
  const step = Math.round(AGAIN.pieceS * SHOTS_RATE);
  const levels = Array.from({ length: Math.floor(shot.length / step) }, (_, i) => {
    const piece = shot.subarray(i * step, (i + 1) * step);
    return 10 * Math.log10(piece.reduce((sum, value) => sum + value * value, 1e-12) / step);
  });
  const loudest = Math.max(...levels);
  const found: number[] = [];
  levels.forEach((level, i) => {
    const timeS = i * AGAIN.pieceS;
    if (timeS < AGAIN.afterS || level < loudest - AGAIN.deepDb) return;
    const before = Math.min(...levels.slice(i - AGAIN.within, i));
    if (level >= before + AGAIN.db && timeS - (found.at(-1) ?? -1) >= AGAIN.afterS) found.push(timeS);
  });
  return found;
}
