/** `npm run screenshots`: one current picture of each main view, from the demo data, into docs/screenshots. */
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { App } from './driver/app.ts';
import { Browser, DESKTOP, PHONE, type Viewport } from './driver/browser.ts';

const FOLDER = join(process.cwd(), process.argv[2] ?? 'docs/screenshots');
const ONLY = process.argv[3];
const RUBEN = 'de300000-000a-4000-8000-000100000000';
const GROWING = 'b7a3c1de-0004-4f5d-9a10-5e1d5a000004';

mkdirSync(FOLDER, { recursive: true });
const app = await App.start('--demo');
const browser = await Browser.open();

async function shot(
  name: string,
  viewport: Viewport,
  prepare: () => Promise<void>,
  scheme: 'light' | 'dark' = 'light',
) {
  if (ONLY && !name.includes(ONLY)) return;
  await browser.resize(viewport);
  await browser.scheme(scheme);
  await prepare();
  await new Promise((resolve) => setTimeout(resolve, 700));
  await browser.picture(join(FOLDER, `${name}.png`));
  console.log(name);
}

/** A take that says something: the growing silence, hurried. */
async function tellingTake(): Promise<string> {
  const answer = await fetch(`${app.url}/api/takes?limit=100`);
  const { items } = (await answer.json()) as {
    items: { id: string; title: string; summary: { verdict: string } }[];
  };
  return items.find((item) => item.title === 'Growing silence' && item.summary.verdict === 'rushing')!.id;
}

const go = (path: string, sign: RegExp) => async () => {
  await browser.goto(`${app.url}${path}`);
  await browser.see(sign);
};

async function playUntilBar(bar: number) {
  await browser.goto(`${app.url}/plans/${GROWING}/play`);
  await browser.click('button', '^Start');
  await browser.until(
    async () => new RegExp(`bar ${bar}\\b`).test(await browser.text()),
    `bar ${bar}`,
    60_000,
  );
}

await browser.goto(app.url);
await browser.script('localStorage.setItem("feldspar player", arguments[0])', RUBEN);

const reading = `/takes/${await tellingTake()}`;
await shot('bench', DESKTOP, go('/', /choose another click/));
await shot('bench-phone', PHONE, go('/', /choose another click/));
await shot('plan', DESKTOP, go(`/plans/${GROWING}`, /Longest alone/));
await shot('plans', DESKTOP, go('/plans', /in the order people learn them/));
await shot('stage-ready', DESKTOP, go(`/plans/${GROWING}/play`, /Start/));
await shot('stage', DESKTOP, () => playUntilBar(3));
await shot('stage-phone', PHONE, () => playUntilBar(2));
await shot('reading', DESKTOP, go(reading, /Where you drifted/));
await shot('reading-dark', DESKTOP, go(reading, /Where you drifted/), 'dark');
await shot('reading-phone', PHONE, go(reading, /Where you drifted/));
const desk = '/desk?quarters=100&foot=1/2&click=1/8&meter=4/4&said=200';
await shot('desk', DESKTOP, go(desk, /Your click at 200 is eighths/));
await shot('desk-phone', PHONE, go(desk, /Your click at 200 is eighths/));
await shot('rehear', DESKTOP, go('/rehear?rate=110&beats=5&part=and', /One click at 110/));
await shot('tempo-table', DESKTOP, go('/desk/table?note=1/4&rate=90', /clockwork scale/));
await shot('log', DESKTOP, go('/log', /What was played/));

await browser.close();
await app.remove();
