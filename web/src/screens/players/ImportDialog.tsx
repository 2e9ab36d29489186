/** A list of names from a spreadsheet: its columns are matched, its faulty lines named, and nobody is added twice. */
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import {
  MOST_ROSTER_BYTES,
  ROSTER_COLUMNS,
  type RosterColumn,
  type RosterTable,
  guessColumns,
  readRoster,
  readRosterTable,
} from '@feldspar/core/formats';
import type { Player } from '@feldspar/core/wire';
import { useMemo, useState } from 'react';
import { savePlayer } from '../../data/changes.ts';
import { FileButton } from '../../parts/actions/FileButton.tsx';
import { useOnce } from '../../parts/actions/useOnce.ts';
import { Choice } from '../../parts/fields/Choice.tsx';
import { isCalledTheSame } from '../../parts/players/PlayerDialog.tsx';
import { plural } from '../../text/text.ts';

const NOTHING = 'leave it out';
const MOST_SAID = 8;

export function ImportDialog({ here, onClose }: { here: readonly Player[]; onClose(): void }) {
  const [table, setTable] = useState<RosterTable | null>(null);
  const [columns, setColumns] = useState<(RosterColumn | null)[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const read = useMemo(() => table && readRoster(table, columns), [table, columns]);
  const fresh = (read?.entries ?? []).filter(
    (entry) => !here.some((player) => isCalledTheSame(player, entry)),
  );
  const known = (read?.entries.length ?? 0) - fresh.length;
  const open = async (file: File) => {
    try {
      if (file.size > MOST_ROSTER_BYTES) throw new RangeError('The file is larger than any list of names.');
      const opened = readRosterTable(await file.text());
      setTable(opened);
      setColumns(guessColumns(opened.headings));
      setProblem(null);
    } catch (error) {
      setTable(null);
      setProblem((error as Error).message);
    }
  };
  const { run: add, running } = useOnce(async () => {
    for (const { name, instrument, profile } of fresh)
      await savePlayer(crypto.randomUUID(), { name, instrument, profile });
    onClose();
  });
  return (
    <Dialog open onClose={onClose} aria-labelledby="import-players" fullWidth maxWidth="sm">
      <DialogTitle id="import-players">Read a list of names</DialogTitle>
      <DialogContent>
        <Stack spacing={2}>
          <Typography>
            A CSV file with a line of headings: name (or first name and surname), instrument, class, level …
          </Typography>
          <Box>
            <FileButton
              text="Choose a file"
              label="List of names"
              accept=".csv,.txt,.tsv,text/csv"
              onFile={open}
            />
          </Box>
          {problem !== null && <Alert severity="error">{problem}</Alert>}
          {table && (
            <Box
              sx={{
                display: 'grid',
                gap: 1.5,
                gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: '1fr 1fr' },
                pt: 1,
              }}
            >
              {table.headings.map((heading, i) => (
                <Choice
                  key={i}
                  label={heading === '' ? `column ${i + 1}` : heading}
                  value={columns[i] ?? NOTHING}
                  options={[[NOTHING, NOTHING], ...ROSTER_COLUMNS.map((column) => [column, column] as const)]}
                  onChange={(value) =>
                    setColumns(
                      columns.map((column, at) =>
                        at === i
                          ? value === NOTHING
                            ? null
                            : (value as RosterColumn)
                          : column === value
                            ? null
                            : column,
                      ),
                    )
                  }
                />
              ))}
            </Box>
          )}
          {read && (
            <Typography role="status">
              {plural(fresh.length, 'player')} to add
              {known > 0 && `, ${known} here already`}
              {read.problems.length > 0 && `, ${plural(read.problems.length, 'line')} left out`}.
            </Typography>
          )}
          {read && read.problems.length > 0 && (
            <Alert severity="warning">
              {read.problems.slice(0, MOST_SAID).map(({ line, message }) => (
                <div key={line}>
                  Line {line}: {message}.
                </div>
              ))}
              {read.problems.length > MOST_SAID && <div>And {read.problems.length - MOST_SAID} more.</div>}
            </Alert>
          )}
        </Stack>
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>Cancel</Button>
        <Button variant="contained" disabled={fresh.length === 0 || running} onClick={() => void add()}>
          Add {plural(fresh.length, 'player')}
        </Button>
      </DialogActions>
    </Dialog>
  );
}
