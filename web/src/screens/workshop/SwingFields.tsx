/** Whether a line swings: which notes, and how far. */
import type { PlayLine } from '@feldspar/core/plan';
import { Choice } from '../../parts/fields/Choice.tsx';
import { TypedField, numberFrom } from '../../parts/fields/TypedField.tsx';

const STRAIGHT = '0';
const OPTIONS = [
  [STRAIGHT, 'straight'],
  ['1/8', 'swung eighths'],
  ['1/16', 'swung sixteenths'],
] as const;

/** Triplet feel: the long note is twice the short one. */
const USUAL_RATIO = 2;

interface SwingFieldsProps {
  line: PlayLine;
  onChange(swing: PlayLine['swing']): void;
}

export function SwingFields({ line: { swing }, onChange }: SwingFieldsProps) {
  const of = swing?.of ?? STRAIGHT;
  const known = OPTIONS.some(([value]) => value === of);
  return (
    <>
      <Choice<string>
        label="Feel"
        value={of}
        options={known ? OPTIONS : [...OPTIONS, [of, `swung ${of} notes`]]}
        onChange={(next) =>
          onChange(next === STRAIGHT ? undefined : { of: next, ratio: swing?.ratio ?? USUAL_RATIO })
        }
      />
      {swing && (
        <TypedField
          label="Long to short"
          value={swing.ratio}
          show={String}
          read={numberFrom(1, 9)}
          onChange={(ratio) => onChange({ ...swing, ratio })}
        />
      )}
    </>
  );
}
