/** The line to play, on the stage: the bars that are played now, and those that come. */
import { type Sheet, countSheet, systemOf } from '@feldspar/core/counts';
import { useEffect, useMemo, useState } from 'react';
import { Engraving } from './Engraving.tsx';
import { countsUnder } from './counts-under.ts';
import { barsInWidth } from './engraving-spots.ts';

interface LineAheadProps {
  sheet: Sheet;
  /** Index of the bar that is played, on through all rounds; below 0 before the first. */
  bar: number;
}

const LINES = 2;
const MARGIN = 80;
const NARROW_PX = 900;
const SCALE = 1.3;

export default function LineAhead({ sheet, bar }: LineAheadProps) {
  const notes = useMemo(() => countSheet(sheet, systemOf(sheet)), [sheet]);
  const width = useWindowWidth();
  const scale = width < NARROW_PX ? 1 : SCALE;
  const perLine = barsInWidth(notes, (width - MARGIN) / scale);
  const from = perLine * Math.floor((Math.max(0, bar) % sheet.bars.length) / perLine);
  const until = Math.min(sheet.bars.length, from + LINES * perLine);
  const inSight = useMemo(() => {
    const found = notes.filter((note) => note.bar >= from && note.bar < until);
    return {
      sheet: {
        ...sheet,
        bars: sheet.bars.slice(from, until),
        pickup: from === 0 ? sheet.pickup : undefined,
      },
      notes: found.map((note) => ({ ...note, bar: note.bar - from })),
      under: found.map((note) => countsUnder(note, sheet.limbs !== undefined)),
    };
  }, [sheet, notes, from, until]);
  return (
    <Engraving
      {...inSight}
      chosen={null}
      scale={scale}
      tempo={false}
      end={until === sheet.bars.length}
      label={`${sheet.title}, bars ${from + 1} to ${until}, counted below each note`}
    />
  );
}

function useWindowWidth(): number {
  const [width, setWidth] = useState(window.innerWidth);
  useEffect(() => {
    const onResize = () => setWidth(window.innerWidth);
    window.addEventListener('resize', onResize);
    return () => window.removeEventListener('resize', onResize);
  }, []);
  return width;
}
