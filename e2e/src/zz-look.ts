import { App } from './driver/app.ts';
import { Browser, DESKTOP, PHONE } from './driver/browser.ts';
const app = await App.start('--demo');
console.log(app.url);
const browser = await Browser.open();
const id = (n: number) => `de300000-000a-4000-8000-${n.toString(16).padStart(4, '0')}00000000`;
const shots: [string, string, string, any?][] = [
  ['studio', '/studio', 'sorted by'],
  ['players', '/studio/players', 'Ottilie'],
  ['work', '/studio/work?show=all', 'Four kinds'],
  ['lesson', `/studio/lesson/${id(4)}`, 'Into the note'],
  ['handout', `/studio/lesson/${id(7)}/handout`, 'Count 1'],
  ['circles', '/circle', 'Circles so far'],
  ['studio-phone', '/studio', 'sorted by', PHONE],
];
const only = process.argv[2];
for (const [name, path, text, view] of shots) {
  if (only && !name.match(only)) continue;
  await browser.resize(view ?? DESKTOP);
  await browser.goto(app.url + path);
  await browser.see(new RegExp(text));
  await new Promise((r) => setTimeout(r, 900));
  await browser.picture(`/tmp/look-${name}.png`);
}
if (!only || 'bench'.match(only)) {
  await browser.resize(DESKTOP);
  await browser.script('localStorage.setItem("feldspar player", arguments[0])', id(4));
  await browser.goto(app.url + '/');
  await browser.see(/From your teacher/);
  await new Promise((r) => setTimeout(r, 900));
  await browser.picture('/tmp/look-bench.png');
}
if (!only || 'circle'.match(only)) {
  await browser.resize(DESKTOP);
  await browser.goto(app.url + '/circle');
  await browser.click('link', '^Go on with Thursday circle');
  await browser.see(/ready|pause/);
  await browser.click('button', '^Go on$');
  await browser.see(/your turn/);
  await new Promise((r) => setTimeout(r, 900));
  await browser.picture('/tmp/look-circle.png');
  await browser.resize(PHONE);
  await new Promise((r) => setTimeout(r, 900));
  await browser.picture('/tmp/look-circle-phone.png');
}
await browser.close();
await app.remove();
