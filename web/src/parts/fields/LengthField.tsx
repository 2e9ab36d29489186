/** A length as people say it: so many of a note. */
import Stack from '@mui/material/Stack';
import { Fraction, type Tempo, countedLength, parseFraction } from '@feldspar/core/time';
import { useState } from 'react';
import { NoteSelect } from '../tempo/NoteSelect.tsx';
import { TypedField, wholeFrom } from './TypedField.tsx';

interface LengthFieldProps {
  /** Before the number; the note is named after it. */
  label: string;
  /** A fraction of a whole note; "0" is none at all. */
  value: string;
  onChange(length: string): void;
  /** None at all may be said, with this note offered for more. */
  orNone?: string;
}

const MOST = 128;

export function LengthField({ label, value, onChange, orNone }: LengthFieldProps) {
  const [said, setSaid] = useState<{ count: number; note: Tempo['beat'] } | null>(null);
  const length = parseFraction(value);
  const none = length.equals(0);
  const plain = none ? { count: 0, note: new Fraction(orNone ?? '1/4') } : countedLength(length);
  // Four quarters stay four quarters while one types, although they are a whole.
  const { count, note } = said && said.note.mul(said.count).equals(length) ? said : plain;
  const say = (next: { count: number; note: Tempo['beat'] }) => {
    setSaid(next);
    onChange(next.note.mul(next.count).toFraction());
  };
  return (
    <Stack direction="row" spacing={1} role="group" aria-label={label}>
      <TypedField
        label={label}
        value={count}
        show={String}
        read={wholeFrom(orNone === undefined ? 1 : 0, MOST)}
        onChange={(next) => say({ count: next, note })}
        width={110}
      />
      <NoteSelect label={`${label}: note`} value={note} onChange={(next) => say({ count, note: next })} />
    </Stack>
  );
}
