/** `npm run screenshots`: one current picture of each main view, from the demo data, into docs/screenshots. */
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { type Sheet, planWithSheet, readBars } from '@feldspar/core/counts';
import { type Plan, groupingRhythm } from '@feldspar/core/plan';
import { ALL_READY_PLANS } from '@feldspar/core/practice';
import { App } from './driver/app.ts';
import { Browser, DESKTOP, type Viewport } from './driver/browser.ts';

const FOLDER = join(process.cwd(), process.argv[2] ?? 'docs/screenshots');
const ONLY = process.argv[3];
const RUBEN = 'de300000-000a-4000-8000-000100000000';

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

interface Item {
  id: string;
  title: string;
  playerId: string;
  summary: { verdict: string };
}

const { items } = (await (await fetch(`${app.url}/api/takes?limit=100`)).json()) as { items: Item[] };
const growing = items.filter(({ title }) => title === 'Growing silence');
/** A take that says something: the growing silence, hurried. */
const telling = growing.find(({ summary }) => summary.verdict === 'rushing')!;

const FOUR = { meter: { beats: 4, unit: '1/4' }, tempo: { bpm: 84, beat: '1/4' } };

/** An own plan, for the workshop. @returns its id. */
const ownPlan = (title: string, sections: Plan['sections']) =>
  store({ format: 'feldspar-plan', version: 1, title, countIn: { bars: 1 }, sections });

