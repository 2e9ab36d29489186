/** The sound output in use, asked again whenever devices come or go. */
import { useEffect, useState } from 'react';
import { type OutputFacts, askOutput } from '../../sound/output.ts';

export function useOutput(): OutputFacts | null {
  const [facts, setFacts] = useState(askOutput);
  useEffect(() => {
    const devices = navigator.mediaDevices as MediaDevices | undefined;
    const ask = () => setFacts(askOutput());
    devices?.addEventListener('devicechange', ask);
    return () => devices?.removeEventListener('devicechange', ask);
  }, []);
  return facts;
}
