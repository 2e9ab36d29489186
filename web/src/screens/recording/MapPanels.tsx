/** The panels of a beat map: the chosen beat, what is done to all of them, and files. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import Typography from '@mui/material/Typography';
import {
  type BeatMap,
  barsOf,
  doubled,
  filledBetween,
  halved,
  nearestBeat,
  offBeats,
  oneAt,
  rateAround,
  removeBeat,
  shiftedOnes,
  steadyFrom,
  withMeter,
  withPart,
  withoutPart,
} from '@feldspar/core/beat-map';
import {
  MOST_MAP_BYTES,
  beatMapToCsv,
  beatMapToJson,
  beatMapToMidi,
  readBeatMap,
} from '@feldspar/core/formats';
import { useState } from 'react';
import { fileNameOf } from '../../files/file-name.ts';
import { saveBlob, saveFile } from '../../files/save-file.ts';
import { FileButton } from '../../parts/actions/FileButton.tsx';
import { MenuButton } from '../../parts/actions/MenuButton.tsx';
import { Choice } from '../../parts/fields/Choice.tsx';
import { TypedField, numberFrom, wholeFrom } from '../../parts/fields/TypedField.tsx';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { Panel } from '../../parts/layout/Panel.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { minutes } from '../../text/text.ts';
import type { Stretch } from './Strata.tsx';
import { surenessOf } from './beat-words.ts';

interface MapProps {
  map: BeatMap;
  onChange(change: (map: BeatMap) => BeatMap, step?: string): void;
}

interface BeatPanelProps extends MapProps {
  /** Index of the chosen one. */
  beat: number | null;
  where: string;
  endS: number;
}

const KEYS =
  'N, P: next, before. Arrows: 1 ms, with shift 10 ms. Del: no beat. +: a beat here. 1: here is the one. F: fill the chosen stretch evenly.';

export function BeatPanel({ map, beat, where, endS, onChange }: BeatPanelProps) {
  const rate = beat === null ? null : rateAround(map, beat);
  return (
    <Panel title="Beat">
      <div role="status" aria-label="Chosen beat">
        {beat === null || rate === null ? (
          <Typography sx={{ color: 'text.secondary' }}>
            None chosen. Press N, or click one; drag it to move it, double-click to add one.
          </Typography>
        ) : (
          <>
            <Typography sx={{ fontWeight: 600 }}>{where}</Typography>
            <Typography variant="body2" sx={{ color: 'text.secondary' }}>
              {map.beats[beat].toFixed(3)} s · {rate.toFixed(1)} a minute here
              {map.sure ? ` · ${surenessOf(map.sure[beat])}` : ''}
            </Typography>
          </>
        )}
      </div>
      {beat !== null && rate !== null && (
        <Row gap={0.5}>
          <Button size="small" onClick={() => onChange((now) => oneAt(now, beat))}>
            Here is the one (1)
          </Button>
          <Button size="small" onClick={() => onChange((now) => oneAt(now, beat, true))}>
            A one, from here on
          </Button>
          <Button
            size="small"
            sx={{ color: 'text.secondary' }}
            onClick={() => onChange((now) => removeBeat(now, beat))}
          >
            No beat
          </Button>
          <TypedField
            label="From here on (a minute)"
            value={Number(rate.toFixed(2))}
            show={String}
            read={numberFrom(20, 400)}
            onChange={(bpm) => onChange((now) => steadyFrom(now, beat, 60 / bpm, endS), 'tempo from here')}
            width={170}
          />
        </Row>
      )}
      <Typography variant="body2" sx={{ color: 'text.secondary', mt: 1.5 }}>
        {KEYS}
      </Typography>
    </Panel>
  );
}

interface AllBeatsProps extends MapProps {
  stretch: Stretch | null;
  /** Beats that cannot be told, from one to another. */
  doubtful: readonly { first: number; last: number }[];
  onLookAt(beat: number): void;
}

const COUNTS = [2, 3, 4, 5, 6, 7, 8, 9, 12].map((n) => [n, String(n)] as const);
const UNITS = [
  ['1/4', 'quarters'],
  ['1/8', 'eighths'],
  ['3/8', 'dotted quarters'],
  ['1/2', 'halves'],
] as const;

