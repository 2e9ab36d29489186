/** Every figure of the report, one fold away, with what each means; and why, where there is none. */
import { memo } from 'react';
import Box from '@mui/material/Box';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableRow from '@mui/material/TableRow';
import Typography from '@mui/material/Typography';
import type { Report } from '@feldspar/core/timing';
import { unbroken } from '../../text/text.ts';
import { figureRows } from './figure-rows.ts';

export const AllFigures = memo(function AllFigures({ report }: { report: Report }) {
  return (
    <Box component="details">
      <Typography component="summary" sx={{ cursor: 'pointer', fontWeight: 600, py: 1, minHeight: 44 }}>
        All figures, and what they mean
      </Typography>
      <Table size="small" aria-label="All figures">
        <TableBody>
          {figureRows(report).map(({ name, value, meaning, why }) => (
            <TableRow key={name} sx={{ verticalAlign: 'top' }}>
              <TableCell component="th" scope="row" sx={{ pl: 0 }}>
                {name}
                <Typography variant="body2" sx={{ color: 'text.secondary' }}>
                  {meaning}
                </Typography>
              </TableCell>
              <TableCell sx={{ pr: 0, width: '40%' }}>
                {value === null ? '–' : unbroken(value)}
                {why && (
                  <Typography variant="body2" sx={{ color: 'text.secondary' }}>
                    {why}
                  </Typography>
                )}
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Box>
  );
});
