/**
 * `npm run bench:pages`: how long a letter takes until it is painted, where much depends on it, beside a bare field in the same page;
 * and the longest task of the page's own thread while a take is played.
 */
import { READY_PLANS } from '@feldspar/core/practice';
import { App } from './driver/app.ts';
import { Browser } from './driver/browser.ts';

const LETTERS = 24;
const SECTIONS = 48;
const PLAYED_MS = 20_000;

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

await browser.close();
await app.remove();
