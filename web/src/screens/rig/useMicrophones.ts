/** The microphones that are plugged in, looked for again when devices come or go. */
import { useCallback, useEffect, useState } from 'react';
import { type MicrophoneChoice, microphones } from '../../input/microphone.ts';

export function useMicrophones(): { list: MicrophoneChoice[]; look(): Promise<void> } {
  const [list, setList] = useState<MicrophoneChoice[]>([]);
  const look = useCallback(async () => setList(await microphones().catch(() => [])), []);
  useEffect(() => {
    const devices = navigator.mediaDevices as MediaDevices | undefined;
    const onChange = () => void look();
    onChange();
    devices?.addEventListener('devicechange', onChange);
    return () => devices?.removeEventListener('devicechange', onChange);
  }, [look]);
  return { list, look };
}
