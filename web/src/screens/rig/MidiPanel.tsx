/** MIDI: which device, which note is which hand or limb, and what its pedals do. Both are said by playing them. */
import Button from '@mui/material/Button';
import Stack from '@mui/material/Stack';
import Typography from '@mui/material/Typography';
import { useEffect, useRef, useState } from 'react';
import { ANY_MIDI, type PedalAction, changeRig, rig, useRig } from '../../device/rig-store.ts';
import {
  type MidiEvent,
  type MidiSource,
  Pedals,
  chosenOf,
  listenToMidi,
  openMidi,
} from '../../input/midi.ts';
import { Choice } from '../../parts/fields/Choice.tsx';
import { ErrorNotice } from '../../parts/layout/ErrorNotice.tsx';
import { Row } from '../../parts/layout/Row.tsx';

/** Every device; a select shows no empty value. */
const ANY = 'any';

type Learning = 'left' | 'right' | PedalAction;
const LEARNS: [Learning, string][] = [
  ['left', 'left hand, or a plan’s first part'],
  ['right', 'right hand, or its second part'],
  ['start', 'start, and stop while playing'],
  ['again', 'again, from a reading'],
  ['slower', 'slower, from a reading'],
];
const isPedal = (learning: Learning): learning is PedalAction => learning !== 'left' && learning !== 'right';

export function MidiPanel() {
  const { midi } = useRig();
  const [sources, setSources] = useState<MidiSource[] | null>(null);
  const [error, setError] = useState<unknown>(null);
  const [learning, setLearning] = useState<Learning | null>(null);
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
    const pedals = new Pedals();
    const hear = (event: MidiEvent) => {
      if (event.type === 'off' || (event.type === 'control' && !pedals.isPressed(event))) return;
      const learns = current.current;
      setLast(event.type === 'on' ? `note ${event.note}` : `controller ${event.control}`);
      if (learns !== null && learn(event, learns)) setLearning(null);
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
        {LEARNS.map(([key, name]) => (
          <Stack
            component="li"
            key={key}
            direction="row"
            useFlexGap
            spacing={1.5}
            sx={{ flexWrap: 'wrap', alignItems: 'center' }}
          >
            <Typography sx={{ flex: '1 1 200px' }}>
              {name}: <b>{saidOf(midi, key)}</b>
            </Typography>
            <Button
              disabled={!sources}
              aria-pressed={learning === key}
              aria-label={`Set ${name}`}
              onClick={() => setLearning(learning === key ? null : key)}
            >
              {learning === key ? (isPedal(key) ? 'Press it now' : 'Play it now') : 'Set'}
            </Button>
          </Stack>
        ))}
      </Stack>
      <Typography role="status" variant="body2" sx={{ color: 'text.secondary' }}>
        {last ? `Came in last: ${last}.` : sources ? 'Play something: it is shown here.' : ''}
      </Typography>
      {(Object.keys(midi.notes).length > 0 || Object.keys(midi.pedals).length > 0) && (
        <Button
          sx={{ alignSelf: 'flex-start' }}
          onClick={() => changeRig({ midi: { ...midi, notes: {}, pedals: {} } })}
        >
          Forget notes and pedals
        </Button>
      )}
    </Stack>
  );
}

function saidOf({ notes, pedals }: ReturnType<typeof useRig>['midi'], key: Learning): string {
  const set = Object.entries<string>(isPedal(key) ? pedals : notes).flatMap(([number, is]) =>
    is === key ? [number] : [],
  );
  if (set.length === 0) return isPedal(key) ? 'none' : 'any note';
  return `${isPedal(key) ? 'controller' : 'note'} ${set.join(', ')}`;
}

/** @returns false where this is not the kind of thing that is waited for. */
function learn(event: Exclude<MidiEvent, { type: 'off' }>, learning: Learning): boolean {
  // What is kept now, not what was drawn last.
  const { midi } = rig();
  if (event.type === 'on') {
    if (isPedal(learning)) return false;
    changeRig({ midi: { ...midi, notes: { ...midi.notes, [event.note]: learning } } });
    return true;
  }
  if (!isPedal(learning)) return false;
  const others = Object.entries(midi.pedals).filter(([, action]) => action !== learning);
  changeRig({ midi: { ...midi, pedals: { ...Object.fromEntries(others), [event.control]: learning } } });
  return true;
}
