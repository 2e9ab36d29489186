/** The count sheet, by keyboard alone: write, change the counted note, read the counts, play it, read the result. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { LADDER } from '@feldspar/core/counts';
import { sheetToMusicXml, sheetToMxl } from '@feldspar/core/formats';
import { wrong } from './driver/accessibility.ts';
import type { App } from './driver/app.ts';
import { type Browser, DESKTOP, PHONE } from './driver/browser.ts';
import { ARROW_RIGHT } from './driver/keys.ts';
import { saveInto, savedFile } from './driver/downloads.ts';
import { chosenOf, drawnUnder, notesOf } from './driver/sheet-page.ts';
import { open } from './driver/opened.ts';

let app: App;
let browser: Browser;
let folder: string;
const opened = open();
beforeAll(() => void ({ app, browser, folder } = opened));

const notes = () => notesOf(browser);
const drawn = () => drawnUnder(browser);
/** Replaces what a field holds; the cursor is in it. */
async function retype(text: string): Promise<void> {
  await browser.control('a');
  await browser.type(text);
}

it('a two-bar 6/8 with a dotted note and a sextuplet is written, counted in two notes, played and read', async () => {
  await browser.goto(`${app.url}/plans`);
  await browser.see(/Build a plan/);
  await browser.tabTo(/^Count sheets/);
  await browser.press('Enter');
  await browser.tabTo(/^Write a new one/);
  await browser.press('Enter');
  await browser.see(/What each note is worth/);
  await browser.tabTo(/^Title/);
  await retype('Slow six');
  await browser.tabTo(/^Beats in a bar/);
  await retype('6');
  await browser.see(/Bar 1: a half is missing/);
  await browser.tabTo(/^of/);
  await browser.press('Enter');
  await browser.find('option', '^8$');
  await browser.press('ArrowDown');
  await browser.press('Enter');
  await browser.tabTo(/^Counted note/);
  await browser.press('Enter');
  await browser.find('option', '^dotted quarter$');
  await browser.press('ArrowUp');
  await browser.press('ArrowUp');
  await browser.press('Enter');
  await browser.tabTo(/^The notes as text/);
  await retype('q. 6:4(s s s s s s) e | e. s e q er');
  await browser.until(async () => (await notes()).length === 13, 'thirteen notes and rests');
  expect((await notes())[0]).toBe('Bar 1: dotted quarter, worth 1: say 1');
  expect((await notes())[8]).toMatch(/^Bar 2: dotted eighth, worth ½/);

  // The counted note: eighths instead of dotted quarters.
  await browser.tabTo(/^Counted note/);
  await browser.press('Enter');
  await browser.find('option', '^eighth$');
  for (let i = 0; i < 5; i++) await browser.press('ArrowDown');
  await browser.press('Enter');
  await browser.until(
    async () => (await notes())[0].includes('worth 3'),
    'the quarter dotted worth 3 eighths',
  );
  expect((await notes()).slice(0, 3)).toEqual([
    'Bar 1: dotted quarter, worth 3: say 1, hold 2 3',
    'Bar 1: sixteenth in a tuplet, worth ⅓: say 4',
    'Bar 1: sixteenth in a tuplet, worth ⅓: say trip',
  ]);
  expect((await notes()).at(-1)).toBe('Bar 2: eighth rest, worth 1: whisper 6');
  await browser.until(async () => (await drawn()).includes('(6)'), 'the counts under the notes');
  expect((await drawn()).slice(0, 4)).toEqual(['1', '2', '3', '4']);

  // Nothing is lost.
  await browser.driver.navigate().refresh();
  await browser.until(async () => (await notes()).length === 13, 'the sheet after a reload');
  await browser.control('z');

  await browser.tabTo(/^Its plan$/);
  await browser.press('Enter');
  await browser.see(/Slow six/);
  await browser.tabTo(/^Let a simulated player/);
  await browser.press('Enter');
  await browser.see(/On the line/);
  await browser.until(
    async () => (await drawn()).filter((text) => /^[−+×·]/.test(text)).length === 12,
    'a result under every note',
  );
  await browser.see(/Nothing was played in the rests|fell where nothing is written/);
});

