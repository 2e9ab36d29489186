/** Headless Chromium, driven as a person would: by roles, labels, keys. */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Browser as Browsers, Builder, By, type WebDriver, type WebElement } from 'selenium-webdriver';
import * as chrome from 'selenium-webdriver/chrome.js';
import { BY_ROLE, QUERIES, STANDS } from './in-page.ts';
import { HELD, KEY_CODES } from './keys.ts';

export interface Viewport {
  width: number;
  height: number;
  mobile?: boolean;
}

export const DESKTOP: Viewport = { width: 1280, height: 800 };
export const PHONE: Viewport = { width: 390, height: 844, mobile: true };

/** Debian's places; elsewhere the environment says where they are. */
const { CHROMIUM = '/usr/bin/chromium', CHROMEDRIVER = '/usr/bin/chromedriver' } = process.env;

/** Only a failure waits so long: a busy machine is five times as slow as a quiet one, and sound loses time on it. */
const PATIENCE_MS = 150_000;

/** The page was drawn anew between looking and doing. */
const MEANWHILE = ['StaleElementReferenceError', 'ElementNotInteractableError'];

/** What takes long is looked for less and less often: looking costs the page time too. */
const LOOK_AGAIN_MS = { first: 40, last: 300 } as const;

export class Browser {
  readonly driver: WebDriver;
  private readonly profile: string;

  private constructor(driver: WebDriver, profile: string) {
    this.driver = driver;
    this.profile = profile;
  }

  /**
   * @param throttled leaves Chromium's throttling of hidden pages on, as users have it.
   * @param microphone a WAV file that a microphone gives, from the moment on at which it is opened; "refused" where nobody may have one.
   */
  static async open({
    viewport = DESKTOP,
    throttled = false,
    dark = false,
    microphone = null as string | null,
  } = {}): Promise<Browser> {
    const profile = mkdtempSync(join(tmpdir(), 'feldspar-chromium-'));
    const options = new chrome.Options();
    options.setChromeBinaryPath(CHROMIUM);
    options.addArguments(
      '--headless',
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--no-first-run',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      `--user-data-dir=${profile}`,
    );
    if (microphone !== null && microphone !== 'refused')
      options.addArguments(
        '--use-fake-device-for-media-stream',
        '--use-fake-ui-for-media-stream',
        `--use-file-for-fake-audio-capture=${microphone}%noloop`,
      );
    if (microphone === 'refused') {
      options.addArguments('--use-fake-device-for-media-stream');
      options.setUserPreferences({ 'profile.default_content_setting_values.media_stream_mic': 2 });
    }
    if (throttled) {
      options.excludeSwitches(
        'disable-background-timer-throttling',
        'disable-backgrounding-occluded-windows',
        'disable-renderer-backgrounding',
      );
    }
    const driver = await new Builder()
      .forBrowser(Browsers.CHROME)
      .setChromeOptions(options)
      .setChromeService(new chrome.ServiceBuilder(CHROMEDRIVER))
      .build();
    const browser = new Browser(driver, profile);
    await browser.resize(viewport);
    await browser.scheme(dark ? 'dark' : 'light');
    return browser;
  }

  devTools(command: string, parameters: object): Promise<unknown> {
    return (
      this.driver as unknown as { sendAndGetDevToolsCommand(c: string, p: object): Promise<unknown> }
    ).sendAndGetDevToolsCommand(command, parameters);
  }

  async resize({ width, height, mobile = false }: Viewport): Promise<void> {
    await this.devTools('Emulation.setDeviceMetricsOverride', {
      width,
      height,
      mobile,
      deviceScaleFactor: 1,
    });
    await this.devTools('Emulation.setTouchEmulationEnabled', { enabled: mobile });
  }

  /** The page has drawn itself anew by the second frame, but for colours that change slowly. */
  async drawn(): Promise<void> {
    await this.script(`
      return new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)))
        .then(() => Promise.allSettled(document.getAnimations()
          .filter((moving) => moving instanceof CSSTransition).map(({ finished }) => finished)))
        .then(() => true)`);
  }

  async scheme(value: 'light' | 'dark'): Promise<void> {
    await this.devTools('Emulation.setEmulatedMedia', {
      features: [{ name: 'prefers-color-scheme', value }],
    });
  }

  goto(url: string): Promise<void> {
    return this.driver.get(url);
  }

