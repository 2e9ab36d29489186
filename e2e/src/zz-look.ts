import { App } from './driver/app.ts';
import { Browser, DESKTOP, PHONE } from './driver/browser.ts';
const app = await App.start('--demo');
const browser = await Browser.open();
const [, , pages] = process.argv;
const P = (n: number) => `de300000-000a-4000-8000-${n.toString(16).padStart(4, '0')}00000000`;
try {
  for (const spec of pages.split(';')) {
    const [name, size, player, path] = spec.split('|');
    await browser.resize(size === 'phone' ? PHONE : DESKTOP);
    await browser.goto(app.url);
    await browser.script('localStorage.setItem("feldspar player", arguments[0])', P(Number(player)));
    await browser.goto(app.url + path);
    await new Promise((r) => setTimeout(r, 2500));
    await browser.picture(`/tmp/${name}.png`);
  }
} finally {
  await browser.close();
  await app.remove();
}
