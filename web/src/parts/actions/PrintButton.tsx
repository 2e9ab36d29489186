import Button from '@mui/material/Button';

/** Prints the screen; what is no use on paper has the class `no-print`. */
export function PrintButton() {
  return (
    <Button variant="outlined" className="no-print" onClick={() => window.print()}>
      Print
    </Button>
  );
}
