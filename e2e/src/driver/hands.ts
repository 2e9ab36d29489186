/** What hands do to the page: keys, the mouse, a finger, and a file put where one is asked for. */
import { By, type WebElement } from 'selenium-webdriver';
import { HELD, KEY_CODES } from './keys.ts';
import { Looking } from './looking.ts';

export class Hands extends Looking {
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

  /** Types into a field after emptying it. */
  async fill(role: string, name: string, text: string): Promise<void> {
    await this.onFresh(role, name, async (field) => {
      await this.script('arguments[0].scrollIntoView({ block: "nearest" })', field);
      await field.click();
    });
    await this.type(text === '' ? '\uE017' : text);
  }

  /** Types with the keyboard where the focus is, in place of what is there. */
  async type(text: string): Promise<void> {
    await this.driver.actions().keyDown('\uE009').sendKeys('a').keyUp('\uE009').sendKeys(text).perform();
  }

  /** Types where the focus is. */
  async keys(keys: string): Promise<void> {
    await this.driver.actions().sendKeys(keys).perform();
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

  private middleOf(element: WebElement): Promise<{ x: number; y: number }> {
    return this.script(
      'const r = arguments[0].getBoundingClientRect(); return { x: Math.round(r.x + r.width / 2), y: Math.round(r.y + r.height / 2) };',
      element,
    );
  }

  private timeOrigin(): Promise<number> {
    return this.script<number>('return performance.timeOrigin');
  }
}
