/** Strokes as lists for other programs, and from them. */
import Typography from '@mui/material/Typography';
import { onsetsToCsv, onsetsToLabels, readOnsets } from '@feldspar/core/formats';
import { type Mark, type Recording, strokesFrom } from '@feldspar/core/recordings';
import { useState } from 'react';
import { FileButton } from '../../parts/actions/FileButton.tsx';
import { MenuButton } from '../../parts/actions/MenuButton.tsx';
import { fileNameOf } from '../../files/file-name.ts';
import { saveFile } from '../../files/save-file.ts';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { Panel } from '../../parts/layout/Panel.tsx';
import { Row } from '../../parts/layout/Row.tsx';

/** Longer ones hold no strokes of four hours. */
const MOST_BYTES = 16 * 1024 * 1024;

interface ListsPanelProps {
  recording: Recording;
  marks: readonly Mark[];
  onChange(change: (now: Recording) => Recording): void;
}

export function ListsPanel({ recording, marks, onChange }: ListsPanelProps) {
  const [error, setError] = useState<unknown>(null);
  const open = async (file: File) => {
    setError(null);
    try {
      if (file.size > MOST_BYTES) throw new Error(`${file.name} is too long for a list of strokes.`);
      const times = readOnsets(await file.text()).map(({ timeS }) => timeS);
      onChange((now) => ({ ...now, edits: strokesFrom(now, times) }));
    } catch (failure) {
      setError(failure);
    }
  };
  const title = { title: recording.name.replace(/\.\w{2,4}$/, '') };
  return (
    <Panel title="Lists">
      <Row gap={1}>
        <MenuButton
          name="Save the strokes"
          choices={[
            ['As CSV', () => saveFile(fileNameOf(title, 'csv'), 'text/csv', onsetsToCsv(marks))],
            [
              'As a label track',
              () => saveFile(fileNameOf(title, 'txt'), 'text/plain', onsetsToLabels(marks)),
            ],
          ]}
        />
        <FileButton
          text="Open a list"
          label="List of strokes"
          accept=".csv,.txt,text/csv,text/plain"
          onFile={open}
        />
      </Row>
      <Typography variant="body2" sx={{ color: 'text.secondary', mt: 1.5 }}>
        An opened list takes the place of the strokes; undo brings them back.
      </Typography>
      {error !== null && <ErrorNotice error={error} />}
    </Panel>
  );
}
