/** Sheets of other kinds: the ladder played at once, two limbs, groups over the bars; and handouts. */
import { LADDER } from '@feldspar/core/counts';
import type { App } from './driver/app.ts';
import type { Browser } from './driver/browser.ts';
import { PAPERS, pagesOf } from './driver/paper.ts';
import { chosenOf, drawnUnder, notesOf } from './driver/sheet-page.ts';
import { open } from './driver/opened.ts';

let app: App;
let browser: Browser;
const opened = open();
beforeAll(() => void ({ app, browser } = opened));

const engraved = () =>
  browser.script<string>(
    `return [...document.querySelectorAll('svg[role=img] text')].map((el) => el.textContent).join('|')`,
  );

it('a step of the ladder is one step from the stage, and one of a family', async () => {
  await browser.goto(`${app.url}/plans`);
  await browser.click('link', '^3 count sheets$');
  await browser.see(/Count sheets/);
  await browser.until(
    async () => (await browser.all('link', '^Play ')).length === 3,
    'the sheets of the family',
  );
  await browser.click('link', '^Play The click is “and”$');
  await browser.find('button', '^Start');
  const step = LADDER.find(({ sheet }) => sheet.title === 'The click is “and”')!;
  await browser.see(new RegExp(step.sheet.title));
  await browser.press('Escape');
  await browser.see(/call it “and”, clap on the beats/);
  await browser.click('button', '^Make the count sheet my own');
  await browser.until(async () => (await notesOf(browser)).length === 13, 'its notes');
  expect(await browser.script('return window.scrollY')).toBe(0);
  await browser.click('button', '^Save and play');
  await browser.find('button', '^Start');
  expect(await browser.path()).toMatch(/\/play$/);
  // What is to be played can be read while it is.
  await browser.until(async () => (await drawnUnder(browser)).length > 0, 'the line on the stage');
  await browser.click('button', '^Start');
  await browser.see(/your beat/);
  await browser.find('img', 'The click is “and”, bars 1 to 4');
  await browser.press('Escape');
});

it('two limbs: the accents are turned round in one step, struck together, and read limb by limb', async () => {
  await browser.goto(`${app.url}/sheets?family=18`);
  await browser.click('button', '^Open Hand and foot on the accents$');
  await browser.until(async () => (await notesOf(browser)).length === 32, 'its notes');
  const text = async () =>
    (await (await browser.find('textbox', '^The notes as text')).getAttribute('value')) ?? '';
  await browser.click('button', '^Turn the accents round');
  await browser.until(
    async () => (await text()).startsWith('e e> e> e e> e> e e>'),
    'accents where there were none',
  );
  await browser.click('button', '^Its plan$');
  await browser.click('button', '^Let a simulated player');
  await browser.see(/On the line/);
  const accents = LADDER.find(({ number }) => number === 27)!.sheet.bars.flatMap(({ items }) => items);
  const struck = accents.filter((note) => 'accent' in note && note.accent).length;
  await browser.until(
    async () => (await drawnUnder(browser)).length === 2 * struck,
    'both limbs under every note that was accented',
  );
  await browser.see(/hand|foot/);
});

it('groups run until they come back to 1, and the bar where they do is named', async () => {
  await browser.goto(`${app.url}/sheets`);
  await browser.click('button', '^Make groups');
  await browser.fill('textbox', '^Sticking', 'R');
  await browser.see(/Write 2 to 32 letters/);
  await browser.fill('textbox', '^Sticking', 'RLRLRRL');
  await browser.see(/Groups of 7 come back to 1 after 7 bars/);
  await browser.click('button', '^Make it');
  await browser.until(async () => (await notesOf(browser)).length === 7 * 16 + 1, 'seven bars and one note');
  await browser.until(async () => (await engraved()).includes('together on 1'), 'the bar that is named');
  expect(await chosenOf(browser)).toHaveLength(1);
});

it('a handout fits one page of A4 and of Letter: rhythm, counts, worths, clicks', async () => {
  await browser.goto(`${app.url}/sheets`);
  await browser.click('button', '^Open A slow six$');
  await browser.until(async () => (await drawnUnder(browser)).length > 0, 'the engraving');
  await browser.devTools('Emulation.setEmulatedMedia', { media: 'print' });
  await browser.see(/counted in eighths.*What each note is worth.*dotted eighth 1½.*The click.*every eighth/);
  expect(await browser.all('img', 'The clicks, bar by bar')).toHaveLength(1);
  expect(await browser.all('button')).toEqual([]);
  await browser.devTools('Emulation.setEmulatedMedia', { media: '' });
  for (const paper of Object.values(PAPERS)) expect(pagesOf(await browser.print(paper))).toBe(1);
});

it('what was only opened is no work; what was changed stands under Count sheets, and what was saved too', async () => {
  const listed = () =>
    browser.script<string[]>(
      'return [...document.querySelectorAll("section[aria-labelledby=own-sheets] a")].map((a) => a.textContent)',
    );
  const open = async () => {
    await browser.goto(`${app.url}/sheets?family=18`);
    await browser.click('button', '^Open Hand and foot on the accents$');
    await browser.until(async () => (await notesOf(browser)).length === 32, 'its notes');
  };
  const look = async () => {
    await browser.goto(`${app.url}/sheets`);
    await browser.find('heading', '^Your own$');
    await browser.find('button', '^Open Hand and foot on the accents$');
  };
  await look();
  await browser.until(async () => (await listed()).includes('The click is “and”'), 'what was saved before');
  const before = await listed();
  await open();
  await browser.driver.navigate().refresh();
  await browser.until(async () => (await notesOf(browser)).length === 32, 'its notes after a reload');
  await look();
  await browser.until(async () => (await listed()).includes('The click is “and”'), 'the list again');
  expect(await listed()).toEqual(before);
  await open();
  await browser.fill('textbox', '^Title', 'My two hands');
  await browser.see(/Not saved; kept in this browser/);
  await look();
  await browser.until(async () => (await listed()).includes('My two hands'), 'the draft');
  await browser.click('link', '^My two hands$');
  await browser.click('button', '^Save$');
  await browser.see(/Saved/);
  await look();
  await browser.until(async () => (await listed()).includes('My two hands'), 'the saved sheet');
  expect(await browser.text()).not.toMatch(/Not saved yet.*My two hands.*What it is for/);
});
