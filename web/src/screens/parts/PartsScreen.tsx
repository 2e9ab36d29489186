/** Every part in its states, in both rooms: how parts are looked at. In development only, at /parts. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { type Plan, PlanError, compile } from '@feldspar/core/plan';
import { READY_PLANS } from '@feldspar/core/practice';
import { Fraction, type Tempo } from '@feldspar/core/time';
import { useState } from 'react';
import { FileButton } from '../../parts/actions/FileButton.tsx';
import { HearButton } from '../../parts/actions/HearButton.tsx';
import { MenuButton } from '../../parts/actions/MenuButton.tsx';
import { PrintButton } from '../../parts/actions/PrintButton.tsx';
import { CoreLegend } from '../../parts/core-sample/CoreLegend.tsx';
import { FittedCore } from '../../parts/core-sample/FittedCore.tsx';
import { PaintedCore } from '../../parts/core-sample/PaintedCore.tsx';
import { type CoreModel, coreOfTimeline } from '../../parts/core-sample/model.ts';
import { Choice } from '../../parts/fields/Choice.tsx';
import { LengthField } from '../../parts/fields/LengthField.tsx';
import { PlacesField } from '../../parts/fields/PlacesField.tsx';
import { SearchField } from '../../parts/fields/SearchField.tsx';
import { TypedField, wholeFrom } from '../../parts/fields/TypedField.tsx';
import { Empty } from '../../parts/layout/Empty.tsx';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { List, ListItem } from '../../parts/layout/List.tsx';
import { Page } from '../../parts/layout/Page.tsx';
import { Panel } from '../../parts/layout/Panel.tsx';
import { PlaceTabs } from '../../parts/layout/PlaceTabs.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { ScreenSkeleton } from '../../parts/layout/Skeletons.tsx';
import { NoteSelect } from '../../parts/tempo/NoteSelect.tsx';
import { RateField } from '../../parts/tempo/RateField.tsx';

const FOUR = { beats: 4, unit: new Fraction(1, 4) };
const nothing = () => undefined;
const never = () => new Promise<void>(() => undefined);

export default function PartsScreen() {
  return (
    <Page title="Parts" intro="Every part in its states, in both rooms. Only in development." maxWidth={1400}>
      <Box sx={{ display: 'grid', gap: 3, gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: '1fr 1fr' } }}>
        {(['light', 'dark'] as const).map((scheme) => (
          <Box
            key={scheme}
            data-scheme={scheme}
            sx={{ bgcolor: 'background.default', color: 'text.primary', p: 2 }}
          >
            <Room name={scheme === 'light' ? 'Light' : 'Dark room'} />
          </Box>
        ))}
      </Box>
    </Page>
  );
}

function Room({ name }: { name: string }) {
  return (
    <Stack spacing={3} component="section" aria-label={name}>
      <Typography variant="h2">{name}</Typography>
      <Buttons />
      <Fields />
      <Cores />
      <Lists />
      <Panel title="Nothing, something wrong, and on its way">
        <Stack spacing={2}>
          <Empty>Nothing yet: what will be here, and the one step that fills it.</Empty>
          <ErrorNotice error={new Error('The server does not answer. Start it again.')} />
          <ErrorNotice
            error={new PlanError([{ path: 'sections[0].bars', message: 'bars must be a whole number' }])}
          />
          <ScreenSkeleton />
        </Stack>
      </Panel>
    </Stack>
  );
}

function Buttons() {
  const [hearing, setHearing] = useState(false);
  return (
    <Panel title="Buttons: one filled, few outlined, the rest quiet">
      <Row>
        <Button variant="contained">The one thing to do</Button>
        <Button variant="outlined">Another way</Button>
        <Button>Quiet</Button>
        <Button variant="contained" disabled>
          Not now
        </Button>
        <Button variant="outlined" disabled>
          Not now either
        </Button>
        <HearButton text="Hear it" hearing={hearing} onToggle={() => setHearing(!hearing)} />
        <HearButton text="Hear it" hearing={false} disabled onToggle={nothing} />
        <FileButton text="Open a file" label="A file" accept=".json" onFile={never} />
        <PrintButton />
        <MenuButton
          name="Save a picture"
          choices={[
            ['As PNG', nothing],
            ['As SVG', null],
          ]}
        />
      </Row>
    </Panel>
  );
}

function Fields() {
  const [bars, setBars] = useState(8);
  const [places, setPlaces] = useState(['1/4', '3/4']);
  const [length, setLength] = useState('5/4');
  const [found, setFound] = useState('');
  const [feel, setFeel] = useState('regular');
  const [tempo, setTempo] = useState<Tempo>({ bpm: new Fraction(84), beat: new Fraction(1, 4) });
  return (
    <Panel title="Fields: what is wrong is said beside them">
      <Row align="flex-start">
        <TypedField label="Bars" value={bars} show={String} read={wholeFrom(1, 100)} onChange={setBars} />
        <TypedField
          label="Wrong"
          value="x"
          show={(text) => text}
          read={() => ({ problem: 'Type a whole number from 1 to 100.' })}
          onChange={nothing}
          help="helps while nothing is wrong"
          width={200}
        />
        <PlacesField label="Places of the bar" value={places} meter={FOUR} onChange={setPlaces} />
        <LengthField label="every" value={length} onChange={setLength} />
        <Choice
          label="Feel"
          value={feel}
          options={[
            ['regular', 'regular'],
            ['half', 'half time'],
          ]}
          onChange={setFeel}
        />
        <SearchField label="Find" value={found} onChange={setFound} />
        <NoteSelect label="Note" value={tempo.beat} onChange={(beat) => setTempo({ ...tempo, beat })} />
        <RateField label="a minute" value={tempo.bpm} onChange={(bpm) => setTempo({ ...tempo, bpm })} />
      </Row>
    </Panel>
  );
}

/** A core with each kind of mark: on it, early, late, missed, one too many. */
function coreOf(plan: Plan): CoreModel {
  const core = coreOfTimeline(compile(plan));
  return {
    ...core,
    rows: core.rows.slice(0, 6),
    marks: [0, 1, 2, 3].flatMap((at) =>
      [0, 1, 2, 4, 5].map((row) => ({ row, at, asynchronyMs: (row - 2) * 14 + (at - 1.5) * 6 })),
    ),
    missed: [{ row: 3, at: 1 }],
    extra: [{ row: 3, at: 2.4 }],
  };
}

const CORE = coreOf(READY_PLANS[3].plan);

function Cores() {
  return (
    <Panel title="Cores: whole, and small as in lists">
      <Stack spacing={2}>
        <FittedCore model={CORE} label="A core of six bars" />
        <CoreLegend silent />
        <PaintedCore model={CORE} label="The same in small" rowHeight={7} maxWidth={150} />
      </Stack>
    </Panel>
  );
}

function Lists() {
  return (
    <Panel title="Lists and tabs">
      <PlaceTabs
        label="Tabs"
        at="Here"
        places={[
          ['/parts', 'Here'],
          ['/', 'There'],
        ]}
      />
      <List label="Things">
        <ListItem
          picture={<PaintedCore model={CORE} label="A picture" rowHeight={7} maxWidth={150} />}
          actions={<Button>Delete</Button>}
        >
          <Typography sx={{ fontWeight: 600 }}>With a picture and something to do</Typography>
          <Typography variant="body2" sx={{ color: 'text.secondary' }}>
            and its facts · quarter = 84
          </Typography>
        </ListItem>
        <ListItem>
          <Typography>Only words</Typography>
        </ListItem>
      </List>
    </Panel>
  );
}
