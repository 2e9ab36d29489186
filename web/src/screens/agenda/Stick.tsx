/** A session as a measuring stick of minutes: widths are minutes, breaks hatched, what was played underlined. On a phone it stands upright. */
import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { AgendaItem, Session } from '@feldspar/core/planner';
import { tempo, tempoName } from '@feldspar/core/time';
import { ReadOut } from '../../parts/layout/ReadOut.tsx';
import { Sorting } from '../../parts/sorting/Sorting.tsx';

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
  return (
    <Sorting ids={items.map(({ key }) => key)} onMove={(from, to) => onMove?.(items[from].key, to)}>
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
          const deed = did?.[i].did ?? 'waiting';
          const isOn = i === at;
          return (
            <Piece
              key={item.key}
              item={item}
              isOn={isOn}
              isSkipped={deed === 'skipped'}
              filled={isOn ? share : deed === 'played' || deed === 'cut short' ? 1 : 0}
              isFixed={onMove === null}
            />
          );
        })}
      </Box>
    </Sorting>
  );
}

interface PieceProps {
  item: AgendaItem;
  isOn: boolean;
  isSkipped: boolean;
  /** How much of it is underlined, 0 to 1. */
  filled: number;
  isFixed: boolean;
}

function Piece({ item, isOn, isSkipped, filled, isFixed }: PieceProps) {
  const { key, kind, minutes, title, tempo: at } = item;
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({
    id: key,
    disabled: isFixed,
  });
  return (
    <Box
      component="li"
      ref={setNodeRef}
      aria-current={isOn ? 'step' : undefined}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      sx={{
        position: 'relative',
        flex: { xs: 'none', md: `${minutes} 1 0` },
        minWidth: 0,
        minHeight: { xs: Math.max(UPRIGHT.least, UPRIGHT.minute * minutes), md: 96 },
        border: isOn ? '2px solid' : '1px solid',
        borderColor: isOn ? 'primary.main' : 'divider',
        borderRadius: 1,
        overflow: 'hidden',
        opacity: isSkipped ? 0.6 : 1,
        zIndex: isDragging ? 1 : undefined,
        bgcolor: kind === 'break' ? 'transparent' : 'background.paper',
        backgroundImage: kind === 'break' ? HATCHED : 'none',
      }}
    >
      <Box
        {...(isFixed ? {} : { ...attributes, ...listeners })}
        sx={{
          p: 1,
          height: '100%',
          cursor: isFixed ? undefined : 'grab',
          touchAction: isFixed ? undefined : 'none',
        }}
      >
        <Typography variant="body2" sx={{ color: 'text.secondary', lineHeight: 1.2 }}>
          {!isFixed && <ReadOut>Move, </ReadOut>}
          {minutes}
          <ReadOut> minutes: </ReadOut>
        </Typography>
        <Typography
          sx={{
            fontWeight: 600,
            fontSize: minutes < 8 ? { xs: '0.9rem', md: '0.78rem' } : '0.9rem',
            lineHeight: 1.2,
            textDecoration: isSkipped ? 'line-through' : undefined,
            overflowWrap: 'break-word',
            // A break is told by its hatching; there is no room for words in it.
            ...(kind === 'break' ? { visibility: { md: 'hidden' } } : {}),
          }}
        >
          {title}
        </Typography>
        {at && minutes >= 8 && (
          <Typography variant="body2" sx={{ color: 'text.secondary', lineHeight: 1.2, mt: 0.25 }}>
            {tempoName(tempo(at.bpm, at.beat))}
          </Typography>
        )}
      </Box>
      <Box
        aria-hidden
        sx={{
          ...{ position: 'absolute', left: 0, bottom: 0, height: 5 },
          width: `${100 * filled}%`,
          bgcolor: 'primary.main',
        }}
      />
    </Box>
  );
}
