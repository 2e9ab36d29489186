/** Played on pads: MIDI with its stamps and pedals, and the simulated pad, again and again. */
import { READY_PLANS } from '@feldspar/core/practice';
import { type Plan, compile } from '@feldspar/core/plan';
import { midiMessages } from '@feldspar/core/sound';
import { App } from '../driver/app.ts';
import { installProbe, useSteadyClock } from '../driver/audio-probe.ts';
import { Browser } from '../driver/browser.ts';
import { storedTake } from '../driver/stored-take.ts';

const GROWING = READY_PLANS[3];
const BPM = 300;
/** Over in a few seconds. */
const SHORT: Plan = {
  format: 'feldspar-plan',
  version: 1,
  title: 'Two bars',
  countIn: { bars: 1 },
  sections: [
    {
      bars: 2,
      meter: { beats: 4, unit: '1/4' },
      tempo: { bpm: BPM, beat: '1/4' },
      clicks: [{ every: '1/4' }],
      play: [{ every: '1/4' }],
    },
  ],
};
const SHORT_ID = '6d1f6d0e-7b1c-4a4e-9a53-0d6f1c6a7e01';
const RAMP_ID = '6d1f6d0e-7b1c-4a4e-9a53-0d6f1c6a7e02';

let app: App;
beforeAll(async () => {
  app = await App.start();
  await keepPlan(SHORT_ID, SHORT);
});
afterAll(async () => {
  await app?.remove();
});

async function keepPlan(id: string, plan: Plan): Promise<void> {
  const answer = await fetch(`${app.url}/api/plans/${id}`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(plan),
  });
  expect(answer.ok).toBe(true);
}

const before = (browser: Browser, source: string) =>
  browser.devTools('Page.addScriptToEvaluateOnNewDocument', { source });

describe('the simulated pad', () => {
  it('plays again and again, each time a take of its own, until somebody has enough', async () => {
    const browser = await Browser.open();
    try {
      await browser.goto(`${app.url}/rig`);
      await browser.script(`localStorage.setItem('feldspar rig', '{"listensTo":"simulated pad"}')`);
      await browser.goto(`${app.url}/plans/${SHORT_ID}/play`);
      await browser.click('switch', '^Again after 10 seconds');
      await browser.click('button', '^Start');
      await browser.see(/Again in 10 seconds 1 take kept/);
      await browser.find('button', '^Stop');
      await browser.see(/Again in 10 seconds 2 takes kept/);
      await browser.press('Escape');
      const take = await storedTake(app, browser);
      expect(take).toMatchObject({ input: 'midi', midi: { simulated: true }, stoppedAtS: null });
      expect(take.hits).toHaveLength(8);
      expect(new Set(take.hits.map(({ strength }) => strength!.toFixed(2)))).toEqual(new Set(['0.70']));
      const { items } = (await (await fetch(`${app.url}/api/takes?limit=100`)).json()) as {
        items: { id: string; input: string }[];
      };
      expect(items.filter(({ input }) => input === 'midi').map(({ id }) => id)).toHaveLength(2);
    } finally {
      await browser.close();
    }
  });
});

describe('a page that is told late', () => {
  it('of what was struck before the end still hears it', async () => {
    const browser = await Browser.open();
    try {
      await browser.goto(`${app.url}/rig`);
      await browser.script(`localStorage.setItem('feldspar rig', '{"listensTo":"simulated pad"}')`);
      // The pad sets sixteen timers in one go as soon as it knows when: one for each of its eight strokes, and one
      // for the end of each. They are kept back until the page has been told that the plan is over.
      await before(
        browser,
        `const later = window.setTimeout;
         let inOneGo = [];
         let keptBack = [];
         window.setTimeout = (what, ...rest) => {
           if (inOneGo.length === 0) queueMicrotask(() => (inOneGo = []));
           const timer = later(what, ...rest);
           inOneGo.push({ what, timer });
           if (inOneGo.length === 16) {
             keptBack = inOneGo;
             for (const { timer } of keptBack) clearTimeout(timer);
           }
           return timer;
         };
         const connect = AudioWorkletNode.prototype.connect;
         AudioWorkletNode.prototype.connect = function (...to) {
           this.port.addEventListener('message', ({ data }) => {
             if (data.type === 'ended') for (const { what } of keptBack) later(what, 0);
           });
           return connect.apply(this, to);
         };`,
      );
      // Slowly enough that the stage is set up long before the end, on a busy machine too.
      await browser.goto(`${app.url}/plans/${SHORT_ID}/play?note=1/4&rate=100`);
      await browser.click('button', '^Start');
      const take = await storedTake(app, browser);
      expect(take.hits).toHaveLength(8);
    } finally {
      await browser.close();
    }
  });
});

