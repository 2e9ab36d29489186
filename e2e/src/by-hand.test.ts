/** The workshop by hand: clicks and notes put on the drawn bar, moved along it and taken away, and silent bars painted. */
import type { Plan } from '@feldspar/core/plan';
import type { App } from './driver/app.ts';
import { type Browser, PHONE } from './driver/browser.ts';
import { ARROW_RIGHT } from './driver/keys.ts';
import { open } from './driver/opened.ts';

let app: App;
let browser: Browser;
const opened = open();
beforeAll(() => void ({ app, browser } = opened));

/** A new plan: four bars of quarters, clicked and played. */
async function begin(): Promise<void> {
  await browser.goto(`${app.url}/plans`);
  await browser.click('button', '^Build a plan$');
  await browser.find('toolbar', '^Click 1 by hand$');
}

async function saved(): Promise<Plan['sections'][number]> {
  await browser.click('button', '^Save$');
  await browser.see(/ Saved\. /);
  const [, , id] = (await browser.path()).split('/');
  const answer = await fetch(`${app.url}/api/plans/${id}`);
  return ((await answer.json()) as { document: Plan }).document.sections[0];
}

/** Where a point of a lane lies on the screen. */
async function pointOf(lane: string, place: string): Promise<{ x: number; y: number }> {
  return browser.script(
    `const lane = document.querySelector('[role=toolbar][aria-label="' + arguments[0] + ' by hand"]');
     lane.scrollIntoView({ block: 'center' });
     const r = [...lane.querySelectorAll('[role=button]')].find((el) => el.getAttribute('aria-label') === arguments[1]).getBoundingClientRect();
     return { x: Math.round(r.x + r.width / 2), y: Math.round(r.y + r.height / 2) };`,
    lane,
    place,
  );
}

const pressed = async (name: string) =>
  (await (await browser.find('button', name)).getAttribute('aria-pressed')) === 'true';

/** @param to where it is let go; the same place where it is only pressed. */
async function mouse(lane: string, from: string, to = from): Promise<void> {
  const start = await pointOf(lane, from);
  const end = await pointOf(lane, to);
  await browser.driver
    .actions()
    .move({ x: start.x, y: start.y })
    .press()
    .move({ x: end.x, y: end.y, duration: 80 })
    .release()
    .perform();
}

it('by mouse: put, moved, taken away; the words follow, and each is a step to undo', async () => {
  await begin();
  await mouse('Click 1', '2&');
  await browser.see(/Click 1 on 1, 2, 2&, 3 and 4/);
  await mouse('Click 1', '2&', '3&');
  await browser.see(/Click 1 on 1, 2, 3, 3& and 4/);
  await mouse('Click 1', '1');
  await browser.see(/Click 1 on 2, 3, 3& and 4/);
  await browser.control('z');
  await browser.see(/Click 1 on 1, 2, 3, 3& and 4/);
  await mouse('Line 1', '4', '4&');
  const { clicks, play } = await saved();
  expect(clicks[0].at).toEqual(['0', '1/4', '1/2', '5/8', '3/4']);
  expect(play[0].at).toEqual(['0', '1/4', '1/2', '7/8']);
});

it('by keyboard: along the bar, put, moved, accented; the last one stays', async () => {
  await begin();
  const one = (await browser.find('toolbar', '^Click 1 by hand$')).findElement({ css: '[tabindex="0"]' });
  await browser.script('arguments[0].focus()', await one);
  await browser.keys(`${ARROW_RIGHT}${ARROW_RIGHT}`);
  // On 2 now: moved to the next free point, and accented there.
  await browser.holding('Shift', ARROW_RIGHT);
  await browser.see(/Click 1 on 1, 2&, 3 and 4/);
  await browser.keys('>');
  // Back to 1; all but one are taken away.
  await browser.keys('\uE011\uE017');
  await browser.see(/Click 1 on 2&, 3 and 4/);
  await browser.keys(`\uE010\uE012\uE017`);
  await browser.see(/Click 1 on 2& and 3 /);
  await browser.keys(`\uE012\uE012\uE017`);
  await browser.see(/Click 1 on 2& /);
  await browser.keys('\uE012\uE017');
  await browser.see(/The last one stays/);
  expect((await saved()).clicks[0]).toMatchObject({ at: ['3/8'], accent: ['3/8'] });
});

it('bars fall silent under one stroke of the mouse, and by key; what differs from bar to bar is set by words', async () => {
  await begin();
  const bar = (n: number) => browser.find('button', `^Bar ${n} silent$`);
  await browser.script('arguments[0].scrollIntoView({ block: "center" })', await bar(1));
  await browser.driver
    .actions()
    .move({ origin: await bar(2) })
    .press()
    .move({ origin: await bar(3), duration: 80 })
    .release()
    .perform();
  await browser.until(
    async () => (await pressed('^Bar 2 silent$')) && (await pressed('^Bar 3 silent$')),
    'both to be silent',
  );
  expect(await pressed('^Bar 1 silent$')).toBe(false);
  // The stroke ended on bar 2's own stop for the keyboard.
  await browser.script('arguments[0].focus()', await bar(3));
  await browser.press('Enter');
  await browser.until(async () => !(await pressed('^Bar 3 silent$')), 'bar 3 to sound again');
  expect((await saved()).silence).toEqual({ bars: 'xoxxxxxx' });
});

it('by finger, on a phone', async () => {
  await browser.resize(PHONE);
  await begin();
  const { x, y } = await pointOf('Click 1', '4&');
  await browser.touch(x, y);
  await browser.see(/Click 1 on 1, 2, 3, 4 and 4&/);
});
