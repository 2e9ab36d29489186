/** What a document of another kind holds that ours cannot; each said once, with how often. */
export class Losses {
  private readonly times = new Map<string, number>();

  lose(what: string): void {
    this.times.set(what, (this.times.get(what) ?? 0) + 1);
  }

  list(): string[] {
    return [...this.times].map(([what, times]) => (times === 1 ? what : `${what} (${times} times)`));
  }
}
