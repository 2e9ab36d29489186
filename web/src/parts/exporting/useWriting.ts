/** A sound file being written: how far it is, what went wrong, and that it can be cancelled; leaving the screen cancels it. */
import { useEffect, useRef, useState } from 'react';
import { saveBlob } from '../../files/save-file.ts';
import type { WavExport } from '../../files/wav-export.ts';

export interface Writing {
  /** 0 to 1; null where nothing is being written. */
  progress: number | null;
  error: unknown;
  onError(error: unknown): void;
  write(begin: (tell: (done: number) => void) => WavExport, name: string): void;
  stop(): void;
}

export function useWriting(): Writing {
  const [progress, setProgress] = useState<number | null>(null);
  const [error, setError] = useState<unknown>(null);
  const running = useRef<WavExport | null>(null);
  useEffect(() => () => running.current?.cancel(), []);
  const stop = () => {
    running.current?.cancel();
    running.current = null;
    setProgress(null);
  };
  const write = async (begin: (tell: (done: number) => void) => WavExport, name: string) => {
    setError(null);
    setProgress(0);
    running.current = begin(setProgress);
    try {
      saveBlob(name, await running.current.file);
    } catch (failure) {
      setError(failure);
    }
    setProgress(null);
  };
  return { progress, error, onError: setError, stop, write: (begin, name) => void write(begin, name) };
}
