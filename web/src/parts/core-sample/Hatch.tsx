/** The hatching of silent bars, as a pattern to fill with. */
import { INK } from '../../theme/palette.ts';

/** @param size of one hatch, in the drawing's own pixels. */
export function Hatch({ id, size = 7 }: { id: string; size?: number }) {
  return (
    <defs>
      <pattern id={id} width={size} height={size} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
        <line x1="0" y1="0" x2="0" y2={size} stroke={INK.hatch} strokeWidth={size / 2.9} />
      </pattern>
    </defs>
  );
}
