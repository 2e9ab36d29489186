/** Clicks off the beat and stops, played with real keys: the stage gives nothing away, and the reading is true. */
import { compile, withTempo } from '@feldspar/core/plan';
import { STEADY_PLAYER, simulate } from '@feldspar/core/players';
import { ALL_READY_PLANS, placementPlan, placementPlanId } from '@feldspar/core/practice';
import { onceABar } from '@feldspar/core/reference';
import { tempo } from '@feldspar/core/time';
import type { Hit } from '@feldspar/core/timing';
import type { App } from '../driver/app.ts';
import { useSteadyClock } from '../driver/audio-probe.ts';
import type { Browser } from '../driver/browser.ts';
import { performHits } from '../driver/performer.ts';
import { open } from '../driver/opened.ts';

let app: App;
let browser: Browser;
const opened = open({ probe: true });
beforeAll(() => void ({ app, browser } = opened));

/** Steady enough that one take says what it should. */
const PLAYER = { ...STEADY_PLAYER, clockSdMs: 4, handSdMs: 3, offsetMs: 0 };

/** @returns everything the stage said while it was played. */
async function play(id: string, bpm: number, hits: readonly Hit[]): Promise<string> {
  await browser.goto(`${app.url}/plans/${id}/play?note=1/4&rate=${bpm}`);
  await browser.find('button', '^Start');
  await useSteadyClock(browser);
  await browser.script(`
    window.__said = new Set();
    new MutationObserver(() => window.__said.add(document.querySelector('[data-testid=count]')?.parentElement.innerText ?? ''))
      .observe(document.body, { subtree: true, childList: true, characterData: true });
  `);
  await browser.click('button', '^Start');
  await performHits(browser, hits);
  const said = await browser.script<string>('return [...window.__said].join(" | ")');
  await browser.until(async () => /^.takes/.test(await browser.path()), 'the reading');
  return said.replace(/\s+/g, ' ');
}

it('the “and” of 2 at quarter = 110, 1.2 % fast: the stage shows no beat, the reading says so', async () => {
  const placement = onceABar(4, 2, 'and');
  const plan = placementPlan(placement, tempo(110, '1/4'));
  const said = await play(
    placementPlanId(placement),
    110,
    simulate(compile(plan), { ...PLAYER, tempoPercent: 1.2 }, 3),
  );
  expect(said).toMatch(/listen click on the “and” of 2 in 4 come in when you have it/);
  expect(said).toMatch(/alone click on the “and” of 2 in 4 between clicks/);
  expect(said).not.toMatch(/\bbar \d/);
  await browser.see(/You hurry when the click is gone: about \d+ ms early after 4 beats, about 1\.\d % fast/);
  await browser.see(/mean of 16 returns/);
});

it('stop time with a fill: the stage names the stop, every return is judged, nothing in it is missed', async () => {
  const ready = ALL_READY_PLANS.find(({ plan }) => plan.title === 'Stop time with a fill')!;
  const plan = withTempo(ready.plan, tempo(200, '1/4'));
  const timeline = compile(plan);
  const late = {
    ...timeline,
    targets: timeline.targets.map((target) => {
      const { section } = timeline.bars[target.bar];
      const back =
        section > 0 &&
        /^stop/.test(timeline.sections[section - 1].name ?? '') &&
        target.position.valueOf() === 0;
      return back ? { ...target, timeS: target.timeS + 0.045 } : target;
    }),
  };
  const said = await play(ready.id, 200, simulate(late, PLAYER, 5));
  expect(said).toMatch(/stop, with a fill/);
  await browser.see(/After the rests you come back in \d+ ms late on average \(5 times/);
  expect(await browser.text()).toMatch(/none missed/);
});
