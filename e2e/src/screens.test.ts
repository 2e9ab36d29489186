/** The screens by keyboard, and what they say when something is wrong. */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Plan, compile } from '@feldspar/core/plan';
import { STEADY_PLAYER } from '@feldspar/core/players';
import { READY_PATHS } from '@feldspar/core/paths';
import { ALL_READY_PLANS, READY_PLANS } from '@feldspar/core/practice';
import { type Take, simulatedTake } from '@feldspar/core/take';
import { App } from './driver/app.ts';
import { Browser } from './driver/browser.ts';

const GROWING = READY_PLANS[3];
const NOBODYS = '00000000-0000-4000-8000-000000000001';

let app: App;
let browser: Browser;
let folder: string;
let reading: string;
beforeAll(async () => {
  app = await App.start('--demo');
  browser = await Browser.open();
  folder = mkdtempSync(join(tmpdir(), 'feldspar-files-'));
  const answer = (await (await fetch(`${app.url}/api/takes?limit=100`)).json()) as {
    items: { id: string; title: string }[];
  };
  reading = `/takes/${answer.items.find(({ title }) => title === GROWING.plan.title)!.id}`;
});
afterAll(async () => {
  await browser?.close();
  await app?.remove();
  rmSync(folder, { recursive: true, force: true });
});

it('the fonts ship with the application, and nothing is fetched from elsewhere', async () => {
  await browser.goto(app.url + reading);
  await browser.see(/Where you drifted/);
  const { fonts, origins } = await browser.script<{ fonts: string[]; origins: string[] }>(`
    return {
      fonts: [...document.fonts].filter((f) => f.status === 'loaded').map((f) => f.family.replaceAll('"', '')),
      origins: [...new Set(performance.getEntriesByType('resource').map((r) => new URL(r.name).origin))],
    };
  `);
  expect(new Set(fonts)).toEqual(new Set(['Bricolage Grotesque Variable', 'Figtree Variable']));
  expect(origins).toEqual([app.url]);
});

it('by keyboard alone: from the bench to a simulated take and its reading', async () => {
  await browser.goto(app.url);
  await browser.see(/choose another click/);
  await browser.tabTo(/^Growing silence/);
  await browser.press('Enter');
  await browser.see(/Longest stretch without a click: 17 beats/);
  await browser.tabTo(/^Let a simulated player/);
  await browser.press('Enter');
  await browser.see(/simulated player/);
  // Another player each time: most of them are sure enough to be told so.
  await browser.see(/You hurry when the click is gone|Alone you are between/);
});

it.each([
  ['plans/X', 'plan', 'All plans'],
  ['plans/X/edit', 'plan', 'All plans'],
  ['plans/X/play', 'plan', 'All plans'],
  ['takes/X', 'take', 'All takes'],
  ['takes/X/beside/X', 'take', 'All takes'],
  ['sheets/X', 'count sheet', 'All count sheets'],
  ['planner/X', 'agenda', 'The planner'],
  ['paths/X', 'path', 'All paths'],
  ['paths/X/edit', 'path', 'All paths'],
  ['recordings/X', 'recording', 'All recordings'],
  ['recordings/X/beats', 'recording', 'All recordings'],
  ['studio/lesson/X', 'player', 'All players'],
  ['studio/lesson/X/handout', 'player', 'All players'],
  ['circle/X', 'circle', 'All circles'],
])(
  '/%s, of a %s that is not here: a heading says so, and one goes on from there',
  async (path, what, others) => {
    await browser.goto(`${app.url}/${path.replaceAll('X', NOBODYS)}`);
    await browser.find('heading', `^There is no such ${what} here`);
    await browser.find('link', `^${others}$`);
  },
);

it('a ready path is not edited: its page has what makes it one’s own', async () => {
  const ready = READY_PATHS[0];
  await browser.goto(`${app.url}/paths/${ready.id}/edit`);
  await browser.find('button', '^Make it my own$');
  expect(await browser.path()).toBe(`/paths/${ready.id}`);
});

