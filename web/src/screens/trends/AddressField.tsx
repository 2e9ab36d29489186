/** What is typed here goes into the address; the address follows a little later, and must not take letters back. */
import { useState } from 'react';
import { TypedField } from '../../parts/fields/TypedField.tsx';
import type { Typed } from '../../parts/fields/useTyped.ts';

interface AddressFieldProps {
  label: string;
  /** As the address said it when the screen was opened. */
  initial: string;
  /** What is wrong with a text; null where nothing is. */
  problem(text: string): string | null;
  onChange(text: string): void;
  width: number;
}

export function AddressField({ label, initial, problem, onChange, width }: AddressFieldProps) {
  const [text, setText] = useState(initial);
  const read = (typed: string): Typed<string> => {
    const wrong = problem(typed.trim());
    return wrong === null ? { value: typed.trim() } : { problem: wrong };
  };
  return (
    <TypedField
      label={label}
      value={text}
      show={(shown) => shown}
      read={read}
      onChange={(typed) => {
        setText(typed);
        onChange(typed);
      }}
      width={width}
    />
  );
}
