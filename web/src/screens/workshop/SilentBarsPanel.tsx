/** Which bars of a section are silent, painted; where that is not said bar by bar, it says so. */
import Typography from '@mui/material/Typography';
import type { Section } from '@feldspar/core/plan';
import { Panel } from '../../parts/layout/Panel.tsx';
import { SilentBars } from './SilentBars.tsx';
import { silenceOf } from './hand.ts';

interface SilentBarsPanelProps {
  /** Null where chance or a fade says it, or where something is wrong. */
  silent: boolean[] | null;
  /** Nothing is wrong with the section. */
  drawn: boolean;
  onChange(change: Partial<Section>): void;
}

export function SilentBarsPanel({ silent, drawn, onChange }: SilentBarsPanelProps) {
  return (
    <Panel title="Silent bars">
      {silent ? (
        <>
          <SilentBars silent={silent} onChange={(flags) => onChange({ silence: silenceOf(flags) })} />
          <Typography variant="body2" sx={{ color: 'text.secondary', mt: 0.5 }}>
            Paint the bars in which the clicks fall silent: by mouse or finger, or with arrows, Enter and
            Shift with arrows.
          </Typography>
        </>
      ) : (
        <Typography>
          {drawn
            ? 'Which bars are silent is not said bar by bar here: see “Silence”.'
            : 'Drawn again when what is wrong is mended.'}
        </Typography>
      )}
    </Panel>
  );
}