  script<Result>(source: string, ...args: unknown[]): Promise<Result> {
    return this.driver.executeScript<Result>(source, ...args);
  }

  async all(role: string, name: string | null = null): Promise<WebElement[]> {
    const found = await this.script<WebElement[] | null>(BY_ROLE, role, name);
    if (found) return found;
    await this.script(QUERIES);
    return this.all(role, name);
  }

  /** Waits for an element of a role whose name matches; the first one. */
  async find(role: string, name: string | null = null, patienceMs = PATIENCE_MS): Promise<WebElement> {
    let found: WebElement[] = [];
    await this.until(
      async () => (found = await this.all(role, name)).length > 0,
      `a ${role} named ${name}`,
      patienceMs,
    );
    return found[0];
  }

  click(role: string, name: string): Promise<void> {
    return this.onFresh(role, name, async (element) => {
      await element.click().catch(async (problem: Error) => {
        if (problem.name === 'StaleElementReferenceError') throw problem;
        // It lies under something that stays in sight; a person scrolls on.
        await this.script('arguments[0].scrollIntoView({ block: "center" })', element);
        await element.click();
      });
    });
  }

  /** Does something to an element that stands still; once more where the page has put another in its place meanwhile. */
  private async onFresh(
    role: string,
    name: string,
    act: (element: WebElement) => Promise<void>,
  ): Promise<void> {
    const end = Date.now() + PATIENCE_MS;
    for (;;) {
      try {
        return await act(await this.standing(role, name));
      } catch (problem) {
        if (!MEANWHILE.includes((problem as Error).name) || Date.now() > end) throw problem;
      }
    }
  }

  /** A person waits until a menu stands still, too: for a frame at least. */
  private async standing(role: string, name: string): Promise<WebElement> {
    let found: WebElement | null = null;
    await this.until(async () => {
      found = await this.script<WebElement | null>(STANDS, await this.find(role, name));
      return found !== null;
    }, `the ${role} named ${name} to stand still`);
    return found!;
  }

  async until(condition: () => Promise<boolean>, what: string, patienceMs = PATIENCE_MS): Promise<void> {
    const end = Date.now() + patienceMs;
    for (let pauseMs: number = LOOK_AGAIN_MS.first; ; pauseMs = Math.min(1.3 * pauseMs, LOOK_AGAIN_MS.last)) {
      if (await condition().catch(() => false)) return;
      if (Date.now() > end)
        throw new Error(`waited ${patienceMs} ms for ${what}. The page says:\n${await this.text()}`);
      await new Promise((resolve) => setTimeout(resolve, pauseMs));
    }
  }

  async see(pattern: RegExp, patienceMs = PATIENCE_MS): Promise<void> {
    await this.until(async () => pattern.test(await this.text()), `the text ${pattern}`, patienceMs);
  }

  async text(): Promise<string> {
    return (await this.script<string>('return document.body.innerText')).replace(/\s+/g, ' ');
  }

  async path(): Promise<string> {
    return new URL(await this.driver.getCurrentUrl()).pathname;
  }

  /** A key as the operating system sends it, with a time stamp of our choosing on the performance timeline, and held so long. */
  async key(key: string, code: string, keyCode: number, stampMs?: number, heldMs = 0): Promise<void> {
    const origin = stampMs === undefined ? 0 : await this.timeOrigin();
    const at = (ms: number) => (stampMs === undefined ? {} : { timestamp: (origin + stampMs + ms) / 1000 });
    const text = key.length === 1 ? key : key === 'Enter' ? '\r' : undefined;
    const common = { key, code, windowsVirtualKeyCode: keyCode };
    await this.devTools('Input.dispatchKeyEvent', {
      type: 'keyDown',
      ...common,
      ...at(0),
      ...(text ? { text } : {}),
    });
    await this.devTools('Input.dispatchKeyEvent', { type: 'keyUp', ...common, ...at(heldMs) });
  }

  press(key: keyof typeof KEY_CODES): Promise<void> {
    return this.key(key, key, KEY_CODES[key]);
  }