it('by palette: notes are added, dotted, moved and taken away, and undone', async () => {
  await browser.goto(`${app.url}/sheets`);
  await browser.click('button', '^Write a new one');
  await browser.until(async () => (await notes()).length === 6, 'the first notes');
  await browser.click('button', '^sixteenth$');
  await browser.until(async () => (await notes()).length === 7, 'one more');
  expect((await notes())[1]).toMatch(/sixteenth, worth ¼/);
  await browser.click('button', '^Dot$');
  await browser.until(async () => (await notes())[1].includes('dotted sixteenth'), 'a dot');
  await browser.see(/Bar 1: a dotted sixteenth too much/);
  await browser.click('button', '^Later$');
  await browser.until(async () => (await notes())[2].includes('dotted sixteenth'), 'it moved');
  await browser.click('button', '^Remove$');
  await browser.until(async () => (await notes()).length === 6, 'gone');
  await browser.control('z');
  await browser.until(async () => (await notes()).length === 7, 'back');
});

it('by keys where the notes are: letters write, Shift chooses several, which are copied, moved and taken away', async () => {
  await browser.goto(`${app.url}/sheets`);
  await browser.click('button', '^Open Two halves$');
  await browser.until(async () => (await notes()).length === 6, 'its notes');
  const text = async () =>
    (await (await browser.find('textbox', '^The notes as text')).getAttribute('value')) ?? '';
  const becomes = (wanted: string) =>
    browser.until(async () => (await text()) === wanted, `the notes ${wanted}`);
  await browser.tabTo(/^Bar 1: half, worth 2: say 1/);
  await browser.keys('q');
  await becomes('h q h | w | h h | wr');
  await browser.keys('r');
  await becomes('h qr h | w | h h | wr');
  await browser.holding('Shift', ARROW_RIGHT);
  await browser.until(async () => (await chosenOf(browser)).length === 2, 'two notes chosen');
  await browser.control('c');
  await browser.control('v');
  await becomes('h qr h | qr h | w | h h | wr');
  expect((await chosenOf(browser)).map((name) => name.split(',')[0])).toEqual([
    'Bar 2: quarter rest',
    'Bar 2: half',
  ]);
  await browser.holding('Alt', ARROW_RIGHT);
  await becomes('h qr h | w qr | h | h h | wr');
  await browser.keys('\uE017');
  await becomes('h qr h | w | h h | wr');
  for (let i = 0; i < 5; i++) await browser.control('z');
  await becomes('h h | w | h h | wr');
});

it('own words are counted with, and stay for the next sheet', async () => {
  await browser.fill('textbox', '^The notes as text', 'e e q h');
  await browser.click('combobox', '^Counted as');
  await browser.click('option', '^own words');
  await browser.fill('textbox', '^Between two', 'und');
  await browser.until(async () => (await drawn()).includes('und'), 'the own word under the note');
  expect((await notes())[1]).toBe('Bar 1: eighth, worth ½: say und');
  await browser.goto(`${app.url}/sheets`);
  await browser.click('button', '^Open Eighths$');
  await browser.until(async () => (await drawn()).includes('und'), 'the own word in another sheet');
});

it('a step of the ladder opens as one’s own, and is heard with a caret that goes from note to note', async () => {
  await browser.goto(`${app.url}/sheets`);
  await browser.click('button', '^Open Quarters$');
  await browser.until(async () => (await notes()).length === 10, 'its notes');
  await browser.click('button', '^Hear it');
  await browser.until(
    async () => (await chosenOf(browser)).join() === 'Bar 1: quarter, worth 1: say 3',
    'the third note',
    30_000,
  );
  await browser.until(
    async () => (await chosenOf(browser)).join().startsWith('Bar 2: half'),
    'the second bar',
    30_000,
  );
  await browser.click('button', '^Silence');
});

