/** What pedals, keys, notes and claps do, so that hands stay on the instrument. Each is said by pressing it. */
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import Stack from '@mui/material/Stack';
import Switch from '@mui/material/Switch';
import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import { HANDS_FREE, type HandsFree, type Rig, changeRig, rig, useRig } from '../../device/rig-store.ts';
import { type MidiEvent, Pedals, chosenOf, listenToMidi, openMidi } from '../../input/midi.ts';
import { tapOfKey } from '../../input/taps.ts';
import { LearnedRow } from './LearnedRow.tsx';

const DEEDS: Record<HandsFree, string> = {
  start: 'start, and stop while playing',
  again: 'again',
  slower: 'a tenth slower',
  next: 'next',
  stop: 'stop',
  enough: 'enough for today, in a session',
};

/** They have their own meaning everywhere. */
const TAKEN = ['Enter', 'Escape', 'Tab', 'Shift', 'Control', 'Alt', 'Meta', 'CapsLock', 'Unidentified'];

export function HandsFreePanel() {
  const set = useRig();
  const [learning, setLearning] = useState<HandsFree | null>(null);
  const usesMidi = set.listensTo === 'midi';

  useEffect(() => {
    if (learning === null) return;
    const learned = (change: Partial<Rig>) => {
      changeRig(change);
      setLearning(null);
    };
    const onKey = (event: KeyboardEvent) => {
      if (event.key === 'Escape') setLearning(null);
      if (TAKEN.includes(event.key) || tapOfKey(event)) return;
      event.preventDefault();
      const { handsFree } = rig();
      const keys = { ...without(handsFree.keys, learning), [event.code]: learning };
      learned({ handsFree: { ...handsFree, keys } });
    };
    const pedals = new Pedals();
    const onMidi = (event: MidiEvent) => {
      const { midi } = rig();
      if (event.type === 'control' && pedals.isPressed(event))
        learned({
          midi: { ...midi, pedals: { ...without(midi.pedals, learning), [event.control]: learning } },
        });
      if (event.type !== 'on') return;
      // A note is a stroke or a deed.
      const notes = { ...midi.notes };
      delete notes[event.note];
      const deeds = { ...without(midi.deeds, learning), [event.note]: learning };
      learned({ midi: { ...midi, notes, deeds } });
    };
    let end: (() => void) | null = null;
    let over = false;
    if (usesMidi)
      openMidi()
        .then((found) => {
          if (!over) end = listenToMidi(chosenOf(found, rig().midi.id), onMidi);
        })
        // Finding the devices, above, says what is wrong; keys can be set all the same.
        .catch(() => undefined);
    window.addEventListener('keydown', onKey, true);
    return () => {
      over = true;
      end?.();
      window.removeEventListener('keydown', onKey, true);
    };
  }, [learning, usesMidi]);

  const { handsFree, midi } = set;
  const isSet = [handsFree.keys, midi.pedals, midi.deeds].some((one) => Object.keys(one).length > 0);
  return (
    <Stack spacing={1.5}>
      <Stack component="ul" spacing={0.5} sx={{ listStyle: 'none', p: 0, m: 0 }}>
        {HANDS_FREE.map((deed) => (
          <LearnedRow
            key={deed}
            name={DEEDS[deed]}
            isSetTo={saidOf(set, deed)}
            waits={learning === deed}
            cue="Press it now"
            onToggle={() => setLearning(learning === deed ? null : deed)}
          />
        ))}
      </Stack>
      <FormControlLabel
        control={
          <Switch
            checked={handsFree.doubleClap}
            onChange={(_, doubleClap) => changeRig({ handsFree: { ...handsFree, doubleClap } })}
          />
        }
        label="A loud double clap starts, stops, and plays again"
      />
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        Press a pedal, a key{usesMidi ? ', or a note that is no stroke' : ''}. Media keys work by themselves:
        play starts and stops, back plays again, forward goes on to what the bench proposes. For the clap the
        microphone listens before and after a take. While one is played by microphone, two claps with nothing
        round them that the plan does not ask for stop it.
      </Typography>
      {isSet && (
        <Button
          sx={{ alignSelf: 'flex-start' }}
          onClick={() =>
            changeRig({ midi: { ...midi, deeds: {}, pedals: {} }, handsFree: { ...handsFree, keys: {} } })
          }
        >
          Forget pedals and keys
        </Button>
      )}
    </Stack>
  );
}

type Set = Readonly<Record<string, HandsFree>>;

/** One thing does one deed, the one that was set last. */
const without = (set: Set, deed: HandsFree): Set =>
  Object.fromEntries(Object.entries(set).filter(([, is]) => is !== deed));

function saidOf({ handsFree, midi }: Rig, deed: HandsFree): string {
  const of = (set: Set, kind: string) =>
    Object.entries(set).flatMap(([what, is]) => (is === deed ? [`${kind} ${what}`] : []));
  const all = [...of(midi.pedals, 'controller'), ...of(midi.deeds, 'note'), ...of(handsFree.keys, 'key')];
  return all.join(', ') || 'none';
}
