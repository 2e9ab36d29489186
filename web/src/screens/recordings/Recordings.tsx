/** The recordings: open one, drop one, look at those that are there. */
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import Typography from '@mui/material/Typography';
import type { MidiPerformance } from '@feldspar/core/formats';
import type { RecordingItem } from '@feldspar/core/wire';
import { Suspense, lazy, useDeferredValue, useEffect, useRef, useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { useSWRConfig } from 'swr';
import { beatsAt, recordingAt } from '../../addresses/addresses.ts';
import { deleteThing, restoreThing } from '../../data/changes.ts';
import { outlineKey } from '../../data/wire/keys.ts';
import { usePlayers } from '../../data/hooks.ts';
import { useRecordings, useUploads } from '../../data/recordings.ts';
import { useCurrentPlayerId } from '../../device/current-player.ts';
import { asWav } from '../../files/decode-sound.ts';
import { FileButton } from '../../parts/actions/FileButton.tsx';
import { FIND, useFilters } from '../../parts/actions/useFilters.ts';
import { SearchField } from '../../parts/fields/SearchField.tsx';
import { useFileDrop } from '../../parts/actions/useFileDrop.ts';
import { undoable } from '../../parts/actions/undoable.tsx';
import { Empty } from '../../parts/layout/Empty.tsx';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { List, ListItem } from '../../parts/layout/List.tsx';
import { Page } from '../../parts/layout/Page.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { ScreenSkeleton } from '../../parts/layout/Skeletons.tsx';
import { readFile } from '../../workers/files.ts';
import { megabytes, minutes, plural, shortDate } from '../../text/text.ts';
import { MakeRecord } from './MakeRecord.tsx';
import { MakeSimulated } from './MakeSimulated.tsx';
import { type ChosenParts, isMidi, openPerformance } from './open-performance.ts';
import { openSound } from './open-sound.ts';

/** Only where a MIDI file has several tracks. */
const ChooseParts = lazy(() => import('./ChooseParts.tsx'));

/** A list longer than a screen is searched. */
const MANY = 8;

export default function Recordings() {
  const [search, say] = useFilters();
  const cursor = search.get('from');
  const sought = search.get(FIND) ?? '';
  const page = useRecordings(null, cursor, useDeferredValue(sought));
  const opening = useOpening();
  const midi = useOpeningMidi();
  const open = async (file: File, signal?: AbortSignal) => {
    if (await isMidi(file)) await midi.open(file, signal);
    // How far it is is shown below, and given up there: the button that opened it has nothing to wait for.
    else void opening.open(file);
  };
  const over = useFileDrop((file) => void open(file));
  const items = page.data?.items ?? [];
  return (
    <Box
      sx={{
        minHeight: '60vh',
        outline: over ? '3px dashed' : 'none',
        outlineColor: 'core.click',
        outlineOffset: 12,
      }}
    >
      <Page
        title="Recordings"
        intro="Sound from a phone, a lesson or another program: its strokes are heard, set right by hand where they need it, and read like any take. A performance in a MIDI file is read as it was played. Drop a file anywhere here."
        actions={
          <>
            {(items.length > MANY || sought !== '') && (
              <SearchField label="Find a recording" value={sought} onChange={(text) => say(FIND, text, '')} />
            )}
            <FileButton
              text="Open a recording"
              label="Sound file"
              accept="audio/*,.wav,.mp3,.m4a,.ogg,.flac,audio/midi,.mid,.midi"
              onFile={open}
            />
          </>
        }
      >
        {opening.progress !== null && (
          <Row>
            <Typography role="status">Listening … {Math.round(100 * opening.progress)} %</Typography>
            <LinearProgress
              variant="determinate"
              value={100 * opening.progress}
              aria-label="Listening"
              sx={{ flex: '1 1 200px', maxWidth: 400 }}
            />
            <Button variant="outlined" onClick={opening.cancel}>
              Cancel
            </Button>
          </Row>
        )}
        {opening.error !== null && <ErrorNotice error={opening.error} />}
        {midi.error !== null && <ErrorNotice error={midi.error} />}
        {midi.read && (
          <Suspense>
            <ChooseParts
              performance={midi.read.performance}
              name={midi.read.file.name}
              onChoose={(parts) => void midi.choose(parts)}
              onClose={midi.giveUp}
            />
          </Suspense>
        )}
        {page.error !== undefined && <ErrorNotice error={page.error} />}
        {!page.data && page.error === undefined && <ScreenSkeleton />}
        {page.data && items.length === 0 && sought !== '' && (
          <Empty>No recording fits. Type fewer letters.</Empty>
        )}
        {page.data && items.length === 0 && sought === '' && (
          <Empty>
            Nothing yet. Open a recording of claps, a drum, strings or a wind instrument; or have a simulated
            player record one, to see how it goes.
          </Empty>
        )}
        <List label="Recordings">
          {items.map((recording) => (
            <RecordingRow key={recording.id} recording={recording} />
          ))}
        </List>
        <Row>
          {cursor && (
            <Button component={Link} to="/recordings" variant="outlined">
              The first page
            </Button>
          )}
          {page.data?.nextCursor && (
            <Button component={Link} to={`/recordings?from=${page.data.nextCursor}`} variant="outlined">
              Older recordings
            </Button>
          )}
        </Row>
        <MakeSimulated onMade={opening.take} />
        <MakeRecord onMade={opening.record} />
      </Page>
    </Box>
  );
}

/** Opening a sound: how far it is, and what went wrong. */
function useOpening() {
  const navigate = useNavigate();
  const { mutate } = useSWRConfig();
  const playerId = useCurrentPlayerId();
  const [progress, setProgress] = useState<number | null>(null);
  const [error, setError] = useState<unknown>(null);
  const ending = useRef<AbortController | null>(null);
  useEffect(() => () => ending.current?.abort(), []);
  const take = async (
    wav: () => Promise<Blob>,
    name: string,
    recordedAt: Date,
    goTo: (id: string) => string = recordingAt,
  ) => {
    ending.current?.abort();
    const mine = (ending.current = new AbortController());
    setError(null);
    setProgress(0);
    try {
      const blob = await wav();
      mine.signal.throwIfAborted();
      const { recording, peaks } = await openSound({
        blob,
        name,
        recordedAt,
        playerId,
        onProgress: setProgress,
        signal: mine.signal,
      });
      // It was drawn while it was heard.
      await mutate(outlineKey(recording.id, recording.side), peaks, { revalidate: false });
      await navigate(goTo(recording.id));
    } catch (failure) {
      if (!mine.signal.aborted) setError(failure);
    } finally {
      if (ending.current === mine) setProgress(null);
    }
  };
  return {
    progress,
    error,
    take,
    record: (wav: () => Promise<Blob>, name: string) => take(wav, name, new Date(), beatsAt),
    open: (file: File) => take(() => asWav(file), file.name, new Date(file.lastModified)),
    cancel() {
      ending.current?.abort();
      // What another program packed is unpacked to its end all the same.
      setProgress(null);
    },
  };
}

/** Opening a MIDI file: where it has several tracks or channels, they are asked for first. */
function useOpeningMidi() {
  const navigate = useNavigate();
  const playerId = useCurrentPlayerId();
  const [read, setRead] = useState<{ file: File; performance: MidiPerformance } | null>(null);
  const [error, setError] = useState<unknown>(null);
  const keep = async (file: File, performance: MidiPerformance, chosen: ChosenParts) => {
    const id = await openPerformance(file, performance, chosen, playerId);
    await navigate(recordingAt(id));
  };
  return {
    read,
    error,
    async open(file: File, signal = new AbortController().signal) {
      setError(null);
      try {
        const { performance, problem } = await readFile('performance', file, signal);
        if (problem !== undefined) throw new Error(problem);
        if (performance.parts.length > 1) setRead({ file, performance });
        else await keep(file, performance, { parts: [0], each: false });
      } catch (failure) {
        if (!signal.aborted) setError(failure);
      }
    },
    async choose(chosen: ChosenParts) {
      if (!read) return;
      setRead(null);
      await keep(read.file, read.performance, chosen).catch(setError);
    },
    giveUp: () => setRead(null),
  };
}

function RecordingRow({ recording }: { recording: RecordingItem }) {
  const { id, name, recordedAt, durationS, played, strokes, hash, bytes } = recording;
  const isPerformance = bytes === 0;
  const players = usePlayers();
  const upload = useUploads().get(id);
  const player = players.data?.items.find((one) => one.id === recording.playerId)?.name;
  const remove = () =>
    undoable({
      said: `Deleted: ${name}`,
      run: () => deleteThing('recording', id, name),
      undo: () => restoreThing('recording', id, name),
    });
  const facts = [
    minutes(durationS),
    ...(strokes === null ? [] : [plural(strokes, 'stroke')]),
    played || 'free',
    ...(player ? [player] : []),
    shortDate(recordedAt),
  ];
  return (
    <ListItem
      actions={
        <Button onClick={() => void remove()} aria-label={`Delete ${name}`} sx={{ color: 'text.secondary' }}>
          Delete
        </Button>
      }
    >
      <Typography
        component={Link}
        to={recordingAt(id)}
        sx={{ fontWeight: 600, color: 'text.primary', textUnderlineOffset: 3, overflowWrap: 'anywhere' }}
      >
        {name}
      </Typography>
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        {facts.join(' · ')} ·{' '}
        {isPerformance
          ? 'from a MIDI file'
          : hash
            ? `sound kept, ${megabytes(bytes)}`
            : upload
              ? `sound on its way, ${Math.round((100 * upload.received) / upload.bytes)} %`
              : 'sound not in the studio'}
      </Typography>
      {upload?.refused && <Alert severity="warning">{upload.refused}</Alert>}
    </ListItem>
  );
}
