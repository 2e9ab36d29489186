/** The section's bars as one band of rock: hatched where the clicks are silent. Painted by hand, one bar or many in one stroke. */
import Box from '@mui/material/Box';
import { type KeyboardEvent, type PointerEvent, useRef, useState } from 'react';
import { painted } from './hand.ts';

interface SilentBarsProps {
  /** Bar by bar. */
  silent: readonly boolean[];
  onChange(silent: boolean[]): void;
}

const A_LINE = { xs: 8, sm: 16 } as const;

export function SilentBars({ silent, onChange }: SilentBarsProps) {
  const band = useRef<HTMLDivElement>(null);
  const [at, setAt] = useState(0);
  const [stroke, setStroke] = useState<{ from: number; to: number; silent: boolean } | null>(null);
  const shown = stroke ? painted(silent, stroke.from, stroke.to, stroke.silent) : silent;
  const current = Math.min(at, silent.length - 1);

  const barAt = ({ clientX, clientY }: PointerEvent): number | null => {
    const bar = document.elementFromPoint(clientX, clientY)?.closest<HTMLElement>('[data-bar]');
    return bar && band.current?.contains(bar) ? Number(bar.dataset.bar) : null;
  };
  const begin = (event: PointerEvent<HTMLElement>) => {
    const bar = barAt(event);
    if (event.button !== 0 || bar === null) return;
    // A finger's events go to where it went down; all bars are to hear them.
    (event.target as Element).releasePointerCapture?.(event.pointerId);
    setAt(bar);
    setStroke({ from: bar, to: bar, silent: !silent[bar] });
  };
  const go = (event: PointerEvent) => {
    const bar = stroke && barAt(event);
    if (bar !== null && bar !== undefined && stroke) setStroke({ ...stroke, to: bar });
  };
  const end = () => {
    if (stroke) onChange(painted(silent, stroke.from, stroke.to, stroke.silent));
    setStroke(null);
  };

  const focus = (bar: number) => {
    setAt(bar);
    band.current?.querySelector<HTMLElement>(`[data-bar="${bar}"]`)?.focus();
  };
  const press = (event: KeyboardEvent, bar: number) => {
    const step = { ArrowRight: 1, ArrowLeft: -1 }[event.key] ?? 0;
    const next = event.key === 'Home' ? 0 : event.key === 'End' ? silent.length - 1 : bar + step;
    if (next === bar || next < 0 || next >= silent.length) return;
    event.preventDefault();
    // With Shift the next bars become as this one is.
    if (event.shiftKey) onChange(painted(silent, bar, next, silent[bar]));
    focus(next);
  };

  return (
    <Box
      ref={band}
      role="toolbar"
      aria-label="Silent bars by hand"
      onPointerDown={begin}
      onPointerMove={go}
      onPointerUp={end}
      onPointerLeave={end}
      sx={{
        display: 'grid',
        gridTemplateColumns: {
          xs: `repeat(${Math.min(A_LINE.xs, silent.length)}, minmax(0, 1fr))`,
          sm: `repeat(${Math.min(A_LINE.sm, silent.length)}, minmax(0, 1fr))`,
        },
        rowGap: 0.75,
        maxWidth: 44 * Math.min(A_LINE.sm, silent.length) + 80,
        touchAction: 'pan-y',
        userSelect: 'none',
      }}
    >
      {shown.map((isSilent, bar) => (
        <Box
          key={bar}
          component="button"
          type="button"
          data-bar={bar}
          aria-pressed={isSilent}
          aria-label={`Bar ${bar + 1} silent`}
          tabIndex={bar === current ? 0 : -1}
          onKeyDown={(event) => press(event, bar)}
          onClick={({ detail }) => detail === 0 && onChange(painted(silent, bar, bar, !silent[bar]))}
          sx={{
            font: 'inherit',
            fontSize: '0.85rem',
            fontWeight: isSilent ? 700 : 400,
            color: 'text.primary',
            minHeight: 44,
            p: 0,
            cursor: 'pointer',
            border: '1px solid',
            borderColor: 'divider',
            borderInlineWidth: '0 1px',
            bgcolor: isSilent ? 'background.default' : 'background.paper',
            backgroundImage: isSilent
              ? 'repeating-linear-gradient(-45deg, var(--mui-palette-core-hatch) 0 2px, transparent 2px 6px)'
              : 'none',
            // The numbers stay readable on the hatching.
            '& > span': {
              bgcolor: isSilent ? 'background.default' : 'transparent',
              px: 0.5,
              borderRadius: 1,
            },
          }}
        >
          <span>{bar + 1}</span>
        </Box>
      ))}
    </Box>
  );
}