describe('MIDI', () => {
  let browser: Browser;
  beforeAll(async () => {
    browser = await Browser.open();
    await installProbe(browser);
    await before(
      browser,
      `class Pad extends EventTarget {
         id = 'pad 1'; name = 'Test pad';
         open() { return Promise.resolve(this); }
       }
       window.__pad = new Pad();
       window.__say = (data, timeStamp) => {
         const event = new Event('midimessage');
         Object.defineProperties(event, { data: { value: Uint8Array.from(data) }, timeStamp: { value: timeStamp } });
         window.__pad.dispatchEvent(event);
       };
       window.__sent = [];
       const drum = { id: 'drum 1', name: 'Test drum', send: (bytes, stamp) => window.__sent.push([stamp, ...bytes]) };
       navigator.requestMIDIAccess = async () => ({
         inputs: new Map([['pad 1', window.__pad]]),
         outputs: new Map([['drum 1', drum]]),
       });`,
    );
  });
  afterAll(async () => {
    await browser?.close();
  });

  it('notes and pedals are learned by playing them', async () => {
    await browser.goto(`${app.url}/rig`);
    await browser.script(`localStorage.setItem('feldspar rig', '{"listensTo":"midi"}')`);
    await browser.goto(`${app.url}/rig`);
    await browser.click('button', '^Find MIDI devices');
    await browser.click('button', '^Set left hand');
    await browser.script('__say([0x99, 36, 100], 1)');
    await browser.see(/first part: note 36/);
    await browser.click('button', '^Set its fourth part');
    await browser.script('__say([0x99, 46, 100], 1)');
    await browser.see(/fourth part: note 46/);
    // Pedals are listened to a moment after somebody wants to set one.
    const setBy = async (deed: string, message: string, said: RegExp) => {
      await browser.click('button', `^Set ${deed}`);
      await browser.until(async () => {
        await browser.script(message);
        return said.test(await browser.text());
      }, `the deed to be ${said}`);
    };
    await setBy(
      'start, and stop',
      '__say([0xb0, 64, 127], 2); __say([0xb0, 64, 0], 2)',
      /stop while playing: controller 64/,
    );
    await setBy('next', '__say([0x99, 50, 90], 3)', /next: note 50/);
    // A pedal may be a keyboard to the browser; keys that are strokes cannot be set.
    await browser.click('button', '^Set again');
    await browser.keys('j');
    await browser.keys('\uE00F');
    await browser.see(/again: key PageDown/);
  });

  it('a pedal starts and stops, every note keeps its own stamp, force, hand and length', async () => {
    await browser.goto(`${app.url}/plans/${GROWING.id}/play?note=1/4&rate=${BPM}`);
    await browser.find('button', '^Start');
    await browser.until(async () => {
      await browser.script('__say([0xb0, 64, 127], 1); __say([0xb0, 64, 0], 2)');
      return (await browser.all('alert', 'only after a key or a click')).length > 0;
    }, 'the pedal on a page that nobody touched');
    await browser.click('heading', 'Growing silence');
    // Once: the pads are open since the pedal was answered, and a second time would stop what the first began.
    await browser.script('__say([0xb0, 64, 127], 4); __say([0xb0, 64, 0], 5)');
    await browser.find('button', '^Stop');
    await browser.see(/bar 2/);
    const stamps = (await browser.script(`
      const now = performance.now();
      const stamps = [0, 203.123, 399.8, 612.004].map((ms) => now - 700 + ms);
      for (const stamp of stamps) {
        __say([0x99, 36, 127], stamp);
        __say([0x99, 36, 0], stamp + 55.5);
      }
      __say([0x99, 40, 64], now);
      __say([0xb0, 64, 127], now + 1);
      return [...stamps, now];
    `)) as number[];
    const take = await storedTake(app, browser);
    expect(take.input).toBe('midi');
    expect(take.midi).toEqual({ device: 'Test pad', simulated: false });
    expect(take.hits).toHaveLength(5);
    take.hits.forEach(({ stampMs }, i) => expect(Math.abs(stampMs! - stamps[i])).toBeLessThan(0.1));
    expect(take.hits[0]).toMatchObject({ voice: 'left', strength: 1 });
    expect(take.hits[0].lengthS).toBeCloseTo(0.0555, 6);
    expect(take.hits[4].strength).toBeCloseTo(64 / 127, 6);
    expect(take.hits[4]).not.toHaveProperty('voice');

    // From the reading a pedal goes on a tenth slower.
    await browser.script(`
      const rig = JSON.parse(localStorage.getItem('feldspar rig'));
      localStorage.setItem('feldspar rig', JSON.stringify({ ...rig, midi: { ...rig.midi, pedals: { 64: 'start', 67: 'slower' } } }));
    `);
    await browser.until(async () => {
      await browser.script('__say([0xb0, 67, 127], 8); __say([0xb0, 67, 0], 9)');
      return (await browser.path()).endsWith('/play');
    }, 'the stage again');
    await browser.see(/quarter = 270/);
  });

  it('an outside device is sent 24 clocks a quarter through a ramp, start, stop, and every click', async () => {
    const ramp: Plan = {
      ...SHORT,
      title: 'Faster',
      sections: [{ ...SHORT.sections[0], tempo: { bpm: 200, toBpm: 320, beat: '1/4' } }],
    };
    await keepPlan(RAMP_ID, ramp);
    await browser.goto(`${app.url}/rig`);
    await browser.click('button', '^Find devices to send to');
    await browser.click('combobox', '^Send to');
    await browser.click('option', '^Test drum');
    await browser.click('switch', '^Clicks as notes');
    await browser.goto(`${app.url}/plans/${RAMP_ID}/play`);
    await browser.find('button', '^Start');
    // The device's own clock loses time on a busy machine, and what is sent follows it.
    await useSteadyClock(browser);
    await browser.click('button', '^Start');
    await browser.find('button', '^Stop');
    await browser.see(/Nothing was heard/);
    const sent = (await browser.script('return window.__sent')) as number[][];
    const stampsOf = (status: number) => sent.flatMap(([stamp, is]) => (is === status ? [stamp] : []));
    const clocks = stampsOf(0xf8);
    // A bar of count and two bars of four quarters.
    expect(clocks).toHaveLength(3 * 4 * 24);
    const [start] = stampsOf(0xfa);
    expect(clocks.filter((stamp) => stamp > start)).toHaveLength(2 * 4 * 24);
    expect(stampsOf(0xfc)).toHaveLength(1);
    expect(stampsOf(0x99)).toHaveLength(12);
    // Each where the timeline has it: the way of the audio clock is the same for all.
    const timeline = compile(ramp);
    const wanted = [...midiMessages(ramp, timeline, { clock: true, click: null })].filter(
      ({ bytes }) => bytes[0] === 0xf8,
    );
    const off = clocks.map((stamp, i) => stamp - 1000 * wanted[i].timeS);
    const middle = [...off].sort((a, b) => a - b)[off.length >> 1];
    const near = off.filter((one) => Math.abs(one - middle) < 10);
    expect(near.length).toBeGreaterThan(0.9 * off.length);
  });

  it('keys of a pedal, media keys and a note go on without a hand', async () => {
    await browser.goto(`${app.url}/plans/${SHORT_ID}/play`);
    await browser.click('heading', 'Two bars');
    await browser.press('MediaPlayPause');
    await browser.find('button', '^Stop');
    await browser.press('MediaStop');
    await browser.find('button', '^Start');
    await browser.keys('\uE00F');
    await browser.find('button', '^Stop');
  });
});
