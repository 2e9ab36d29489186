/** The tempo desk and re-hearing: settle what a number means, send it, play it, read it. */
import { READY_PLANS, placementPlanId } from '@feldspar/core/practice';
import { placementOf } from '@feldspar/core/reference';
import type { App } from './driver/app.ts';
import { type Browser, DESKTOP, PHONE } from './driver/browser.ts';
import { PAPERS, pagesOf } from './driver/paper.ts';
import { clicksHeard } from './driver/clicks-heard.ts';
import { open } from './driver/opened.ts';

const [EVERY_BEAT] = READY_PLANS;

let app: App;
let browser: Browser;
const opened = open({ probe: 'record' });
beforeAll(() => void ({ app, browser } = opened));

const address = () => browser.script<string>('return location.pathname + location.search');

async function tapBars(bars: number, beatMs: number, beats = 4): Promise<void> {
  await browser.see(/bar \d|\d silent bar/);
  for (let i = 0; i < bars * beats; i++) {
    await browser.key('f', 'KeyF', 70);
    await new Promise((resolve) => setTimeout(resolve, beatMs));
  }
}

it('by keyboard alone: a spoken 200 is settled, sent to a plan, played for two bars and read with its note', async () => {
  await browser.goto(`${app.url}/desk`);
  await browser.see(/Click and foot are one: quarter = 100/);
  await browser.tabTo(/^Somebody said/);
  await browser.type('200');
  await browser.see(/200 = quarters of a tune in eighths/);
  expect(await browser.all('listitem', 'of a tune in .*fits')).toHaveLength(4);
  expect(await browser.all('listitem', 'of a tune in .*unlikely.*a foot rarely taps')).toHaveLength(3);
  expect(await browser.all('listitem', 'no hand plays this')).toHaveLength(1);
  await browser.tabTo(/^Send half = 100 to Every beat/);
  await browser.press('Enter');
  await browser.see(/half = 100 \(quarter = 200\), 4\/4/);
  expect(await address()).toBe(`/plans/${EVERY_BEAT.id}?note=1%2F2&rate=100`);
  await browser.tabTo(/^To the stage/);
  await browser.press('Enter');
  await browser.find('button', '^Start');
  await browser.press('Enter');
  await tapBars(2, 300);
  await browser.press('Escape');
  await browser.see(/stopped early/);
  await browser.see(/Every beat · half = 100 \(quarter = 200\)/);
});

it('the log is told what a tempo was in truth, is ordered by it, and can be told otherwise', async () => {
  await browser.click('link', '^Log$');
  await browser.click('link', '^Tempo really was … What did half = 100 mean');
  await browser.see(/What did they mean/);
  await browser.click('button', '^Send half = 50 to the take .*100 = quarters of a tune in eighths');
  await browser.see(/The log now says half = 50/);
  await browser.click('link', '^Log$');
  await browser.see(/half = 50 \(quarter = 100\) in truth/);
  await browser.driver.navigate().back();
  await browser.click('button', '^Send half = 100 to the take .*100 = halves of a tune in eighths');
  await browser.see(/The log now says half = 100/);
  await browser.click('button', '^Undo$');
  await browser.see(/The log says what it said before/);
  await browser.goto(`${app.url}/log?order=slowest`);
  await browser.see(/half = 50 \(quarter = 100\) in truth/);
});

