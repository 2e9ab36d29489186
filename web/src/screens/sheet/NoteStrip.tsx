/** The notes one after another, to choose by mouse or arrow keys, to write by key, and to be read aloud. */
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import type { CountedNote } from '@feldspar/core/counts';
import { type KeyboardEvent, useEffect, useRef } from 'react';
import { noteInWords } from '../../parts/engraving/counts-under.ts';
import { ReadOut } from '../../parts/layout/ReadOut.tsx';
import type { Writing } from './useWriting.ts';
import { WRITING_KEYS, write } from './writing-keys.ts';

interface NoteStripProps {
  notes: readonly CountedNote[];
  writing: Writing;
  /** The note that sounds, while the sheet is heard. */
  caret: number | null;
}

export function NoteStrip({ notes, writing, caret }: NoteStripProps) {
  const list = useRef<HTMLDivElement>(null);
  const wrote = useRef(false);
  const { chosen } = writing;
  const onKey = (event: KeyboardEvent) => {
    if (!write(writing, event)) return;
    event.preventDefault();
    wrote.current = true;
  };
  // What was written by key is where one writes on.
  useEffect(() => {
    if (!wrote.current) return;
    wrote.current = false;
    list.current?.querySelectorAll<HTMLElement>('[role=option]')[chosen.to]?.focus();
  }, [chosen.to, notes]);
  const isChosen = (i: number) => (caret === null ? i >= chosen.from && i <= chosen.to : i === caret);
  return (
    <Box>
      <Box
        ref={list}
        role="listbox"
        aria-label="Notes"
        aria-multiselectable="true"
        tabIndex={notes.length === 0 ? 0 : -1}
        onKeyDown={onKey}
        sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.5, minHeight: 36 }}
      >
        {notes.map((note, i) => (
          // Keys are heard by the list, whichever note has the focus.
          // oxlint-disable-next-line jsx-a11y/click-events-have-key-events
          <Box
            key={i}
            role="option"
            aria-selected={isChosen(i)}
            tabIndex={i === chosen.to ? 0 : -1}
            onClick={(event) => writing.choose(i, event.shiftKey)}
            sx={{
              // What is only read out lies within it.
              position: 'relative',
              fontSize: '0.85rem',
              display: 'flex',
              alignItems: 'center',
              minHeight: 36,
              px: 1,
              borderRadius: 1,
              border: '1px solid',
              borderColor: isChosen(i) ? 'text.primary' : 'divider',
              bgcolor: isChosen(i) ? 'action.selected' : 'transparent',
              cursor: 'pointer',
              userSelect: 'none',
              ml: i > 0 && notes[i - 1].bar !== note.bar ? 1.5 : 0,
            }}
          >
            <ReadOut>{`Bar ${note.bar + 1}: ${noteInWords(note)}`}</ReadOut>
            <span aria-hidden>
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
            </span>
          </Box>
        ))}
      </Box>
      <Typography variant="body2" sx={{ color: 'text.secondary', mt: 0.5, maxWidth: '90ch' }}>
        {WRITING_KEYS}
      </Typography>
    </Box>
  );
}
