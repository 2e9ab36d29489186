/**
 * A worker that is started when it is first needed. One whose code does not come is told of, and the next attempt starts another. One
 * that gives no sign of life may be lost, or slow on a busy machine: another is started beside it, and the first to answer stays.
 */
import { type Remote, wrap } from 'comlink';

/** What every such worker can be asked. */
export interface Ready {
  ready(): boolean;
}

interface Started<Api> {
  remote: Remote<Api>;
  /** Never fulfilled; fails when the worker could not start. */
  failure: Promise<never>;
  /** Fulfilled when it is ended, whoever ends it. */
  ended: Promise<false>;
  end(): void;
}

/** A busy machine needs some; a worker that was lost never answers. */
const SIGN_OF_LIFE_MS = 15_000;
const MOST_STARTS = 3;
/** Two hours of hits take some seconds. */
const ANSWERS_WITHIN_MS = 30_000;

export class SureWorker<Api extends Ready> {
  private readonly create: () => Worker;
  private readonly notLoaded: string;
  private answering: Promise<Started<Api>> | null = null;

  /** @param notLoaded what to say where its code does not come. */
  constructor(create: () => Worker, notLoaded: string) {
    this.create = create;
    this.notLoaded = notLoaded;
  }

  /** @throws Error `notLoaded`, or what the worker throws. */
  async ask<Answer>(question: (remote: Remote<Api>) => Promise<Answer>): Promise<Answer> {
    const asked = (this.answering ??= this.firstToAnswer());
    const { remote, failure, ended, end } = await asked;
    const answer = Promise.race([question(remote), failure]);
    let timer: ReturnType<typeof setTimeout> | undefined;
    const late = new Promise<false>((resolve) => {
      timer = setTimeout(() => resolve(false), ANSWERS_WITHIN_MS);
    });
    const inTime = await Promise.race([answer.then(() => true), late, ended]).finally(() =>
      clearTimeout(timer),
    );
    if (inTime) return answer;
    // It was lost on the way, with all that it was asked. Another is asked, and waited for as long as it takes.
    end();
    if (this.answering === asked) this.answering = null;
    const other = await (this.answering ??= this.firstToAnswer());
    return Promise.race([question(other.remote), other.failure]);
  }

  private firstToAnswer(): Promise<Started<Api>> {
    const begun: Started<Api>[] = [];
    return new Promise((resolve, reject) => {
      let timer: ReturnType<typeof setTimeout>;
      const settle = (stays: Started<Api> | null) => {
        clearTimeout(timer);
        for (const one of begun) if (one !== stays) one.end();
        if (stays) return resolve(stays);
        this.answering = null;
        reject(new Error(this.notLoaded));
      };
      const next = () => {
        if (begun.length === MOST_STARTS) return settle(null);
        const one = this.start();
        begun.push(one);
        one.failure.catch(() => settle(null));
        (one.remote as unknown as { ready(): Promise<boolean> }).ready().then(
          () => settle(one),
          () => undefined,
        );
        timer = setTimeout(next, SIGN_OF_LIFE_MS);
      };
      next();
    });
  }

  private start(): Started<Api> {
    const worker = this.create();
    const failure = new Promise<never>((_, reject) => {
      worker.onerror = () => {
        worker.terminate();
        // The next attempt starts another.
        this.answering = null;
        reject(new Error(this.notLoaded));
      };
    });
    // Told to whoever waits for it, and to nobody else.
    failure.catch(() => undefined);
    let hasEnded: (ended: false) => void = () => undefined;
    const ended = new Promise<false>((resolve) => (hasEnded = resolve));
    const end = () => {
      worker.terminate();
      hasEnded(false);
    };
    return { remote: wrap<Api>(worker), failure, ended, end };
  }
}