describe('the measuring stick', () => {
  const row = (name: string) => browser.find('textbox', `^${name}, a minute$`);
  const number = async (name: string) => (await row(name)).getAttribute('value');

  beforeEach(async () => {
    await browser.goto(`${app.url}/desk?quarters=100&foot=1/2&click=1/8`);
    await browser.see(/Your click at 200 is eighths\. The music goes at half = 50: tap the halves/);
  });

  it('a number typed in any row moves all others, and the address keeps it', async () => {
    await browser.fill('textbox', '^dotted quarter, a minute', '80');
    await browser.see(/Your click at 240 is eighths\. The music goes at half = 60/);
    expect(await Promise.all(['whole', 'quarter', 'eighth triplet'].map(number))).toEqual([
      '30',
      '120',
      '360',
    ]);
    // While one types or drags the address follows now and then; then it holds the last.
    await browser.until(
      async () => new URL(await browser.driver.getCurrentUrl()).searchParams.get('quarters') === '120',
      'the address to follow',
    );
    await browser.driver.navigate().refresh();
    await browser.see(/The music goes at half = 60/);
  });

  it('an edge is dragged', async () => {
    const track = await browser.script<{ x: number; y: number; width: number }>(
      'const r = arguments[0].closest("li").querySelector("svg").getBoundingClientRect(); return { x: r.x, y: r.y + r.height / 2, width: r.width };',
      await row('quarter'),
    );
    // The window shows 4 s: the end of the second quarter goes from 1.2 s to 1.5 s, which is 80 a minute.
    const mouse = (type: string, seconds: number) =>
      browser.devTools('Input.dispatchMouseEvent', {
        type,
        x: track.x + (track.width * seconds) / 4,
        y: track.y,
        button: 'left',
        buttons: 1,
        clickCount: 1,
      });
    await mouse('mousePressed', 1.2);
    await mouse('mouseMoved', 1.4);
    await mouse('mouseMoved', 1.5);
    await mouse('mouseReleased', 1.5);
    expect(await number('quarter')).toBe('80');
    await browser.see(/The music goes at half = 40/);
  });

  it('the marks are moved; a foot that nobody taps is flagged', async () => {
    await browser.click('button', '^The foot is on the quarter$');
    await browser.see(/The music goes at quarter = 100/);
    await browser.click('button', '^The click is on the quarter$');
    await browser.see(/Click and foot are one: quarter = 100/);
    await browser.click('button', '^The foot is on the whole$');
    await browser.find('alert', 'a foot rarely taps slower than 30 a minute');
  });

  it('a row of any note is added and removed', async () => {
    await browser.click('button', '^Another row$');
    await browser.click('button', '^Add the row$');
    expect(await number('dotted half')).toBe('33.33');
    await browser.click('button', '^Remove the dotted half$');
    expect(await browser.all('textbox', '^dotted half, a minute$')).toHaveLength(0);
  });

  it('a row is heard, and two together, each click where it lies', async () => {
    const toggle = (row: string) => browser.click('button', `^Hear the ${row}$`);
    const again = (row: string) => async () => {
      await toggle(row);
      await toggle(row);
    };
    await toggle('quarter');
    const quarters = await clicksHeard(browser, 2, again('quarter'));
    quarters.slice(1).forEach((at, i) => expect(at - quarters[i]).toBeCloseTo(0.6, 3));
    expect(quarters.length).toBe(4);
    await toggle('eighth');
    await browser.see(/Sounding: quarter in wood, eighth as a tick/);
    await browser.until(
      async () => (await clicksHeard(browser, 1.4, again('eighth'))).length === 5,
      'eighths between the quarters',
    );
    await toggle('eighth');
    await toggle('quarter');
  });

  it('what is no tempo is refused beside its row, and stays typed', async () => {
    for (const [text, problem] of [
      ['0', /0 a minute never sounds/],
      ['-4', /-4 is below zero/],
      ['100000', /100000 a minute is too fast\. Type a number from 0\.5 to 499\.5/],
      ['1/0', /1\/0 divides by zero/],
      ['fast', /“fast” is not a number/],
      ['', /Nothing is typed/],
    ] as const) {
      await browser.fill('textbox', '^half, a minute', text);
      await browser.see(problem);
      expect(await number('half')).toBe(text);
    }
  });
});

it('the foot is tapped by key: tempo, uncertainty, steadiness; then its note is said', async () => {
  await browser.goto(`${app.url}/desk?quarters=100&foot=1/2&click=1/8`);
  await browser.see(/Tap your foot/);
  const now = await browser.script<number>('return performance.now()');
  // Ten taps at 750 ms, one of them left out, one doubled.
  for (let i = 0; i < 10; i++) {
    if (i !== 4) await browser.key('f', 'KeyF', 70, now + 750 * i);
    if (i === 7) await browser.key('f', 'KeyF', 70, now + 750 * i + 110);
  }
  await browser.see(/9 taps: 80\.0 ± 0\.0 a minute, steady \(1 left out, 1 doubled\)/);
  await browser.click('button', '^Take half = 80$');
  await browser.see(/Your click at 320 is eighths\. The music goes at half = 80/);
});

