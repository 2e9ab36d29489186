/**
 * What has to come before a screen is there, in script, compressed. Budgets, so that it does not grow unseen: the frame and the bench
 * together, and what each other screen adds to that.
 */
import { readFileSync } from 'node:fs';
import { basename, join } from 'node:path';
import { gzipSync } from 'node:zlib';

const WEB = join(process.cwd(), 'web/dist');
/** React, the router and the components are some 150 of it. */
const FIRST_KB = 200;
/**
 * The engraver weighs 120 by itself, the charts 70, the schemas of what is read from outside 30, what opens over a screen (dialogs, menus,
 * fields) up to 15.
 */
const LATER_KB: Record<string, number> = {
  'agenda/AgendaScreen': 91,
  'bench/FittingSilence': 3,
  'bench/GivenWork': 7,
  'bench/LastTake': 6,
  'bench/TodaysAgenda': 4,
  'bin/Bin': 38,
  'circle/CircleScreen': 53,
  'circles/Circles': 69,
  'desk/Desk': 102,
  'desk/Steps': 87,
  'desk/TempoTable': 64,
  'everything/OutAndIn': 7,
  'handout/Handout': 42,
  'hold/Hold': 107,
  'lesson/Lesson': 77,
  'log/Log': 78,
  'path/EditPath': 83,
  'path/PathScreen': 14,
  'path/PathSet': 11,
  'paths/Paths': 36,
  'plan/ExportPanel': 47,
  'plan/PlanScreen': 112,
  'planner/Planner': 65,
  'plans/Plans': 66,
  'players/Players': 88,
  'reading/Beside': 30,
  'reading/OnTheLine': 191,
  'reading/Reading': 194,
  'recording/BeatMapScreen': 120,
  'recording/RecordingScreen': 215,
  'recordings/ChooseParts': 19,
  'recordings/Recordings': 79,
  'rehear/Rehear': 91,
  'rig/RigScreen': 121,
  'sheet/SheetScreen': 278,
  'sheets/Sheets': 223,
  'stage/Stage': 111,
  'studio/Studio': 68,
  'trends/Trends': 111,
  'work/Work': 40,
  'workshop/Workshop': 138,
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

it('a screen names all that it needs: nothing has to come before more can be asked for', () => {
  for (const name of Object.keys(LATER_KB)) {
    const key = `src/screens/${name}.tsx`;
    const own = readFileSync(join(WEB, manifest[key].file), 'utf8');
    const unnamed = [...needed(key)]
      .filter((one) => one !== key && !first.has(one))
      .filter((one) => !own.includes(basename(manifest[one].file)));
    expect({ name, unnamed }).toEqual({ name, unnamed: [] });
  }
});
