/** The measuring stick: the same few seconds, one row a note value. Mark, type, drag or hear any row. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { type Tempo, nameOfLength } from '@feldspar/core/time';
import { useState } from 'react';
import { useHearing } from '../../sound/useHearing.ts';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { plural } from '../../text/text.ts';
import { INK } from '../../theme/palette.ts';
import { AddRow } from './AddRow.tsx';
import { StickRow } from './StickRow.tsx';
import { type DeskState, atSpeed, clickOn, footOn, sortedRows } from '../../addresses/desk-state.ts';
import { MOST_HEARD_A_SECOND, canBeHeard, heardPlan } from './heard-rows.ts';
import { barStarts, windowSeconds } from './stick-scale.ts';

interface StickProps {
  state: DeskState;
  onChange(state: DeskState): void;
}

export function Stick({ state, onChange }: StickProps) {
  const { at, meter, rows, click } = state;
  const [frozenS, setFrozenS] = useState<number | null>(null);
  const windowS = frozenS ?? windowSeconds(at, meter);
  const barsS = barStarts(at, meter, windowS);
  const [heard, setHeard] = useState<string[]>([]);
  const [audioError, setAudioError] = useState<unknown>(null);

  const heardRows = rows.filter((row) => heard.includes(row.toFraction()) && canBeHeard(row, at));
  const plan = heardRows.length > 0 ? heardPlan(heardRows, at, meter) : null;
  useHearing(plan, (error) => {
    setHeard([]);
    setAudioError(error ?? null);
  });
  const hear = (row: Tempo['beat']) => {
    const key = row.toFraction();
    setAudioError(null);
    setHeard((now) => (now.includes(key) ? now.filter((k) => k !== key) : [...now.slice(-1), key]));
  };

  return (
    <Box component="section" aria-label="Measuring stick">
      <Box
        component="ul"
        aria-label="Rows"
        sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gap: 0.75 }}
      >
        {rows.map((row) => (
          <StickRow
            key={row.toFraction()}
            length={row}
            at={at}
            windowS={windowS}
            barsS={barsS}
            isClick={row.equals(click)}
            isFoot={row.equals(at.beat)}
            heard={heard.includes(row.toFraction())}
            mute={canBeHeard(row, at) ? null : `more than ${MOST_HEARD_A_SECOND} a second run into a tone`}
            onSpeed={(tempo) => onChange(atSpeed(state, tempo))}
            onClick={() => onChange(clickOn(state, row))}
            onFoot={() => onChange(footOn(state, row))}
            onHear={() => hear(row)}
            onDragging={(dragging) => setFrozenS(dragging ? windowS : null)}
          />
        ))}
      </Box>
      <Axis windowS={windowS} barsS={barsS} />
      <Stack direction="row" spacing={1.5} sx={{ flexWrap: 'wrap', alignItems: 'center', mt: 1 }}>
        <AddRow onAdd={(length) => onChange({ ...state, rows: sortedRows([...rows, length]) })} />
        {rows
          .filter((row) => !row.equals(click) && !row.equals(at.beat) && !USUAL.includes(row.toFraction()))
          .map((row) => (
            <Button
              key={row.toFraction()}
              onClick={() => onChange({ ...state, rows: rows.filter((other) => other !== row) })}
              sx={{ color: 'text.secondary' }}
            >
              Remove the {nameOfLength(row)}
            </Button>
          ))}
      </Stack>
      <Typography variant="body2" role="status" sx={{ color: 'text.secondary', mt: 1 }}>
        {heardRows.length > 0 &&
          `Sounding: ${heardRows.map((row) => nameOfLength(row)).join(' in wood, ')}${heardRows.length > 1 ? ' as a tick' : ''}. Keep headphones at a moderate level.`}
      </Typography>
      {audioError !== null && <ErrorNotice error={audioError} />}
    </Box>
  );
}

const USUAL = ['1', '1/2', '3/8', '1/4', '1/8', '1/12', '1/16'];

/** Bars, and the seconds that all rows share. */
function Axis({ windowS, barsS }: { windowS: number; barsS: number[] }) {
  return (
    <Box sx={{ pl: { xs: '9px', sm: '209px' }, pr: { xs: '9px', sm: '157px' } }}>
      <Box sx={{ position: 'relative', height: 22, fontSize: '0.8rem', color: INK.quiet }}>
        {barsS
          .filter((timeS) => timeS < 0.93 * windowS)
          .slice(0, 8)
          .map((timeS, i) => (
            <Box
              key={timeS}
              component="span"
              sx={{ position: 'absolute', left: `${(100 * timeS) / windowS}%`, pl: 0.5 }}
            >
              bar {i + 1}
            </Box>
          ))}
        <Box component="span" sx={{ position: 'absolute', right: 0, bgcolor: 'background.default', pl: 0.5 }}>
          {plural(windowS, 'second')}
        </Box>
      </Box>
    </Box>
  );
}
