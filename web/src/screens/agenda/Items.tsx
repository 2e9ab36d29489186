/** The items of an agenda, each with its reason, and its place and length to be changed. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import type { AgendaItem } from '@feldspar/core/planner';
import { itemLine } from '@feldspar/core/words';
import { undoable } from '../../parts/actions/undoable.tsx';
import { List, ListItem } from '../../parts/layout/List.tsx';

interface ItemsProps {
  items: readonly AgendaItem[];
  onMove(key: string, by: -1 | 1): void;
  onLength(item: AgendaItem, by: -1 | 1): void;
  onRemove(item: AgendaItem): void;
  /** As it was before the last one was taken out. */
  onBack(): void;
}

export function Items({ items, onMove, onLength, onRemove, onBack }: ItemsProps) {
  const remove = (item: AgendaItem) =>
    void undoable({
      said: `Taken out: ${item.title}`,
      run: async () => onRemove(item),
      undo: async () => onBack(),
      alone: true,
    });
  return (
    <List label="Items">
      {items.map((item, i) => {
        const of = `${i + 1}, ${item.title}`;
        return (
          <ListItem
            key={item.key}
            actions={
              <Box className="no-print">
                <Button size="small" onClick={() => onLength(item, -1)} aria-label={`Shorter: ${of}`}>
                  Shorter
                </Button>
                <Button size="small" onClick={() => onLength(item, 1)} aria-label={`Longer: ${of}`}>
                  Longer
                </Button>
                <Button
                  size="small"
                  disabled={i === 0}
                  onClick={() => onMove(item.key, -1)}
                  aria-label={`Earlier: ${of}`}
                >
                  Earlier
                </Button>
                <Button
                  size="small"
                  disabled={i === items.length - 1}
                  onClick={() => onMove(item.key, 1)}
                  aria-label={`Later: ${of}`}
                >
                  Later
                </Button>
                <Button
                  size="small"
                  disabled={items.length === 1}
                  onClick={() => remove(item)}
                  aria-label={`Take out: ${of}`}
                >
                  Take out
                </Button>
              </Box>
            }
          >
            <Typography sx={{ fontWeight: 600 }}>{itemLine(item)}</Typography>
            {item.why && (
              <Typography variant="body2" sx={{ color: 'text.secondary' }}>
                {item.why}
              </Typography>
            )}
          </ListItem>
        );
      })}
    </List>
  );
}
