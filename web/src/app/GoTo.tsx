/** Goes to anything by its name: screens, plans, sheets, players, the last takes. */
import Autocomplete from '@mui/material/Autocomplete';
import Box from '@mui/material/Box';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import TextField from '@mui/material/TextField';
import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { logAt, planAt, sheetAt, takeAt } from '../addresses/addresses.ts';
import { useLatestTakes, usePlans, usePlayers } from '../data/hooks.ts';
import { firstWords } from '../text/finding-text.ts';
import { shortDate } from '../text/text.ts';
import { useOpenedAs } from '../device/opened-as.ts';
import { ALL_PLACES, UNDER_THE_LOG, UNDER_THE_STUDIO, openTo } from './places.ts';

const LAST_TAKES = 30;

interface Target {
  kind: 'Screens' | 'Plans' | 'Count sheets' | 'Players' | 'Last takes';
  name: string;
  more: string;
  to: string;
}

function useTargets(): Target[] {
  const plans = usePlans().data?.items;
  const players = usePlayers().data?.items;
  const takes = useLatestTakes(null, LAST_TAKES).data?.items;
  const viewer = useOpenedAs();
  return useMemo(() => {
    const whole = (plans ?? []).filter(({ unreadable }) => unreadable === null);
    return [
      ...openTo([...ALL_PLACES, ...UNDER_THE_STUDIO, ...UNDER_THE_LOG], viewer).map(
        ({ to, name }): Target => ({
          kind: 'Screens',
          name,
          more: '',
          to,
        }),
      ),
      ...whole
        .filter(({ sheet }) => !sheet)
        .map(({ id, title, trains }): Target => ({
          kind: 'Plans',
          name: title,
          more: trains,
          to: planAt(id),
        })),
      ...whole
        .filter(({ sheet, ready }) => sheet && !ready)
        .map(({ id, title }): Target => ({
          kind: 'Count sheets',
          name: title,
          more: '',
          to: sheetAt(id),
        })),
      ...(players ?? []).map(({ id, name, instrument }): Target => ({
        kind: 'Players',
        name,
        more: instrument,
        to: logAt(id),
      })),
      ...(takes ?? []).map(({ id, title, startedAt, summary }): Target => ({
        kind: 'Last takes',
        name: `${title}, ${shortDate(startedAt)}`,
        more: firstWords(summary) ?? '',
        to: takeAt(id),
      })),
    ];
  }, [plans, players, takes, viewer]);
}

export default function GoTo({ onClose }: { onClose(): void }) {
  const navigate = useNavigate();
  const targets = useTargets();
  // The trap of the dialog would take the focus from the field again, and give it back to where it was: both are done here.
  const [before] = useState(() => document.activeElement);
  const leave = () => {
    onClose();
    requestAnimationFrame(() => {
      if (before instanceof HTMLElement) before.focus({ preventScroll: true });
    });
  };
  return (
    <Dialog
      open
      disableAutoFocus
      disableRestoreFocus
      onClose={leave}
      fullWidth
      aria-label="Go to"
      slotProps={{ paper: { sx: { alignSelf: 'flex-start', mt: { xs: 2, md: 10 } } } }}
    >
      <DialogContent>
        <Autocomplete
          options={targets}
          groupBy={({ kind }) => kind}
          getOptionLabel={({ name }) => name}
          getOptionKey={({ to, kind }) => `${kind} ${to}`}
          autoHighlight
          openOnFocus
          onChange={(_, target) => {
            if (!target) return;
            onClose();
            void navigate(target.to);
          }}
          renderOption={({ key, ...option }, { name, more }) => (
            <Box component="li" key={key} {...option}>
              <Box>
                {name}
                {more && (
                  <Box
                    component="span"
                    sx={{ display: 'block', color: 'text.secondary', fontSize: '0.85rem' }}
                  >
                    {more}
                  </Box>
                )}
              </Box>
            </Box>
          )}
          renderInput={(field) => (
            <TextField
              {...field}
              autoFocus
              size="medium"
              label="Go to"
              placeholder="a screen, plan, sheet, player or take"
            />
          )}
        />
      </DialogContent>
    </Dialog>
  );
}
