/**
 * A worker that is started when it is first needed. One whose code does not come is told of, and the next attempt starts another; one
 * that gives no sign of life is ended, and another started in its place.
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
  /** True once it has answered, false where it gave no sign of life and was ended. */
  alive: Promise<boolean>;
}

/** A busy machine needs some; a worker that was lost never answers. */
const SIGN_OF_LIFE_MS = 15_000;
const MOST_STARTS = 3;

export class SureWorker<Api extends Ready> {
  private readonly create: () => Worker;
  private readonly notLoaded: string;
  private started: Started<Api> | null = null;

  /** @param notLoaded what to say where its code does not come. */
  constructor(create: () => Worker, notLoaded: string) {
    this.create = create;
    this.notLoaded = notLoaded;
  }

  /** @throws Error `notLoaded`, or what the worker throws. */
  async ask<Answer>(question: (remote: Remote<Api>) => Promise<Answer>): Promise<Answer> {
    for (let starts = 0; starts < MOST_STARTS; starts++) {
      this.started ??= this.start();
      const { remote, failure, alive } = this.started;
      if (await Promise.race([alive, failure])) return Promise.race([question(remote), failure]);
    }
    throw new Error(this.notLoaded);
  }

  private start(): Started<Api> {
    const worker = this.create();
    const remote = wrap<Api>(worker);
    const end = () => {
      if (this.started?.remote === remote) this.started = null;
      worker.terminate();
    };
    const failure = new Promise<never>((_, reject) => {
      worker.onerror = () => {
        end();
        reject(new Error(this.notLoaded));
      };
    });
    // Told to whoever waits for it, and to nobody else.
    failure.catch(() => undefined);
    let timer: ReturnType<typeof setTimeout>;
    const answered = (remote as unknown as { ready(): Promise<boolean> }).ready().then(() => true);
    const silent = new Promise<boolean>((resolve) => {
      timer = setTimeout(() => resolve(false), SIGN_OF_LIFE_MS);
    });
    const alive = Promise.race([answered, silent]).then((sign) => {
      clearTimeout(timer);
      if (!sign) end();
      return sign;
    });
    return { remote, failure, alive };
  }
}
