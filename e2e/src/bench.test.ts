/** The bench over days: what was held opens the next step, what was said against it is remembered. */
import type { Plan } from '@feldspar/core/plan';
import { STEADY_PLAYER, type PlayerTraits } from '@feldspar/core/players';
import { READY_PLANS, silencePlan } from '@feldspar/core/practice';
import { simulatedTake } from '@feldspar/core/take';
import type { App } from './driver/app.ts';
import type { Browser } from './driver/browser.ts';
import { open } from './driver/opened.ts';

const [, BACKBEAT, ONE_A_BAR] = READY_PLANS;
const HELD: PlayerTraits = { ...STEADY_PLAYER, clockSdMs: 6, corrects: 'a stroke later' };
const HURRIES: PlayerTraits = { ...STEADY_PLAYER, clockSdMs: 6, tempoPercent: 4, correction: 0.1 };
const DAY_MS = 86_400_000;

let app: App;
let browser: Browser;
const opened = open();
beforeAll(() => void ({ app, browser } = opened));

let seed = 1;
async function playedOn(daysAgo: number, { id, plan }: { id: string; plan: Plan }, traits: PlayerTraits) {
  const take = simulatedTake({
    id: crypto.randomUUID(),
    playerId: null,
    planId: id,
    plan,
    startedAt: new Date(Date.now() - daysAgo * DAY_MS),
    traits,
    seed: seed++,
  });
  const answer = await fetch(`${app.url}/api/takes/${take.id}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(take),
  });
  expect(answer.status).toBe(201);
}

it('one good day asks for another; two open the next step at the tempo that was held', async () => {
  await playedOn(2, BACKBEAT, HELD);
  await browser.goto(app.url);
  await browser.see(/Next: Backbeat click/);
  await browser.see(/16 of 16 bars held, on one day\. For the next step: one more good bar on another day/);
  await playedOn(1, BACKBEAT, HELD);
  await browser.goto(app.url);
  await browser.see(/Next: One click a bar/);
  await browser.see(
    /It holds: 32 of 32 bars held, on two days\. Take the next step, at the tempo that you held/,
  );
  // The backbeat’s 98, not the plan's own 92.
  await browser.press('Enter');
  await browser.see(/One click a bar · quarter = 98/);
});

it('one key overrules it, a reload keeps that, and the same key takes it back', async () => {
  await browser.goto(app.url);
  await browser.see(/Next: One click a bar/);
  await browser.keys('o');
  await browser.see(/Next: Backbeat click/);
  await browser.see(/You said: stay with it\. So far: 32 of 32 bars held/);
  await browser.goto(app.url);
  await browser.see(/You said: stay with it/);
  await browser.click('button', '^As the figures say');
  await browser.see(/Next: One click a bar/);
});

it('who hurries is sent slower, with the figures; the next take ends what was said', async () => {
  await browser.click('button', '^Stay with it');
  await browser.see(/You said: stay with it/);
  await playedOn(0, ONE_A_BAR, HURRIES);
  await browser.goto(app.url);
  await browser.see(/It does not hold yet: \d+ of 15 returns held, on one day; .*early\. A tenth slower/);
  await browser.press('Enter');
  await browser.see(/One click a bar · quarter = 83/);
});

it('a silence that fits begins with what is held, and grows from take to take', async () => {
  await browser.goto(app.url);
  const offered = await browser.find('link', '^Play the silence');
  expect(await offered.getAttribute('href')).toMatch(/\/plans\/b7a3c1de-2000-/);
  await browser.see(/A silence that fits you: \d+ bars?\./);
  await playedOn(0, silencePlan(2), { ...HELD, clockSdMs: 2, offsetMs: 0 });
  await browser.goto(app.url);
  await browser.see(/Next: Silence of 3 bars/);
  await browser.see(/Three bars of silence now: with two, 8 of 8 returns were good/);
  await browser.press('Enter');
  await browser.see(/Silence of 3 bars · quarter = 84/);
});
