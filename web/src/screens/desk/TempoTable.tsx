/** The tempo table: every clockwork mark of one note, said in all the others. One page of A4 or Letter. */
import Box from '@mui/material/Box';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { CLOCKWORK_MARKS, TEMPO_WORDS, TEMPO_WORDS_SOURCE, rateOf } from '@feldspar/core/reference';
import { Fraction, type Tempo, nameOfLength, rateText, tempoName } from '@feldspar/core/time';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { Row } from '../../parts/layout/Row.tsx';
import { tempoOfAddress } from '../../addresses/play-address.ts';
import { PrintButton } from '../../parts/actions/PrintButton.tsx';
import { NoteSelect } from '../../parts/tempo/NoteSelect.tsx';
import { START } from '../../addresses/desk-state.ts';

const COLUMNS = ['1', '1/2', '3/8', '1/4', '1/8', '1/12', '1/16'].map((text) => new Fraction(text));

export default function TempoTable() {
  const [search] = useSearchParams();
  const [settled] = useState(() => tempoOfAddress(search) ?? START.at);
  const [note, setNote] = useState(settled.beat);
  const mine = rateOf(note, settled).bpm;
  const rates = [...CLOCKWORK_MARKS.map((mark) => new Fraction(mark)), mine]
    .filter((rate, i, all) => all.findIndex((other) => other.equals(rate)) === i)
    .sort((a, b) => a.compare(b));
  const columns = COLUMNS.filter((column) => !column.equals(note));
  return (
    <Stack spacing={2} sx={{ maxWidth: 1000, '@media print': { gap: 0 } }}>
      <Box>
        <Typography variant="h1" sx={{ '@media print': { fontSize: '13pt' } }}>
          A metronome’s usual marks for the {nameOfLength(note)}, in other notes
        </Typography>
        <Typography sx={{ color: 'text.secondary', '@media print': { fontSize: '8pt' } }}>
          Rates a minute; {tempoName({ bpm: mine, beat: note })} stands out. Words: {TEMPO_WORDS_SOURCE}.
        </Typography>
      </Box>
      <Row noPrint>
        <NoteSelect label="The scale counts the" value={note} onChange={setNote} />
        <PrintButton />
      </Row>
      <Box sx={{ overflowX: 'auto' }} tabIndex={0} role="region" aria-label="Tempo table">
        <Box component="table" sx={TABLE}>
          <thead>
            <tr>
              <th scope="col">{nameOfLength(note)}</th>
              <th scope="col">one lasts</th>
              {columns.map((column) => (
                <th key={column.toFraction()} scope="col">
                  {nameOfLength(column)}
                </th>
              ))}
              <th scope="col">word for this beat</th>
            </tr>
          </thead>
          <tbody>
            {rates.map((bpm) => (
              <TableRow
                key={bpm.toFraction()}
                at={{ bpm, beat: note }}
                columns={columns}
                mine={bpm.equals(mine)}
              />
            ))}
          </tbody>
        </Box>
      </Box>
    </Stack>
  );
}

function TableRow({ at, columns, mine }: { at: Tempo; columns: Tempo['beat'][]; mine: boolean }) {
  return (
    <tr className={mine ? 'mine' : undefined}>
      <th scope="row">{rateText(at.bpm)}</th>
      <td>{rateText(rateOf(at.beat, at).seconds.mul(1000).round(1))} ms</td>
      {columns.map((column) => (
        <td key={column.toFraction()}>{rateText(rateOf(column, at).bpm.round(1))}</td>
      ))}
      <td>{wordOf(at.bpm)}</td>
    </tr>
  );
}

/** The word where its range begins; the rows below it belong to it. */
function wordOf(bpm: Tempo['bpm']): string {
  const starts = TEMPO_WORDS.filter(({ from }) => bpm.equals(from));
  return starts.map(({ word }) => word).join();
}

const TABLE = {
  borderCollapse: 'collapse',
  width: '100%',
  fontSize: '0.92rem',
  '& th, & td': { textAlign: 'right', px: 1.25, py: 0.4, whiteSpace: 'nowrap' },
  '& thead th': {
    borderBottom: '2px solid',
    borderColor: 'text.primary',
    verticalAlign: 'bottom',
    fontWeight: 600,
  },
  '& tbody tr:nth-of-type(3n) > *': { borderBottom: '1px solid', borderColor: 'divider' },
  '& tbody th': { fontWeight: 700 },
  '& .mine > *': { bgcolor: 'background.paper', color: 'core.player', fontWeight: 700 },
  '& td:last-of-type, & thead th:last-of-type': { textAlign: 'left' },
  '@media print': { fontSize: '8pt', '& th, & td': { py: '1.4pt', px: '4pt', whiteSpace: 'normal' } },
} as const;
