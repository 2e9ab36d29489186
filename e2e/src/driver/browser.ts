/** Headless Chromium, driven as a person would: by roles, labels, keys. */
import { mkdtempSync, writeFileSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Browser as Browsers, Builder, type WebDriver } from 'selenium-webdriver';
import * as chrome from 'selenium-webdriver/chrome.js';
import { Hands } from './hands.ts';

export interface Viewport {
  width: number;
  height: number;
  mobile?: boolean;
}

export const DESKTOP: Viewport = { width: 1280, height: 800 };
export const PHONE: Viewport = { width: 390, height: 844, mobile: true };

/** Debian's places; elsewhere the environment says where they are. */
const { CHROMIUM = '/usr/bin/chromium', CHROMEDRIVER = '/usr/bin/chromedriver' } = process.env;

export class Browser extends Hands {
  /** Where its driver keeps the profile, which it leaves behind. */
  private readonly folder: string;

  private constructor(driver: WebDriver, folder: string) {
    super(driver);
    this.folder = folder;
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
    const folder = mkdtempSync(join(tmpdir(), 'feldspar-chromium-'));
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
    );
    options.setUserPreferences({
      'session.restore_on_startup': 4,
      'session.startup_urls': ['about:blank'],
      ...(microphone === 'refused' ? { 'profile.default_content_setting_values.media_stream_mic': 2 } : {}),
    });
    if (microphone !== null) options.addArguments('--use-fake-device-for-media-stream');
    if (microphone !== null && microphone !== 'refused')
      options.addArguments(
        '--use-fake-ui-for-media-stream',
        `--use-file-for-fake-audio-capture=${microphone}%noloop`,
      );
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
      .setChromeService(
        new chrome.ServiceBuilder(CHROMEDRIVER).setEnvironment({ ...process.env, TMPDIR: folder }),
      )
      .build();
    const browser = new Browser(driver, folder);
    await browser.resize(viewport);
    await browser.scheme(dark ? 'dark' : 'light');
    return browser;
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

  async picture(file: string, full = false): Promise<void> {
    const { data } = (await this.devTools('Page.captureScreenshot', {
      format: 'png',
      captureBeyondViewport: full,
    })) as { data: string };
    writeFileSync(file, Buffer.from(data, 'base64'));
  }

  async close(): Promise<void> {
    await this.driver.quit();
    // Processes of the browser may write a little longer; what they leave behind is no fault of what was tested.
    await rm(this.folder, { recursive: true, force: true, maxRetries: 20 }).catch(() => {});
  }
}
