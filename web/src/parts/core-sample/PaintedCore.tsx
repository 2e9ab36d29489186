/** A core in small, without its numbers: painted, so that a row of a list is a few elements and not a hundred. */
import Box from '@mui/material/Box';
import { useColorScheme } from '@mui/material/styles';
import { useEffect, useMemo, useRef } from 'react';
import { Fitted } from './Fitted.tsx';
import { coloursAt } from './colours-at.ts';
import { layoutCore } from './layout.ts';
import type { CoreModel } from './model.ts';
import { paintCore } from './paint-core.ts';

/** Enough for any screen; a long core would be large. */
const MOST_DOTS_A_PIXEL = 3;

interface PaintedCoreProps {
  model: CoreModel;
  rowHeight: number;
  maxWidth?: number;
  /** What a reader who cannot see the picture should hear. */
  label: string;
}

/** As wide as the place it stands in. */
export function PaintedCore({ maxWidth = 720, ...props }: PaintedCoreProps) {
  return <Fitted maxWidth={maxWidth}>{(width) => <Painting {...props} width={width} />}</Fitted>;
}

function Painting({
  model,
  width,
  rowHeight,
  label,
}: Omit<PaintedCoreProps, 'maxWidth'> & { width: number }) {
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
