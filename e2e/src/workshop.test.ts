/** The workshop without its sound: what it says of mistakes, what it builds in one step, what is thrown away and taken back. */
import { ALL_READY_PLANS } from '@feldspar/core/practice';
import type { App } from './driver/app.ts';
import type { Browser } from './driver/browser.ts';
import { open } from './driver/opened.ts';

const opened = open();
let app: App;
let browser: Browser;
beforeAll(() => {
  ({ app, browser } = opened);
});

it('what is wrong is said with its place, and keeps the plan from being saved or heard', async () => {
  const { id } = ALL_READY_PLANS.find(({ plan }) => plan.title === 'Backbeat click')!;
  await browser.goto(`${app.url}/plans/${id}`);
  await browser.click('button', '^Make it my own$');
  await browser.find('heading', '^Workshop$');
  await browser.fill('textbox', '^Beats in a bar', '3');
  await browser.see(/Section 1, click 1: a click at 3\/4 lies outside a bar of 3\/4/);
  expect(await (await browser.find('button', '^Save$')).isEnabled()).toBe(false);
  expect(await (await browser.find('button', '^Hear the section$')).isEnabled()).toBe(false);
  await browser.fill('textbox', '^Places of the bar', '2 and 5');
  await browser.see(/There is no beat 5 in 3\/4; it has 1 to 3/);
  await browser.fill('textbox', '^Places of the bar', '2 and 3');
  await browser.see(/on 2 and 3/);
  expect(await (await browser.find('button', '^Save$')).isEnabled()).toBe(true);
  await browser.click('button', '^Undo$');
  await browser.see(/lies outside a bar/);
});

it('stop time, unisons and a copy of a copy, each in one step; thrown away and taken back', async () => {
  await browser.goto(`${app.url}/plans`);
  await browser.click('button', '^Build a plan$');
  await browser.click('button', '^Add a line a rhythm$');
  await browser.click('button', '^Hand and foot on the accents$');
  await browser.see(/Line 2 a rhythm of 1 note.*Line 3 a rhythm of 1 note/);
  await browser.click('button', '^Stop time');
  await browser.click('button', '^Make it$');
  await browser.see(/9\. band again/);
  await browser.see(/bars 17 minutes 0:48/);
  await browser.click('button', '^Throw away$');
  await browser.see(/Thrown away: New plan/);
  expect(await browser.path()).toBe('/plans');
  await browser.click('button', '^Undo$');
  await browser.see(/9\. band again/);
});
