/** The chosen section's name, length, meter and tempo. */
import Stack from '@mui/material/Stack';
import { type Section, saidTempo } from '@feldspar/core/plan';
import { readRate } from '@feldspar/core/reference';
import { Fraction, parseFraction, rateText, tempo } from '@feldspar/core/time';
import { Row } from '../../parts/layout/Row.tsx';
import { NoteSelect } from '../../parts/tempo/NoteSelect.tsx';
import { TempoField } from '../../parts/tempo/TempoField.tsx';
import { TypedField, wholeFrom } from '../../parts/fields/TypedField.tsx';

interface SectionFieldsProps {
  section: Section;
  /** @param field which blank is being filled. */
  onChange(change: Partial<Section>, field: string): void;
}

export function SectionFields({ section, onChange }: SectionFieldsProps) {
  const { meter, tempo: said } = section;
  return (
    <Stack spacing={2}>
      <Row align="flex-start">
        <TypedField
          label="Name"
          value={section.name ?? ''}
          show={(name) => name}
          read={(text) =>
            text.length <= 120 ? { value: text } : { problem: 'A name has at most 120 letters.' }
          }
          onChange={(name) => onChange({ name: name === '' ? undefined : name }, 'name')}
          width={200}
        />
        <TypedField
          label="Bars"
          value={section.bars}
          show={String}
          read={wholeFrom(1, 10_000)}
          onChange={(bars) => onChange({ bars }, 'bars')}
          width={90}
        />
        <TypedField
          label="Beats in a bar"
          value={meter.beats}
          show={String}
          read={wholeFrom(1, 64)}
          // Groups that no longer add up would only be in the way.
          onChange={(beats) => onChange({ meter: { ...meter, beats, groups: undefined } }, 'beats')}
        />
        <NoteSelect
          label="One beat is a"
          value={parseFraction(meter.unit)}
          onChange={(unit) => onChange({ meter: { ...meter, unit: unit.toFraction() } }, 'unit')}
        />
        <TypedField
          label="In groups of"
          value={meter.groups ?? []}
          show={(groups) => groups.join(' ')}
          read={(text) => {
            const groups = text
              .split(/[\s,+]+/)
              .filter(Boolean)
              .map(Number);
            const sum = groups.reduce((a, b) => a + b, 0);
            const good =
              groups.every((n) => Number.isInteger(n) && n > 0) && (sum === 0 || sum === meter.beats);
            return good
              ? { value: groups }
              : { problem: `Type groups that add up to ${meter.beats}, like 2 2 3, or nothing.` };
          }}
          onChange={(groups) =>
            onChange({ meter: { ...meter, groups: groups.length === 0 ? undefined : groups } }, 'groups')
          }
        />
      </Row>
      <TempoField
        key={said.beat}
        value={tempo(said.bpm, said.beat)}
        onChange={(next) => onChange({ tempo: { ...said, ...saidTempo(next) } }, 'tempo')}
      />
      <TypedField
        label="and slides to"
        value={said.toBpm ?? null}
        show={(rate) => (rate === null ? '' : rateText(new Fraction(rate)))}
        read={(text) => {
          if (text.trim() === '') return { value: null };
          const typed = readRate(text);
          if (typed.problem !== undefined) return { problem: typed.problem };
          return { value: saidTempo({ bpm: typed.bpm, beat: parseFraction(said.beat) }).bpm };
        }}
        onChange={(toBpm) => onChange({ tempo: { ...said, toBpm: toBpm ?? undefined } }, 'toBpm')}
        help="a tempo, by the end of the section; nothing for a steady one"
        width={330}
      />
    </Stack>
  );
}
