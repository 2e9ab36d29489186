/** Writing by buttons: a note after the chosen ones, and what these carry. */
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import type { SheetTuplet } from '@feldspar/core/counts';
import type { NoteBase } from '@feldspar/core/time';
import type { ReactNode } from 'react';
import { NoteSign } from '../../parts/engraving/NoteSign.tsx';
import { Choice } from '../../parts/fields/Choice.tsx';
import { TypedField } from '../../parts/fields/TypedField.tsx';
import { LengthField } from '../../parts/fields/LengthField.tsx';
import type { Writing } from './useWriting.ts';
import { say } from '../../parts/actions/say.ts';

const VALUES: NoteBase[] = ['whole', 'half', 'quarter', 'eighth', 'sixteenth', 'thirty-second'];
const TUPLETS = ['none', '3 in 2', '5 in 4', '6 in 4', '7 in 4'] as const;
const GRACE = { values: ['sixteenth' as const], takes: '1/16', from: 'main' as const };
const GIVERS = [
  ['main', 'its own note'],
  ['before', 'what is before'],
] as const;

export function Palette({ writing }: { writing: Writing }) {
  const { note, tuplet } = writing;
  const button = (text: string, onClick: () => void, pressed?: boolean, sign?: ReactNode) => (
    <Button
      key={text}
      size="small"
      variant={pressed ? 'contained' : sign ? 'outlined' : 'text'}
      startIcon={sign}
      disabled={pressed !== undefined && !note}
      aria-pressed={pressed}
      onClick={onClick}
    >
      {text}
    </Button>
  );
  const nameOf = ({ notes, inTimeOf }: SheetTuplet['tuplet']) => `${notes} in ${inTimeOf}`;
  const tuplets = [...new Set([...TUPLETS, ...(tuplet ? [nameOf(tuplet)] : [])])];
  const setTuplet = (name: string) => {
    const [notes, inTimeOf] = name.split(' in ').map(Number);
    if (!writing.setTuplet(inTimeOf ? { notes, inTimeOf } : null))
      say('Choose notes of one bar that are in no tuplet yet.', { variant: 'info' });
  };
  return (
    <Stack spacing={1}>
      <Row label="Add after">
        {VALUES.map((value) =>
          button(value, () => writing.add({ value }), undefined, <NoteSign value={value} />),
        )}
        {button('quarter rest', () => writing.add({ value: 'quarter', rest: true }))}
        {button('eighth rest', () => writing.add({ value: 'eighth', rest: true }))}
      </Row>
      <Row label="The chosen notes">
        {button('Dot', writing.dot, Boolean(note?.dots))}
        {button('Rest', () => writing.toggle('rest'), Boolean(note?.rest))}
        {button('Tie', () => writing.toggle('tie'), Boolean(note?.tie))}
        {button('Accent', () => writing.toggle('accent'), Boolean(note?.accent))}
        {button(
          'Grace note',
          () => writing.change((one) => ({ ...one, grace: note?.grace ? undefined : GRACE })),
          Boolean(note?.grace),
        )}
        {button('Copy', writing.copy)}
        {button('Cut', writing.cut)}
        {button('Paste', writing.paste)}
        {button('Earlier', () => writing.move(-1))}
        {button('Later', () => writing.move(1))}
        {button('Remove', writing.remove)}
      </Row>
      {note && (
        <Row label="More of the chosen notes">
          <Choice
            label="Tuplet"
            value={tuplet ? nameOf(tuplet) : 'none'}
            options={tuplets.map((name) => [name, name] as const)}
            onChange={setTuplet}
            minWidth={110}
          />
          <TypedField
            label="Sticking"
            value={note.sticking ?? ''}
            show={(text) => text}
            read={(text) =>
              /^[A-Za-z]{0,8}$/.test(text.trim())
                ? { value: text.trim() }
                : { problem: 'One to eight letters, like R.' }
            }
            onChange={(sticking) =>
              writing.change(
                (one) => ({ ...one, sticking: sticking === '' ? undefined : sticking }),
                'sticking',
              )
            }
            width={110}
          />
          {note.grace && (
            <>
              <LengthField
                label="The grace note takes"
                value={note.grace.takes}
                onChange={(takes) =>
                  writing.change(
                    ({ grace, ...one }) => ({ ...one, grace: grace && { ...grace, takes } }),
                    'takes',
                  )
                }
              />
              <Choice
                label="from"
                value={note.grace.from}
                options={GIVERS}
                onChange={(from) =>
                  writing.change(({ grace, ...one }) => ({ ...one, grace: grace && { ...grace, from } }))
                }
              />
            </>
          )}
        </Row>
      )}
    </Stack>
  );
}

function Row({ label, children }: { label: string; children: ReactNode }) {
  return (
    <Stack direction="row" spacing={1} role="group" aria-label={label} sx={{ flexWrap: 'wrap' }}>
      {children}
    </Stack>
  );
}
