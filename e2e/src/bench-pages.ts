/**
 * `npm run bench:pages`: how long a letter takes until it is painted, where much depends on it, beside a bare field in the same page;
 * the longest task of the page's own thread while a take is played; and how long screens take to stand over a log of many takes.
 */
import { READY_PLANS } from '@feldspar/core/practice';
import { join } from 'node:path';
import sqlite3 from 'sqlite3';
import { App } from './driver/app.ts';
import { Browser } from './driver/browser.ts';

const LETTERS = 24;
const SECTIONS = 48;
const PLAYED_MS = 20_000;
const RUBEN = 'de300000-000a-4000-8000-000100000000';

const app = await App.start('--demo');
const browser = await Browser.open();

/** From each key to the frame after it, in ms; the median and the longest. */
async function letters(): Promise<{ median: number; longest: number }> {
  await browser.script(`
    window.letters = [];
    document.activeElement.addEventListener('keydown', () => {
      const begun = performance.now();
      requestAnimationFrame(() => setTimeout(() => window.letters.push(performance.now() - begun)));
    });
  `);
  for (let i = 0; i < LETTERS; i++) {
    await browser.keys('n');
    await browser.until(
      async () => (await browser.script<number>('return window.letters.length')) > i,
      'a letter',
    );
  }
  const times = (await browser.script<number[]>('return window.letters')).sort((a, b) => a - b);
  return { median: times[LETTERS >> 1], longest: times.at(-1)! };
}

const line = (name: string, { median, longest }: { median: number; longest: number }, bare: number) =>
  console.log(
    `${name.padEnd(44)} ${median.toFixed(1).padStart(7)} ms, longest ${longest.toFixed(1)} ms   ${(median / bare).toFixed(1)} × a bare field`,
  );

async function bareField(): Promise<number> {
  await browser.script(`
    const field = document.body.appendChild(document.createElement('input'));
    field.focus();
  `);
  const bare = await letters();
  line('a bare field', bare, bare.median);
  await browser.script('document.body.lastElementChild.remove()');
  return bare.median;
}

/** @param label of the field that is typed into. */
async function typing(name: string, path: string, label: string, bare?: number): Promise<void> {
  await browser.goto(app.url + path);
  const field = await browser.find('textbox', label);
  const reference = bare ?? (await bareField());
  await browser.script('arguments[0].scrollIntoView({ block: "center" })', field);
  await field.click();
  line(name, await letters(), reference);
}

const [section] = READY_PLANS[3].plan.sections;
const plan = {
  ...READY_PLANS[3].plan,
  sections: Array.from({ length: SECTIONS }, () => ({ ...section, bars: 8 })),
};
const id = '00000000-0000-4000-8000-0000000000b1';
await fetch(`${app.url}/api/plans/${id}`, {
  method: 'PUT',
  headers: { 'Content-Type': 'application/json' },
  body: JSON.stringify(plan),
});
const { items } = (await (await fetch(`${app.url}/api/takes?limit=1`)).json()) as { items: { id: string }[] };

await typing(`the title of a plan of ${SECTIONS} sections`, `/plans/${id}/edit`, '^Title');
await typing(`a name in a plan of ${SECTIONS} sections`, `/plans/${id}/edit`, '^Name');
await typing('the note of a take', `/takes/${items[0].id}`, '^Note');

/** Tasks of the page's own thread that are longer than 50 ms, while a take is played; without the first moment, in which all is fetched. */
await browser.goto(`${app.url}/plans/${READY_PLANS[3].id}/play`);
await browser.find('button', '^Start');
await browser.press('Enter');
await browser.see(/alone|bar [2-9]/i);
await browser.script(`
  window.tasks = [];
  new PerformanceObserver((list) => window.tasks.push(...list.getEntries().map(({ duration }) => duration))).observe({ type: 'longtask' });
  window.begun = performance.now();
`);
await browser.until(
  () => browser.script<boolean>(`return performance.now() - window.begun > ${PLAYED_MS}`),
  'some bars to be played',
);
const tasks = await browser.script<number[]>('return window.tasks');
console.log(
  `tasks over 50 ms in ${PLAYED_MS / 1000} s on the stage`.padEnd(44) +
    ` ${String(tasks.length).padStart(7)}${tasks.length > 0 ? `, longest ${Math.max(...tasks).toFixed(0)} ms` : ''}`,
);

