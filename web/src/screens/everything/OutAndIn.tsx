/** Everything out, and in again: the whole studio as one ZIP of open documents and tables. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Typography from '@mui/material/Typography';
import type { Imported } from '@feldspar/core/wire';
import { useState } from 'react';
import { useSWRConfig } from 'swr';
import { useAnswer } from '../../data/hooks.ts';
import { sendZip } from '../../data/send-zip.ts';
import { FileButton } from '../../parts/actions/FileButton.tsx';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { Page } from '../../parts/layout/Page.tsx';
import { Panel } from '../../parts/layout/Panel.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { LogTabs } from '../../parts/log-tabs/LogTabs.tsx';
import { countsText } from './imported-text.ts';

const ASK_MS = 500;

export default function OutAndIn() {
  const { mutate } = useSWRConfig();
  const [imported, setImported] = useState<Imported | null>(null);
  const [error, setError] = useState<unknown>(null);
  const [reading, setReading] = useState(false);
  const open = async (file: File, signal: AbortSignal) => {
    setError(null);
    setImported(null);
    setReading(true);
    try {
      setImported(await sendZip(file, signal));
      await mutate(() => true);
    } catch (failure) {
      if (!signal.aborted) setError(failure);
    } finally {
      setReading(false);
    }
  };
  return (
    <Page
      tabs={<LogTabs at="Out and in" />}
      title="Everything out and in"
      intro="One ZIP holds all of it: takes, plans, count sheets, paths, agendas and players as they are (JSON), and the takes with their figures and hits as tables (CSV). The sounds of recordings are not in it."
      maxWidth={820}
    >
      <Panel title="Out">
        <Typography sx={{ mb: 1.5 }}>
          Any program can read it; another Feldspar reads it back. To keep a copy of this very studio with its
          sounds, a backup is the better way.
        </Typography>
        <Button variant="contained" component="a" href="/api/studio" download>
          Save everything as a ZIP
        </Button>
      </Panel>
      <Panel title="In">
        <Typography sx={{ mb: 1.5 }}>
          What is here already stays as it is; nothing is stored twice. When it is broken off, what was read
          is kept, and it can be read again.
        </Typography>
        <Row>
          <FileButton
            text="Read a ZIP in"
            label="ZIP of a studio"
            accept="application/zip,.zip"
            onFile={open}
          />
        </Row>
        {reading && <Reading />}
        {error !== null && (
          <Box sx={{ mt: 1.5 }}>
            <ErrorNotice error={error} />
          </Box>
        )}
        {imported && <Told imported={imported} />}
      </Panel>
    </Page>
  );
}

function Reading() {
  const { data } = useAnswer('GET /studio/reading', {}, { refreshInterval: ASK_MS, dedupingInterval: 0 });
  const share = data && data.total > 0 ? (100 * data.done) / data.total : 0;
  return (
    <Box sx={{ mt: 1.5 }}>
      <LinearProgress
        variant={share > 0 ? 'determinate' : 'indeterminate'}
        value={share}
        aria-label="Reading it in"
      />
      <Typography variant="body2" sx={{ mt: 0.5 }}>
        {data && data.total > 0 ? `${data.done} of ${data.total} documents` : 'The file is being sent …'}
      </Typography>
    </Box>
  );
}

function Told({ imported }: { imported: Imported }) {
  const { refused, moreRefused } = imported;
  const lines = [
    ['New', countsText(imported.new)],
    ['Here already', countsText(imported.known)],
    ['Something else here, left as it is', countsText(imported.other)],
    ['In the bin here, and left there', countsText(imported.deleted)],
  ].filter(([, text]) => text !== '');
  return (
    <Box role="status" sx={{ mt: 2 }}>
      {lines.map(([name, text]) => (
        <Typography key={name}>
          <b>{name}:</b> {text}
        </Typography>
      ))}
      {lines.length === 0 && refused.length === 0 && <Typography>There was nothing in it.</Typography>}
      {refused.length > 0 && (
        <>
          <Typography sx={{ mt: 1 }}>
            <b>Not read:</b>
          </Typography>
          <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
            {refused.map(({ file, path, message }) => (
              <li key={file}>
                {file}: {path && <b>{path} </b>}
                {message}
              </li>
            ))}
            {moreRefused > 0 && <li>and {moreRefused} more</li>}
          </Box>
        </>
      )}
    </Box>
  );
}
