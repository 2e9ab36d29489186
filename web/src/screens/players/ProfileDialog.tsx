/** All that is known of a player: name, instruments, how strictly they are judged, how they count, their classes and their sign. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Stack from '@mui/material/Stack';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import Typography from '@mui/material/Typography';
import { MARKS, type Profile, SCHOOLS, SIDES, THOUGHT_IN, markOf } from '@feldspar/core/people';
import { nameOfLength, parseFraction } from '@feldspar/core/time';
import type { Player } from '@feldspar/core/wire';
import { type FormEvent, useState } from 'react';
import { savePlayer } from '../../data/changes.ts';
import { useOnce } from '../../parts/actions/useOnce.ts';
import { Choice } from '../../parts/fields/Choice.tsx';
import { MarkSign } from '../../parts/people/PlayerMark.tsx';
import { without } from '../../parts/people/profile.ts';
import { readPlayer } from '../../parts/players/PlayerDialog.tsx';
import { LEVEL_WORDS } from '../../text/people-text.ts';

interface ProfileDialogProps {
  /** Null for somebody new. */
  player: Player | null;
  others: readonly Player[];
  onClose(): void;
}

/** What a choice says where nothing was chosen. */
const UNSAID = 'not said';

export function ProfileDialog({ player, others, onClose }: ProfileDialogProps) {
  const [name, setName] = useState(player?.name ?? '');
  const [instrument, setInstrument] = useState(player?.instrument ?? '');
  const [classes, setClasses] = useState((player?.profile.groups ?? []).join(', '));
  const [profile, setProfile] = useState<Profile>(player?.profile ?? {});
  const [error, setError] = useState('');
  const [id] = useState(() => player?.id ?? crypto.randomUUID());
  const { run: save, running } = useOnce(async () => {
    try {
      const groups = [
        ...new Set(
          classes
            .split(',')
            .map((one) => one.trim())
            .filter(Boolean),
        ),
      ];
      const rest = without(profile, 'groups');
      const said = { name, instrument, profile: groups.length > 0 ? { ...rest, groups } : rest };
      await savePlayer(id, readPlayer(said, others));
      onClose();
    } catch (failure) {
      setError((failure as Error).message);
    }
  });
  const choose = (key: keyof Profile, value: string) => {
    const rest = without(profile, key);
    setProfile(value === UNSAID ? rest : { ...rest, [key]: value });
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    void save();
  };
  return (
    <Dialog open onClose={onClose} aria-labelledby="profile-dialog" fullWidth maxWidth="sm">
      <form onSubmit={submit}>
        <DialogTitle id="profile-dialog">
          {player ? `What is known of ${player.name}` : 'Add a player'}
        </DialogTitle>
        <DialogContent>
          <Stack spacing={2} sx={{ pt: 1 }}>
            <TextField
              autoFocus
              label="Name"
              value={name}
              onChange={({ target }) => setName(target.value)}
              error={error !== ''}
              helperText={error}
            />
            <TextField
              label="Instruments"
              helperText="One or several, with commas."
              value={instrument}
              onChange={({ target }) => setInstrument(target.value)}
            />
            <TextField
              label="Classes and groups"
              helperText="With commas. Whoever is in one gets what is given to it."
              value={classes}
              onChange={({ target }) => setClasses(target.value)}
            />
            <Box
              sx={{ display: 'grid', gap: 2, gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: '1fr 1fr' } }}
            >
              <Choice
                label="Stage: how strictly takes are judged"
                value={profile.level ?? UNSAID}
                options={[[UNSAID, 'as usual'], ...Object.entries(LEVEL_WORDS)]}
                onChange={(value) => choose('level', value)}
              />
              <Choice
                label="School"
                value={profile.school ?? UNSAID}
                options={[[UNSAID, 'either'], ...SCHOOLS.map((one) => [one, one] as const)]}
                onChange={(value) => choose('school', value)}
              />
              {(['hand', 'foot'] as const).map((limb) => (
                <Choice
                  key={limb}
                  label={limb === 'hand' ? 'Hand' : 'Foot'}
                  value={profile[limb] ?? UNSAID}
                  options={[[UNSAID, UNSAID], ...SIDES.map((side) => [side, side] as const)]}
                  onChange={(value) => choose(limb, value)}
                />
              ))}
              <Choice
                label="Thinks a tempo in"
                value={profile.thinksIn ?? UNSAID}
                options={[
                  [UNSAID, UNSAID],
                  ...THOUGHT_IN.map((note) => [note, `${nameOfLength(parseFraction(note))} notes`] as const),
                ]}
                onChange={(value) => choose('thinksIn', value)}
              />
              <Choice
                label="Counts"
                value={profile.counts ?? UNSAID}
                options={[
                  [UNSAID, UNSAID],
                  ['e and a', '1 e and a'],
                  ['and', '1 and 2 and'],
                  ['la li', '1 la li'],
                ]}
                onChange={(value) => choose('counts', value)}
              />
            </Box>
            <Box>
              <Typography id="own-sign" variant="body2" sx={{ color: 'text.secondary', mb: 0.5 }}>
                A sign of their own
              </Typography>
              <ToggleButtonGroup
                exclusive
                aria-labelledby="own-sign"
                value={markOf({ id, profile })}
                sx={{ flexWrap: 'wrap' }}
              >
                {MARKS.map((mark) => (
                  <ToggleButton
                    key={mark}
                    value={mark}
                    // The one that is offered can be taken too.
                    onClick={() => choose('mark', mark)}
                    aria-label={mark}
                    sx={{ color: 'text.primary', p: 1 }}
                  >
                    <MarkSign mark={mark} />
                  </ToggleButton>
                ))}
              </ToggleButtonGroup>
            </Box>
          </Stack>
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={running}>
            {player ? 'Save' : 'Add'}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
