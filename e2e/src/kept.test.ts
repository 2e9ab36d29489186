/** What is said gets through: whatever screen is left, whoever else changes it, whether the server is there or not. */
import { READY_PLANS } from '@feldspar/core/practice';
import { STEADY_PLAYER } from '@feldspar/core/players';
import { type Take, simulatedTake } from '@feldspar/core/take';
import type { App } from './driver/app.ts';
import { Browser, DESKTOP, PHONE } from './driver/browser.ts';
import { open } from './driver/opened.ts';

const GROWING = READY_PLANS[3];

let app: App;
let browser: Browser;
const opened = open();
beforeAll(() => void ({ app, browser } = opened));

const get = async <Answer>(path: string) => (await fetch(`${app.url}/api${path}`)).json() as Promise<Answer>;
const plans = async () =>
  (await get<{ items: { id: string; title: string; ready: boolean }[] }>('/plans')).items.filter(
    ({ ready }) => !ready,
  );

async function storedTake(seed: number): Promise<Take> {
  const take = simulatedTake({
    id: crypto.randomUUID(),
    startedAt: new Date(),
    plan: GROWING.plan,
    planId: GROWING.id,
    playerId: null,
    traits: STEADY_PLAYER,
    seed,
  });
  await put(`/takes/${take.id}`, take);
  return take;
}

async function put(path: string, body: unknown): Promise<void> {
  const headers = { 'Content-Type': 'application/json' };
  const answer = await fetch(`${app.url}/api${path}`, { method: 'PUT', headers, body: JSON.stringify(body) });
  expect(answer.status).toBeLessThan(300);
}

const nothingWaits = () =>
  browser.until(async () => !/changes? waits?/.test(await browser.text()), 'an empty outbox');

it('a note typed and the screen left at once is kept', async () => {
  const { id } = await storedTake(1);
  await browser.goto(`${app.url}/takes/${id}`);
  await browser.see(/Where you drifted/);
  await browser.fill('textbox', 'Note', 'elbows');
  await browser.click('link', '^Log$');
  await browser.until(
    async () => (await get<Take>(`/takes/${id}`)).note === 'elbows',
    'the note on the server',
  );
  await browser.see(/elbows/);
});

it('what is said while the browser is slow to keep it outlives the page that is left at once', async () => {
  const { id } = await storedTake(7);
  await browser.goto(`${app.url}/takes/${id}`);
  await browser.see(/Where you drifted/);
  // Whatever is to be written has to wait behind this, and is given up with the page.
  await browser.script(`
    indexedDB.open('feldspar').onsuccess = ({ target }) => {
      const requests = target.result.transaction('requests', 'readwrite').objectStore('requests');
      const again = () => { requests.get('nothing').onsuccess = again; window.isBusy = true; };
      again();
    };
  `);
  await browser.until(() => browser.script('return window.isBusy === true'), 'storage that is busy');
  await browser.fill('textbox', 'Note', 'shoulders');
  await browser.see(/1 change waits/);
  await browser.goto(app.url);
  await browser.until(
    async () => (await get<Take>(`/takes/${id}`)).note === 'shoulders',
    'the note on the server',
  );
  await nothingWaits();
});

it('with the server away: noted, judged, a plan built, through all screens; when it is back all of it is there, once', async () => {
  const { id } = await storedTake(2);
  await browser.goto(`${app.url}/takes/${id}`);
  await browser.see(/Where you drifted/);
  // The other screens’ code comes when nothing else is to do.
  await browser.until(
    () => browser.script<boolean>("return sessionStorage.getItem('feldspar code fetched') !== null"),
    'the code of all screens',
  );
  await app.stop();
  await browser.fill('textbox', 'Note', 'from the ladder');
  await browser.click('combobox', 'One sound is within');
  await browser.click('option', 'beginner');
  await browser.see(/held within 60 ms/);
  const places = {
    'Count sheets': '^Count sheets',
    Recordings: '^Recordings',
    Planner: '^Plan a session',
    'Tempo desk': '^Click and foot',
    Log: '^What was played',
  };
  for (const [place, heading] of Object.entries(places)) {
    await browser.click('link', `^${place}$`);
    await browser.find('heading', heading);
  }
  // The stage as well, and what makes its clicks.
  await browser.click('link', '^Plans$');
  await browser.click('link', '^Growing silence');
  await browser.click('button', '^To the stage');
  await browser.click('button', '^Start');
  await browser.see(/bar \d|silent bar/);
  await browser.click('button', '^Stop');
  await browser.click('button', '^Leave the stage');
  await browser.click('link', '^Plans$');
  await browser.click('button', '^Build a plan');
  await browser.fill('textbox', 'Title', 'Built without a server');
  await browser.click('button', '^Save$');
  await browser.see(/saved as soon as the server answers/);
  // Note and judging are one request, unless the note was just being tried.
  await browser.see(/[23] changes wait/);
  await browser.resize(PHONE);
  expect(await browser.script<number>('return document.documentElement.scrollWidth')).toBe(390);
  await browser.resize(DESKTOP);
  await browser.click('link', '^Plans$');
  await browser.see(/Built without a server/);

  await app.run();
  await nothingWaits();
  const take = await get<Take>(`/takes/${id}`);
  expect([take.note, take.judging]).toEqual(['from the ladder', { tolerance: { level: 'beginner' } }]);
  expect((await plans()).map(({ title }) => title)).toEqual(['Built without a server']);
});

