import { App } from './driver/app.ts';
import { Browser } from './driver/browser.ts';
import { writeFileSync } from 'node:fs';
const app = await App.start(); const browser = await Browser.open();
try {
  const plans = await (await fetch(`${app.url}/api/plans`)).json() as any;
  const g = plans.items.find((p:any)=>p.title==='Growing silence');
  for (const how of ['simulated microphone','simulated pad']) {
  await browser.goto(`${app.url}/plans/${g.id}/play?note=1/4&rate=240`);
  await browser.script(`localStorage.setItem('feldspar rig', JSON.stringify({listensTo:'${how}', simulated:{player:1,sound:'clap',clicks:'soft'}}))`);
  await browser.goto(`${app.url}/plans/${g.id}/play?note=1/4&rate=240`);
  await browser.find('button','^Start');
  writeFileSync('/tmp/look1.png', Buffer.from(await browser.driver.takeScreenshot(),'base64'));
  await browser.click('button','^Start');
  await browser.find('button','^Stop');
  writeFileSync('/tmp/look2.png', Buffer.from(await browser.driver.takeScreenshot(),'base64'));
  await browser.until(async()=>(await browser.path()).startsWith('/takes/'),'reading');
  await browser.see(/Where you drifted/);
  writeFileSync(`/tmp/look3-${how.split(' ')[1]}.png`, Buffer.from(await browser.driver.takeScreenshot(),'base64'));
  const id=(await browser.path()).split('/').at(-1);
  await browser.until(async () => (await fetch(`${app.url}/api/takes/${id}`)).ok, 'stored');
  const take=await (await fetch(`${app.url}/api/takes/${id}`)).json() as any;
  console.log(take.input, take.hits.length, take.latencyMs, JSON.stringify(take.listening), JSON.stringify(take.midi), JSON.stringify(take.hits.slice(0,3)));
  }
} catch(e){ console.log(e); writeFileSync('/tmp/look-err.png', Buffer.from(await browser.driver.takeScreenshot(),'base64')); console.log(await browser.script('return document.body.innerText')) }
finally { await browser.close(); await app.remove(); }
