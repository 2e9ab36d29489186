/**
 * A number being typed. What is typed stays as typed while it is no rate yet, or says the same rate ("84." on the way to
 * "84.5"); otherwise the field shows the value.
 */
import type { TypedRate } from '@feldspar/core/reference';
import { type Tempo, rateText } from '@feldspar/core/time';
import { useState } from 'react';

type Rate = Tempo['bpm'];

export interface TypedRateField {
  text: string;
  problem: string | null;
  type(text: string): void;
  /** Sets the value from elsewhere (a key, a tap); what was typed is forgotten. */
  set(bpm: Rate): void;
}

export interface TypedRateOptions {
  value: Rate;
  read(text: string): TypedRate;
  onChange(bpm: Rate): void;
  /** Told whether the field holds a rate, so that a form can wait. */
  onValid?(valid: boolean): void;
}

export function useTypedRate({ value, read, onChange, onValid }: TypedRateOptions): TypedRateField {
  const [draft, setDraft] = useState<string | null>(null);
  const drafted = draft === null ? null : read(draft);
  const kept = drafted !== null && (drafted.problem !== undefined || drafted.bpm.equals(value));
  return {
    text: kept && draft !== null ? draft : rateText(value),
    problem: drafted?.problem ?? null,
    type(text) {
      setDraft(text);
      const { bpm } = read(text);
      onValid?.(bpm !== undefined);
      if (bpm) onChange(bpm);
    },
    set(bpm) {
      setDraft(null);
      onValid?.(true);
      onChange(bpm);
    },
  };
}
