/** The record's level against the click, for the next start. */
import { useState } from 'react';
import { RECORD_LEVELS, recordLevelDb, setRecordLevelDb } from '../../device/record-level.ts';
import { Choice } from '../fields/Choice.tsx';

const textOf = (level: number) =>
  level === 0 ? 'even with the click' : `${Math.abs(level)} dB ${level < 0 ? 'softer' : 'louder'}`;

export function RecordLevel() {
  const [level, setLevel] = useState(recordLevelDb);
  return (
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
  );
}
