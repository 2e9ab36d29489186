/**
 * Instruments for the hearing bench: recorded notes of Debian's sound fonts, each played by itself by its synthesizer (`fluidsynth`) where that is
 * installed; the fonts are fetched into a temporary folder, never committed. Programmes by their numbers in General MIDI (System Level 1, 1991).
 */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import midiFile, { type MidiEvent } from 'midi-file';
import { WavReader } from '../../core/src/wav/index.ts';
import { SHOTS_RATE, type Shot, shotIn } from './one-shots.mts';

/** Debian's packages, and the font in each. */
export const FONTS = {
  TimGM6mb: { package: 'timgm6mb-soundfont', file: 'TimGM6mb.sf2' },
  'FluidR3 GM': { package: 'fluid-soundfont-gm', file: 'FluidR3_GM.sf2' },
} as const;
export type Font = keyof typeof FONTS;

/** An instrument: its programme, counted from 0, and a note of MIDI in the middle of what is played on it. */
type Instrument = readonly [programme: number, middle: number];

/** Those that are heard alike; whether their notes are held by bow or breath. */
export interface Family {
  name: string;
  isHeld: boolean;
  instruments: readonly Instrument[];
}

export const FAMILIES: readonly Family[] = [
  {
    name: 'piano, vibraphone, marimba, xylophone',
    isHeld: false,
    instruments: [
      [0, 60],
      [11, 65],
      [12, 60],
      [13, 77],
    ],
  },
  {
    name: 'guitars',
    isHeld: false,
    instruments: [
      [24, 55],
      [25, 55],
      [26, 55],
      [27, 55],
      [28, 52],
    ],
  },
  {
    name: 'basses',
    isHeld: false,
    instruments: [
      [32, 36],
      [33, 36],
      [34, 36],
    ],
  },
  {
    name: 'harp, pizzicato, banjo',
    isHeld: false,
    instruments: [
      [46, 62],
      [45, 60],
      [105, 58],
    ],
  },
  {
    name: 'violin, viola, cello',
    isHeld: true,
    instruments: [
      [40, 69],
      [41, 62],
      [42, 50],
    ],
  },
  {
    name: 'trumpet, trombone, horn',
    isHeld: true,
    instruments: [
      [56, 64],
      [57, 52],
      [60, 54],
    ],
  },
  {
    name: 'saxophone, oboe, clarinet',
    isHeld: true,
    instruments: [
      [65, 62],
      [68, 68],
      [71, 62],
    ],
  },
  {
    name: 'flute, recorder',
    isHeld: true,
    instruments: [
      [73, 74],
      [74, 77],
    ],
  },
];

/** Around the middle, in semitones. */
const PITCHES = [-9, -7, -4, -2, 0, 3, 5, 8];
const TICKS = 480;
/** At 120 to the quarter 480 are half a second. */
const TICK_S = 0.5 / TICKS;
/** A note begins so long after the one before, and is held for no longer than so. */
const APART_S = 3;
const HELD_S = 1.5;
/** Looked for from a little before where the note is asked for: a synthesizer works in blocks. */
const EARLY_S = 0.02;
/** Harder and softer, as velocities. */
const VELOCITIES = [110, 70];

/**
 * Of each family its instruments, each with its notes; nothing where the font or the synthesizer is not to be had.
 * @param heldS after so long, at most `HELD_S`, the key is let go: how a note ends then is the instrument's own.
 */
export function families(font: Font, heldS = HELD_S): Map<Family, Shot[][]> {
  const folder = mkdtempSync(join(tmpdir(), 'feldspar-font-'));
  const run = (program: string, ...args: string[]) =>
    execFileSync(program, args, { cwd: folder, stdio: 'ignore' });
  try {
    run('apt-get', 'download', FONTS[font].package);
    run(
      'dpkg-deb',
      '-x',
      readdirSync(folder).find((file) => file.endsWith('.deb'))!,
      'all',
    );
    const path = join('all/usr/share/sounds/sf2', FONTS[font].file);
    const notesOf = (instrument: Instrument): Shot[] => {
      writeFileSync(join(folder, 'notes.mid'), midiOf(instrument, heldS));
      run(
        'fluidsynth',
        '-ni',
        '-R',
        '0',
        '-C',
        '0',
        '-g',
        '1',
        '-r',
        String(SHOTS_RATE),
        '-F',
        'notes.wav',
        path,
        'notes.mid',
      );
      return cutNotes(readFileSync(join(folder, 'notes.wav')));
    };
    return new Map(FAMILIES.map((family) => [family, family.instruments.map(notesOf)]));
  } catch (error) {
    console.log(`No sound font ${font} (${(error as Error).message.split('\n')[0]}).`);
    return new Map();
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

const ticksOf = (seconds: number) => Math.round(seconds / TICK_S);

function midiOf([programme, middle]: Instrument, heldS: number): Uint8Array {
  const notes = asked().flatMap(({ pitch, velocity }, i): MidiEvent[] => {
    const note = { channel: 0, noteNumber: middle + pitch };
    return [
      { type: 'noteOn', deltaTime: ticksOf(APART_S - (i > 0 ? heldS : HELD_S)), ...note, velocity },
      { type: 'noteOff', deltaTime: ticksOf(heldS), ...note, velocity: 0 },
    ];
  });
  const track: MidiEvent[] = [
    { type: 'programChange', deltaTime: 0, channel: 0, programNumber: programme },
    ...notes,
    { type: 'endOfTrack', deltaTime: ticksOf(APART_S), meta: true },
  ];
  return Uint8Array.from(
    midiFile.writeMidi({ header: { format: 0, numTracks: 1, ticksPerBeat: TICKS }, tracks: [track] }),
  );
}

const asked = () => PITCHES.flatMap((pitch) => VELOCITIES.map((velocity) => ({ pitch, velocity })));

function cutNotes(bytes: Uint8Array): Shot[] {
  const samples = new WavReader().push(bytes);
  const length = Math.round(APART_S * SHOTS_RATE);
  return asked().flatMap(({ pitch, velocity }, i) => {
    const begins = Math.round((i * APART_S + APART_S - HELD_S) * SHOTS_RATE);
    const from = begins - Math.round(EARLY_S * SHOTS_RATE);
    const shot = shotIn(`${pitch} ${velocity}`, samples.slice(from, from + length));
    return shot ? [shot] : [];
  });
}
