/** One line to play: what it is in words, and the words' blanks to fill. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import {
  type PlayLine,
  groupingOf,
  groupingRhythm,
  hasAccents,
  inverted,
  lineWords,
  readRhythm,
  realignsAfter,
  rhythmText,
  unison,
} from '@feldspar/core/plan';
import { type Meter, barLength, parseFraction } from '@feldspar/core/time';
import { Choice } from '../../parts/fields/Choice.tsx';
import { plural } from '../../text/text.ts';
import { NoteSelect } from '../../parts/tempo/NoteSelect.tsx';
import { LengthField } from '../../parts/fields/LengthField.tsx';
import { PartCard } from './PartCard.tsx';
import { PlacesField } from '../../parts/fields/PlacesField.tsx';
import { SwingFields } from './SwingFields.tsx';
import { TypedField, wholeFrom } from '../../parts/fields/TypedField.tsx';

const LIMBS = ['hand', 'foot', 'left hand', 'right hand', 'voice'].map((limb) => [limb, limb] as const);

interface LineCardProps {
  number: number;
  line: PlayLine;
  meter: Meter;
  /** @param field which blank is being filled. */
  onChange(line: PlayLine, field: string): void;
  /** Two lines in place of this one; null where there is no room for them. */
  onUnison: ((lines: PlayLine[]) => void) | null;
  onRemove(): void;
}

export function LineCard({ number, line, meter, onChange, onUnison, onRemove }: LineCardProps) {
  const set = (field: keyof PlayLine & string, value: unknown) =>
    onChange({ ...line, [field]: value }, field);
  const voice = line.voice ?? 'hand';
  const first = line.fromBar ?? (typeof line.from === 'number' ? line.from : 1);
  const { rhythm } = line;
  return (
    <PartCard name={`Line ${number}`} words={lineWords(line, meter)} mark="player" onRemove={onRemove}>
      {line.at && (
        <PlacesField
          label="Places of the bar"
          value={line.at}
          meter={meter}
          onChange={(at) => set('at', at)}
        />
      )}
      {line.every !== undefined && (
        <>
          <LengthField label="every" value={line.every} onChange={(every) => set('every', every)} />
          <LengthField
            label="shifted by"
            orNone="1/8"
            value={typeof line.from === 'string' ? line.from : '0'}
            onChange={(from) =>
              // The first bar may have been said there too; it has a field of its own now.
              onChange(
                { ...line, from: from === '0' ? undefined : from, ...(first > 1 ? { fromBar: first } : {}) },
                'from',
              )
            }
          />
        </>
      )}
      {line.free !== undefined && (
        <NoteSelect
          label="Anything on"
          value={parseFraction(line.free)}
          onChange={(note) => set('free', note.toFraction())}
        />
      )}
      {rhythm && <RhythmFields rhythm={rhythm} meter={meter} onChange={(next) => set('rhythm', next)} />}
      <Choice
        label="Played by"
        value={voice}
        options={LIMBS.some(([limb]) => limb === voice) ? LIMBS : [[voice, voice], ...LIMBS]}
        onChange={(limb) => set('voice', limb)}
        minWidth={120}
      />
      <TypedField
        label="Joins in at bar"
        value={first}
        show={String}
        read={wholeFrom(1, 10_000)}
        onChange={(bar) =>
          onChange(
            {
              ...line,
              fromBar: bar === 1 ? undefined : bar,
              ...(typeof line.from === 'number' ? { from: undefined } : {}),
            },
            'fromBar',
          )
        }
      />
      <TypedField
        label="Stops after bar"
        value={line.until ?? 0}
        show={(bar) => (bar === 0 ? '' : String(bar))}
        read={(text) => (text.trim() === '' ? { value: 0 } : wholeFrom(1, 10_000)(text))}
        onChange={(bar) => set('until', bar === 0 ? undefined : bar)}
        width={150}
      />
      <SwingFields line={line} onChange={(swing) => set('swing', swing)} />
      {rhythm && hasAccents(rhythm) && (
        <>
          <Button variant="outlined" onClick={() => set('rhythm', inverted(rhythm))}>
            Invert the accents
          </Button>
          <Button variant="outlined" disabled={!onUnison} onClick={() => onUnison?.(unison(rhythm))}>
            Hand and foot on the accents
          </Button>
        </>
      )}
    </PartCard>
  );
}

type Rhythm = NonNullable<PlayLine['rhythm']>;

interface RhythmFieldsProps {
  rhythm: Rhythm;
  meter: Meter;
  onChange(rhythm: Rhythm): void;
}

/** Blanks for a grouping; any other rhythm is a line of text. */
function RhythmFields({ rhythm, meter, onChange }: RhythmFieldsProps) {
  const grouping = groupingOf(rhythm);
  const text = (
    <TypedField
      label="Rhythm"
      value={rhythm}
      show={rhythmText}
      read={(typed) => {
        const result = readRhythm(typed);
        return result.rhythm ? { value: result.rhythm } : { problem: result.problem };
      }}
      onChange={onChange}
      help="1/4 a quarter, 1/8r a rest, 1/8> accented, 1/2_ held, 1/8:R by the right"
      width="min(100%, 420px)"
      multiline
    />
  );
  if (!grouping) return text;
  const say = (change: Partial<typeof grouping>) => onChange(groupingRhythm({ ...grouping, ...change }));
  const after = (pulse: Meter['unit']) =>
    realignsAfter(grouping.notes, parseFraction(grouping.note), pulse).div(meter.unit).valueOf();
  return (
    <>
      <TypedField
        label="Notes in a group"
        value={grouping.notes}
        show={String}
        read={wholeFrom(2, 64)}
        onChange={(notes) => say({ notes })}
        width={130}
      />
      <NoteSelect
        label="of the note"
        value={parseFraction(grouping.note)}
        onChange={(note) => say({ note: note.toFraction() })}
      />
      <TypedField
        label="Sticking"
        value={grouping.sticking}
        show={(sticking) => sticking}
        read={(typed) =>
          /^[a-z ]*$/i.test(typed) ? { value: typed } : { problem: 'One letter a note, like RLRRL.' }
        }
        onChange={(sticking) => say({ sticking })}
      />
      {text}
      <Typography variant="body2" sx={{ flexBasis: '100%' }}>
        Its first note meets the beat again after {plural(after(meter.unit), 'beat')}, the first of the bar
        after {plural(after(barLength(meter)) / meter.beats, 'bar')}.
      </Typography>
    </>
  );
}
