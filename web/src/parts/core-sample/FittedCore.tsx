/** A core sample as wide as the place it stands in. */
import Box from '@mui/material/Box';
import { useRef } from 'react';
import { useWidth } from '../layout/useWidth.ts';
import { CoreSample, type CoreSampleProps } from './CoreSample.tsx';
import { PaintedCore } from './PaintedCore.tsx';

type FittedCoreProps = Omit<CoreSampleProps, 'width'> & { maxWidth?: number };

/** @param annotated left out in lists: such a core is painted, as one element. */
export function FittedCore({ maxWidth = 720, annotated = true, rowHeight = 20, ...props }: FittedCoreProps) {
  const box = useRef<HTMLDivElement>(null);
  const width = useWidth(box, maxWidth);
  return (
    // What is drawn in it never makes it wide, so that it follows when the window is made smaller.
    <Box ref={box} sx={{ width: '100%', contain: 'inline-size' }}>
      {width > 0 &&
        (annotated ? (
          <CoreSample {...props} width={width} rowHeight={rowHeight} />
        ) : (
          <PaintedCore model={props.model} label={props.label} width={width} rowHeight={rowHeight} />
        ))}
    </Box>
  );
}
