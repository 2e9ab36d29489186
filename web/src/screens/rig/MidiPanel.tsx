/** MIDI: which device, and which note is which hand or limb; that is said by playing it. */
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { useEffect, useRef, useState } from 'react';
import { ANY_MIDI, type Line, type MidiSetup, changeRig, rig, useRig } from '../../device/rig-store.ts';
import { type MidiEvent, type MidiSource, chosenOf, listenToMidi, openMidi } from '../../input/midi.ts';
import { Choice } from '../../parts/fields/Choice.tsx';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { Row } from '../../parts/layout/Row.tsx';
import { LearnedRow } from './LearnedRow.tsx';

/** Every device; a select shows no empty value. */
const ANY = 'any';

const LINE_NAMES: [Line, string][] = [
  ['left', 'left hand, or a plan’s first part'],
  ['right', 'right hand, or its second part'],
  ['third', 'a plan’s third part'],
  ['fourth', 'its fourth part'],
];

export function MidiPanel() {
  const { midi } = useRig();
  const [sources, setSources] = useState<MidiSource[] | null>(null);
  const [error, setError] = useState<unknown>(null);
  const [learning, setLearning] = useState<Line | null>(null);
  const [last, setLast] = useState<string | null>(null);
  const current = useRef(learning);
  useEffect(() => {
    current.current = learning;
  });

  const open = async () => {
    setError(null);
    try {
      const found = await openMidi();
      chosenOf(found, midi.id);
      setSources(found);
    } catch (failure) {
      setError(failure);
    }
  };

  useEffect(() => {
    if (!sources) return;
    const hear = (event: MidiEvent) => {
      if (event.type === 'off') return;
      setLast(event.type === 'on' ? `note ${event.note}` : `controller ${event.control}`);
      const line = current.current;
      if (event.type !== 'on' || line === null) return;
      // What is kept now, not what was drawn last.
      const now = rig().midi;
      // A note is a stroke or a deed.
      const deeds = { ...now.deeds };
      delete deeds[event.note];
      changeRig({ midi: { ...now, deeds, notes: { ...now.notes, [event.note]: line } } });
      setLearning(null);
    };
    try {
      return listenToMidi(chosenOf(sources, midi.id), hear);
    } catch {
      // It was unplugged: opening again says so.
      return undefined;
    }
  }, [sources, midi.id]);

  const options = [
    [ANY, ANY_MIDI.label] as const,
    ...(sources ?? []).map(({ id, label }) => [id, label] as const),
    ...(midi.id !== '' && !sources?.some(({ id }) => id === midi.id) ? [[midi.id, midi.label] as const] : []),
  ];
  return (
    <Stack spacing={2}>
      <Row>
        <Choice
          label="MIDI device"
          value={midi.id || ANY}
          options={options}
          onChange={(id) =>
            changeRig({
              midi: {
                ...midi,
                id: id === ANY ? '' : id,
                label: options.find(([one]) => one === id)?.[1] ?? id,
              },
            })
          }
          minWidth={230}
        />
        <Button variant="outlined" onClick={() => void open()}>
          {sources ? 'Look again' : 'Find MIDI devices'}
        </Button>
      </Row>
      {error !== null && <ErrorNotice error={error} />}
      <Stack component="ul" spacing={1} sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {LINE_NAMES.map(([key, name]) => (
          <LearnedRow
            key={key}
            name={name}
            isSetTo={notesOf(midi.notes, key)}
            waits={learning === key}
            cue="Play it now"
            disabled={!sources}
            onToggle={() => setLearning(learning === key ? null : key)}
          />
        ))}
      </Stack>
      <Typography role="status" variant="body2" sx={{ color: 'text.secondary' }}>
        {last ? `Came in last: ${last}.` : sources ? 'Play something: it is shown here.' : ''}
      </Typography>
      {Object.keys(midi.notes).length > 0 && (
        <Button sx={{ alignSelf: 'flex-start' }} onClick={() => changeRig({ midi: { ...midi, notes: {} } })}>
          Forget the notes
        </Button>
      )}
    </Stack>
  );
}

function notesOf(notes: MidiSetup['notes'], line: Line): string {
  const set = Object.entries<Line>(notes).flatMap(([note, is]) => (is === line ? [note] : []));
  return set.length === 0 ? 'any note' : `note ${set.join(', ')}`;
}