export function AllBeatsPanel({ map, stretch, doubtful, onChange, onLookAt }: AllBeatsProps) {
  const [meter] = map.bars;
  const unit = UNITS.some(([one]) => one === meter.unit)
    ? UNITS
    : [...UNITS, [meter.unit, meter.unit] as const];
  const fill = stretch && {
    first: nearestBeat(map, stretch.fromS),
    last: nearestBeat(map, stretch.toS),
  };
  return (
    <Panel title="All beats">
      <Row gap={1}>
        <Choice
          label="Beats a bar"
          value={meter.beats}
          options={COUNTS}
          minWidth={110}
          onChange={(beats) => onChange((now) => withMeter(now, { beats, unit: meter.unit }))}
        />
        <Choice
          label="A beat is written as"
          value={meter.unit}
          options={unit}
          minWidth={160}
          onChange={(one) => onChange((now) => withMeter(now, { beats: meter.beats, unit: one }))}
        />
      </Row>
      <Row gap={0.5}>
        <Button size="small" onClick={() => onChange(halved)}>
          Half as many
        </Button>
        <Button size="small" onClick={() => onChange(doubled)}>
          Twice as many
        </Button>
        <Button size="small" onClick={() => onChange(offBeats)}>
          Half a beat later
        </Button>
        <Button size="small" onClick={() => onChange((now) => shiftedOnes(now, 1))}>
          The one a beat later
        </Button>
        {fill && fill.last - fill.first > 0 && (
          <Button size="small" onClick={() => onChange((now) => filledBetween(now, fill.first, fill.last))}>
            Fill {minutes(map.beats[fill.first])} to {minutes(map.beats[fill.last])} evenly (F)
          </Button>
        )}
      </Row>
      {doubtful.map(({ first, last }) => {
        const [from, to] = [first - 1, last + 1];
        return (
          <Row key={first} gap={1}>
            <Typography variant="body2">
              {minutes(map.beats[first])} to {minutes(map.beats[last])} cannot be told.
            </Typography>
            <Button size="small" onClick={() => onLookAt(first)}>
              Look
            </Button>
            {from >= 0 && to < map.beats.length && (
              <Button size="small" onClick={() => onChange((now) => filledBetween(now, from, to))}>
                Fill it evenly
              </Button>
            )}
          </Row>
        );
      })}
    </Panel>
  );
}

interface PartsPanelProps extends MapProps {
  /** Bar of the chosen beat; 1 where none is. */
  bar: number;
}

/** Intro, verse, chorus: each becomes a section of the plans that are made. */
export function PartsPanel({ map, bar, onChange }: PartsPanelProps) {
  const [name, setName] = useState('');
  const all = barsOf(map).length;
  const [bars, setBars] = useState(8);
  const parts = map.parts ?? [];
  const add = () => {
    onChange((now) =>
      withPart(now, { name: name.trim(), fromBar: bar, bars: Math.min(bars, all - bar + 1) }),
    );
    setName('');
  };
  return (
    <Panel title="Parts">
      {parts.length > 0 && (
        <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0, mb: 1 }}>
          {parts.map((part) => (
            <li key={part.fromBar}>
              <Row gap={1}>
                <Typography>
                  {part.name}: bars {part.fromBar} to {part.fromBar + part.bars - 1}
                </Typography>
                <Button
                  size="small"
                  sx={{ color: 'text.secondary' }}
                  aria-label={`No part ${part.name} from bar ${part.fromBar}`}
                  onClick={() => onChange((now) => withoutPart(now, part.fromBar))}
                >
                  Remove
                </Button>
              </Row>
            </li>
          ))}
        </Box>
      )}
      <Row gap={1}>
        <TextField
          label="Name of the part"
          value={name}
          onChange={({ target }) => setName(target.value)}
          slotProps={{ htmlInput: { maxLength: 60 } }}
          sx={{ width: 170 }}
        />
        <TypedField
          label="Its bars"
          value={bars}
          show={String}
          read={wholeFrom(1, 999)}
          onChange={setBars}
          width={90}
        />
        <Button variant="outlined" disabled={name.trim() === '' || bar > all} onClick={add}>
          From bar {bar}
        </Button>
      </Row>
    </Panel>
  );
}

export function MapFilesPanel({ map, name, onChange }: MapProps & { name: string }) {
  const [error, setError] = useState<unknown>(null);
  const title = { title: name.replace(/\.\w{2,4}$/, '') };
  const open = async (file: File) => {
    setError(null);
    try {
      if (file.size > MOST_MAP_BYTES) throw new Error(`${file.name} is too large for a beat map.`);
      const read = readBeatMap(file.name, new Uint8Array(await file.arrayBuffer()));
      onChange(() => read);
    } catch (failure) {
      setError(failure);
    }
  };
  return (
    <Panel title="Files">
      <Row gap={1}>
        <MenuButton
          name="Save the beat map"
          choices={[
            [
              'As a beat map (JSON)',
              () =>
                saveFile(
                  fileNameOf(title, 'feldspar-beats.json'),
                  'application/json',
                  beatMapToJson(title.title, map),
                ),
            ],
            ['As CSV', () => saveFile(fileNameOf(title, 'csv'), 'text/csv', beatMapToCsv(map))],
            [
              'As a MIDI tempo map',
              () =>
                saveBlob(
                  fileNameOf(title, 'mid'),
                  new Blob([beatMapToMidi(title.title, map) as BlobPart], { type: 'audio/midi' }),
                ),
            ],
          ]}
        />
        <FileButton
          text="Open a beat map"
          label="Beat map"
          accept=".json,.csv,.txt,.mid,.midi,application/json,text/csv,audio/midi"
          onFile={open}
        />
      </Row>
      {error !== null && <ErrorNotice error={error} />}
    </Panel>
  );
}
