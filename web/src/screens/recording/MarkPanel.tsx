/** The chosen stroke: where it lies, how sure the ears are, and the keys that change it. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import type { Mark } from '@feldspar/core/recordings';
import { Panel } from '../../parts/layout/Panel.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { SMALL_S } from './useMarkKeys.ts';

const KEYS: [string, string][] = [
  ['N  P', 'next, before'],
  ['← →', '1 ms, with ⇧ 10 ms'],
  ['Del', 'not a stroke'],
  ['+', 'a stroke at the place that was heard, or chosen'],
  ['M', 'mute the chosen stretch, and hear it again'],
];

interface MarkPanelProps {
  mark: Mark | null;
  /** "Bar 3, beat 2", and how far from it. */
  place: { where: string; aside: string | null } | null;
  /** By hand, where there are no arrow keys. */
  onNudge(byS: number): void;
  onRemove(): void;
  onPlace: (() => void) | null;
  placeText: string;
}

export function MarkPanel({ mark, place, onNudge, onRemove, onPlace, placeText }: MarkPanelProps) {
  return (
    <Panel title="Stroke">
      <div role="status" aria-label="Chosen stroke">
        {mark && place ? (
          <>
            <Typography sx={{ fontWeight: 600 }}>{place.where}</Typography>
            {place.aside && <Typography>{place.aside}</Typography>}
            <Typography variant="body2" sx={{ color: 'text.secondary' }}>
              {mark.timeS.toFixed(3)} s{mark.line === undefined ? '' : ` · line ${mark.line + 1}`} ·{' '}
              {sureness(mark)}
            </Typography>
          </>
        ) : (
          <Typography sx={{ color: 'text.secondary' }}>
            None chosen. Press N, or click one; drag it to move it, double-click to add one.
          </Typography>
        )}
      </div>
      {mark && (
        <>
          <Row gap={0.5}>
            <Button size="small" onClick={() => onNudge(-SMALL_S)} sx={{ color: 'text.secondary' }}>
              1 ms earlier
            </Button>
            <Button size="small" onClick={() => onNudge(SMALL_S)} sx={{ color: 'text.secondary' }}>
              1 ms later
            </Button>
          </Row>
          <Row>
            <Button size="small" onClick={onRemove} sx={{ color: 'text.secondary' }}>
              Not a stroke
            </Button>
          </Row>
        </>
      )}
      {mark && onPlace && (
        <Row>
          <Button size="small" onClick={onPlace} sx={{ color: 'text.secondary' }}>
            {placeText}
          </Button>
        </Row>
      )}
      <Typography
        component="dl"
        variant="body2"
        sx={{
          display: 'grid',
          gridTemplateColumns: 'auto 1fr',
          columnGap: 1.5,
          mb: 0,
          mt: 1.5,
          color: 'text.secondary',
        }}
      >
        {KEYS.map(([key, does]) => (
          <div key={key} style={{ display: 'contents' }}>
            <dt style={{ whiteSpace: 'pre' }}>{key}</dt>
            <dd style={{ margin: 0 }}>{does}</dd>
          </div>
        ))}
      </Typography>
    </Panel>
  );
}

function sureness({ heardS, timeS, strength, confidence }: Mark): string {
  if (heardS === undefined) return 'put here by hand';
  const strong = `strength ${(strength ?? 0).toFixed(2)}`;
  const moved = timeS === heardS ? '' : `, moved ${Math.round(1000 * (timeS - heardS))} ms by hand`;
  return `${strong}, ${(confidence ?? 0) > 0.8 ? 'sure' : (confidence ?? 0) > 0.5 ? 'fairly sure' : 'doubtful'}${moved}`;
}
