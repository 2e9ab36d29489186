/** The keys of the screen that is open. */
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableRow from '@mui/material/TableRow';
import { keysAt } from './keys.ts';

export default function KeysDialog({ pathname, onClose }: { pathname: string; onClose(): void }) {
  return (
    <Dialog open onClose={onClose} aria-labelledby="keys">
      <DialogTitle id="keys">Keys</DialogTitle>
      <DialogContent>
        <Table size="small" aria-labelledby="keys">
          <TableBody>
            {keysAt(pathname).map(({ keys, does }) => (
              <TableRow key={keys}>
                <TableCell component="th" scope="row" sx={{ fontWeight: 700, whiteSpace: 'nowrap', pl: 0 }}>
                  {keys}
                </TableCell>
                <TableCell>{does}</TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}
