/** A tempo is a number with its note: typed or stepped with the arrow keys; switch the note and the number follows. */
import MenuItem from '@mui/material/MenuItem';
import Stack from '@mui/material/Stack';
import TextField from '@mui/material/TextField';
import { BPM_RANGE } from '@feldspar/core/plan';
import { Fraction, type Tempo, commonBeats, nameOfLength, saidIn } from '@feldspar/core/time';
import { type KeyboardEvent, useState } from 'react';

export const TEMPO_HINT = `Type a number from ${BPM_RANGE.min} to ${BPM_RANGE.max}.`;

/** The typed text as a rate, or null when it is none. Decimals may use point or comma. */
export function readRate(text: string): Tempo['bpm'] | null {
  if (!/^\d{1,3}([.,]\d{1,3})?$/.test(text.trim())) return null;
  const rate = new Fraction(text.trim().replace(',', '.'));
  return rate.gte(BPM_RANGE.min) && rate.lte(BPM_RANGE.max) ? rate : null;
}

export interface TempoFieldProps {
  value: Tempo;
  onChange(tempo: Tempo): void;
  /** Told whether the field holds a tempo, so that a form can wait. */
  onValid?(valid: boolean): void;
}

export function TempoField({ value, onChange, onValid }: TempoFieldProps) {
  // What is being typed stays as typed while it is no tempo yet, or says the same rate ("84." on the way to "84.5").
  const [draft, setDraft] = useState<string | null>(null);
  const drafted = draft === null ? null : readRate(draft);
  const text = draft !== null && (drafted === null || drafted.equals(value.bpm)) ? draft : rateText(value);
  const rate = readRate(text);
  const beats = commonBeats();
  const beat = value.beat.toFraction();

  const type = (next: string) => {
    setDraft(next);
    const typed = readRate(next);
    onValid?.(typed !== null);
    if (typed) onChange({ ...value, bpm: typed });
  };
  const step = (event: KeyboardEvent) => {
    const by = { ArrowUp: 1, ArrowDown: -1, PageUp: 10, PageDown: -10 }[event.key];
    if (!by) return;
    event.preventDefault();
    setDraft(null);
    onValid?.(true);
    const bpm = value.bpm.add(by);
    if (bpm.gte(BPM_RANGE.min) && bpm.lte(BPM_RANGE.max)) onChange({ ...value, bpm });
  };

  return (
    <Stack direction="row" spacing={1} sx={{ alignItems: 'flex-start' }}>
      <TextField
        select
        label="Note"
        value={beat}
        onChange={({ target }) => onChange(saidIn(value, new Fraction(target.value)))}
        sx={{ minWidth: 150 }}
      >
        {!beats.some(({ length }) => length === beat) && (
          <MenuItem value={beat}>{nameOfLength(value.beat)}</MenuItem>
        )}
        {beats.map(({ length, name }) => (
          <MenuItem key={length} value={length}>
            {name}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        label="a minute"
        value={text}
        error={rate === null}
        helperText={rate === null ? TEMPO_HINT : ' '}
        onChange={({ target }) => type(target.value)}
        onKeyDown={step}
        slotProps={{ htmlInput: { inputMode: 'decimal', size: 6 } }}
        sx={{ width: 150 }}
      />
    </Stack>
  );
}

function rateText({ bpm }: Tempo): string {
  return String(Math.round(bpm.valueOf() * 1000) / 1000);
}
