/** Where what is said shows. */
import GlobalStyles from '@mui/material/GlobalStyles';
import { SnackbarProvider, useSnackbar } from 'notistack';
import { useEffect } from 'react';
import { showOn } from './say.ts';

export default function Notices() {
  return (
    <SnackbarProvider maxSnack={3} anchorOrigin={{ vertical: 'bottom', horizontal: 'center' }}>
      <GlobalStyles styles={NEWEST_LAST} />
      <Surface />
    </SnackbarProvider>
  );
}

/** At the foot of the screen nothing slips away under a finger when an older message goes. The package puts the newest on top. */
const NEWEST_LAST = { 'body .notistack-SnackbarContainer': { flexDirection: 'column' } } as const;

function Surface() {
  const { enqueueSnackbar, closeSnackbar } = useSnackbar();
  useEffect(() => showOn({ enqueueSnackbar, closeSnackbar }), [enqueueSnackbar, closeSnackbar]);
  return null;
}
