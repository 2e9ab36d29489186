/** The notes one after another, to choose one by mouse or arrow keys, and to be read aloud. */
import Box from '@mui/material/Box';
import type { CountedNote } from '@feldspar/core/counts';
import { type KeyboardEvent, useRef } from 'react';
import { noteInWords } from './counts-under.ts';

interface NoteStripProps {
  notes: readonly CountedNote[];
  chosen: number;
  onChoose(index: number): void;
}

export function NoteStrip({ notes, chosen, onChoose }: NoteStripProps) {
  const list = useRef<HTMLDivElement>(null);
  const onKey = (event: KeyboardEvent) => {
    const step = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key];
    if (step === undefined) return;
    event.preventDefault();
    const next = Math.max(0, Math.min(notes.length - 1, chosen + step));
    onChoose(next);
    list.current?.querySelectorAll<HTMLElement>('[role=radio]')[next]?.focus();
  };
  return (
    <Box
      ref={list}
      role="radiogroup"
      aria-label="Notes"
      onKeyDown={onKey}
      sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.5 }}
    >
      {notes.map((note, i) => (
        <Box
          key={i}
          component="button"
          type="button"
          role="radio"
          aria-checked={i === chosen}
          aria-label={`Bar ${note.bar + 1}: ${noteInWords(note)}`}
          tabIndex={i === chosen ? 0 : -1}
          onClick={() => onChoose(i)}
          sx={{
            font: 'inherit',
            fontSize: '0.85rem',
            color: 'text.primary',
            minHeight: 36,
            px: 1,
            borderRadius: 1,
            border: '1px solid',
            borderColor: i === chosen ? 'text.primary' : 'divider',
            bgcolor: i === chosen ? 'action.selected' : 'transparent',
            cursor: 'pointer',
            ml: i > 0 && notes[i - 1].bar !== note.bar ? 1.5 : 0,
          }}
        >
          {note.counts.map(({ text, how }, k) => (
            <Box
              component="span"
              key={k}
              sx={{
                mr: 0.4,
                fontWeight: how === 'spoken' ? 700 : 400,
                color: how === 'spoken' ? 'text.primary' : 'text.secondary',
              }}
            >
              {how === 'whispered' ? `(${text ?? '·'})` : (text ?? '·')}
            </Box>
          ))}
          {note.counts.length === 0 && '–'}
        </Box>
      ))}
    </Box>
  );
}
