import PrintIcon from '@mui/icons-material/PrintOutlined';
import Button from '@mui/material/Button';

/** Prints the screen; what is no use on paper has the class `no-print`. */
export function PrintButton() {
  return (
    <Button startIcon={<PrintIcon />} className="no-print" onClick={() => window.print()}>
      Print
    </Button>
  );
}
