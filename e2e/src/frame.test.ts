/** The frame: every place in one step, titles and focus, keys, going to anything by name, and who is playing. */
import { READY_PLANS } from '@feldspar/core/practice';
import type { App } from './driver/app.ts';
import { type Browser, DESKTOP, PHONE } from './driver/browser.ts';
import { open } from './driver/opened.ts';

/** A player of the demo studio. */
const RUBEN = 'de300000-000a-4000-8000-000100000000';

let app: App;
let browser: Browser;
const opened = open({ demo: true });
beforeAll(() => void ({ app, browser } = opened));

const focused = () => browser.script<string>('return document.activeElement?.textContent ?? ""');
const title = () => browser.script<string>('return document.title');

it('every place is one step away; its heading is the title, and has the focus', async () => {
  await browser.goto(app.url);
  await browser.until(async () => /^Next: .* · Feldspar$/.test(await title()), 'the bench as a title');
  const places: [name: string, heading: RegExp, ...below: string[]][] = [
    ['Plans', /^Plans/],
    ['Count sheets', /^Count sheets/],
    ['Re-hear', /^One click/],
    ['Log', /^What was played/, 'Takes'],
    ['Sound and inputs', /^Sound and inputs/],
    ['Bench', /^Next: /],
  ];
  for (const [name, heading, ...below] of places) {
    await browser.click('link', `^${name}$`);
    await browser.until(async () => heading.test(await title()), `the title of ${name}`);
    await browser.until(async () => heading.test(await focused()), `the focus on the heading of ${name}`);
    const current = await browser.script<string[]>(
      'return [...document.querySelectorAll("nav [aria-current=page], header > div > [aria-current=page]")].filter((a) => a.getClientRects().length > 0).map((a) => a.textContent)',
    );
    expect(current).toEqual([name, ...below]);
  }
});

it('by keyboard: past the navigation in one step', async () => {
  await browser.goto(`${app.url}/plans`);
  await browser.find('heading', '^Plans, in the order');
  await browser.tabTo(/^Skip to the content$/, 1);
  await browser.press('Enter');
  expect(await browser.script<string>('return document.activeElement.tagName')).toBe('MAIN');
});

it('? shows the keys of the screen, and leaves fields alone', async () => {
  await browser.goto(`${app.url}/plans/${READY_PLANS[0].id}`);
  await browser.find('heading', '^Every beat$');
  await browser.key('?', 'Slash', 191);
  await browser.find('dialog', 'Keys');
  await browser.see(/to the stage/);
  await browser.press('Escape');
  await browser.until(async () => (await browser.all('dialog')).length === 0, 'the dialog to close');
});

it('Ctrl+K goes to a plan, a player or a screen by its name', async () => {
  const goTo = async (text: string) => {
    await browser.control('k');
    await browser.find('combobox', '^Go to');
    await browser.keys(text);
    // What Enter takes: the field names it.
    await browser.until(
      () =>
        browser.script<boolean>(
          `const chosen = document.getElementById(document.activeElement.getAttribute('aria-activedescendant'));
           return chosen !== null && chosen.textContent.toLowerCase().includes(arguments[0].toLowerCase());`,
          text,
        ),
      `something called ${text}`,
    );
    await browser.press('Enter');
    await browser.until(async () => (await browser.all('dialog')).length === 0, 'the dialog to close');
  };
  await browser.goto(app.url);
  await browser.see(/choose another click/);
  await goTo('fifth beat');
  await browser.find('heading', '^Every fifth beat$');
  await goTo('Ruben');
  await browser.find('heading', '^What was played$');
  expect(await browser.script<string>('return location.search')).toBe(`?player=${RUBEN}`);
  await goTo('Re-hear');
  await browser.see(/One click/);
});

