/** A session: planned, put into the calendar, run hands free with one item skipped; and everything out of one studio into another. */
import { join } from 'node:path';
import ICAL from 'ical.js';
import { App } from './driver/app.ts';
import type { Browser } from './driver/browser.ts';
import { savedFile } from './driver/downloads.ts';
import { open } from './driver/opened.ts';

let folder: string;
let app: App;
let browser: Browser;
const opened = open();
beforeAll(() => void ({ app, browser, folder } = opened));

const put = async (path: string, body: object) => {
  const answer = await fetch(`${app.url}/api/${path}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  expect(answer.status).toBeLessThan(300);
};

it('minutes and a purpose become an agenda; it is changed, and comes back after a reload as it was left', async () => {
  await browser.goto(`${app.url}/planner`);
  await browser.fill('textbox', '^Minutes$', '60');
  await browser.see(/Due: Every beat/);
  await browser.click('button', '^Plan it$');
  await browser.see(/60 minutes, \d things?\./);
  await browser.see(/5 min Warm up/);
  await browser.see(/Breaks are for hands and ears/);
  await browser.click('button', '^Longer: 2, ');
  await browser.see(/65 minutes/);
  await browser.click('button', '^Later: 1, Warm up');
  await browser.click('button', '^Take out: 1, ');
  await browser.until(async () => !(await browser.text()).includes('65 minutes'), 'it is taken out');
  const at = await browser.path();
  const left = /(\d+) minutes, \d+ things?\./.exec(await browser.text())![0];
  await browser.until(async () => {
    const { items } = (await (await fetch(`${app.url}/api/agendas`)).json()) as {
      items: { document: { items: { title: string }[] } }[];
    };
    return items[0]?.document.items[0]?.title === 'Warm up';
  }, 'the change arrives');
  await browser.goto(app.url + at);
  await browser.see(new RegExp(left.replaceAll('.', '\\.')));
});

it('put into the calendar: the file is read by another program', async () => {
  await browser.click('button', '^It comes back$');
  await browser.click('checkbox', '^Monday$');
  await browser.click('combobox', '^Alarm');
  await browser.click('option', '^10 minutes before$');
  await browser.until(async () => {
    const { items } = (await (await fetch(`${app.url}/api/agendas`)).json()) as {
      items: { document: { recurring?: { alarmMinutes?: number; days: string[] } } }[];
    };
    const { recurring } = items[0].document;
    return recurring?.alarmMinutes === 10 && recurring.days.join() === 'WE,FR';
  }, 'the rule arrives');
  await browser.click('link', '^Save as iCalendar$');
  const text = (await savedFile(browser, folder, 'feldspar-practice.ics')).toString();
  const [event] = new ICAL.Component(ICAL.parse(text) as unknown[]).getAllSubcomponents('vevent');
  expect(String(event.getFirstPropertyValue('rrule'))).toBe('FREQ=WEEKLY;BYDAY=WE,FR');
  expect(event.getFirstSubcomponent('valarm')).not.toBeNull();
});

it('a session of three, hands free: played, skipped, enough; what became of it is kept', async () => {
  const [planId, agendaId] = [crypto.randomUUID(), crypto.randomUUID()];
  const section = {
    ...{ bars: 2, meter: { beats: 4, unit: '1/4' }, tempo: { bpm: 200, beat: '1/4' } },
    ...{ clicks: [{ every: '1/4' }], play: [{ every: '1/4' }] },
  };
  await put(`plans/${planId}`, {
    ...{ format: 'feldspar-plan', version: 1, title: 'Two bars', countIn: { bars: 1 } },
    sections: [section],
  });
  const item = (key: string, title: string, bpm: number) => ({
    ...{ key, kind: 'play', title, minutes: 5, planId },
    tempo: { bpm, beat: '1/4' },
  });
  await put(`agendas/${agendaId}`, {
    ...{ format: 'feldspar-agenda', version: 1, title: 'Three things' },
    // The last one is the same plan at the same tempo again: another item all the same.
    items: [item('a', 'First', 200), item('b', 'Second', 190), item('c', 'Third', 190)],
  });
  // A simulated pad plays for whoever has no hands free.
  // A pedal that is a keyboard to the browser says "enough".
  const rig = { listensTo: 'simulated pad', handsFree: { keys: { KeyE: 'enough' }, doubleClap: false } };
  await browser.script(`localStorage.setItem('feldspar rig', arguments[0])`, JSON.stringify(rig));
  await browser.goto(`${app.url}/planner/${agendaId}`);
  await browser.see(/15 minutes, 3 things/);
  await browser.press('Enter');
  await browser.see(/Three things · 1 of 3: First/);
  await browser.press('Enter');
  await browser.see(/Again in 10 seconds/);
  await browser.keys('n');
  // On by itself; skipped while it counts in.
  await browser.see(/Two bars · quarter = 190/);
  await browser.keys('n');
  await browser.see(/3 of 3: Third[^]*Again in 10 seconds/);
  await browser.keys('e');
  await browser.see(/The last time: .*2 takes: cut short First and Third; skipped Second\./);
  await browser.goto(`${app.url}/planner`);
  await browser.see(/What became of them/);
  await browser.until(async () => {
    const { items } = (await (await fetch(`${app.url}/api/sessions`)).json()) as {
      items: { document: { endedAt: string | null; items: { did: string }[] } }[];
    };
    return items[0]?.document.items.map(({ did }) => did).join() === 'cut short,skipped,cut short';
  }, 'what became of it arrives');
});

it('everything out of one studio, and into another: what was new is said, twice it is known', async () => {
  await browser.goto(`${app.url}/out-and-in`);
  await browser.click('link', '^Save everything as a ZIP$');
  const name = `feldspar-studio-${new Date().toISOString().slice(0, 10)}.zip`;
  await savedFile(browser, folder, name);
  const other = await App.start();
  try {
    await browser.goto(`${other.url}/out-and-in`);
    await browser.upload('ZIP of a studio', join(folder, name));
    await browser.see(/New: 1 plan, 2 takes, 2 agendas and 1 session/);
    await browser.upload('ZIP of a studio', join(folder, name));
    await browser.see(/Here already: 1 plan, 2 takes, 2 agendas and 1 session/);
    await browser.goto(`${other.url}/log`);
    await browser.find('link', 'Two bars|click|alone|beat|early|late|steady|hold|hits|say');
  } finally {
    await other.remove();
  }
});
