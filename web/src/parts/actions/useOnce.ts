/** An action that makes something: while it runs, asking again does nothing, so that a double click makes one and not two. */
import { useCallback, useRef, useState } from 'react';

export function useOnce<Arguments extends unknown[]>(
  action: (...args: Arguments) => Promise<unknown>,
): { run: (...args: Arguments) => Promise<void>; running: boolean } {
  const busy = useRef(false);
  const [running, setRunning] = useState(false);
  const run = useCallback(
    async (...args: Arguments) => {
      if (busy.current) return;
      busy.current = true;
      setRunning(true);
      try {
        await action(...args);
      } finally {
        busy.current = false;
        setRunning(false);
      }
    },
    [action],
  );
  return { run, running };
}
