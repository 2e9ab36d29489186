/** The table of all note values in the counted note. */
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableRow from '@mui/material/TableRow';
import { cheatGroups, cheatSheet } from '@feldspar/core/counts';
import { type Tempo, pluralOfLength } from '@feldspar/core/time';

export function CheatSheet({ counted }: { counted: Tempo['beat'] }) {
  const rows = [...cheatSheet(counted), ...cheatGroups(counted)].filter(
    ({ worth }) => worth.lte(8) && worth.gte('1/4'),
  );
  return (
    <Table size="small" aria-label={`Worth in ${pluralOfLength(counted)}`}>
      <TableBody>
        {rows.map(({ name, text }) => (
          <TableRow key={name}>
            <TableCell component="th" scope="row" sx={{ pl: 0 }}>
              {name}
            </TableCell>
            <TableCell align="right" sx={{ fontWeight: 700 }}>
              {text}
            </TableCell>
          </TableRow>
        ))}
      </TableBody>
    </Table>
  );
}
