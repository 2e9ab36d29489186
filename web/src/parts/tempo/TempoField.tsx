/** A tempo is a number with its note; switch the note and the number follows, so that the speed stays. */
import { RATE_RANGE } from '@feldspar/core/reference';
import { type Tempo, nameOfLength, saidIn, tempoName } from '@feldspar/core/time';
import { useState } from 'react';
import { NoteSelect } from './NoteSelect.tsx';
import { RateField, inRange } from './RateField.tsx';

export interface TempoFieldProps {
  value: Tempo;
  onChange(tempo: Tempo): void;
  /** Told whether the field holds a tempo, so that a form can wait. */
  onValid?(valid: boolean): void;
  /** What the tempo is of, where a screen has several. */
  of?: string;
}

export function TempoField({ value, onChange, onValid, of }: TempoFieldProps) {
  const [refused, setRefused] = useState<string | null>(null);
  const sayIn = (beat: Tempo['beat']) => {
    const said = saidIn(value, beat);
    const within = inRange(said.bpm);
    setRefused(within ? null : `${tempoName(said)} is beyond ${RATE_RANGE.min} to ${RATE_RANGE.max}.`);
    if (within) onChange(said);
  };
  return (
    <RateField
      label="a minute"
      of={of}
      note={nameOfLength(value.beat)}
      value={value.bpm}
      onChange={(bpm) => {
        setRefused(null);
        onChange({ ...value, bpm });
      }}
      onValid={onValid}
      remark={refused}
      beside={<NoteSelect label={of ? `${of}: Note` : 'Note'} value={value.beat} onChange={sayIn} />}
    />
  );
}
