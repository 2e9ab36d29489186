/** What jsdom lacks: everything is 600 px wide and in sight. */
export function stubObservers(): void {
  class Sizes {
    private readonly tell: ResizeObserverCallback;
    constructor(tell: ResizeObserverCallback) {
      this.tell = tell;
    }
    observe() {
      this.tell([{ contentRect: { width: 600, height: 400 } } as ResizeObserverEntry], this as never);
    }
    unobserve() {}
    disconnect() {}
  }
  class Sights {
    private readonly tell: IntersectionObserverCallback;
    constructor(tell: IntersectionObserverCallback) {
      this.tell = tell;
    }
    observe() {
      this.tell([{ isIntersecting: true } as IntersectionObserverEntry], this as never);
    }
    unobserve() {}
    disconnect() {}
  }
  Object.assign(globalThis, { ResizeObserver: Sizes, IntersectionObserver: Sights });
  HTMLCanvasElement.prototype.getContext = () => null;
}
