/** The beat map on the waveform, a bar a row: mended as strokes are, with everything that can be taken back. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import {
  type BeatMap,
  addBeat,
  barsOf,
  filledBetween,
  moveBeat,
  nearestBeat,
  oneAt,
  removeBeat,
} from '@feldspar/core/beat-map';
import type { FoundBeats } from '@feldspar/core/beats';
import { type Mark, type Recording, loudestIn } from '@feldspar/core/recordings';
import { useMemo, useState } from 'react';
import { beatsAt, recordingAt } from '../../addresses/addresses.ts';
import { useUndoKeys } from '../../parts/keeping/useUndoKeys.ts';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { PlaceTabs } from '../../parts/layout/PlaceTabs.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { minutes, plural } from '../../text/text.ts';
import { FindBeatsPanel } from './FindBeatsPanel.tsx';
import { HearPanel } from './HearPanel.tsx';
import { AllBeatsPanel, BeatPanel, MapFilesPanel, PartsPanel } from './MapPanels.tsx';
import { PlayAlongPanel } from './PlayAlongPanel.tsx';
import { STRATA, columns } from './columns.ts';
import { Strata, type Stretch } from './Strata.tsx';
import { DOUBTFUL, doubtfulIn, headOfMap } from './beat-words.ts';
import { placeOf } from './place-of.ts';
import { rowsOfMap, rowsOfTime, scaleOf } from './rows.ts';
import { useEditing } from './useEditing.ts';
import { useFindingBeats } from './useFindingBeats.ts';
import { useMarkKeys } from './useMarkKeys.ts';
import { useSound } from './useSound.ts';

/** Pixels a second of the long line. */
const LINE_PX = 90;

interface BeatMapEditorProps {
  start: Recording;
  hash: string | null | undefined;
}