async function store(plan: Plan): Promise<string> {
  const id = crypto.randomUUID();
  await fetch(`${app.url}/api/plans/${id}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(plan),
  });
  return id;
}

const go = (path: string, sign: RegExp) => async () => {
  await browser.goto(`${app.url}${path}`);
  await browser.see(sign);
};

async function playUntil(id: string, sign: RegExp) {
  await browser.goto(`${app.url}/plans/${id}/play`);
  await browser.click('button', '^Start');
  await browser.see(sign);
}

await browser.goto(app.url);
await browser.script('localStorage.setItem("feldspar player", arguments[0])', RUBEN);

const reading = `/takes/${telling.id}`;
await shot('bench', DESKTOP, go('/', /choose another click/));
const layered = await ownPlan('Hand and foot over five', [
  {
    name: 'with the eighths',
    bars: 10,
    ...FOUR,
    clicks: [
      { every: '1/8', voice: 'tick', gainDb: -6 },
      { every: '5/4', voice: 'wood' },
      { at: ['1/4', '3/4'], voice: 'snare' },
    ],
    play: [
      { rhythm: groupingRhythm({ notes: 5, note: '1/8', sticking: 'RLRRL' }) },
      { at: ['1/4', '3/4'], voice: 'foot' },
    ],
  },
  {
    name: 'five alone',
    bars: 10,
    ...FOUR,
    clicks: [{ every: '5/4', voice: 'wood' }],
    play: [{ every: '1/4' }],
  },
  { name: 'all gone', bars: 4, ...FOUR, clicks: [], play: [{ every: '1/4' }] },
]);
await shot('workshop-layered', DESKTOP, go(`/plans/${layered}/edit`, /with the eighths/));
const slowClick = ALL_READY_PLANS.find(({ plan }) => plan.title === 'The slow click moves')!.id;
/** What the stage listens to. */
const listening = (rig: object) =>
  browser.script('localStorage.setItem("feldspar rig", arguments[0])', JSON.stringify(rig));
await shot('stage', DESKTOP, async () => {
  await listening({
    listensTo: 'simulated microphone',
    simulated: { player: 0, sound: 'wood', clicks: 'soft' },
  });
  await playUntil(slowClick, /between clicks/);
});
await listening({});
await shot('reading', DESKTOP, go(reading, /Where you drifted/));
const written: Sheet = {
  format: 'feldspar-sheet',
  version: 1,
  title: 'A slow six, counted in eighths',
  meter: { beats: 6, unit: '1/8' },
  tempo: { bpm: 72, beat: '1/8' },
  counted: '1/8',
  bars: readBars('q. 6:4(s s s s s s) e | e. s e q er | q.> {s=1/16}q.~ | q e {ee<1/8}q.').bars!,
};
const sheet = await store(planWithSheet(written));
await shot('sheet', DESKTOP, go(`/sheets/${sheet}`, /What each note is worth/));
await shot('path', DESKTOP, go('/paths/b7a3c1de-3000-4f5d-9a10-000000000004', /it nearly holds|On to/));
await shot('trends', DESKTOP, go(`/trends?player=${RUBEN}`, /Practice, day by day/));
await shot('agenda', DESKTOP, async () => {
  await go('/planner/de300000-000d-4000-8000-000000000000', /Four kinds of alone/)();
  await browser.click('button', '^Begin');
  await browser.click('button', '^Next');
  await browser.see(/2 of 6/);
  await browser.press('Escape');
  await browser.find('button', '^Start');
  await browser.press('Escape');
  await browser.click('link', '^The agenda$');
  await browser.see(/Enough for today/);
  await new Promise((resolve) => setTimeout(resolve, 5000));
});
await browser.click('button', '^Enough for today$').catch(() => undefined);
const HANA = 'de300000-000a-4000-8000-000400000000';
await shot('studio', DESKTOP, go('/studio', /sorted by who needs you/));
await shot('lesson', DESKTOP, go(`/studio/lesson/${HANA}`, /Into the note/));
await shot('circle', DESKTOP, async () => {
  await browser.goto(`${app.url}/circle/de300000-0003-4000-8000-000100000000`);
  await browser.click('button', '^Go on$');
  await browser.see(/your turn/);
});
await shot('rig', DESKTOP, async () => {
  await listening({
    listensTo: 'simulated microphone',
    simulated: { player: 0, sound: 'wood', clicks: 'soft' },
  });
  await browser.goto(`${app.url}/rig`);
  await browser.click('button', '^Check the microphone');
  await browser.see(/4 notes heard/);
  await browser.click('button', '^Measure the delay');
  await browser.see(/and back here/);
});
await listening({});
const desk = '/desk?quarters=100&foot=1/2&click=1/8&meter=4/4&said=200';
await shot('desk', DESKTOP, go(desk, /Your click at 200 is eighths/));
await shot('log', DESKTOP, go('/log', /What was played/));
/** A simulated recording, opened. */
async function record(sound: string, click: string): Promise<void> {
  await browser.goto(`${app.url}/recordings`);
  await browser.click('combobox', '^Plan$');
  await browser.click('option', '^Growing silence$');
  await browser.click('combobox', '^Sound$');
  await browser.click('option', sound);
  await browser.click('combobox', '^The click$');
  await browser.click('option', click);
  await browser.click('button', '^Have it recorded$');
  await browser.find('button', '^As one long line');
}
await shot('recording-free', DESKTOP, async () => {
  await record('^muted strings$', '^headphones');
  await browser.find('img', '^Tempo over time');
});
await shot('recording', DESKTOP, async () => {
  await record('^claps$', '^softly');
  await browser.click('combobox', '^Played to$');
  await browser.click('option', '^Growing silence$');
  await browser.see(/start found by our clicks/);
  await browser.keys('nnnnnn');
  await browser.find('status', '^Bar 2, beat');
});
await shot('recording-reading', DESKTOP, async () => {
  await browser.click('button', '^Read it');
  await browser.see(/Where you drifted/);
});

/** Along with a made-up record: its beats, the reading. */
await shot('record-beats', DESKTOP, async () => {
  await browser.goto(`${app.url}/recordings`);
  await browser.click('button', '^Make the record$');
  await browser.click('button', '^Find the beats$');
  await browser.see(/\d+ beats, \d+ bars/);
  await browser.keys('nnnnnn');
  await browser.find('status', '^Bar 2, beat');
});
await shot('record-reading', DESKTOP, async () => {
  await browser.click('button', '^Make the plan$');
  await browser.see(/Along with the record/);
  await browser.click('button', 'Let a simulated player try it');
  await browser.see(/With the record you are/);
  await browser.see(/Where you drifted/);
});

await browser.close();
await app.remove();