it('a plan that was changed elsewhere meanwhile is not overwritten: both are shown, and both can be kept', async () => {
  const [{ id }] = await plans();
  await browser.goto(`${app.url}/plans/${id}/edit`);
  await browser.fill('textbox', 'Title', 'Mine');
  await put(`/plans/${id}`, { ...GROWING.plan, title: 'Theirs' });
  await browser.click('button', '^Save$');
  await browser.see(/Not saved: This plan was changed somewhere else/);
  await browser.click('button', '1 change waits, 1 for you');
  await browser.see(/Yours Mine: .*The other Theirs: 1 section, 20 bars/);
  await browser.click('button', '^Keep both');
  await browser.until(async () => (await plans()).length === 2, 'both plans');
  expect((await plans()).map(({ title }) => title).sort()).toEqual(['Mine, the other one', 'Theirs']);
  await nothingWaits();
});

it('a plan deleted elsewhere does not come back by a page that still shows it', async () => {
  const [{ id }] = await plans();
  await browser.goto(`${app.url}/plans/${id}/edit`);
  await browser.fill('textbox', 'Title', 'Back from the dead');
  await fetch(`${app.url}/api/plans/${id}`, { method: 'DELETE' });
  await browser.click('button', '^Save$');
  await browser.see(/This plan was deleted/);
  expect((await plans()).map((plan) => plan.id)).not.toContain(id);
  await browser.click('button', '1 change waits, 1 for you');
  await browser.click('button', '^Give up');
  await nothingWaits();
});

it('what was deleted lies in the bin and comes back', async () => {
  await browser.goto(`${app.url}/log`);
  await browser.click('button', '^Delete Growing silence');
  await browser.click('link', '^Bin$');
  await browser.see(/Growing silence, played .* 30 days left/);
  await browser.click('button', '^Bring back Growing silence');
  await browser.until(
    async () => (await get<{ items: unknown[] }>('/takes')).items.length === 2,
    'both takes',
  );
});

it('a double click on what makes something makes one', async () => {
  const before = (await plans()).length;
  await browser.goto(`${app.url}/desk/steps`);
  const make = await browser.find('button', '^Make it a plan');
  await browser.driver.actions().doubleClick(make).perform();
  await browser.see(/To the stage/);
  expect(await plans()).toHaveLength(before + 1);
});

it('Enter and Escape in one breath leave nothing sounding, and no take locked', async () => {
  await browser.devTools('Page.addScriptToEvaluateOnNewDocument', {
    source: `window.__contexts = []; const Native = AudioContext;
      window.AudioContext = class extends Native { constructor(...a) { super(...a); window.__contexts.push(this); } };`,
  });
  await browser.goto(`${app.url}/plans/${GROWING.id}/play`);
  await browser.find('button', '^Start');
  for (let i = 0; i < 3; i++) {
    await browser.press('Enter');
    await browser.press('Escape');
    await browser.find('button', '^Start');
  }
  await browser.press('Escape');
  await browser.see(/Longest stretch without a click/);
  await browser.until(
    () => browser.script<boolean>("return window.__contexts.every(({ state }) => state === 'closed')"),
    'silence',
  );
  const held = await browser.driver.executeAsyncScript<string[]>(
    'const done = arguments[0]; navigator.locks.query().then(({ held }) => done(held.map(({ name }) => name)));',
  );
  expect(held.filter((name) => name.startsWith('feldspar take'))).toEqual([]);
});

