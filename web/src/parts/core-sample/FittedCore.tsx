/** A core sample as wide as the place it stands in. */
import Box from '@mui/material/Box';
import { useLayoutEffect, useRef, useState } from 'react';
import { CoreSample, type CoreSampleProps } from './CoreSample.tsx';

export function FittedCore({
  maxWidth = 720,
  ...props
}: Omit<CoreSampleProps, 'width'> & { maxWidth?: number }) {
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);
  useLayoutEffect(() => {
    const element = box.current;
    if (!element) return;
    const observer = new ResizeObserver(([entry]) => setWidth(Math.min(maxWidth, entry.contentRect.width)));
    observer.observe(element);
    return () => observer.disconnect();
  }, [maxWidth]);
  return (
    <Box ref={box} sx={{ width: '100%', minWidth: 0 }}>
      {width > 0 && <CoreSample {...props} width={width} />}
    </Box>
  );
}
