/** A ZIP written piece by piece (PKWARE APPNOTE, by fflate): what is in it need never lie in memory together. */
import { Zip, ZipPassThrough } from 'fflate';

export interface ZipWriter {
  /** Begins the next file. @returns what takes its pieces; `null` ends it. */
  file(name: string): (piece: Uint8Array | null) => void;
  end(): void;
}

/** @param take is given the bytes of the ZIP, in order; what it throws ends the writing. */
export function zipWriter(take: (bytes: Uint8Array) => void): ZipWriter {
  const zip = new Zip((error, bytes) => {
    if (error) throw error;
    take(bytes);
  });
  return {
    file(name) {
      // Sound and MIDI hardly get smaller, and would take their time.
      const entry = new ZipPassThrough(name);
      zip.add(entry);
      return (piece) => entry.push(piece ?? new Uint8Array(0), piece === null);
    },
    end: () => zip.end(),
  };
}
