import { App } from './driver/app.ts';
import { Browser, DESKTOP, PHONE } from './driver/browser.ts';
const app = await App.start('--demo');
const browser = await Browser.open();
try {
  const answer = (await (await fetch(`${app.url}/api/takes?limit=100`)).json()) as any;
  const id = answer.items.find((t: any) => /Growing/.test(t.title)).id;
  for (const path of [
    `/takes/${id}/beside/${id}`,
    `/plans/b7a3c1de-0004-4f5d-9a10-5e1d5a000004`,
    '/',
    '/log',
  ]) {
    await browser.goto(app.url + path);
    await new Promise((r) => setTimeout(r, 3000));
    await browser.resize(PHONE);
    await new Promise((r) => setTimeout(r, 1500));
    console.log(
      path,
      await browser.script(
        "return document.documentElement.scrollWidth === 390 ? [] : [String(document.documentElement.scrollWidth), ...[...document.querySelectorAll('body *')].filter(e=>e.getBoundingClientRect().right>390.5).map(e=>e.tagName+'.'+e.className+' '+e.getBoundingClientRect().right+' '+(e.textContent??'').slice(0,30))].slice(0,25)",
      ),
    );
    await browser.resize(DESKTOP);
  }
} finally {
  await browser.close();
  await app.remove();
}
