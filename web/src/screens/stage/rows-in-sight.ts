/** How much of the core the stage has room for. */
import { useEffect, useState } from 'react';

export const ROW_HEIGHT = 25;
const FEW_ROWS = 8;
/** MUI's `md`: below it the core stands under the count. */
const NARROW_PX = 900;

/**
 * As many rows of the core as the screen has room for: beside the count, or below it on a narrow screen.
 * @param shared with something below: few.
 */
export function useRowsInSight(shared: boolean): number {
  const [rows, setRows] = useState(rowsThatFit);
  useEffect(() => {
    const onResize = () => setRows(rowsThatFit());
    window.addEventListener('resize', onResize);
    return () => window.removeEventListener('resize', onResize);
  }, []);
  return shared ? Math.min(FEW_ROWS, rows) : rows;
}

function rowsThatFit(): number {
  const { innerWidth, innerHeight } = window;
  const roomPx = innerWidth < NARROW_PX ? 0.34 * innerHeight - 30 : innerHeight - 230;
  return Math.max(4, Math.min(24, Math.floor(roomPx / ROW_HEIGHT)));
}
