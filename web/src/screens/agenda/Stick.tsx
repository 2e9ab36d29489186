/** A session as a measuring stick of minutes: widths are minutes, breaks hatched, what was played underlined. On a phone it stands upright. */
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { AgendaItem, Session } from '@feldspar/core/planner';
import { tempo, tempoName } from '@feldspar/core/time';
import { useState } from 'react';

const HATCHED = 'repeating-linear-gradient(135deg, var(--mui-palette-core-hatch) 0 2px, transparent 2px 9px)';
/** On the upright stick: so many pixels a minute, and never under a line of text. */
const UPRIGHT = { minute: 5, least: 40 } as const;

interface StickProps {
  items: readonly AgendaItem[];
  /** What became of them, where it was begun. */
  did: Session['items'] | null;
  /** Index of the item that is on; null where nothing runs. */
  at: number | null;
  /** Share of the item that is on, 0 to 1. */
  share: number;
  /** Moved by dragging; null where it stands as it is. */
  onMove: ((key: string, to: number) => void) | null;
}

export function Stick({ items, did, at, share, onMove }: StickProps) {
  const [dragged, setDragged] = useState<string | null>(null);
  const drop = (to: number) => {
    if (dragged !== null) onMove?.(dragged, to);
    setDragged(null);
  };
  return (
    <Box
      component="ol"
      aria-label="The session in minutes"
      sx={{
        display: 'flex',
        flexDirection: { xs: 'column', md: 'row' },
        gap: '3px',
        listStyle: 'none',
        m: 0,
        p: 0,
      }}
    >
      {items.map((item, i) => {
        const isOn = i === at;
        const filled = isOn ? share : did && did[i].did !== 'waiting' && did[i].did !== 'skipped' ? 1 : 0;
        const skipped = did?.[i].did === 'skipped';
        return (
          <Box
            component="li"
            key={item.key}
            aria-current={isOn ? 'step' : undefined}
            draggable={onMove !== null}
            onDragStart={() => setDragged(item.key)}
            onDragOver={(event) => onMove !== null && event.preventDefault()}
            onDrop={() => drop(i)}
            onDragEnd={() => setDragged(null)}
            sx={{
              position: 'relative',
              flex: { xs: 'none', md: `${item.minutes} 1 0` },
              minWidth: 0,
              minHeight: { xs: Math.max(UPRIGHT.least, UPRIGHT.minute * item.minutes), md: 96 },
              p: 1,
              border: isOn ? '2px solid' : '1px solid',
              borderColor: isOn ? 'primary.main' : 'divider',
              borderRadius: 1,
              overflow: 'hidden',
              cursor: onMove ? 'grab' : undefined,
              opacity: skipped ? 0.55 : dragged === item.key ? 0.4 : 1,
              bgcolor: item.kind === 'break' ? 'transparent' : 'background.paper',
              backgroundImage: item.kind === 'break' ? HATCHED : 'none',
            }}
          >
            <Typography variant="body2" sx={{ color: 'text.secondary', lineHeight: 1.2 }}>
              {item.minutes}
            </Typography>
            <Typography
              sx={{
                fontWeight: 600,
                fontSize: '0.9rem',
                lineHeight: 1.2,
                textDecoration: skipped ? 'line-through' : undefined,
                overflowWrap: 'anywhere',
                // A break is told by its hatching; there is no room for words in it.
                ...(item.kind === 'break' ? { visibility: { md: 'hidden' } } : {}),
              }}
            >
              {item.title}
            </Typography>
            {item.tempo && item.minutes >= 8 && (
              <Typography variant="body2" sx={{ color: 'text.secondary', lineHeight: 1.2, mt: 0.25 }}>
                {tempoName(tempo(item.tempo.bpm, item.tempo.beat))}
              </Typography>
            )}
            <Box
              aria-hidden
              sx={{
                position: 'absolute',
                left: 0,
                bottom: 0,
                height: 5,
                width: `${100 * filled}%`,
                bgcolor: 'primary.main',
              }}
            />
          </Box>
        );
      })}
    </Box>
  );
}
