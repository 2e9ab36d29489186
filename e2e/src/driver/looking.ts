/** Eyes on the page: things found by role and name, as a screen reader says them, and waiting until something is to be seen. */
import type { WebDriver, WebElement } from 'selenium-webdriver';
import { BY_ROLE, QUERIES, STANDS } from './in-page.ts';

/** Only a failure waits so long: a busy machine is five times as slow as a quiet one, and sound loses time on it. */
const PATIENCE_MS = 150_000;

/** The page was drawn anew between looking and doing. */
const MEANWHILE = ['StaleElementReferenceError', 'ElementNotInteractableError'];

/** What takes long is looked for less and less often: looking costs the page time too. */
const LOOK_AGAIN_MS = { first: 40, last: 300 } as const;

export class Looking {
  readonly driver: WebDriver;

  protected constructor(driver: WebDriver) {
    this.driver = driver;
  }

  devTools(command: string, parameters: object): Promise<unknown> {
    return (
      this.driver as unknown as { sendAndGetDevToolsCommand(c: string, p: object): Promise<unknown> }
    ).sendAndGetDevToolsCommand(command, parameters);
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

  /** Does something to an element that stands still; once more where the page has put another in its place meanwhile. */
  protected async onFresh(
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
  protected async standing(role: string, name: string): Promise<WebElement> {
    let found: WebElement | null = null;
    await this.until(async () => {
      found = await this.script<WebElement | null>(STANDS, await this.find(role, name));
      return found !== null;
    }, `the ${role} named ${name} to stand still`);
    return found!;
  }
}
