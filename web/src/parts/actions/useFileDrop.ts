/** A file dropped anywhere on the page. @returns whether one is being held over it. */
import { useEffect, useEffectEvent, useState } from 'react';

export function useFileDrop(onFile: (file: File) => void): boolean {
  const [over, setOver] = useState(false);
  const take = useEffectEvent(onFile);
  useEffect(() => {
    const hold = (event: DragEvent) => {
      if (!event.dataTransfer?.types.includes('Files')) return;
      // Otherwise the browser would leave the page for the file.
      event.preventDefault();
      setOver(true);
    };
    const leave = (event: DragEvent) => {
      if (event.relatedTarget === null) setOver(false);
    };
    const drop = (event: DragEvent) => {
      const file = event.dataTransfer?.files[0];
      if (!file) return;
      event.preventDefault();
      setOver(false);
      take(file);
    };
    window.addEventListener('dragover', hold);
    window.addEventListener('dragleave', leave);
    window.addEventListener('drop', drop);
    return () => {
      window.removeEventListener('dragover', hold);
      window.removeEventListener('dragleave', leave);
      window.removeEventListener('drop', drop);
    };
  }, []);
  return over;
}
