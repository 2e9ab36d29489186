/** A recording: what was heard in it, set right by hand where it needs it, laid beside what was played, and read. */
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import type { SoundKind } from '@feldspar/core/hearing';
import { compile } from '@feldspar/core/plan';
import {
  EARS,
  type Mark,
  type PlayedTo,
  type PlayedToPlan,
  type Recording,
  addMark,
  loudestIn,
  marksOf,
  moveMark,
  muteStretch,
  removeMark,
  takeOfRecording,
} from '@feldspar/core/recordings';
import { nameOfLength, parseFraction } from '@feldspar/core/time';
import { freeSentences } from '@feldspar/core/words';
import { useMemo, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { beatsAt, recordingAt, takeAt } from '../../addresses/addresses.ts';
import { shippedPlan } from '../../data/hooks.ts';
import { useRecording } from '../../data/recordings.ts';
import { finishTake } from '../../data/outbox/playing.ts';
import { askFor } from '../../data/wire/client.ts';
import { useJudging } from '../../data/judging.ts';
import { KEY_SIGN, useKey } from '../../parts/actions/useKey.ts';
import { useUndoKeys } from '../../parts/keeping/useUndoKeys.ts';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { NotShown } from '../../parts/layout/NotShown.tsx';
import { Panel } from '../../parts/layout/Panel.tsx';
import { PlaceTabs } from '../../parts/layout/PlaceTabs.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { ScreenSkeleton } from '../../parts/layout/Skeletons.tsx';
import { minutes, plural } from '../../text/text.ts';
import { AboutPanel } from './AboutPanel.tsx';
import { FreeCurve } from './FreeCurve.tsx';
import { HearPanel } from './HearPanel.tsx';
import { ListsPanel } from './ListsPanel.tsx';
import { MarkPanel } from './MarkPanel.tsx';
import { PlayedPanel } from './PlayedPanel.tsx';
import { SoundPanel } from './SoundPanel.tsx';
import { STRATA, columns } from './columns.ts';
import { Strata, type Stretch } from './Strata.tsx';
import { placeOf } from './place-of.ts';
import { begunAt, placedTo } from './played-to.ts';
import { factsOf, headOf } from './recording-words.ts';
import { rowsOfFree, rowsOfPlan, rowsOfTime, scaleOf } from './rows.ts';
import { useDropSound } from './useDropSound.ts';
import { useEditing } from './useEditing.ts';
import { useFree } from './useFree.ts';
import { useListening } from './useListening.ts';
import { useMarkKeys } from './useMarkKeys.ts';
import { useSound } from './useSound.ts';

export default function RecordingScreen() {
  const { id = '' } = useParams();
  const { data, hash, error } = useRecording(id);
  if (data) return <Editor key={id} start={data} hash={hash} />;
  if (error) return <NotShown what="recording" error={error} />;
  return <ScreenSkeleton />;
}

const isToPlan = (recording: Recording): recording is Recording & { played: PlayedToPlan } =>
  recording.played.to === 'plan';

/** Pixels a second of the long line, from an overview to single milliseconds. */
const ZOOMS = [5, 20, 60, 200, 600, 2000];

function Editor({ start, hash }: { start: Recording; hash: string | null | undefined }) {
  const navigate = useNavigate();
  const judgingFor = useJudging();
  const editing = useEditing(start);
  const { recording, change } = editing;
  const { heard, edits, played, sound, side } = recording;
  const found = useSound(recording, hash);
  const dropSound = useDropSound(recording.id);
  const [chosenS, setChosenS] = useState<number | null>(null);
  const [stretch, setStretch] = useState<Stretch | null>(null);
  const [playheadS, setPlayheadS] = useState<number | null>(null);
  const [zoom, setZoom] = useState<number | null>(null);
  const { listen, busy, cancel, error, setError } = useListening(recording.id, found.at);

  const marks = useMemo(() => marksOf(heard, edits), [heard, edits]);
  const timeline = useMemo(() => (played.to === 'plan' ? compile(played.plan) : null), [played]);
  const { free, waits, error: freeError } = useFree(played, marks);
  const rows = useMemo(() => {
    if (timeline && played.to === 'plan') return rowsOfPlan(timeline, played, sound.durationS);
    if (free && played.to === 'nothing' && free.beats.length > 1)
      return rowsOfFree({ ...free, downbeat: played.downbeat ?? free.downbeat }, played.beatsPerBar);
    return rowsOfTime(sound.durationS);
  }, [timeline, played, free, sound.durationS]);
  const { leadS } = useMemo(() => scaleOf(rows), [rows]);
  const loudest = useMemo(() => (found.peaks ? loudestIn(found.peaks) : 1), [found.peaks]);
  const chosen = useMemo(
    () => (chosenS === null ? null : (marks.find(({ timeS }) => timeS === chosenS) ?? null)),
    [marks, chosenS],
  );
  const placed = played.to === 'plan' ? played : null;
  const place = chosen
    ? placeOf(chosen.timeS, rows, leadS, placed && timeline ? { timeline, placed } : null)
    : null;
  const beat =
    played.to === 'nothing' && played.near ? nameOfLength(parseFraction(played.near.beat)) : 'quarter';
  const sentences = free && freeSentences(free, beat);

  const move = (mark: Mark, toS: number, step?: string) => {
    const whereS = Number(Math.max(0, Math.min(sound.durationS, toS)).toFixed(6));
    change((now) => ({ ...now, edits: moveMark(now.edits, mark, whereS) }), step);
    setChosenS(whereS);
  };
  const nudge = (mark: Mark, byS: number) => move(mark, mark.timeS + byS, `nudge ${mark.heardS ?? 'added'}`);
  const remove = (mark: Mark) => {
    const next = marks[marks.indexOf(mark) + 1] ?? null;
    change((now) => ({ ...now, edits: removeMark(now.edits, mark) }));
    setChosenS(next?.timeS ?? null);
  };
  const add = (timeS: number) => {
    const whereS = Number(timeS.toFixed(6));
    change((now) => ({ ...now, edits: addMark(now.edits, whereS) }));
    setChosenS(whereS);
  };
  const mute = () => {
    if (stretch) change((now) => ({ ...now, edits: muteStretch(now.edits, stretch.fromS, stretch.toS) }));
  };
  const setPlayed = (next: PlayedTo, step?: string) => change((now) => ({ ...now, played: next }), step);
  useUndoKeys(editing);
  useMarkKeys({
    marks,
    chosen,
    onChoose: (mark) => setChosenS(mark.timeS),
    onNudge: nudge,
    onRemove: remove,
    onAdd: () => add(playheadS ?? stretch?.fromS ?? (chosen ? chosen.timeS + 0.05 : 0)),
    letters: { m: mute },
    onOne: () => chosen && beginAt(chosen),
    onLine: () => setZoom((now) => (now === null ? 2 : null)),
  });

  /** The chosen stroke is the first note of the plan, or the one of a bar. */
  const beginAt = (mark: Mark) => {
    if (timeline || free) setPlayed(begunAt(played, { timeline, free }, mark.timeS));
  };

  const hearAgain = async (how: { side: Recording['side']; kind: SoundKind }) => {
    const again = await listen({ ...how, plan: played.to === 'plan' ? played.plan : null }).catch(() => null);
    if (again) change((now) => ({ ...now, side: again.side, heard: again.heard }));
  };
  const playTo = async (planId: string | null) => {
    if (planId === null) {
      setPlayed({ to: 'nothing', near: null, beatsPerBar: 4, downbeat: null });
      return;
    }
    try {
      const stored = shippedPlan(planId) ?? (await askFor('GET /plans/:id', { id: planId }));
      const plan = stored.document;
      const again = await listen({ side, kind: heard.kind, plan });
      change((now) => placedTo({ ...now, heard: again?.heard ?? now.heard }, plan, planId));
    } catch (failure) {
      if ((failure as Error).name !== 'AbortError') setError(failure);
    }
  };

  const read = async () => {
    if (!isToPlan(recording)) return;
    const take = takeOfRecording(recording, crypto.randomUUID());
    const judging = judgingFor(take.playerId);
    await finishTake(judging ? { ...take, judging } : take);
    await navigate(takeAt(take.id));
  };
  useKey('Enter', () => void read(), played.to === 'plan' && busy === null);

  if (waits) return <ScreenSkeleton />;
  return (
    <Stack spacing={2.5} sx={{ maxWidth: 1320 }}>
      <Box>
        {!recording.midi && (
          <PlaceTabs
            label="Recording"
            at="Strokes"
            places={[
              [recordingAt(recording.id), 'Strokes'],
              [beatsAt(recording.id), 'Beats'],
            ]}
          />
        )}
        <Typography variant="h1">{sentences?.[0] ?? headOf(recording, marks.length)}</Typography>
        <Typography sx={{ color: 'text.secondary', mt: 0.75, overflowWrap: 'anywhere' }}>
          {factsOf(recording).join(' · ')}
        </Typography>
      </Box>
      {error !== null && <ErrorNotice error={error} />}
      {found.error !== null && <ErrorNotice error={found.error} />}
      {freeError !== null && <ErrorNotice error={freeError} />}
      {busy !== null && (
        <Row>
          <Typography role="status">{busy}</Typography>
          <Button variant="outlined" onClick={cancel}>
            Cancel
          </Button>
        </Row>
      )}
      {heard.ears < EARS && found.at && (
        <Alert
          severity="info"
          action={<Button onClick={() => void hearAgain({ side, kind: heard.kind })}>Hear it anew</Button>}
        >
          The ears have got better since this was heard. What you changed by hand stays.
        </Alert>
      )}
      <Box sx={COLUMNS}>
        <Stack spacing={2} sx={{ minWidth: 0, alignSelf: 'stretch' }}>
          {sentences && (
            <Panel title="Tempo">
              {sentences.slice(1).map((text) => (
                <Typography key={text}>{text}</Typography>
              ))}
              {free.tempo && <FreeCurve free={free} beat={beat} />}
            </Panel>
          )}
          <Stack spacing={1.5} component="section" aria-label="Strata" sx={STRATA}>
            <Strata
              rows={rows}
              line={zoom === null ? null : { pxPerS: ZOOMS[zoom], durationS: sound.durationS }}
              peaks={found.peaks}
              loudest={loudest}
              marks={marks}
              selected={chosen}
              hiddenS={heard.hiddenS}
              voice={edits.countsVoice ? [] : (heard.voice ?? [])}
              muted={edits.muted}
              stretch={stretch}
              playheadS={playheadS}
              label={`${plural(marks.length, 'stroke')} in ${plural(rows.length, 'row')}`}
              onChoose={(mark) => setChosenS(mark?.timeS ?? null)}
              onMove={(mark, toS) => move(mark, toS)}
              onAdd={add}
              onStretch={setStretch}
            />
            <Row gap={1}>
              <Button onClick={() => setZoom((now) => (now === null ? 2 : null))}>
                {zoom === null ? 'As one long line (L)' : 'Bar by bar (L)'}
              </Button>
              {zoom !== null && (
                <>
                  <Button disabled={zoom === 0} onClick={() => setZoom(zoom - 1)}>
                    Further away
                  </Button>
                  <Button disabled={zoom === ZOOMS.length - 1} onClick={() => setZoom(zoom + 1)}>
                    Nearer
                  </Button>
                </>
              )}
              <Button disabled={!editing.undo} onClick={() => editing.undo?.()}>
                Undo
              </Button>
              <Button disabled={!editing.redo} onClick={() => editing.redo?.()}>
                Redo
              </Button>
              {stretch && (
                <Button onClick={mute}>
                  Mute {minutes(stretch.fromS)} to {minutes(stretch.toS)} (M)
                </Button>
              )}
            </Row>
            {found.progress !== null && (
              <Typography role="status" variant="body2">
                Drawing … {Math.round(100 * found.progress)} %
              </Typography>
            )}
          </Stack>
        </Stack>
        <Stack spacing={2}>
          {played.to === 'plan' && (
            <Button
              variant="contained"
              size="large"
              disabled={busy !== null}
              onClick={() => void read()}
              sx={{ alignSelf: 'flex-start' }}
            >
              Read it {KEY_SIGN.Enter}
            </Button>
          )}
          <PlayedPanel
            played={played}
            busy={busy}
            foundBpm={free?.tempo?.bpm ?? null}
            onPlan={(planId) => void playTo(planId)}
            onChange={setPlayed}
          />
          <MarkPanel
            mark={chosen}
            place={place}
            onNudge={(byS) => chosen && nudge(chosen, byS)}
            onRemove={() => chosen && remove(chosen)}
            onPlace={chosen ? () => beginAt(chosen) : null}
            placeText={played.to === 'plan' ? 'Here the plan begins (1)' : 'Here is a one (1)'}
          />
          {found.at && (
            <HearPanel
              at={found.at}
              recording={recording}
              marks={marks}
              stretch={stretch}
              fromS={chosen ? chosen.timeS - 0.2 : 0}
              onPosition={setPlayheadS}
            />
          )}
          {!recording.midi && (
            <SoundPanel
              recording={recording}
              here={found.here}
              hash={hash}
              onHear={(how) => void hearAgain(how)}
              onLetGo={() => void dropSound()}
              onVoice={(countsVoice) => change((now) => ({ ...now, edits: { ...now.edits, countsVoice } }))}
            />
          )}
          <ListsPanel recording={recording} marks={marks} onChange={change} />
          <AboutPanel recording={recording} onChange={change} />
        </Stack>
      </Box>
    </Stack>
  );
}

const COLUMNS = columns(2.6, 280);
