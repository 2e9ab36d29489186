/**
 * A value being typed as text. What is typed stays as typed while it is wrong, or says the same value ("84." on the way to "84.5");
 * otherwise the field shows the value.
 */
import { useState } from 'react';

export type Typed<Value> = { value: Value; problem?: undefined } | { value?: undefined; problem: string };

export interface TypedOptions<Value> {
  value: Value;
  show(value: Value): string;
  read(text: string): Typed<Value>;
  onChange(value: Value): void;
  /** Told whether the field holds a value, so that a form can wait. */
  onValid?: ((valid: boolean) => void) | undefined;
}

export interface TypedText<Value> {
  text: string;
  problem: string | null;
  type(text: string): void;
  /** Sets the value from elsewhere (a key, a tap); what was typed is forgotten. */
  set(value: Value): void;
}

export function useTyped<Value>({
  value,
  show,
  read,
  onChange,
  onValid,
}: TypedOptions<Value>): TypedText<Value> {
  const [draft, setDraft] = useState<string | null>(null);
  const typed = draft === null ? null : read(draft);
  const shown = show(value);
  const kept = typed !== null && (typed.problem !== undefined || show(typed.value) === shown);
  return {
    text: kept && draft !== null ? draft : shown,
    problem: typed?.problem ?? null,
    type(text) {
      setDraft(text);
      const next = read(text);
      onValid?.(next.problem === undefined);
      if (next.problem === undefined) onChange(next.value);
    },
    set(next) {
      setDraft(null);
      onValid?.(true);
      onChange(next);
    },
  };
}
