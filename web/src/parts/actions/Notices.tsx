/** Where what is said shows. */
import { SnackbarProvider, useSnackbar } from 'notistack';
import { useEffect } from 'react';
import { showOn } from './say.ts';

export default function Notices() {
  return (
    <SnackbarProvider maxSnack={3} anchorOrigin={{ vertical: 'bottom', horizontal: 'center' }}>
      <Surface />
    </SnackbarProvider>
  );
}

function Surface() {
  const { enqueueSnackbar, closeSnackbar } = useSnackbar();
  useEffect(() => showOn({ enqueueSnackbar, closeSnackbar }), [enqueueSnackbar, closeSnackbar]);
  return null;
}
