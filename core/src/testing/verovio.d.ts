declare module 'verovio' {
  interface TimemapEntry {
    /** Quarters from the start. */
    qstamp: number;
    on?: string[];
  }
  interface Toolkit {
    loadData(data: string): boolean;
    renderToTimemap(): TimemapEntry[];
    getLog(): string;
  }
  const verovio: {
    module: { onRuntimeInitialized?: () => void; calledRun?: boolean };
    toolkit: new () => Toolkit;
  };
  export default verovio;
}