it('a MusicXML file opens as a sheet; what it cannot hold is listed first; a bad one changes nothing', async () => {
  const write = (name: string, content: string | Uint8Array) => {
    const file = join(folder, name);
    writeFileSync(file, content);
    return file;
  };
  const { sheet } = LADDER.find(({ sheet: { title } }) => title === 'Grace notes')!;
  await browser.goto(`${app.url}/sheets`);
  await browser.upload(
    'MusicXML or ABC file',
    write('bad.musicxml', '<!DOCTYPE x [<!ENTITY a "b">]><score-partwise/>'),
  );
  await browser.see(/declares entities of its own.*Nothing was changed/);
  await browser.upload('MusicXML or ABC file', write('grace.mxl', sheetToMxl(sheet)));
  await browser.see(/What each note is worth/);
  await browser.until(async () => (await notes()).length === 8, 'its notes');
  expect(await (await browser.find('textbox', '^Title')).getAttribute('value')).toBe(sheet.title);

  await browser.goto(`${app.url}/sheets`);
  const tune = 'X:1\nT:A tune\nM:3/4\nL:1/8\nK:G\nG2 A2 B2|"D"A4 z2|\n';
  await browser.upload('MusicXML or ABC file', write('tune.abc', tune));
  await browser.see(/These are left out:.*the key signature.*chord symbols/);
  await browser.click('button', '^Make it');
  await browser.until(async () => (await notes()).length === 5, 'the rhythm of the tune');
  expect((await notes()).at(-1)).toBe('Bar 2: quarter rest, worth 1: whisper 3');

  await browser.goto(`${app.url}/sheets`);
  const sung = sheetToMusicXml(sheet).replace('</note>', '<lyric><text>la</text></lyric></note>');
  await browser.upload('MusicXML or ABC file', write('sung.musicxml', sung));
  await browser.see(/These are left out:.*words under notes/);
  await browser.click('button', '^Make it');
  await browser.until(async () => (await notes()).length === 8, 'the rhythm without the words');
});

it('saves the line as SVG and PNG, counts included', async () => {
  await saveInto(browser, folder);
  await browser.click('button', '^Save as a file');
  await browser.click('menuitem', '^SVG');
  const svg = (await savedFile(browser, folder, 'Grace-notes.svg')).toString();
  expect(svg).toMatch(/^<svg xmlns="http:\/\/www.w3.org\/2000\/svg"/);
  expect(svg).not.toMatch(/var\(--|currentColor/);
  expect([...svg.matchAll(/<text[^>]*>([^<]*)<\/text>/g)].map(([, text]) => text)).toEqual(
    expect.arrayContaining(['1', '4', '(6)']),
  );
  await browser.click('button', '^Save as a file');
  await browser.click('menuitem', '^PNG');
  const png = await savedFile(browser, folder, 'Grace-notes.png');
  // The signature of the PNG specification (ISO/IEC 15948), and a picture of some size.
  expect([...png.subarray(0, 8)]).toEqual([137, 80, 78, 71, 13, 10, 26, 10]);
  expect(png.readUInt32BE(16)).toBeGreaterThan(1000);
});

it('passes the accessibility rules, and fits a phone', async () => {
  await browser.goto(`${app.url}/sheets`);
  await browser.click('button', '^Open Sextuplets$');
  await browser.until(async () => (await drawn()).length > 0, 'the engraving');
  expect(await wrong(browser)).toEqual([]);
  await browser.resize(PHONE);
  await browser.until(async () => (await drawn()).length > 0, 'the engraving');
  expect(await browser.script('return document.documentElement.scrollWidth')).toBe(390);
  await browser.resize(DESKTOP);
});

it('a text that is no rhythm says what is wrong, and changes nothing', async () => {
  const before = await notes();
  await browser.fill('textbox', '^The notes as text', 'q q z');
  await browser.see(/“z” is no note\. Write h q e\. s/);
  expect(await notes()).not.toEqual([]);
  expect((await notes()).length).toBeLessThanOrEqual(before.length);
});