it('a player is added once and named with the takes that follow', async () => {
  await browser.goto(app.url);
  await browser.click('button', '^Who plays\\?$');
  await browser.click('combobox', 'Who is playing');
  await browser.click('option', 'Add a player');
  await browser.click('button', '^Add$');
  await browser.see(/give the player a name/);
  await browser.fill('textbox', '^Name', 'Wanda Test');
  await browser.fill('textbox', '^Instrument', 'flute');
  await browser.click('button', '^Add$');
  await browser.see(/Wanda Test, flute/);
  await browser.driver.navigate().refresh();
  await browser.see(/Wanda Test plays/);
});

it('a take whose sound was interrupted says so, and from which bar it can be trusted', async () => {
  const timeline = compile(GROWING.plan);
  const zeroS = 3;
  const stepS = timeline.bars[4].startS + 0.9;
  const lostS = (timeS: number) => (timeS > stepS ? 0.12 : 0);
  const take: Take = {
    ...simulatedTake({
      id: crypto.randomUUID(),
      startedAt: new Date(),
      plan: GROWING.plan,
      planId: GROWING.id,
      playerId: null,
      traits: STEADY_PLAYER,
      seed: 5,
    }),
    simulated: null,
    input: 'keys',
    clock: {
      sampleRateHz: 48_000,
      zeroContextS: zeroS,
      anchors: Array.from({ length: 280 }, (_, i) => [
        250 * i + 10,
        0.25 * i + 0.01 - lostS(0.25 * i + 0.01 - zeroS),
      ]),
      baseLatencyMs: 10,
      outputLatencyMs: 30,
    },
  };
  take.hits = take.hits.map(({ timeS, voice }) => ({
    timeS,
    voice,
    stampMs: 1000 * (timeS + zeroS + lostS(timeS)),
  }));
  const answer = await fetch(`${app.url}/api/takes/${take.id}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(take),
  });
  expect(answer.status).toBe(201);
  await browser.goto(`${app.url}/takes/${take.id}`);
  await browser.find(
    'alert',
    'The sound was interrupted in bar 4 .120 ms.: from bar 5 on the take can be trusted',
  );
});

it('the library shows the families in order, by what they train; a ready plan becomes one’s own', async () => {
  await browser.goto(`${app.url}/plans`);
  await browser.find('heading', '^20. Play along$');
  const names = await browser.script<string[]>(
    'return [...document.querySelectorAll("main h2")].map((h) => h.textContent)',
  );
  expect(names.slice(1).map((name) => parseInt(name, 10))).toEqual(
    Array.from({ length: 20 }, (_, i) => i + 1),
  );
  await browser.click('combobox', 'What it trains');
  await browser.click('option', '^groove$');
  await browser.until(
    async () => (await browser.all('heading', 'Feel the beat')).length === 0,
    'the other families to go',
  );
  await browser.see(/16\. Feel changes/);
  await browser.click('link', 'Half, double, and back');
  await browser.see(/Listen: The quarter stays through the illusion/);
  await browser.click('button', '^Make it my own$');
  await browser.find('heading', '^Workshop$');
  await browser.click('link', '^Plans$');
  await browser.see(/Not saved yet, kept in this browser/);
  await browser.click('link', '^Half, double, and back, mine');
  await browser.click('button', '^Save and play$');
  await browser.find('heading', '^Half, double, and back, mine$');
  await browser.click('button', '^Delete this plan$');
  await browser.see(/Deleted: Half, double, and back, mine/);
});

it('a plan is made harder in one step', async () => {
  await browser.goto(`${app.url}/plans/${READY_PLANS[0].id}`);
  await browser.click('button', '^Make it harder$');
  await browser.click('radio', '^Thin out and back');
  await browser.fill('textbox', '^Bars of each step', '2');
  await browser.click('button', '^Make it$');
  await browser.find('heading', '^Every beat, thinned$');
  await browser.see(/10 bars/);
  await browser.see(/Longest stretch without a click: 4 beats/);
});

it('a plan with a written rhythm shows it, counted; without one there is nothing to read', async () => {
  const page = (title: string) =>
    `${app.url}/plans/${ALL_READY_PLANS.find(({ plan }) => plan.title === title)!.id}`;
  await browser.goto(page('Hand and foot'));
  await browser.find('img', '^on the accents: 8 notes and rests, counted below each$');
  await browser.find('img', '^on everything else: 8 notes and rests');
  await browser.goto(`${page('Fives over quarters')}/play`);
  await browser.find('img', 'over quarters, bars 1 to 2, counted below each note');
  await browser.goto(page('Every beat'));
  await browser.see(/Longest stretch without a click/);
  expect(await browser.all('img', 'counted below')).toHaveLength(0);
});

it('a plan of one’s own is counted in by its own clicks alone', async () => {
  await browser.goto(`${app.url}/plans`);
  await browser.click('button', '^Build a plan$');
  await browser.click('combobox', '^counted by');
  await browser.click('option', '^only its own clicks$');
  await browser.fill('textbox', '^Clicks before', '3');
  await browser.click('button', '^Save and play$');
  await browser.find('button', '^To the stage');
  const { items } = (await (await fetch(`${app.url}/api/plans`)).json()) as {
    items: { id: string; ready: boolean }[];
  };
  const own = items.find(({ ready }) => !ready)!;
  const { document } = (await (await fetch(`${app.url}/api/plans/${own.id}`)).json()) as { document: Plan };
  expect(document.countIn).toEqual({ clicks: 3 });
});

it('a groove plan is tried by a simulated player and read', async () => {
  const stopTime = ALL_READY_PLANS.find(({ plan }) => plan.title === 'Stop time')!;
  await browser.goto(`${app.url}/plans/${stopTime.id}`);
  await browser.click('button', '^Let a simulated player');
  await browser.see(/Where you drifted/);
  await browser.see(/Stop time · quarter = 96/);
});

describe('what is wrong is said, with the place and the remedy', () => {
  const open = async (text: string) => {
    const file = join(folder, 'mine.json');
    writeFileSync(file, text);
    await browser.goto(`${app.url}/plans`);
    await browser.see(/Your own/);
    await browser.upload('Plan file', file);
  };

  it('a malformed plan file is refused and changes nothing', async () => {
    const count = async () =>
      ((await (await fetch(`${app.url}/api/plans`)).json()) as { items: unknown[] }).items.length;
    const before = await count();
    await open('{"format": "feldspar-plan",');
    await browser.see(/mine\.json: not valid JSON/);
    await open(
      JSON.stringify({
        ...GROWING.plan,
        sections: [{ ...GROWING.plan.sections[0], clicks: [{ at: ['5/4'] }] }],
      }),
    );
    await browser.see(/sections\[0\]\.clicks\[0\]\.at\[0\]: a click at 5\/4 lies outside a bar of 4\/4/);
    await open(
      JSON.stringify({
        ...GROWING.plan,
        sections: [{ ...GROWING.plan.sections[0], clicks: [{ groove: 'plain' }] }],
      }),
    );
    await browser.see(/there is no groove called "plain"; choose one of "drums"/);
    expect(await count()).toBe(before);
  });

  it('a good plan file opens, ready to play', async () => {
    await open(JSON.stringify({ ...GROWING.plan, title: 'My own gaps' }));
    await browser.find('heading', '^My own gaps$');
    await browser.find('button', 'To the stage');
  });

  it('a tempo that is none is refused beside the field, and the stage waits', async () => {
    await browser.goto(`${app.url}/plans/${GROWING.id}`);
    for (const text of ['0', '100000', 'fast', '1/0', '']) {
      await browser.fill('textbox', 'a minute', text);
      await browser.see(/Type a number from 1 to 999/);
      expect(await (await browser.find('button', 'To the stage')).isEnabled()).toBe(false);
    }
  });

  it('a tempo that was set survives a reload', async () => {
    await browser.goto(`${app.url}/plans/${GROWING.id}`);
    await browser.fill('textbox', 'a minute', '63');
    await browser.see(/quarter = 63/);
    await browser.driver.navigate().refresh();
    await browser.see(/quarter = 63/);
  });

  it('a script’s plan that cannot be played is refused by the worker thread’s answer, field by field', async () => {
    const groove = {
      ...GROWING.plan,
      sections: [{ ...GROWING.plan.sections[0], clicks: [{ groove: 'plain' }] }],
    };
    const response = await fetch(`${app.url}/api/reports`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ plan: groove, hits: [] }),
    });
    expect(response.status).toBe(422);
    expect(((await response.json()) as { errors: unknown }).errors).toEqual([
      { path: 'sections[0].clicks[0].groove', message: expect.stringMatching(/no groove called/) },
    ]);
  });
});
