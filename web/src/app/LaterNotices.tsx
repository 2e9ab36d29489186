/** What shows notices is fetched beside the first screen. */
import { type ComponentType, useEffect, useState } from 'react';
import { MissingPiece } from './Piece.tsx';

export function LaterNotices() {
  const [Notices, setNotices] = useState<ComponentType | null>(null);
  useEffect(() => {
    void import('../parts/actions/Notices.tsx').then(
      ({ default: loaded }) => setNotices(() => loaded),
      () => setNotices(() => MissingPiece),
    );
  }, []);
  return Notices && <Notices />;
}