it('bad input on the desk’s other fields says what is wrong beside the field', async () => {
  await browser.goto(`${app.url}/desk`);
  await browser.fill('textbox', '^Somebody said', 'allegro');
  await browser.see(/“allegro” is not a number/);
  await browser.fill('textbox', '^Bars of each part', '8 x');
  await browser.see(/“x” is no number of bars/);
  await browser.fill('textbox', '^It goes from', '300');
  await browser.see(/This is below the other end/);
  await browser.goto(`${app.url}/desk/steps`);
  await browser.fill('textbox', '^Over', '1');
  await browser.see(/1 plays is too slow|Type a number from 2 to 200/);
  await browser.goto(`${app.url}/rehear`);
  await browser.fill('textbox', '^Clicks a minute', '1/0');
  await browser.see(/1\/0 divides by zero/);
});

it('steps from one tempo to another become a plan, which can be deleted and brought back', async () => {
  await browser.goto(`${app.url}/desk/steps?note=1/4&rate=60`);
  await browser.fill('textbox', '^To: a minute', '120');
  await browser.fill('textbox', '^Over', '5');
  await browser.see(/quarter = 60 quarter = 75 \+15 quarter = 90 \+15 quarter = 105 \+15 quarter = 120 \+15/);
  await browser.click('button', '^Make it a plan$');
  await browser.find('heading', '^Every beat, quarter = 60 to quarter = 120$');
  await browser.see(/60 bars/);
  await browser.click('button', '^Delete this plan$');
  await browser.see(/Deleted: Every beat, quarter = 60/);
  await browser.see(/Or choose another click/);
  expect(await browser.all('link', 'quarter = 60 to quarter = 120')).toHaveLength(0);
  await browser.click('button', '^Undo$');
  await browser.find('heading', '^Every beat, quarter = 60 to quarter = 120$');
});

describe('re-hearing one click on a phone', () => {
  beforeAll(() => browser.resize(PHONE));
  afterAll(() => browser.resize(DESKTOP));

  // Clicks at 110, never changed: 60/110 s apart, wherever they are heard (common practice arithmetic).
  it.each([
    ['off-beat', 'off-beat eighths', 'quarter = 110', '1%2F4&rate=110', 4],
    ['dotted-in-3', 'dotted quarters in 3', 'quarter = 165', '1%2F4&rate=165', 3],
    [
      'quarter-triplet-offset',
      'quarter triplets, an eighth triplet later',
      'quarter = 73.33',
      '1%2F4&rate=220%2F3',
      4,
    ],
  ])('%s: started, sounding at 110, on the stage', async (key, name, felt, query, beats) => {
    await browser.goto(`${app.url}/rehear?rate=110&triplet=2`);
    await browser.see(/One click at 110/);
    expect(await browser.script<number>('return document.documentElement.scrollWidth')).toBe(390);
    await browser.touchOn('link', `^Start ${name}$`);
    await browser.find('button', '^Start');
    expect(await address()).toBe(`/plans/${placementPlanId(placementOf(key)!)}/play?note=${query}`);
    await browser.see(new RegExp(felt.replace('.', '\\.')));
    const beatS = 60 / Number(felt.split('= ')[1]);
    const start = () => browser.touchOn('button', '^Start');
    await start();
    const heard = await clicksHeard(browser, (beats + 6) * beatS, async () => {
      await browser.driver.navigate().refresh();
      await start();
    });
    const clicks = heard.filter((at) => at > (beats - 0.01) * beatS);
    expect(clicks.length).toBeGreaterThan(3);
    clicks.slice(1).forEach((at, i) => expect(at - clicks[i]).toBeCloseTo(60 / 110, 3));
    await browser.touchOn('button', '^Stop');
  });
});

