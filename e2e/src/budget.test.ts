/**
 * What has to come before a screen is there, in script, compressed. Budgets, so that it does not grow unseen: the frame and the bench
 * together, and what each other screen adds to that.
 */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';

const WEB = join(process.cwd(), 'web/dist');
/** React, the router, the components and the schemas of what is read from outside are 175 of it. */
const FIRST_KB = 245;
/** The engraver weighs 120 by itself, the charts 70, what opens over a screen (dialogs, menus, fields) up to 15. */
const LATER_KB: Record<string, number> = {
  'agenda/AgendaScreen': 57,
  'bench/GivenWork': 8,
  'bin/Bin': 33,
  'circle/CircleScreen': 24,
  'circles/Circles': 41,
  'desk/Desk': 71,
  'desk/Steps': 57,
  'desk/TempoTable': 34,
  'everything/OutAndIn': 7,
  'handout/Handout': 10,
  'hold/Hold': 107,
  'lesson/Lesson': 46,
  'log/Log': 41,
  'path/EditPath': 83,
  'path/PathScreen': 14,
  'path/PathSet': 9,
  'paths/Paths': 34,
  'plan/ExportPanel': 45,
  'plan/PlanScreen': 78,
  'planner/Planner': 63,
  'plans/Plans': 37,
  'players/Players': 56,
  'reading/Beside': 21,
  'reading/OnTheLine': 159,
  'reading/Reading': 154,
  'recording/BeatMapScreen': 89,
  'recording/RecordingScreen': 180,
  'recordings/ChooseParts': 19,
  'recordings/Recordings': 46,
  'rehear/Rehear': 64,
  'rig/RigScreen': 91,
  'sheet/SheetScreen': 244,
  'sheets/Sheets': 191,
  'stage/Stage': 72,
  'studio/Studio': 41,
  'trends/Trends': 111,
  'work/Work': 41,
  'workshop/Workshop': 106,
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