  /** Goes from stop to stop by the Tab key until one has that name; as a keyboard user would. */
  async tabTo(name: RegExp, mostStops = 150): Promise<void> {
    for (let i = 0; i < mostStops; i++) {
      await this.press('Tab');
      const names = await this.script<string[]>(`
        const { activeElement: el } = document;
        const labels = [...(el.labels ?? [])].map((l) => l.textContent);
        for (const id of (el.getAttribute('aria-labelledby') ?? '').split(' ')) labels.push(document.getElementById(id)?.textContent);
        return [el.getAttribute('aria-label'), ...labels, el.textContent].map((t) => (t ?? '').trim());
      `);
      if (names.some((text) => name.test(text))) return;
    }
    throw new Error(`Tab never reached ${name}`);
  }

  /** Holds the Control key, and with it presses another. */
  control(letter: string): Promise<void> {
    return this.holding('Control', letter);
  }

  /** Holds a key, and with it presses others. */
  async holding(held: keyof typeof HELD, keys: string): Promise<void> {
    await this.driver.actions().keyDown(HELD[held]).sendKeys(keys).keyUp(HELD[held]).perform();
  }

  /** Types where the focus is. */
  async keys(keys: string): Promise<void> {
    await this.driver.actions().sendKeys(keys).perform();
  }

  /** Drags with the mouse from the middle of one thing to the middle of another. */
  async drag(from: WebElement, to: WebElement): Promise<void> {
    await this.script('arguments[0].scrollIntoView({ block: "center" })', from);
    // Where it is now: it makes room while something is dragged over it.
    const { x, y } = await this.middleOf(to);
    await this.driver
      .actions({ async: true })
      .move({ origin: from })
      .press()
      .move({ origin: from, x: 12, y: 0, duration: 100 })
      .move({ x, y, duration: 300 })
      .move({ x: x + 3, y: y + 3, duration: 100 })
      .release()
      .perform();
  }

  /** Types with the keyboard where the focus is, in place of what is there. */
  async type(text: string): Promise<void> {
    await this.driver.actions().keyDown('\uE009').sendKeys('a').keyUp('\uE009').sendKeys(text).perform();
  }

  private middleOf(element: WebElement): Promise<{ x: number; y: number }> {
    return this.script(
      'const r = arguments[0].getBoundingClientRect(); return { x: Math.round(r.x + r.width / 2), y: Math.round(r.y + r.height / 2) };',
      element,
    );
  }

  /** A finger on a place of the screen. */
  async touch(x: number, y: number): Promise<void> {
    await this.devTools('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [{ x, y }] });
    await this.devTools('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
  }

  /** A finger on the middle of something, scrolled into sight. */
  touchOn(role: string, name: string): Promise<void> {
    return this.onFresh(role, name, async (element) => {
      await this.script('arguments[0].scrollIntoView({ block: "center" })', element);
      const { x, y } = await this.middleOf(await this.standing(role, name));
      await this.touch(x, y);
    });
  }

  /** The page as it would leave the printer. */
  async print(paper: { width: number; height: number }): Promise<Buffer> {
    const { data } = (await this.devTools('Page.printToPDF', {
      paperWidth: paper.width,
      paperHeight: paper.height,
      preferCSSPageSize: false,
      printBackground: true,
    })) as { data: string };
    return Buffer.from(data, 'base64');
  }

  private origin: number | null = null;
  private async timeOrigin(): Promise<number> {
    this.origin = await this.script<number>('return performance.timeOrigin');
    return this.origin;
  }

  /** Types into a field after emptying it. */
  async fill(role: string, name: string, text: string): Promise<void> {
    await this.onFresh(role, name, async (field) => {
      await this.script('arguments[0].scrollIntoView({ block: "nearest" })', field);
      await field.click();
    });
    await this.type(text === '' ? '\uE017' : text);
  }

  async picture(file: string, full = false): Promise<void> {
    const { data } = (await this.devTools('Page.captureScreenshot', {
      format: 'png',
      captureBeyondViewport: full,
    })) as { data: string };
    writeFileSync(file, Buffer.from(data, 'base64'));
  }

  async upload(label: string, file: string): Promise<void> {
    const place = By.css(`input[type=file][aria-label="${label}"]`);
    let found: WebElement[] = [];
    await this.until(
      async () => (found = await this.driver.findElements(place)).length > 0,
      `a place for a file named ${label}`,
    );
    await found[0].sendKeys(file).catch(async (problem: Error) => {
      if (problem.name !== 'StaleElementReferenceError') throw problem;
      await this.driver.findElement(place).sendKeys(file);
    });
  }

  async close(): Promise<void> {
    await this.driver.quit();
    rmSync(this.profile, { recursive: true, force: true, maxRetries: 5 });
  }
}
