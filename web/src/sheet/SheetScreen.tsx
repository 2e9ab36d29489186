/** The count sheet: a rhythm is written, counted in any note, heard, and taken to the stage. */
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import {
  SYSTEMS,
  type Sheet,
  type SystemName,
  barsText,
  countSheet,
  meterOf,
  readBars,
  sheetSchema,
} from '@feldspar/core/counts';
import { sheetToAbc, sheetToMusicXml } from '@feldspar/core/formats';
import type { Plan } from '@feldspar/core/plan';
import { meterName, parseFraction, pluralOfLength, tempo, tempoName } from '@feldspar/core/time';
import { useSnackbar } from 'notistack';
import { useMemo, useState } from 'react';
import { useParams } from 'react-router';
import { type Heard, useLoop } from '../audio/useLoop.ts';
import { fileNameOf } from '../export/file-name.ts';
import { Choice } from '../shell/Choice.tsx';
import { ErrorNotice } from '../shell/ErrorNotice.tsx';
import { Panel } from '../shell/Panel.tsx';
import { PrintButton } from '../shell/PrintButton.tsx';
import { TypedField, wholeFrom } from '../shell/TypedField.tsx';
import { saveBlob, saveFile } from '../shell/save-file.ts';
import { NoteSelect } from '../tempo/NoteSelect.tsx';
import { TempoField } from '../tempo/TempoField.tsx';
import { KeepingButtons } from '../workshop/KeepingButtons.tsx';
import { useKeeping } from '../workshop/useKeeping.ts';
import { useOwnPlan } from '../workshop/useOwnPlan.ts';
import { useUndoKeys } from '../workshop/useUndoKeys.ts';
import { useWorkshop } from '../workshop/useWorkshop.ts';
import { CheatSheet } from './CheatSheet.tsx';
import { Engraving } from './Engraving.tsx';
import { NoteStrip } from './NoteStrip.tsx';
import { Palette } from './Palette.tsx';
import { engravingPng, engravingSvg } from './engraving-file.ts';
import { countsUnder } from './counts-under.ts';
import { type HeardWith, heardSheet } from './heard-sheet.ts';
import { sheetOf, sheetProblems, withSheet } from './sheet-plan.ts';
import { useCaret } from './useCaret.ts';

export default function SheetScreen() {
  const { id } = useParams();
  return <Found key={id} id={id!} />;
}

function Found({ id }: { id: string }) {
  const { found, error } = useOwnPlan(id);
  if (error) return <ErrorNotice error={error} />;
  if (!found) return null;
  const sheet = sheetOf(found.start);
  if (!sheet)
    return <ErrorNotice error={new Error('This plan has no count sheet. Write one from the plans.')} />;
  return <Writing id={id} start={found.start} onServer={found.onServer} />;
}

const UNITS = ['1/2', '1/4', '1/8', '1/16'].map((unit) => [unit, unit.slice(2)] as const);
const SYSTEM_NAMES = (Object.keys(SYSTEMS) as SystemName[]).map(
  (name) => [name, { 'e and a': '1 e & a', and: '1 &', 'la li': '1 la li' }[name]] as const,
);

const HEARD_WITH: [HeardWith, string][] = [
  ['rhythm', 'the rhythm'],
  ['count', 'the count aloud'],
  ['both', 'rhythm and count'],
];

