/**
 * What has to come before a screen is there, in script, compressed. Budgets, so that it does not grow unseen: the frame and the bench
 * together, and what each other screen adds to that.
 */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';

const WEB = join(process.cwd(), 'web/dist');
/** React, the router, the components and the schemas of what is read from outside are 180 of it. */
const FIRST_KB = 292;
/** The engraver weighs 120 by itself, the charts 70. */
const LATER_KB: Record<string, number> = {
  'agenda/AgendaScreen': 62,
  'bench/GivenWork': 8,
  'bin/Bin': 22,
  'circle/CircleScreen': 24,
  'circles/Circles': 28,
  'desk/Desk': 58,
  'desk/Steps': 45,
  'desk/TempoTable': 22,
  'everything/OutAndIn': 20,
  'handout/Handout': 12,
  'hold/Hold': 95,
  'lesson/Lesson': 40,
  'log/Log': 27,
  'path/EditPath': 70,
  'path/PathScreen': 30,
  'path/PathSet': 40,
  'paths/Paths': 30,
  'plan/ExportPanel': 30,
  'plan/PlanScreen': 61,
  'planner/Planner': 48,
  'plans/Plans': 24,
  'players/Players': 42,
  'reading/Beside': 23,
  'reading/OnTheLine': 165,
  'reading/Reading': 137,
  'recording/BeatMapScreen': 190,
  'recording/RecordingScreen': 169,
  'recordings/ChooseParts': 24,
  'recordings/Recordings': 36,
  'rehear/Rehear': 49,
  'rig/RigScreen': 76,
  'sheet/SheetScreen': 230,
  'sheets/Sheets': 178,
  'stage/Stage': 58,
  'studio/Studio': 34,
  'trends/Trends': 100,
  'work/Work': 34,
  'workshop/Workshop': 90,
};

interface Chunk {
  file: string;
  isEntry?: boolean;
  imports?: string[];
}
const manifest = JSON.parse(readFileSync(join(WEB, '.vite/manifest.json'), 'utf8')) as Record<string, Chunk>;

/** A chunk and all that it cannot start without. */
function needed(key: string, found = new Set<string>()): Set<string> {
  if (found.has(key)) return found;
  found.add(key);
  for (const other of manifest[key].imports ?? []) needed(other, found);
  return found;
}
const kilobytes = (keys: Iterable<string>) =>
  [...keys].reduce((sum, key) => sum + gzipSync(readFileSync(join(WEB, manifest[key].file))).length, 0) /
  1000;

const [entry] = Object.keys(manifest).filter((key) => manifest[key].isEntry);
const first = needed(entry);

it(`the frame and the bench need at most ${FIRST_KB} kB of script`, () => {
  expect(first.size).toBeGreaterThan(1);
  expect(kilobytes(first)).toBeLessThan(FIRST_KB);
});

it('every screen, and every piece of one, that comes later has a budget', () => {
  const screens = Object.keys(manifest).flatMap(
    (key) => /^src\/screens\/(\w+\/[A-Z]\w+)\.tsx$/.exec(key)?.[1] ?? [],
  );
  expect(screens.filter((name) => !(name in LATER_KB))).toEqual([]);
});

it.each(Object.entries(LATER_KB))('%s adds at most %i kB', (name, most) => {
  const added = [...needed(`src/screens/${name}.tsx`)].filter((key) => !first.has(key));
  expect(kilobytes(added)).toBeLessThan(most);
});
