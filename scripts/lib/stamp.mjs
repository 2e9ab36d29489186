/** Stamps: a hash of the files that something was made from, so that it is made again only when they change. */
import { createHash } from 'node:crypto';
import { mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';

const SKIPPED = new Set(['node_modules', 'dist', '.types', '.cache']);

function filesBelow(path) {
  const stat = statSync(path, { throwIfNoEntry: false });
  if (!stat) return [];
  if (stat.isFile()) return [path];
  return readdirSync(path)
    .filter((name) => !SKIPPED.has(name))
    .sort()
    .flatMap((name) => filesBelow(join(path, name)));
}

export function hashOf(paths, salt = '') {
  const hash = createHash('sha256').update(salt);
  for (const path of paths.flatMap(filesBelow)) hash.update(path).update(readFileSync(path));
  return hash.digest('hex');
}

export function isStamped(stampFile, hash) {
  try {
    return readFileSync(stampFile, 'utf8') === hash;
  } catch {
    return false;
  }
}

export function writeStamp(stampFile, hash) {
  mkdirSync(dirname(stampFile), { recursive: true });
  writeFileSync(stampFile, hash);
}
