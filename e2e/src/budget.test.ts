/** What has to come before the first screen is there. A budget, so that it does not grow unseen; the aim is 200 kB. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';

const WEB = join(process.cwd(), 'web/dist');
const MOST_KB = 270;

it(`the first screen needs at most ${MOST_KB} kB of script`, () => {
  const page = readFileSync(join(WEB, 'index.html'), 'utf8');
  const scripts = new Set([...page.matchAll(/assets\/[^"]+\.js/g)].map(([file]) => file));
  expect(scripts.size).toBeGreaterThan(1);
  const bytes = [...scripts].map((file) => gzipSync(readFileSync(join(WEB, file))).length);
  expect(bytes.reduce((sum, size) => sum + size, 0) / 1000).toBeLessThan(MOST_KB);
});