function Writing({ id, start, onServer }: { id: string; start: Plan; onServer: Plan | null }) {
  const { enqueueSnackbar } = useSnackbar();
  const workshop = useWorkshop(id, start, onServer);
  const { plan, timeline } = workshop;
  const sheet = useMemo(() => sheetOf(plan)!, [plan]);
  const change = (next: Partial<Sheet>, name?: string) =>
    workshop.change(withSheet(plan, { ...sheet, ...next }), name);
  const { save, discard, toPlan } = useKeeping(id, workshop, onServer, `/sheets/${id}`);
  useUndoKeys(workshop);

  const [system, setSystem] = useState<SystemName>('e and a');
  const [picked, setChosen] = useState(0);
  const counted = parseFraction(sheet.counted);
  const spoken = tempo(sheet.tempo.bpm, sheet.tempo.beat);
  const notes = useMemo(() => countSheet(sheet, system), [sheet, system]);
  const under = useMemo(() => notes.map(countsUnder), [notes]);
  const chosen = Math.max(0, Math.min(picked, notes.length - 1));
  const problems = useMemo(() => sheetProblems(sheet), [sheet]);
  const faulty = problems.length > 0;

  const [drawn, setDrawn] = useState<HTMLElement | null>(null);
  const [hearing, setHearing] = useState(false);
  const [withIt, setWithIt] = useState<HeardWith>('rhythm');
  const heard = useMemo<Heard | null>(
    () =>
      hearing && timeline && !faulty
        ? { what: 'sheet', timeline: heardSheet(timeline, notes, withIt), loop: false }
        : null,
    [hearing, timeline, faulty, notes, withIt],
  );
  const position = useLoop(heard, (error) => {
    setHearing(false);
    if (error) enqueueSnackbar((error as Error).message, { variant: 'error' });
  });
  const savePng = async () => {
    try {
      if (drawn) saveBlob(fileNameOf(plan, 'png'), await engravingPng(drawn));
    } catch (error) {
      enqueueSnackbar((error as Error).message, { variant: 'error' });
    }
  };
  const caret = useCaret(heard === null ? null : { timeline: heard.timeline, sheet, position });

  return (
    <Stack spacing={2.5} sx={{ maxWidth: 1180 }}>
      <Stack
        direction="row"
        useFlexGap
        spacing={1.5}
        className="no-print"
        sx={{ flexWrap: 'wrap', alignItems: 'flex-start' }}
      >
        <Typography variant="h1" sx={{ flexGrow: 1 }}>
          Count sheet
        </Typography>
        <KeepingButtons
          workshop={workshop}
          faulty={faulty}
          onSave={() => void save()}
          onDiscard={discard}
          onPlan={() => void toPlan()}
        />
      </Stack>
      <Box sx={{ display: 'none', displayPrint: 'block' }}>
        <Typography variant="h1">{sheet.title}</Typography>
        <Typography>
          {meterName(meterOf(sheet))}, counted in {pluralOfLength(counted)}, {tempoName(spoken)}
        </Typography>
      </Box>
      <Stack
        direction="row"
        useFlexGap
        spacing={1.5}
        className="no-print"
        sx={{ flexWrap: 'wrap', alignItems: 'flex-start' }}
      >
        <TypedField
          label="Title"
          value={sheet.title}
          show={(title) => title}
          read={(text) =>
            text.trim() !== '' && text.length <= 160
              ? { value: text }
              : { problem: 'Give the sheet a title of at most 160 letters.' }
          }
          onChange={(title) => change({ title }, 'title')}
          width="min(100%, 300px)"
        />
        <TypedField
          label="Beats in a bar"
          value={sheet.meter.beats}
          show={String}
          read={wholeFrom(1, 32)}
          onChange={(beats) => change({ meter: { ...sheet.meter, beats, groups: undefined } }, 'meter')}
          width={120}
        />
        <Choice
          label="of"
          value={sheet.meter.unit}
          options={UNITS}
          onChange={(unit) => change({ meter: { ...sheet.meter, unit, groups: undefined } })}
          minWidth={80}
        />
        <NoteSelect
          label="Counted note"
          size="small"
          value={counted}
          onChange={(length) => change({ counted: length.toFraction() })}
        />
        <Choice
          label="Counted as"
          value={system}
          options={SYSTEM_NAMES}
          onChange={setSystem}
          minWidth={120}
        />
      </Stack>
      <Box
        sx={{
          bgcolor: 'background.paper',
          border: '1px solid',
          borderColor: 'divider',
          borderRadius: 2,
          p: 2,
        }}
      >
        <Engraving
          sheet={sheet}
          notes={notes}
          under={under}
          chosen={caret ?? chosen}
          onChoose={setChosen}
          onDrawn={setDrawn}
          label={`${sheet.title}: ${notes.length} notes and rests in ${sheet.bars.length} bars, counted below each`}
        />
      </Box>
      {faulty && (
        <Alert severity="error" variant="outlined" aria-label="What is wrong">
          {problems.map(({ path, message }) => (
            <div key={path + message}>{message}</div>
          ))}
        </Alert>
      )}
      <Stack direction="row" useFlexGap spacing={1.5} className="no-print" sx={{ flexWrap: 'wrap' }}>
        <Button
          variant={hearing ? 'contained' : 'outlined'}
          color={hearing ? 'secondary' : 'inherit'}
          aria-pressed={hearing}
          disabled={faulty && !hearing}
          onClick={() => setHearing(!hearing)}
        >
          {hearing ? 'Silence' : 'Hear it'}
        </Button>
        <Choice
          label="with the click"
          value={withIt}
          options={HEARD_WITH}
          onChange={setWithIt}
          minWidth={190}
        />
        <Button
          variant="outlined"
          color="inherit"
          onClick={() => saveFile(fileNameOf(plan, 'abc'), 'text/vnd.abc', sheetToAbc(sheet))}
        >
          Save as ABC
        </Button>
        <Button
          variant="outlined"
          color="inherit"
          onClick={() =>
            saveFile(
              fileNameOf(plan, 'musicxml'),
              'application/vnd.recordare.musicxml+xml',
              sheetToMusicXml(sheet),
            )
          }
        >
          Save as MusicXML
        </Button>
        <Button
          variant="outlined"
          color="inherit"
          disabled={!drawn}
          onClick={() => drawn && saveFile(fileNameOf(plan, 'svg'), 'image/svg+xml', engravingSvg(drawn))}
        >
          Save as SVG
        </Button>
        <Button variant="outlined" color="inherit" disabled={!drawn} onClick={() => void savePng()}>
          Save as PNG
        </Button>
        <PrintButton />
      </Stack>
      <Box className="no-print">
        <Panel title="Write">
          <Stack spacing={2}>
            <Palette
              sheet={sheet}
              chosen={chosen}
              onChange={(next, index) => {
                change({ bars: next.bars });
                setChosen(index);
              }}
            />
            <NoteStrip notes={notes} chosen={caret ?? chosen} onChoose={setChosen} />
            <TypedField
              label="The notes as text"
              value={sheet.bars}
              show={barsText}
              read={(text) => {
                const { bars, problem } = readBars(text);
                if (problem !== undefined) return { problem };
                const fits = sheetSchema.safeParse({ ...sheet, bars });
                return fits.success ? { value: bars } : { problem: fits.error.issues[0].message };
              }}
              onChange={(bars) => change({ bars }, 'text')}
              help="w h q e s t are whole to thirty-second; e. dotted, qr a rest, q~ tied, q> accented, 6:4(s s s s s s), {e=1/8}q a grace note, | a barline"
              width="100%"
              multiline
            />
          </Stack>
        </Panel>
      </Box>
      <Box
        sx={{
          display: 'grid',
          gap: 2,
          gridTemplateColumns: { xs: 'minmax(0,1fr)', md: '1fr 1fr' },
          alignItems: 'start',
        }}
      >
        <Panel title="What each note is worth">
          <CheatSheet counted={counted} />
        </Panel>
        <Box className="no-print">
          <Panel title="Tempo">
            <TempoField
              value={spoken}
              onChange={({ bpm, beat }) =>
                change(
                  {
                    tempo: { bpm: bpm.d === 1n ? bpm.valueOf() : bpm.toFraction(), beat: beat.toFraction() },
                  },
                  'tempo',
                )
              }
            />
          </Panel>
        </Box>
      </Box>
    </Stack>
  );
}