it('who plays stands in the frame; a take begun from another’s asks whose it will be', async () => {
  const { items } = (await (await fetch(`${app.url}/api/takes?limit=100`)).json()) as {
    items: { id: string; title: string; playerId: string | null }[];
  };
  const another = items.find(({ title, playerId }) => title === 'Growing silence' && playerId !== RUBEN)!;
  await browser.goto(`${app.url}/takes/${another.id}`);
  await browser.see(/Where you drifted/);
  await browser.click('button', '^Who plays\\?$');
  await browser.click('combobox', 'Who is playing');
  await browser.click('option', '^Ruben');
  await browser.click('button', '^Done$');
  await browser.find('button', '^Ruben .* plays$');
  await browser.click('button', '^Again');
  await browser.find('dialog', 'Who plays it now');
  await browser.click('button', '^Ruben Asante$');
  await browser.find('button', '^Start');
  await browser.see(/Ruben Asante, marimba/);
});

it('whoever plays gets another name, is removed, and comes back with the takes', async () => {
  const takesOf = async () => {
    const answer = await fetch(`${app.url}/api/takes?player=${RUBEN}&limit=100`);
    return ((await answer.json()) as { items: unknown[] }).items.length;
  };
  const before = await takesOf();
  await browser.goto(app.url);
  await browser.click('button', '^Ruben .* plays$');
  await browser.click('button', '^Another name$');
  await browser.fill('textbox', '^Name', 'Ruben B.');
  await browser.click('button', '^Save$');
  await browser.see(/Ruben B\., marimba/);
  await browser.click('button', '^Remove Ruben B\\.$');
  await browser.see(/Removed: Ruben B\., marimba/);
  await browser.click('button', '^Undo$');
  await browser.find('button', '^Ruben B\\. plays$');
  expect(await takesOf()).toBe(before);
  // Removed for longer, they lie in the bin.
  await browser.click('button', '^Ruben B\\. plays$');
  await browser.click('button', '^Remove Ruben B\\.$');
  await browser.see(/Removed: Ruben B\., marimba/);
  await browser.goto(`${app.url}/bin`);
  await browser.click('button', '^Bring back Ruben B\\., marimba$');
  await browser.until(
    async () => (await (await fetch(`${app.url}/api/players`)).text()).includes('Ruben B.'),
    'the player on the server again',
  );
});

it('two names of one person are put together, and parted again', async () => {
  const twin = '00000000-0000-4000-8000-0000000000aa';
  await fetch(`${app.url}/api/players/${twin}`, {
    method: 'PUT',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ name: 'Ruben', instrument: 'marimba' }),
  });
  const names = async () => {
    const { items } = (await (await fetch(`${app.url}/api/players`)).json()) as { items: { name: string }[] };
    return items.map(({ name }) => name).filter((name) => name.startsWith('Ruben'));
  };
  expect(await names()).toHaveLength(2);
  await browser.goto(app.url);
  await browser.click('button', 'plays');
  await browser.click('combobox', '^Who is playing');
  await browser.click('option', '^Ruben, marimba$');
  await browser.click('button', '^Same as');
  // Somebody of the same first name is offered.
  await browser.click('button', '^Put together$');
  await browser.see(/The takes of Ruben, marimba are Ruben B\., marimba’s now/);
  await browser.until(async () => (await names()).length === 1, 'one of them');
  await browser.find('button', '^Ruben B\\. plays$');
  await browser.click('button', '^Undo$');
  await browser.until(async () => (await names()).length === 2, 'both of them');
});

it('on a phone four places stand in the bar, the others under “More”', async () => {
  await browser.resize(PHONE);
  await browser.goto(app.url);
  await browser.find('link', '^Desk$');
  expect(await browser.all('link', '^Count sheets$')).toHaveLength(0);
  await browser.click('button', '^More$');
  await browser.click('menuitem', '^Count sheets$');
  await browser.find('heading', '^Count sheets$');
  expect(await browser.script<number>('return document.documentElement.scrollWidth')).toBe(390);
  await browser.resize(DESKTOP);
});
