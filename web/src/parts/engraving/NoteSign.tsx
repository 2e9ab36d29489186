/** A note drawn small, for buttons: its head, stem and flags. */
import type { NoteBase } from '@feldspar/core/time';

const FLAGS: Record<NoteBase, number> = {
  breve: 0,
  whole: 0,
  half: 0,
  quarter: 0,
  eighth: 1,
  sixteenth: 2,
  'thirty-second': 3,
  'sixty-fourth': 4,
};
const OPEN: ReadonlySet<string> = new Set(['breve', 'whole', 'half']);
const WITHOUT_STEM: ReadonlySet<string> = new Set(['breve', 'whole']);

export function NoteSign({ value, size = 22 }: { value: NoteBase; size?: number }) {
  const stem = !WITHOUT_STEM.has(value);
  return (
    <svg viewBox="0 0 20 28" height={size} aria-hidden="true" style={{ display: 'block' }}>
      <ellipse
        cx="7.5"
        cy="22"
        rx="4.6"
        ry="3.1"
        transform="rotate(-22 7.5 22)"
        fill={OPEN.has(value) ? 'none' : 'currentColor'}
        stroke="currentColor"
        strokeWidth="1.7"
      />
      {stem && <path d="M11.8 20.6V2.5" stroke="currentColor" strokeWidth="1.5" />}
      {Array.from({ length: FLAGS[value] }, (_, i) => (
        <path
          key={i}
          d={`M11.8 ${2.5 + 4.2 * i}c0.6 3.4 5.4 4 3.6 9.2`}
          fill="none"
          stroke="currentColor"
          strokeWidth="1.7"
          strokeLinecap="round"
        />
      ))}
    </svg>
  );
}
