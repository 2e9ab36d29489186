/** The built application under test: its own process, its own data folder, its own port. */
import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

/** Tests and tools run from the project's root. */
const MAIN = join(process.cwd(), 'server/dist/main.js');

export class App {
  readonly folder: string;
  readonly port: number;
  private process: ChildProcess | null = null;

  private constructor(folder: string, port: number) {
    this.folder = folder;
    this.port = port;
  }

  /** In a folder of its own, not started yet. */
  static async prepared(): Promise<App> {
    return new App(mkdtempSync(join(tmpdir(), 'feldspar-e2e-')), await freePort());
  }

  static async start(...args: string[]): Promise<App> {
    const app = await App.prepared();
    await app.run(...args);
    return app;
  }

  get url(): string {
    return `http://localhost:${this.port}`;
  }

  /** Of the server's process, while it runs. */
  get pid(): number | undefined {
    return this.process?.pid;
  }

  /** Starts the server, again after `stop`, on the same folder and port; resolves when it says where it is. */
  run(...args: string[]): Promise<void> {
    return new Promise((resolve, reject) => {
      const child = spawn(process.execPath, [MAIN, ...args], {
        env: { ...process.env, PORT: String(this.port), FELDSPAR_DATA: this.folder },
        stdio: ['ignore', 'pipe', 'inherit'],
      });
      this.process = child;
      child.stdout.on('data', (text: Buffer) => {
        if (text.toString().includes('Feldspar is at')) resolve();
      });
      child.on('exit', (code, signal) => {
        reject(new Error(`the server ended with ${code} before it listened`));
        // Whoever ends it takes this away first; what is told here nobody asked for.
        console.error(`The server at port ${this.port} ended by itself: code ${code}, signal ${signal}.`);
      });
    });
  }

  /** Ended at once, as by a crash or a power cut, however far it has come. */
  kill(): Promise<void> {
    const child = this.process;
    if (!child || child.exitCode !== null || child.signalCode !== null) return Promise.resolve();
    return new Promise((resolve) => {
      child.removeAllListeners('exit');
      child.on('exit', () => resolve());
      child.kill('SIGKILL');
    });
  }

  /** SIGTERM, as a service manager would. @returns the exit code. */
  stop(): Promise<number | null> {
    return new Promise((resolve) => {
      const ended = !this.process || this.process.exitCode !== null || this.process.signalCode !== null;
      if (!this.process || ended) return resolve(this.process?.exitCode ?? null);
      this.process.removeAllListeners('exit');
      this.process.on('exit', resolve);
      this.process.kill('SIGTERM');
    });
  }

  async remove(): Promise<void> {
    await this.stop();
    rmSync(this.folder, { recursive: true, force: true });
  }
}

function freePort(): Promise<number> {
  return new Promise((resolve, reject) => {
    const probe = createServer();
    probe.on('error', reject);
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as AddressInfo;
      probe.close(() => resolve(port));
    });
  });
}