export function BeatMapEditor({ start, hash }: BeatMapEditorProps) {
  const editing = useEditing(start);
  const { recording, change } = editing;
  const { beatMap: map, sound, name } = recording;
  const found = useSound(recording, hash);
  const finding = useFindingBeats(recording, found.at);
  const [chosenS, setChosenS] = useState<number | null>(null);
  const [stretch, setStretch] = useState<Stretch | null>(null);
  const [playheadS, setPlayheadS] = useState<number | null>(null);
  const [isLine, setIsLine] = useState(false);
  const marks = useMemo(() => (map ? marksOfMap(map) : []), [map]);
  const rows = useMemo(() => (map ? rowsOfMap(map) : rowsOfTime(sound.durationS)), [map, sound.durationS]);
  const { leadS } = useMemo(() => scaleOf(rows), [rows]);
  const loudest = useMemo(() => (found.peaks ? loudestIn(found.peaks) : 1), [found.peaks]);
  const doubtful = useMemo(() => (map ? doubtfulIn(map) : []), [map]);
  const index = map && chosenS !== null ? nearestBeat(map, chosenS) : null;
  const chosen = index === null ? null : marks[index];

  const mend = (make: (now: BeatMap) => BeatMap, step?: string) =>
    change((now) => {
      if (!now.beatMap) return now;
      const next = make(now.beatMap);
      return next === now.beatMap ? now : { ...now, beatMap: next };
    }, step);
  const keep = ({ map: next }: FoundBeats) => {
    change((now) => ({ ...now, beatMap: next }));
    setChosenS(null);
  };
  const move = (mark: Mark, toS: number, step?: string) => {
    const at = marks.indexOf(mark);
    const whereS = Number(Math.max(0, Math.min(sound.durationS, toS)).toFixed(6));
    mend((now) => moveBeat(now, at, whereS), step);
    setChosenS(whereS);
  };
  const add = (timeS: number) => {
    mend((now) => addBeat(now, timeS));
    setChosenS(timeS);
  };
  const fill = () => {
    if (!stretch) return;
    mend((now) => filledBetween(now, nearestBeat(now, stretch.fromS), nearestBeat(now, stretch.toS)));
  };
  useUndoKeys(editing);
  useMarkKeys({
    marks,
    chosen,
    onChoose: (mark) => setChosenS(mark.timeS),
    onNudge: (mark, byS) => move(mark, mark.timeS + byS, `nudge ${marks.indexOf(mark)}`),
    onRemove: (mark) => mend((now) => removeBeat(now, marks.indexOf(mark))),
    onAdd: () => add(playheadS ?? stretch?.fromS ?? (chosen ? chosen.timeS + 0.2 : 0)),
    onOne: () => index !== null && mend((now) => oneAt(now, index)),
    onLine: () => setIsLine((now) => !now),
    letters: { f: fill },
  });
  const where = chosen ? placeOf(chosen.timeS, rows, leadS, null).where : '';
  return (
    <Stack spacing={2.5} sx={{ maxWidth: 1320 }}>
      <Box>
        <PlaceTabs
          label="Recording"
          at="Beats"
          places={[
            [recordingAt(recording.id), 'Strokes'],
            [beatsAt(recording.id), 'Beats'],
          ]}
        />
        <Typography variant="h1">{map ? headOfMap(map) : 'A record to play along with'}</Typography>
        <Typography sx={{ color: 'text.secondary', mt: 0.75, overflowWrap: 'anywhere' }}>
          {name} · {minutes(sound.durationS)}
        </Typography>
      </Box>
      {found.error !== null && <ErrorNotice error={found.error} />}
      {found.at === null && (
        <Typography>Its sound is not here any more. Open the file again under Recordings.</Typography>
      )}
      <Box sx={COLUMNS}>
        <Stack spacing={1.5} component="section" aria-label="Strata" sx={STRATA}>
          <Strata
            rows={rows}
            line={isLine ? { pxPerS: LINE_PX, durationS: sound.durationS } : null}
            peaks={found.peaks}
            loudest={loudest}
            marks={marks}
            selected={chosen}
            hiddenS={[]}
            voice={[]}
            muted={[]}
            stretch={stretch}
            playheadS={playheadS}
            label={map ? `${plural(marks.length, 'beat')} in ${plural(rows.length, 'bar')}` : 'The sound'}
            onChoose={(mark) => setChosenS(mark?.timeS ?? null)}
            onMove={(mark, toS) => move(mark, toS)}
            onAdd={add}
            onStretch={setStretch}
          />
          <Row gap={1}>
            <Button onClick={() => setIsLine(!isLine)}>
              {isLine ? 'Bar by bar (L)' : 'As one long line (L)'}
            </Button>
            <Button disabled={!editing.undo} onClick={() => editing.undo?.()}>
              Undo
            </Button>
            <Button disabled={!editing.redo} onClick={() => editing.redo?.()}>
              Redo
            </Button>
            {map && (
              <Typography variant="body2" sx={{ color: 'text.secondary' }}>
                The tallest are ones; hollow ones are doubtful.
              </Typography>
            )}
          </Row>
        </Stack>
        <Stack spacing={2}>
          {map && <PlayAlongPanel recording={recording} map={map} />}
          {found.at && (
            <FindBeatsPanel
              finding={finding}
              again={map !== undefined}
              onFound={keep}
              onPosition={setPlayheadS}
            />
          )}
          {map && (
            <>
              <BeatPanel map={map} beat={index} where={where} endS={sound.durationS} onChange={mend} />
              <AllBeatsPanel
                map={map}
                stretch={stretch}
                doubtful={doubtful}
                onChange={mend}
                onLookAt={(beat) => setChosenS(map.beats[beat])}
              />
            </>
          )}
          {found.at && (
            <HearPanel
              at={found.at}
              recording={recording}
              marks={marks}
              stretch={stretch}
              fromS={chosen ? chosen.timeS - 0.2 : 0}
              on="beats"
              onPosition={setPlayheadS}
            />
          )}
          {map && <PartsPanel map={map} bar={barOf(map, index)} onChange={mend} />}
          {map && <MapFilesPanel map={map} name={name} onChange={mend} />}
        </Stack>
      </Box>
    </Stack>
  );
}

/** Number of the bar in which a beat lies; 1 before the first one, and where none is chosen. */
const barOf = (map: BeatMap, beat: number | null): number =>
  beat === null ? 1 : (barsOf(map).findLast(({ firstBeat }) => firstBeat <= beat)?.number ?? 1);

const ONE = 1;
const OTHER = 0.15;

/** Beats as they are drawn: the ones taller, the doubtful ones hollow. */
function marksOfMap(map: BeatMap): Mark[] {
  const ones = new Set(
    rowsOfMap(map).flatMap(({ beatsS, firstBeat }) => (firstBeat === 0 ? beatsS.slice(0, 1) : [])),
  );
  return map.beats.map((timeS, i): Mark => ({
    timeS,
    strength: ones.has(timeS) ? ONE : OTHER,
    ...((map.sure?.[i] ?? 1) < DOUBTFUL ? {} : { heardS: timeS }),
  }));
}

const COLUMNS = columns(2.2, 320);