it('by keyboard alone: the click’s speed is typed, a placement started, and the stage left again', async () => {
  await browser.goto(`${app.url}/rehear`);
  await browser.see(/One click at 60 a minute/);
  await browser.tabTo(/^Clicks a minute/);
  await browser.type('90');
  await browser.see(/One click at 90 a minute/);
  await browser.tabTo(/^Start third triplet partial/);
  await browser.press('Enter');
  await browser.find('button', '^Start');
  await browser.press('Enter');
  // Where the click falls is for the ear to find: no bar, no beat.
  await browser.see(/your beat/);
  expect(await browser.text()).not.toMatch(/bar \d/);
  await browser.press('Escape');
  await browser.find('button', '^Start');
});

it('on a phone: a spoken 100 is settled by touch and sent to a plan', async () => {
  await browser.resize(PHONE);
  await browser.goto(`${app.url}/desk`);
  await browser.fill('textbox', '^Somebody said', '100');
  // A touch that falls while the page is drawn anew is none; whoever sees nothing happen touches again.
  await browser.until(async () => {
    await browser.touchOn('button', '^Show on the stick: 100 = halves of a tune in eighths');
    await browser.drawn();
    return /Click and foot are one: half = 100/.test(await browser.text());
  }, 'half = 100 on the stick');
  expect(await browser.script<number>('return document.documentElement.scrollWidth')).toBe(390);
  await browser.touchOn('button', '^Send half = 100 to Every beat: 100 = halves');
  await browser.see(/half = 100 \(quarter = 200\), 4\/4/);
  await browser.resize(DESKTOP);
});

it('a length is turned back into a tempo', async () => {
  await browser.goto(`${app.url}/desk?quarters=100&foot=1/4&click=1/4&meter=3/4`);
  await browser.fill('textbox', '^Bars of 3/4', '16');
  await browser.fill('textbox', '^Seconds', '32');
  await browser.see(/16 bars in 32 s are quarter = 90/);
  await browser.click('button', '^Take quarter = 90$');
  await browser.see(/Click and foot are one: quarter = 90/);
});

it('one click a bar: the "and" of 2 in 5 at 20 falls 2.1 s before the downbeat', async () => {
  await browser.goto(`${app.url}/rehear?rate=20&beats=5&part=and`);
  const row = await browser.find('listitem', 'the “and” of 2 in 5');
  const text = (await row.getText()).replace(/\s+/g, ' ');
  expect(text).toMatch(/Call the click “and”, then “three” “four” “five” “one”/);
  expect(text).toMatch(/quarter = 100 in 5\/4, downbeat 2\.1 s after the click/);
});

describe('on paper', () => {
  it.each(Object.entries(PAPERS))(
    '%s: the tempo table takes one page, a set of placements at most two',
    async (_, paper) => {
      await browser.goto(`${app.url}/desk/table`);
      await browser.see(/usual marks/);
      expect(pagesOf(await browser.print(paper))).toBe(1);
      await browser.goto(`${app.url}/rehear?rate=60&beats=4`);
      await browser.see(/One click at 60/);
      const count = pagesOf(await browser.print(paper));
      expect(count).toBeGreaterThan(0);
      expect(count).toBeLessThanOrEqual(2);
    },
  );

  it('is light, and without what cannot be pressed on it, even in a dark room', async () => {
    await browser.scheme('dark');
    await browser.goto(`${app.url}/rehear?rate=60`);
    await browser.see(/One click at 60/);
    await browser.devTools('Emulation.setEmulatedMedia', {
      media: 'print',
      features: [{ name: 'prefers-color-scheme', value: 'dark' }],
    });
    const { canvas, ink } = await browser.script<{ canvas: string; ink: string }>(`
      const { colorScheme: canvas } = getComputedStyle(document.documentElement);
      return { canvas, ink: getComputedStyle(document.querySelector('h1')).color };
    `);
    expect([canvas, ink]).toEqual(['light', 'rgb(35, 39, 44)']);
    expect(await browser.all('link', 'Start')).toHaveLength(0);
    expect(await browser.all('link', 'Bench')).toHaveLength(0);
    await browser.devTools('Emulation.setEmulatedMedia', { media: '', features: [] });
  });
});
