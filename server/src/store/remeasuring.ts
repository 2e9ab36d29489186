/** Figures of an older estimator, computed anew in the background, one take after the other; lists show the old ones meanwhile. */
import type { Remeasuring as Progress } from '@feldspar/core/wire';
import type { Logger } from 'pino';
import type { TakeStore } from './takes.ts';

export class Remeasuring {
  private readonly takes: Pick<TakeStore, 'outdated' | 'remeasure'>;
  private readonly log: Pick<Logger, 'warn'>;
  private current: Progress = { running: false, done: 0, total: 0, failed: 0 };
  private asked = false;
  private running: Promise<void> = Promise.resolve();

  constructor(takes: Pick<TakeStore, 'outdated' | 'remeasure'>, log: Pick<Logger, 'warn'>) {
    this.takes = takes;
    this.log = log;
  }

  progress(): Progress {
    return { ...this.current };
  }

  /** Runs to its end or until it is stopped; a second call while it runs changes nothing. */
  run(): Promise<void> {
    if (!this.current.running) this.running = this.measureAll();
    return this.running;
  }

  private async measureAll(): Promise<void> {
    this.asked = true;
    this.current = { running: true, done: 0, total: 0, failed: 0 };
    try {
      const ids = await this.takes.outdated();
      this.current.total = ids.length;
      for (const id of ids) {
        if (!this.asked) break;
        try {
          if (!(await this.takes.remeasure(id))) this.current.failed++;
        } catch (error) {
          this.current.failed++;
          this.log.warn({ take: id, error: (error as Error).message }, 'not measured anew');
        }
        this.current.done++;
      }
    } finally {
      this.current.running = false;
    }
  }

  /** After the take in hand. What is left is taken up by the next run. */
  stop(): void {
    this.asked = false;
  }

  /** Stops, and waits for the take in hand. */
  async end(): Promise<void> {
    this.stop();
    await this.running.catch(() => undefined);
  }
}
