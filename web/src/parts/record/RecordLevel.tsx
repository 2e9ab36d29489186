/** The record's level against the click, for the next start. */
import Box from '@mui/material/Box';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { RECORD_LEVELS, recordLevelDb, setRecordLevelDb } from '../../device/record-level.ts';
import { Choice } from '../fields/Choice.tsx';

const textOf = (level: number) =>
  level === 0 ? 'even with the click' : `${Math.abs(level)} dB ${level < 0 ? 'softer' : 'louder'}`;

interface RecordLevelProps {
  /** A microphone listens, which hears the record too. */
  byEar: boolean;
}

export function RecordLevel({ byEar }: RecordLevelProps) {
  const [level, setLevel] = useState(recordLevelDb);
  return (
    <Box sx={{ mb: 1.5 }}>
      <Choice
        label="The record is"
        value={level}
        options={RECORD_LEVELS.map((one) => [one, textOf(one)] as const)}
        onChange={(next) => {
          setRecordLevelDb(next);
          setLevel(next);
        }}
        minWidth={210}
      />
      {byEar && (
        <Typography sx={{ maxWidth: '44ch', color: 'text.secondary' }}>
          Use headphones: through a loudspeaker the microphone would hear the record as your strokes.
        </Typography>
      )}
    </Box>
  );
}
