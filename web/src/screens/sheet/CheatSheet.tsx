/** The table of all note values in the counted note. */
import Box from '@mui/material/Box';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableRow from '@mui/material/TableRow';
import { type CheatRow, cheatGroups, cheatSheet } from '@feldspar/core/counts';
import { type Tempo, pluralOfLength } from '@feldspar/core/time';

/** A handout is one page. */
const TIGHT = { '@media print': { py: 0.2, lineHeight: 1.3 } };
/** Fewer than this of the counted note nobody counts; more than that fills no bar. */
const FEWEST = '1/4';
const MOST = 8;

export function CheatSheet({ counted }: { counted: Tempo['beat'] }) {
  const used = (rows: CheatRow[]) => rows.filter(({ worth }) => worth.lte(MOST) && worth.gte(FEWEST));
  return (
    <Box
      sx={{
        display: 'grid',
        gap: { xs: 1, sm: 4 },
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: 'repeat(2, minmax(0, 1fr))' },
        alignItems: 'start',
        '@media print': { gridTemplateColumns: 'repeat(2, minmax(0, 1fr)) !important' },
      }}
    >
      <Worths label={`Notes, in ${pluralOfLength(counted)}`} rows={used(cheatSheet(counted))} />
      <Worths label={`Groups, in ${pluralOfLength(counted)}`} rows={used(cheatGroups(counted))} />
    </Box>
  );
}

function Worths({ label, rows }: { label: string; rows: readonly CheatRow[] }) {
  return (
    <Table size="small" aria-label={label}>
      <TableBody>
        {rows.map(({ name, text }) => (
          <TableRow key={name}>
            <TableCell component="th" scope="row" sx={{ pl: 0, py: 0.6, ...TIGHT }}>
              {name}
            </TableCell>
            <TableCell align="right" sx={{ fontWeight: 700, pr: 0.5, py: 0.6, ...TIGHT }}>
              {text}
            </TableCell>
          </TableRow>
        ))}
      </TableBody>
    </Table>
  );
}
