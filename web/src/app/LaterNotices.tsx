/** What shows notices is fetched beside the first screen; where the server does not give it, again and again until it does. */
import { type ComponentType, useEffect, useState } from 'react';

const AGAIN_AFTER_MS = 4000;

export function LaterNotices() {
  const [Notices, setNotices] = useState<ComponentType | null>(null);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const load = () =>
      import('../parts/actions/Notices.tsx').then(
        ({ default: loaded }) => setNotices(() => loaded),
        () => {
          timer = setTimeout(() => void load(), AGAIN_AFTER_MS);
        },
      );
    void load();
    return () => clearTimeout(timer);
  }, []);
  return Notices && <Notices />;
}
