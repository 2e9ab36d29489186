import { App } from './driver/app.ts';
import { Browser, DESKTOP, PHONE } from './driver/browser.ts';
const app = await App.start('--demo');
const browser = await Browser.open();
const P = (n: number) => `de300000-000a-4000-8000-${n.toString(16).padStart(4, '0')}00000000`;
const shot = async (name: string) => {
  await new Promise((r) => setTimeout(r, 1500));
  await browser.picture(`/tmp/${name}.png`);
};
try {
  await browser.resize(DESKTOP);
  await browser.goto(app.url);
  await browser.script('localStorage.setItem("feldspar player", arguments[0])', P(1));
  await browser.goto(app.url + '/planner');
  await shot('planner');
  await browser.fill('textbox', '^Minutes$', '95');
  await browser.click('button', '^Plan it$');
  await browser.see(/95 minutes/);
  await browser.click('button', '^It comes back$');
  await browser.script('window.scrollTo(0,0)');
  await shot('agenda');
  await browser.click('button', '^Begin');
  await shot('stage-queue');
  await browser.keys('n');
  await shot('stage-queue2');
  await browser.press('Escape');
  await shot('plan-session');
  await browser.click('link', '^The agenda$');
  await shot('agenda-running');
  await browser.resize(PHONE);
  await shot('agenda-phone');
  await browser.resize(DESKTOP);
  await browser.goto(app.url + '/out-and-in');
  await shot('outin');
  await browser.goto(app.url + '/paths/b7a3c1de-3000-4f5d-9a10-000000000004');
  await shot('path2');
} finally {
  await browser.close();
  await app.remove();
}
