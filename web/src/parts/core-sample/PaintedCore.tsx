/** A core in a list: painted, so that a row of the list is a few elements and not a hundred. */
import Box from '@mui/material/Box';
import { useColorScheme } from '@mui/material/styles';
import { useEffect, useMemo, useRef } from 'react';
import { coloursAt } from './colours-at.ts';
import { layoutCore } from './layout.ts';
import type { CoreModel } from './model.ts';
import { paintCore } from './paint-core.ts';

/** Enough for any screen; a long core would be large. */
const MOST_DOTS_A_PIXEL = 3;

interface PaintedCoreProps {
  model: CoreModel;
  width: number;
  rowHeight: number;
  /** What a reader who cannot see the picture should hear. */
  label: string;
}

export function PaintedCore({ model, width, rowHeight, label }: PaintedCoreProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const { mode, systemMode } = useColorScheme();
  const scheme = mode === 'system' ? systemMode : mode;
  const layout = useMemo(
    () => layoutCore(model, { width, rowHeight, gutter: 0, head: 0, markRoom: 2 }),
    [model, width, rowHeight],
  );
  useEffect(() => {
    const element = canvas.current;
    const brush = element?.getContext('2d');
    if (!element || !brush) return;
    const dots = Math.min(MOST_DOTS_A_PIXEL, window.devicePixelRatio || 1);
    element.width = Math.ceil(width * dots);
    element.height = Math.ceil(layout.height * dots);
    brush.scale(dots, dots);
    paintCore(brush, model, layout, rowHeight, coloursAt(element));
  }, [model, layout, width, rowHeight, scheme]);
  return (
    <Box
      component="canvas"
      ref={canvas}
      role="img"
      aria-label={label}
      sx={{ display: 'block' }}
      style={{ width, height: layout.height }}
    />
  );
}
