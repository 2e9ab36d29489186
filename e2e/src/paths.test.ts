/** A path walked from the first take to a promotion over two days; overruled; one's own, as a file and back; trends on one page. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { READY_PATHS } from '@feldspar/core/paths';
import { STEADY_PLAYER, type PlayerTraits } from '@feldspar/core/players';
import { readyPlanOf } from '@feldspar/core/practice';
import { simulatedTake } from '@feldspar/core/take';
import type { App } from './driver/app.ts';
import type { Browser } from './driver/browser.ts';
import { savedFile } from './driver/downloads.ts';
import { PAPERS, pagesOf } from './driver/paper.ts';
import { open } from './driver/opened.ts';

const SPARSE = READY_PATHS.find(({ path }) => path.title === 'Sparse clicks first')!;
const HELD: PlayerTraits = { ...STEADY_PLAYER, clockSdMs: 6, corrects: 'a stroke later' };
const DAY_MS = 86_400_000;

let app: App;
let browser: Browser;
let folder: string;
const opened = open();
beforeAll(() => void ({ app, browser, folder } = opened));

let seed = 40;
async function playedOn(daysAgo: number, planId: string, traits = HELD) {
  const take = simulatedTake({
    ...{
      id: crypto.randomUUID(),
      playerId: null,
      planId,
      plan: readyPlanOf(planId)!.plan,
      traits,
      seed: seed++,
    },
    startedAt: new Date(Date.now() - daysAgo * DAY_MS),
  });
  const answer = await fetch(`${app.url}/api/takes/${take.id}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(take),
  });
  expect(answer.status).toBe(201);
}

const [EVERY_BEAT, BACKBEAT] = SPARSE.path.steps;

it('a path is chosen, and the bench begins with its first step', async () => {
  await browser.goto(`${app.url}/paths`);
  await browser.click('link', '^Sparse clicks first$');
  await browser.see(/One click a bar makes three beats your own/);
  await browser.click('button', '^Walk this path$');
  await browser.see(/Begin with “Every beat”\./);
  await browser.goto(app.url);
  await browser.see(/Next: Every beat/);
  await browser.see(/Sparse clicks first · step 1 of 12/);
  await browser.see(/The first step of “Sparse clicks first”/);
});

it('the first take is played; one good day asks for another, the second opens the next step', async () => {
  await playedOn(1, EVERY_BEAT.planId);
  await browser.goto(`${app.url}/paths/${SPARSE.id}`);
  await browser.see(/Stay with “Every beat”: it nearly holds\./);
  await browser.see(/12 of 12 bars good, on one day/);
  await browser.see(/For the next step: one more good bar on another day/);
  // Something else on a whim changes nothing.
  await playedOn(1, SPARSE.path.steps[11].planId, { ...HELD, tempoPercent: 4 });
  await playedOn(0, EVERY_BEAT.planId);
  await browser.goto(`${app.url}/paths/${SPARSE.id}`);
  await browser.see(/On to “Backbeat click”\./);
  await browser.see(/1 of 12 steps held/);
  await browser.find('listitem', 'held since');
  await browser.press('Enter');
  await browser.see(/Backbeat click · quarter = 76/);
});

it('overruled it goes on all the same, and the next take keeps to that', async () => {
  await playedOn(0, BACKBEAT.planId, { ...HELD, clockSdMs: 60 });
  await browser.goto(`${app.url}/paths/${SPARSE.id}`);
  await browser.see(/“Backbeat click” again, a tenth slower\.|Stay with “Backbeat click”/);
  await browser.click('button', '^(Go on all the same|Stay with it)');
  await browser.see(/You said:/);
  await playedOn(0, SPARSE.path.steps[2].planId);
  await browser.goto(app.url);
  await browser.see(/step 3 of 12/);
});

it('not now puts it off until tomorrow, and is taken back', async () => {
  await browser.goto(app.url);
  await browser.see(/Next: One click a bar/);
  await browser.click('button', '^Not now$');
  await browser.see(/“One click a bar” comes again tomorrow/);
  await browser.goto(app.url);
  await browser.click('button', '^Do it now after all$');
  await browser.see(/Next: One click a bar/);
  await browser.see(/This week \d+ minutes? on \d days?/);
});

it('a path of one’s own: a step added, moved, a goal ticked by hand, all of it there after a reload', async () => {
  await browser.goto(`${app.url}/paths`);
  await browser.click('button', '^Build a path$');
  await browser.fill('textbox', '^Title$', 'For the summer');
  await browser.click('combobox', 'A plan or a count sheet');
  await browser.type('Stop time');
  await browser.click('option', '^Stop time$');
  await browser.click('button', '^Add it as a step$');
  await browser.click('button', '^Step 2: earlier$');
  await browser.see(/1\s+Stop time/);
  await browser.click('button', '^Add a small goal$');
  await browser.click('link', '^Done$');
  await browser.see(/For the summer/);
  await browser.click('button', '^Walk this path$');
  await browser.see(/Begin with “Stop time”\./);
  await browser.click('checkbox', 'Count aloud');
  await browser.goto(await addressNow());
  await browser.until(
    async () => (await (await browser.find('checkbox', 'Count aloud')).isSelected()) === true,
    'the tick is kept',
  );
});

const addressNow = async () => app.url + (await browser.path());

it('as a file it carries its plans, and is read back as another path', async () => {
  await browser.click('button', '^Save as a file$');
  const file = await savedFile(browser, folder, 'For-the-summer.path.json');
  const path = JSON.parse(file.toString()) as { title: string; steps: { title: string }[] };
  expect(path).toMatchObject({ format: 'feldspar-path', title: 'For the summer' });
  expect(path.steps.map(({ title }) => title)).toEqual(['Stop time', 'Every beat']);
  const own = { ...path, title: 'From elsewhere' };
  const planId = crypto.randomUUID();
  const brought = { ...readyPlanOf(EVERY_BEAT.planId)!.plan, title: 'Brought along' };
  const step = { key: 'own', planId, title: 'Brought along', tempo: { bpm: 70, beat: '1/4' } };
  const whole = join(app.folder, 'whole.path.json');
  writeFileSync(whole, JSON.stringify({ ...own, steps: [step], plans: { [planId]: brought } }));
  await browser.goto(`${app.url}/paths`);
  await browser.upload('Path file', whole);
  await browser.see(/From elsewhere/);
  await browser.click('link', '^Brought along$');
  await browser.see(/Brought along/);
  expect(await browser.path()).toBe(`/plans/${planId}`);
  const faulty = join(app.folder, 'faulty.json');
  writeFileSync(faulty, JSON.stringify({ ...path, steps: [] }));
  await browser.goto(`${app.url}/paths`);
  await browser.upload('Path file', faulty);
  await browser.see(/steps:\s*a path has at least one step/);
});

it('trends: a point a day, of what is asked for, on one page of paper', async () => {
  await browser.goto(`${app.url}/trends`);
  await browser.see(/Error at the return/);
  await browser.find('img', 'Spread beside the click, day by day');
  await browser.find('img', 'Minutes of practice');
  expect(pagesOf(await browser.print(PAPERS.A4))).toBe(1);
  await browser.click('combobox', 'Of what');
  await browser.click('option', '^Family: Backbeat click$');
  await browser.see(/Backbeat click/);
  expect(await browser.path()).toMatch(/^\/trends/);
  await browser.fill('textbox', 'From quarter =', '300');
  await browser.see(/Nothing was played in this time that fits/);
});
