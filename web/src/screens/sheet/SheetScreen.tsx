/** The count sheet: a rhythm is written, counted in any note, heard, and taken to the stage. */
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import {
  type Sheet,
  barsText,
  countSheet,
  planOfSheet,
  readBars,
  realigningBars,
  sheetSchema,
  systemOf,
} from '@feldspar/core/counts';
import { compile } from '@feldspar/core/plan';
import { parseFraction, tempo } from '@feldspar/core/time';
import { listed } from '@feldspar/core/words';
import { useMemo, useState } from 'react';
import { useParams } from 'react-router';
import { sheetAt } from '../../addresses/addresses.ts';
import { HearButton } from '../../parts/actions/HearButton.tsx';
import { NotShown } from '../../parts/layout/NotShown.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { type Heard, useLoop } from '../../sound/useLoop.ts';
import { playAddress } from '../../addresses/play-address.ts';
import { Choice } from '../../parts/fields/Choice.tsx';
import { Panel } from '../../parts/layout/Panel.tsx';
import { ScreenSkeleton } from '../../parts/layout/Skeletons.tsx';
import { TypedField } from '../../parts/fields/TypedField.tsx';
import { TempoField } from '../../parts/tempo/TempoField.tsx';
import { KeepingButtons } from '../../parts/keeping/KeepingButtons.tsx';
import { useKeeping } from '../../parts/keeping/useKeeping.ts';
import { type OwnPlan, useOwnPlan } from '../../parts/keeping/useOwnPlan.ts';
import { useUndoKeys } from '../../parts/keeping/useUndoKeys.ts';
import { useWorkshop } from '../../parts/keeping/useWorkshop.ts';
import { CheatSheet } from './CheatSheet.tsx';
import { Engraving } from '../../parts/engraving/Engraving.tsx';
import { HandoutClicks, HandoutHead } from './Handout.tsx';
import { NoteStrip } from './NoteStrip.tsx';
import { Palette } from './Palette.tsx';
import { SheetFiles } from './SheetFiles.tsx';
import { SheetFrame } from './SheetFrame.tsx';
import { countsUnder } from '../../parts/engraving/counts-under.ts';
import { type HeardWith, heardSheet, unspokenWords } from './heard-sheet.ts';
import { sheetOf, sheetProblems, withSheet } from '../../data/sheet-plan.ts';
import { useCaret } from './useCaret.ts';
import { useWriting } from './useWriting.ts';
import { say } from '../../parts/actions/say.ts';

export default function SheetScreen() {
  const { id } = useParams();
  return <Found key={id} id={id!} />;
}

function Found({ id }: { id: string }) {
  const { found, error } = useOwnPlan(id);
  if (error) return <NotShown what="count sheet" error={error} />;
  if (!found) return <ScreenSkeleton />;
  if (!sheetOf(found.start))
    return (
      <NotShown
        what="count sheet"
        error={new Error('This plan has no count sheet. Write one from the plans.')}
      />
    );
  return <Writing id={id} {...found} />;
}

const HEARD_WITH: [HeardWith, string][] = [
  ['rhythm', 'the rhythm'],
  ['count', 'the count aloud'],
  ['both', 'rhythm and count'],
];

function Writing({ id, start, onServer, on }: OwnPlan & { id: string }) {
  const workshop = useWorkshop(id, start, onServer, on);
  const { plan, timeline } = workshop;
  const sheet = useMemo(() => sheetOf(plan)!, [plan]);
  const change = (next: Partial<Sheet>, name?: string) =>
    workshop.change(withSheet(plan, { ...sheet, ...next }), name);
  const { save, discard, saveAndGo } = useKeeping(id, workshop, onServer, sheetAt(id));
  useUndoKeys(workshop);

  const counted = parseFraction(sheet.counted);
  const notes = useMemo(() => countSheet(sheet, systemOf(sheet)), [sheet]);
  const limbs = sheet.limbs !== undefined;
  const under = useMemo(() => notes.map((note) => countsUnder(note, limbs)), [notes, limbs]);
  const marks = useMemo(() => marksOf(sheet), [sheet]);
  const writing = useWriting(sheet, (next, name) => change({ bars: next.bars }, name));
  const problems = useMemo(() => sheetProblems(sheet), [sheet]);
  const faulty = problems.length > 0;

  const [drawn, setDrawn] = useState<HTMLElement | null>(null);
  const [hearing, setHearing] = useState(false);
  const [withIt, setWithIt] = useState<HeardWith>('rhythm');
  const silent = useMemo(() => (withIt === 'rhythm' ? [] : unspokenWords(notes)), [withIt, notes]);
  const heard = useMemo<Heard | null>(() => {
    if (!hearing || faulty) return null;
    const once = compile(planOfSheet({ ...sheet, rounds: 1 }));
    return { what: 'sheet', timeline: heardSheet(once, notes, withIt), loop: false };
  }, [hearing, faulty, sheet, notes, withIt]);
  const position = useLoop(heard, (error) => {
    setHearing(false);
    if (error) say((error as Error).message, { variant: 'error' });
  });
  const caret = useCaret(heard === null ? null : { timeline: heard.timeline, sheet, position });

  return (
    <Stack spacing={2.5} sx={{ maxWidth: 1180 }}>
      <Row align="flex-start" noPrint>
        <Typography variant="h1" sx={{ flexGrow: 1 }}>
          Count sheet
        </Typography>
        <KeepingButtons
          workshop={workshop}
          faulty={faulty}
          onSave={() => void save()}
          onDiscard={discard}
          onPlan={() => void saveAndGo(playAddress(id))}
          onLook={() => void saveAndGo()}
        />
      </Row>
      <HandoutHead sheet={sheet} />
      <SheetFrame sheet={sheet} onChange={change} />
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
          marks={marks}
          chosen={caret === null ? writing.chosen : { from: caret, to: caret }}
          onChoose={writing.choose}
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
      <Row noPrint>
        <HearButton
          text="Hear it"
          hearing={hearing}
          disabled={faulty}
          onToggle={() => setHearing(!hearing)}
        />
        <Choice
          label="with the click"
          value={withIt}
          options={HEARD_WITH}
          onChange={setWithIt}
          minWidth={190}
        />
        {silent.length > 0 && (
          <Typography variant="body2" role="status" sx={{ alignSelf: 'center', color: 'text.secondary' }}>
            The voice does not know {listed(silent)}: these are only written.
          </Typography>
        )}
        <SheetFiles plan={plan} sheet={sheet} drawn={drawn} />
      </Row>
      <Box className="no-print">
        <Panel title="Write">
          <Stack spacing={2}>
            <Palette writing={writing} />
            <NoteStrip notes={notes} writing={writing} caret={caret} />
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
        {timeline && <HandoutClicks plan={plan} timeline={timeline} sheet={sheet} />}
        <Box className="no-print">
          <Panel title="Tempo">
            <TempoField
              value={tempo(sheet.tempo.bpm, sheet.tempo.beat)}
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

/** Where groups begin on a downbeat again. */
function marksOf(sheet: Sheet): ReadonlyMap<number, string> {
  return new Map(realigningBars(sheet).map((bar) => [bar, 'together on 1']));
}
