/** What is listened to while one plays. */
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { Link } from 'react-router';
import { type ListensTo, changeRig, useRig } from '../../device/rig-store.ts';
import { Choice } from '../fields/Choice.tsx';

export const INPUT_NAMES: readonly (readonly [ListensTo, string])[] = [
  ['keys', 'keys and screen'],
  ['microphone', 'microphone'],
  ['midi', 'MIDI'],
  ['simulated microphone', 'simulated microphone'],
  ['simulated pad', 'simulated pad'],
];

const HINTS: Record<ListensTo, string> = {
  keys: '',
  microphone:
    'Wear headphones if you can. From a loudspeaker the click reaches the microphone too; there it is recognised and taken out.',
  midi: 'Notes are hits. Esc stops, or a pedal that you chose.',
  'simulated microphone': 'Nobody plays: a program does, as sound before a microphone.',
  'simulated pad': 'Nobody plays: a program does, on a pad.',
};

/** @param isSetUp it is being set up here: there is no way to that. */
export function InputChoice({ isSetUp = false }: { isSetUp?: boolean }) {
  const { listensTo } = useRig();
  return (
    <Stack spacing={1} sx={{ mb: 2, maxWidth: 460 }}>
      <Choice
        label="Feldspar listens to"
        value={listensTo}
        options={INPUT_NAMES}
        onChange={(next) => changeRig({ listensTo: next })}
        minWidth={230}
      />
      {listensTo !== 'keys' && (
        <Typography variant="body2" sx={{ color: 'text.secondary' }}>
          {HINTS[listensTo]} {!isSetUp && <Link to="/rig">Set it up</Link>}
        </Typography>
      )}
    </Stack>
  );
}