it('a screen whose code does not come leaves the frame standing, and comes when it is asked for again', async () => {
  await browser.devTools('Network.enable', {});
  await browser.devTools('Network.setBlockedURLs', { urls: ['*/assets/RigScreen-*'] });
  await browser.goto(`${app.url}/rig`);
  await browser.see(/has not been loaded yet.*Nothing is lost/);
  await browser.find('link', '^Log$');
  await browser.devTools('Network.setBlockedURLs', { urls: [] });
  await browser.click('button', '^Try again');
  await browser.see(/Care of ears and hands/);
});

it.each(['Notices', 'WhoDialog'])(
  'a piece of the frame that does not come (%s) leaves the screen standing, says so, and comes with a new page',
  async (piece) => {
    await browser.devTools('Network.setBlockedURLs', { urls: [`*/assets/${piece}-*`] });
    await browser.goto(`${app.url}/rig`);
    await browser.see(/Care of ears and hands/);
    await browser.click('button', 'plays|^Who plays');
    await browser.see(/A piece of this page did not come.*Nothing is lost/);
    // The dialog itself comes then, and hides what lies under it; Escape before it is there would close nothing.
    if (piece === 'Notices') {
      await browser.find('dialog');
      await browser.press('Escape');
    }
    await browser.find('heading', '^Sound and inputs$|^Sound');
    await browser.devTools('Network.setBlockedURLs', { urls: [] });
    await browser.click('button', '^Load the page again');
    await browser.until(async () => !/A piece of this page/.test(await browser.text()), 'a whole page');
    await browser.click('button', 'plays|^Who plays');
    await browser.find('dialog');
  },
);

it('a draft that somebody else wrote does not blank the page', async () => {
  const id = crypto.randomUUID();
  await browser.script(
    `localStorage.setItem('feldspar draft ${id}', '{"plan":{"title":"x","sections":[{"bars":2}]},"stored":false}')`,
  );
  await browser.goto(`${app.url}/plans/${id}/edit`);
  await browser.see(/There is no such plan here/);
  await browser.goto(`${app.url}/plans`);
  await browser.see(/in the order people learn them/);
});

it('a page left at its first visit, while it makes its storage, does not hold that up for the next one', async () => {
  const fresh = await Browser.open();
  try {
    await fresh.devTools('Page.addScriptToEvaluateOnNewDocument', {
      source: `if (location.pathname === '/rig') {
        const open = indexedDB.open.bind(indexedDB);
        indexedDB.open = (...wanted) => {
          const request = open(...wanted);
          request.addEventListener('upgradeneeded', () => {
            const store = request.result.createObjectStore('busy');
            const makeOn = () => { store.get('nothing').onsuccess = makeOn; };
            makeOn();
            window.isMaking = true;
          });
          return request;
        };
      }`,
    });
    await fresh.goto(`${app.url}/rig`);
    await fresh.until(() => fresh.script('return window.isMaking === true'), 'storage that is being made');
    await fresh.goto(`${app.url}/plans/${GROWING.id}`);
    const takes = async () => (await get<{ items: unknown[] }>('/takes')).items.length;
    const before = await takes();
    const opens =
      'return new Promise((done) => { indexedDB.open("feldspar").onsuccess = () => done(true); })';
    expect(await fresh.script(opens)).toBe(true);
    await fresh.click('button', '^Let a simulated player');
    await fresh.see(/Where you drifted/);
    await fresh.until(async () => (await takes()) === before + 1, 'its take');
  } finally {
    await fresh.close();
  }
});

it('a browser that keeps nothing still plays, and says what that means', async () => {
  await browser.devTools('Page.addScriptToEvaluateOnNewDocument', {
    source: `const refuse = () => { throw new DOMException('blocked', 'SecurityError'); };
      Object.defineProperty(window, 'localStorage', { get: refuse });
      Object.defineProperty(window, 'indexedDB', { value: { open: refuse, cmp: refuse, deleteDatabase: refuse } });`,
  });
  await browser.goto(`${app.url}/plans/${GROWING.id}`);
  await browser.see(/To the stage/);
  await app.stop();
  await browser.click('button', '^Let a simulated player');
  await browser.see(/Where you drifted/);
  await browser.click('button', '1 change waits');
  await browser.see(/This browser keeps nothing, or has no room/);
  const before = 3;
  await app.run();
  await browser.until(
    async () => (await get<{ items: unknown[] }>('/takes')).items.length === before + 1,
    'the take on the server',
  );
});
