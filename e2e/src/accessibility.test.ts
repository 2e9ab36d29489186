/** Every screen: the rules of accessibility (axe-core) in both lights, and no sideways scrolling on a phone. */
import { READY_PATHS } from '@feldspar/core/paths';
import { READY_PLANS } from '@feldspar/core/practice';
import { NO_EDITS, type Recording } from '@feldspar/core/recordings';
import { COLOURS, wrong } from './driver/accessibility.ts';
import { App } from './driver/app.ts';
import { Browser, DESKTOP, PHONE } from './driver/browser.ts';

const GROWING = READY_PLANS[3];
/** A player of the demo studio. */
const RUBEN = 'de300000-000a-4000-8000-000100000000';

const [, , , sparse] = READY_PATHS;
const SPARSE = `/paths/${sparse.id}`;
const OWN_PATH = 'de300000-000e-4000-8000-000000000000';
/** One of the demo studio, which comes back. */
const CIRCLE = '/circle/de300000-0003-4000-8000-000000000000';
const AGENDA = '/planner/de300000-000d-4000-8000-000000000000';

let app: App;
let browser: Browser;
let reading: string;
let recording: string;
beforeAll(async () => {
  app = await App.start('--demo');
  browser = await Browser.open();
  const answer = (await (await fetch(`${app.url}/api/takes?limit=100`)).json()) as {
    items: { id: string; title: string }[];
  };
  await fetch(`${app.url}/api/paths/${OWN_PATH}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(READY_PATHS[1].path),
  });
  recording = `/recordings/${await storeRecording()}`;
  reading = `/takes/${answer.items.find(({ title }) => title === GROWING.plan.title)!.id}`;
});
afterAll(async () => {
  await browser?.close();
  await app?.remove();
});

/** One without a sound: what was heard in it is all there is. @returns its id. */
async function storeRecording(): Promise<string> {
  const id = crypto.randomUUID();
  const recording: Recording = {
    format: 'feldspar-recording',
    version: 1,
    id,
    name: 'Kitchen, claps',
    playerId: RUBEN,
    recordedAt: new Date().toISOString(),
    sound: { sampleRateHz: 48_000, durationS: 24, channels: 2, bytes: 4_608_044 },
    side: 'mix',
    heard: {
      ears: 1,
      kind: 'struck',
      onsets: Array.from({ length: 38 }, (_, i) => ({
        timeS: 0.5 + 0.6 * i,
        strength: 0.5,
        confidence: 0.9,
      })),
      clicks: null,
      hiddenS: [],
    },
    edits: NO_EDITS,
    played: { to: 'nothing', near: null, beatsPerBar: 4, downbeat: null },
    beatMap: {
      beats: Array.from({ length: 24 }, (_, i) => 0.5 + 0.5 * i),
      bars: [{ beat: 0, beats: 4, unit: '1/4' }],
    },
  };
  await fetch(`${app.url}/api/recordings/${id}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(recording),
  });
  return id;
}

const screens = (): [string, RegExp][] => [
  ['/', /choose another click/],
  [`/plans/${GROWING.id}`, /Longest stretch/],
  [`/plans/${GROWING.id}/play`, /Start/],
  [reading, /Where you drifted/],
  ['/plans', /in the order people learn them/],
  ['/desk?quarters=100&foot=1/2&click=1/8&said=200', /What did they mean/],
  ['/desk/steps', /Make it a plan/],
  ['/desk/table', /usual marks/],
  [`/plans/${GROWING.id}/edit`, /Clicks fall silent/],
  ['/rehear?rate=20', /One click at 20/],
  ['/log', /What was played/],
  ['/rig', /Care of ears and hands/],
  ['/sheets', /up the ladder/],
  [`/hold?player=${RUBEN}`, /holds 30 ms for about/],
  [`${reading}/beside/${reading.split('/').at(-1)}`, /Figures|First:/],
  ['/bin', /The bin/],
  ['/paths', /Roads and schools/],
  [SPARSE, /makes three beats your own/],
  [`/paths/${OWN_PATH}/edit`, /Change the path/],
  [`/trends?player=${RUBEN}`, /Practice, day by day/],
  ['/planner', /Time and purpose/],
  [AGENDA, /Put it in the calendar/],
  ['/studio', /Bars: minutes a day/],
  ['/studio/players', /8 players/],
  ['/studio/work', /pieces of work/],
  [`/studio/lesson/${RUBEN}`, /Into the note/],
  [`/studio/lesson/${RUBEN}/handout`, /this week/],
  ['/circle', /Circles so far/],
  [CIRCLE, /The click stands still/],
  ['/out-and-in', /Save everything as a ZIP/],
  ['/recordings', /Have it recorded/],
  [recording, /None chosen/],
  [`${recording}/beats`, /24 beats, 6 bars of 4\/4/],
  ['/nowhere', /nothing at this address/],
];

it('every screen passes the rules of WCAG 2 A and AA, its colours in a dark room too, and needs no sideways scrolling on a phone', async () => {
  for (const [path, sign] of screens()) {
    await browser.scheme('light');
    await browser.goto(app.url + path);
    await browser.see(sign);
    const light = await wrong(browser);
    await browser.scheme('dark');
    await browser.until(
      () => browser.script<boolean>("return document.documentElement.dataset.scheme === 'dark'"),
      'the dark room',
    );
    expect({ path, light, dark: await wrong(browser, COLOURS) }).toEqual({ path, light: [], dark: [] });
    await browser.resize(PHONE);
    await browser.until(
      async () => (await browser.script('return document.documentElement.scrollWidth')) === PHONE.width,
      `${path} to fit on a phone`,
    );
    await browser.resize(DESKTOP);
  }
});
