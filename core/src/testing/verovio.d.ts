declare module 'verovio' {
  interface TimemapEntry {
    /** Quarters from the start. */
    qstamp: number;
    on?: string[];
  }
  class Toolkit {
    loadData(data: string): boolean;
    renderToTimemap(): TimemapEntry[];
    getLog(): string;
  }
  const verovio: {
    module: { onRuntimeInitialized?: () => void; calledRun?: boolean };
    toolkit: typeof Toolkit;
  };
  export default verovio;
}
