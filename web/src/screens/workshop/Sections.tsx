/** The sections as blocks in a row, as wide as they are long: chosen, dragged into another order, each with its clicks. */
import { useSortable } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import type { Plan, Section } from '@feldspar/core/plan';
import { tempo, tempoName } from '@feldspar/core/time';
import { memo, useMemo } from 'react';
import { Sorting } from '../../parts/sorting/Sorting.tsx';
import { PlanPicture } from '../../parts/plan-card/PlanPicture.tsx';
import { plural } from '../../text/text.ts';
import { INK } from '../../theme/palette.ts';

interface SectionsProps {
  sections: readonly Section[];
  chosen: number;
  /** Sections with something wrong in them. */
  faulty: ReadonlySet<number>;
  onChoose(index: number): void;
  onMove(from: number, to: number): void;
  onAdd(): void;
}

const ROWS = 8;

export const Sections = memo(function Sections(props: SectionsProps) {
  const { sections, chosen, faulty, onChoose, onMove, onAdd } = props;
  const ids = useMemo(() => Array.from({ length: sections.length }, (_, i) => i + 1), [sections.length]);
  return (
    <Sorting ids={ids} onMove={onMove}>
      <Box
        component="ol"
        aria-label="Sections"
        sx={{
          display: 'flex',
          flexWrap: 'wrap',
          gap: 1,
          listStyle: 'none',
          m: 0,
          p: 0,
          alignItems: 'stretch',
        }}
      >
        {sections.map((section, i) => (
          <Block
            key={i}
            section={section}
            index={i}
            chosen={i === chosen}
            faulty={faulty.has(i)}
            onChoose={onChoose}
          />
        ))}
        <Box component="li" sx={{ display: 'flex' }}>
          <Button variant="outlined" onClick={onAdd} sx={{ borderStyle: 'dashed', minWidth: 120 }}>
            Add a section
          </Button>
        </Box>
      </Box>
    </Sorting>
  );
});

interface BlockProps {
  section: Section;
  index: number;
  chosen: boolean;
  faulty: boolean;
  onChoose(index: number): void;
}

/** As a plan of its own, for its picture. */
const alone = (title: string, section: Section): Plan => ({
  format: 'feldspar-plan',
  version: 1,
  title,
  sections: [section],
});

const Block = memo(function Block({ section, index, chosen, faulty, onChoose }: BlockProps) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } =
    useSortable({
      id: index + 1,
    });
  const name = section.name || `Section ${index + 1}`;
  const picture = useMemo(() => alone(name, section), [name, section]);
  return (
    <Box
      component="li"
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition }}
      sx={{
        position: 'relative',
        zIndex: isDragging ? 1 : 0,
        display: 'flex',
        flex: `${section.bars} 1 132px`,
        maxWidth: 280,
        border: '2px solid',
        borderColor: chosen ? INK.player : faulty ? 'error.main' : 'divider',
        borderRadius: 1,
        bgcolor: 'background.paper',
        boxShadow: isDragging ? 4 : 0,
        touchAction: 'manipulation',
      }}
    >
      <Box
        component="button"
        type="button"
        aria-pressed={chosen}
        onClick={() => onChoose(index)}
        sx={{
          flexGrow: 1,
          minWidth: 0,
          minHeight: 44,
          display: 'flex',
          flexDirection: 'column',
          gap: 0.25,
          p: 1,
          pr: 4.5,
          border: 0,
          background: 'none',
          font: 'inherit',
          color: 'inherit',
          textAlign: 'left',
          cursor: 'pointer',
        }}
      >
        <Typography component="span" sx={{ fontWeight: 700, lineHeight: 1.2 }}>
          {index + 1}. {name}
        </Typography>
        <Typography component="span" variant="body2" sx={{ color: 'text.secondary' }}>
          {plural(section.bars, 'bar')}, {spoken(section)}
        </Typography>
        {faulty && (
          <Typography component="span" variant="body2" sx={{ color: 'error.main', fontWeight: 700 }}>
            something is wrong here
          </Typography>
        )}
        <PlanPicture plan={picture} rowHeight={5} mostRows={ROWS} />
      </Box>
      <Box
        component="button"
        type="button"
        ref={setActivatorNodeRef}
        {...attributes}
        {...listeners}
        aria-label={`Drag section ${index + 1}`}
        sx={{
          position: 'absolute',
          top: 0,
          right: 0,
          width: 34,
          height: 44,
          border: 0,
          background: 'none',
          color: INK.quiet,
          cursor: 'grab',
          fontSize: '1.2rem',
          touchAction: 'none',
        }}
      >
        ⇆
      </Box>
    </Box>
  );
});

/** "quarter = 98"; a tempo that is being typed may be none yet. */
function spoken({ tempo: { bpm, beat } }: Section): string {
  try {
    return tempoName(tempo(bpm, beat));
  } catch {
    return '';
  }
}
