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
  const peak = samples.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
  if (reader.format?.sampleRateHz !== SHOTS_RATE || samples.length < 2000 || peak < 0.01) return [];
  const start = samples.findIndex((value) => Math.abs(value) > BEGINS * peak);
  return [{ name, samples: samples.map((value) => value / peak), start }];
}
