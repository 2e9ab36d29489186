/**
 * The context frame of a timeline's time zero, in memory that audio thread, workers and page share: whoever needs it knows it at once, though
 * the page's own thread may be busy.
 */
const NOT_YET = -1;

export class TimeZero {
  private readonly cell: Int32Array;

  private constructor(readonly buffer: SharedArrayBuffer) {
    this.cell = new Int32Array(buffer);
  }

  static unset(): TimeZero {
    const zero = new TimeZero(new SharedArrayBuffer(Int32Array.BYTES_PER_ELEMENT));
    zero.frame = NOT_YET;
    return zero;
  }

  static in(buffer: SharedArrayBuffer): TimeZero {
    return new TimeZero(buffer);
  }

  /** Null while it has not been set. */
  get frame(): number | null {
    const frame = Atomics.load(this.cell, 0);
    return frame === NOT_YET ? null : frame;
  }

  set frame(frame: number) {
    Atomics.store(this.cell, 0, frame);
  }
}
