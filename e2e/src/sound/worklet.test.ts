/** What really leaves the worklet: compared with the core's own rendering, sample by sample. */
import { compile, withTempo } from '@feldspar/core/plan';
import { READY_PLANS } from '@feldspar/core/practice';
import { render } from '@feldspar/core/sound';
import { tempo } from '@feldspar/core/time';
import { App } from '../driver/app.ts';
import { firstDifference, installProbe, recordedSamples, recordedSeconds } from '../driver/audio-probe.ts';
import { Browser } from '../driver/browser.ts';

const GROWING = READY_PLANS[3];
const BPM = 180;
const SECONDS = 9;

let app: App;
beforeAll(async () => {
  app = await App.start();
});
afterAll(() => app?.remove());

async function startPlaying(browser: Browser): Promise<void> {
  await installProbe(browser, { record: true });
  await browser.goto(`${app.url}/plans/${GROWING.id}/play?note=1/4&rate=${BPM}`);
  await browser.click('button', '^Start');
  await browser.see(/count-in/);
}

async function expectEveryClickInPlace(browser: Browser): Promise<void> {
  await browser.until(
    async () => (await recordedSeconds(browser)) > SECONDS,
    `${SECONDS} s of sound`,
    40_000,
  );
  const recorded = await recordedSamples(browser);
  const expected = render(compile(withTempo(GROWING.plan, tempo(BPM, '1/4'))), recorded.sampleRateHz, {
    toS: SECONDS,
  });
  // Both begin with the first click of the count-in, which is on frame 0 of the timeline.
  expect(expected[0]).not.toBe(0);
  expect(firstDifference(expected, recorded)).toBe(-1);
}

it('a busy page moves no click: 300 ms of every second the main thread is held', async () => {
  const browser = await Browser.open();
  try {
    await startPlaying(browser);
    const heldMs = await browser.driver.executeAsyncScript<number>(`
      const done = arguments[arguments.length - 1];
      let held = 0;
      const timer = setInterval(() => {
        const start = performance.now();
        while (performance.now() - start < 300);
        held += performance.now() - start;
        if (held >= 1800) { clearInterval(timer); done(held); }
      }, 1000);
    `);
    expect(heldMs).toBeGreaterThanOrEqual(1800);
    await expectEveryClickInPlace(browser);
  } finally {
    await browser.close();
  }
});

it('a hidden tab, throttled as users have it, moves no click', async () => {
  const browser = await Browser.open({ throttled: true });
  try {
    await startPlaying(browser);
    const stage = await browser.driver.getWindowHandle();
    await browser.script(`
      window.__hiddenMs = 0;
      let since = null;
      document.addEventListener('visibilitychange', () => {
        if (document.hidden) since = performance.now();
        else if (since !== null) window.__hiddenMs += performance.now() - since;
      });
    `);
    await browser.driver.switchTo().newWindow('tab');
    await new Promise((resolve) => setTimeout(resolve, 6000));
    await browser.driver.switchTo().window(stage);
    await browser.until(
      async () => (await browser.script<number>('return window.__hiddenMs')) > 5000,
      'a hidden tab',
    );
    await expectEveryClickInPlace(browser);
  } finally {
    await browser.close();
  }
});
