/** A piece of the frame whose code comes later. Where it does not come the frame stands, and says so. */
import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import { Component, type ReactNode, Suspense } from 'react';

/** What browsers say when code does not arrive. */
const NOT_LOADED = /dynamically imported module|Importing a module script|error loading|preload/i;

export const isNotLoaded = (error: unknown): boolean =>
  (error instanceof Error && NOT_LOADED.test(error.message)) ||
  (error instanceof TypeError && /fetch/i.test(error.message));

interface State {
  error: unknown;
}

export class Piece extends Component<{ children: ReactNode }, State> {
  override state: State = { error: null };

  static getDerivedStateFromError(error: unknown): State {
    return { error };
  }

  override render() {
    const { error } = this.state;
    if (error === null) return <Suspense>{this.props.children}</Suspense>;
    // Whatever else went wrong is told by the screen of errors.
    if (!isNotLoaded(error)) throw error;
    return <MissingPiece />;
  }
}

/** A code that failed to come is asked for anew only by a new page. */
export function MissingPiece() {
  return (
    <Alert
      severity="warning"
      className="no-print"
      sx={{
        position: 'fixed',
        left: { xs: 16, md: 'auto' },
        right: 16,
        bottom: { xs: 72, md: 16 },
        maxWidth: 460,
        zIndex: 'snackbar',
      }}
    >
      A piece of this page did not come: the Feldspar server does not answer. Start it again, then load the
      page again. Nothing is lost.
      <div>
        <Button onClick={() => window.location.reload()}>Load the page again</Button>
      </div>
    </Alert>
  );
}
