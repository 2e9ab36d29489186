/** The part that tests use; the package ships no types. */
declare module 'midi-parser-js' {
  interface ParsedEvent {
    deltaTime: number;
    /** 8 note off, 9 note on, 255 meta. */
    type: number;
    metaType?: number;
    channel?: number;
    data?: number | string | number[];
  }
  interface ParsedFile {
    formatType: number;
    tracks: number;
    timeDivision: number;
    track: { event: ParsedEvent[] }[];
  }
  export function parse(bytes: Uint8Array): ParsedFile;
}
