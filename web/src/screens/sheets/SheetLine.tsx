/** The first bars of a sheet as a small picture, to recognise it by. */
import Box from '@mui/material/Box';
import type { Sheet } from '@feldspar/core/counts';
import { sheetToAbc } from '@feldspar/core/formats';
import abcjs from 'abcjs';
import { useEffect, useRef } from 'react';
import { useInSight } from '../../parts/layout/useInSight.ts';

const BARS = 2;
const WIDTH = 300;
const SCALE = 0.7;

export function SheetLine({ sheet }: { sheet: Sheet }) {
  const paper = useRef<HTMLDivElement>(null);
  const abc = sheetToAbc(
    { ...sheet, bars: sheet.bars.slice(0, BARS) },
    { title: false, tempo: false, end: sheet.bars.length <= BARS, barsALine: BARS },
  );
  const near = useInSight(paper);
  useEffect(() => {
    if (!near || !paper.current) return;
    abcjs.renderAbc(paper.current, abc, {
      staffwidth: WIDTH,
      scale: SCALE,
      paddingtop: 0,
      paddingbottom: 0,
      paddingleft: 0,
      paddingright: 0,
      foregroundColor: 'currentColor',
      format: { stretchlast: 1 },
    });
    paper.current.querySelector('svg')?.setAttribute('aria-hidden', 'true');
  }, [abc, near]);
  return (
    <Box
      ref={paper}
      sx={{ color: 'text.primary', width: WIDTH, minHeight: 34, '& svg': { display: 'block' } }}
    />
  );
}