/** How long until a screen says what it has to say, over a log of many takes; beside the page that says there is nothing here. */
const MANY = 40_000;
const PAINTS = 7;
await app.stop();
await fillWith(join(app.folder, 'feldspar.sqlite'), MANY);
await app.run();
await browser.devTools('Page.addScriptToEvaluateOnNewDocument', {
  source: `
    window.stands = null;
    const look = () => {
      const sign = new RegExp(sessionStorage.getItem('sign') ?? '$^');
      if (window.stands === null && document.body && sign.test(document.body.innerText)) window.stands = performance.now();
      if (window.stands === null) requestAnimationFrame(look);
    };
    requestAnimationFrame(look);`,
});
const stands: [name: string, path: string, sign: string][] = [
  ['a page with nothing on it', '/nowhere', 'nothing at this address'],
  ['the bench', '/', 'This week|A silence that fits you'],
  ['the log', '/log', 'Older takes'],
  ['trends of a player', `/trends?player=${RUBEN}`, 'Practice, day by day'],
  ['a path', '/paths/b7a3c1de-3000-4f5d-9a10-000000000004', 'steps held'],
];
console.log(`\n${MANY} takes: until it stands, the median of ${PAINTS}`);
await browser.goto(app.url);
await browser.script('localStorage.setItem("feldspar player", arguments[0])', RUBEN);
let barePage = 0;
for (const [name, path, sign] of stands) {
  const times: number[] = [];
  for (let i = 0; i < PAINTS; i++) {
    await browser.script('sessionStorage.setItem("sign", arguments[0])', sign);
    await browser.goto(app.url + path);
    await browser.until(() => browser.script<boolean>('return window.stands !== null'), name);
    times.push(await browser.script<number>('return window.stands'));
  }
  const median = times.sort((a, b) => a - b)[PAINTS >> 1];
  barePage ||= median;
  console.log(
    `${name.padEnd(44)} ${median.toFixed(0).padStart(7)} ms   ${(median / barePage).toFixed(1)} × a bare page`,
  );
}

await browser.close();
await app.remove();

/** The takes that are there again and again, at other times of the last twenty years. */
async function fillWith(file: string, takes: number): Promise<void> {
  const database = new sqlite3.Database(file);
  const all = <Row>(sql: string) =>
    new Promise<Row[]>((resolve, reject) =>
      database.all<Row>(sql, (error, rows) => (error ? reject(error) : resolve(rows))),
    );
  const columns = (await all<{ name: string }>('PRAGMA table_info(takes)')).map(({ name }) => name);
  const [{ count }] = await all<{ count: number }>('SELECT count(*) AS count FROM takes');
  const other: Record<string, string> = {
    id: `printf('00000000-0000-4000-9000-%012d', (n * ${count}) + row)`,
    startedAt: `strftime('%Y-%m-%d %H:%M:%f +00:00', startedAt, '-' || (n * 40 + 90) || ' days')`,
  };
  await all(
    `WITH RECURSIVE counted(n) AS (SELECT 1 UNION ALL SELECT n + 1 FROM counted WHERE n < ${Math.ceil(takes / count)}),
       numbered AS (SELECT *, row_number() OVER () AS row FROM takes)
     INSERT INTO takes (${columns.join(', ')})
     SELECT ${columns.map((name) => other[name] ?? name).join(', ')} FROM numbered, counted`,
  );
  await all('ANALYZE');
  await new Promise((resolve) => database.close(resolve));
}
