/** What the recording is called, and whose it is. */
import Stack from '@mui/material/Stack';
import { type Recording, recordingSchema } from '@feldspar/core/recordings';
import { usePlayers } from '../../data/hooks.ts';
import { Choice } from '../../parts/fields/Choice.tsx';
import { TypedField } from '../../parts/fields/TypedField.tsx';
import type { Typed } from '../../parts/fields/useTyped.ts';
import { Panel } from '../../parts/layout/Panel.tsx';
import { playerText } from '../../parts/players/player-text.ts';
import { capital } from '../../text/text.ts';

const NOBODY = 'nobody';

interface AboutPanelProps {
  recording: Recording;
  /** @param step steps of one name are taken back together. */
  onChange(change: (now: Recording) => Recording, step?: string): void;
}

export function AboutPanel({ recording, onChange }: AboutPanelProps) {
  const { name, playerId } = recording;
  const players = (usePlayers().data?.items ?? []).filter(
    ({ id, profile }) => id === playerId || !profile.archived,
  );
  // A player who is gone leaves the recording behind.
  const isKnown = players.some(({ id }) => id === playerId);
  return (
    <Panel title="About it">
      <Stack spacing={2}>
        <TypedField
          label="Name"
          width="100%"
          value={name}
          show={(text) => text}
          read={nameFrom}
          onChange={(text) => onChange((now) => (now.name === text ? now : { ...now, name: text }), 'name')}
        />
        {players.length > 0 && (
          <Choice
            label="Player"
            value={isKnown && playerId !== null ? playerId : NOBODY}
            options={[
              [NOBODY, 'no name'],
              ...players.map((player) => [player.id, playerText(player)] as const),
            ]}
            onChange={(id) => onChange((now) => ({ ...now, playerId: id === NOBODY ? null : id }))}
          />
        )}
      </Stack>
    </Panel>
  );
}

function nameFrom(text: string): Typed<string> {
  const read = recordingSchema.shape.name.safeParse(text);
  if (read.success) return { value: read.data };
  return { problem: `${capital(read.error.issues[0].message)}.` };
}
