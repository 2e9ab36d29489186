/** Who plays where nobody does: the simulated microphone and the simulated pad. */
import Typography from '@mui/material/Typography';
import Stack from '@mui/material/Stack';
import type { StrokeKind } from '@feldspar/core/players';
import { type SimulatedSetup, changeRig, useRig } from '../../device/rig-store.ts';
import { Choice } from '../../parts/fields/Choice.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { SIMULATED_PLAYERS } from '../../parts/simulated/simulated-players.ts';
import { STROKE_NAMES } from '../../text/input-words.ts';

const CLICKS: [SimulatedSetup['clicks'], string][] = [
  ['none', 'headphones: not in it'],
  ['soft', 'softly in it'],
  ['loud', 'loudly in it'],
];

export function SimulatedPanel() {
  const { simulated, listensTo } = useRig();
  const change = (part: Partial<SimulatedSetup>) => changeRig({ simulated: { ...simulated, ...part } });
  return (
    <Stack spacing={1.5}>
      <Row>
        <Choice
          label="Simulated player"
          value={simulated.player}
          options={SIMULATED_PLAYERS.map(({ name }, i) => [i, name] as const)}
          onChange={(player) => change({ player })}
        />
        {listensTo === 'simulated microphone' && (
          <>
            <Choice
              label="Sound"
              value={simulated.sound}
              options={Object.entries(STROKE_NAMES) as [StrokeKind, string][]}
              onChange={(sound) => change({ sound })}
            />
            <Choice
              label="The click"
              value={simulated.clicks}
              options={CLICKS}
              onChange={(clicks) => change({ clicks })}
              minWidth={190}
            />
          </>
        )}
      </Row>
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        A program plays; everything behind the device is what a real one goes through. Takes are marked so.
      </Typography>
    </Stack>
  );
}
