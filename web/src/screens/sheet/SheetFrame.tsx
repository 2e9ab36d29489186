/** What a sheet says above its notes: title, meter, the counted note, how it is counted, the click, and the limbs. */
import Button from '@mui/material/Button';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import { MOST_ROUNDS, type Sheet, invertedSheet, meterOf, roundsOf, systemOf } from '@feldspar/core/counts';
import { parseFraction } from '@feldspar/core/time';
import { Row } from '../../parts/layout/Row.tsx';
import { keepCounting } from '../../device/counting.ts';
import { Choice } from '../../parts/fields/Choice.tsx';
import { PlacesField } from '../../parts/fields/PlacesField.tsx';
import { TypedField, wholeFrom } from '../../parts/fields/TypedField.tsx';
import { NoteSelect } from '../../parts/tempo/NoteSelect.tsx';
import { CountedAs } from './CountedAs.tsx';
import { clickPlaceOf, clickPlaces } from './click-places.ts';

const UNITS = ['1/2', '1/4', '1/8', '1/16'].map((unit) => [unit, unit.slice(2)] as const);
const LIMBS: NonNullable<Sheet['limbs']> = { voices: ['hand', 'foot'] };

interface SheetFrameProps {
  sheet: Sheet;
  /** @param name of the field that is being filled. */
  onChange(change: Partial<Sheet>, name?: string): void;
}

export function SheetFrame({ sheet, onChange }: SheetFrameProps) {
  const { limbs } = sheet;
  const meter = (change: Partial<Sheet['meter']>, name?: string) =>
    onChange({ meter: { ...sheet.meter, ...change, groups: undefined } }, name);
  return (
    <Row align="flex-start" noPrint>
      <TypedField
        label="Title"
        value={sheet.title}
        show={(title) => title}
        read={(text) =>
          text.trim() !== '' && text.length <= 160
            ? { value: text }
            : { problem: 'Give the sheet a title of at most 160 letters.' }
        }
        onChange={(title) => onChange({ title }, 'title')}
        width="min(100%, 300px)"
      />
      <TypedField
        label="Beats in a bar"
        value={sheet.meter.beats}
        show={String}
        read={wholeFrom(1, 32)}
        onChange={(beats) => meter({ beats }, 'meter')}
        width={120}
      />
      <Choice
        label="of"
        value={sheet.meter.unit}
        options={UNITS}
        onChange={(unit) => meter({ unit })}
        minWidth={80}
      />
      <NoteSelect
        label="Counted note"
        value={parseFraction(sheet.counted)}
        onChange={(length) => onChange({ counted: length.toFraction() })}
      />
      <CountedAs
        value={systemOf(sheet)}
        onChange={(countedAs, name) => {
          onChange({ countedAs }, name);
          keepCounting(countedAs);
        }}
      />
      <Choice
        label="The click"
        value={clickPlaceOf(sheet).name}
        options={clickPlaces(sheet).map(({ name }) => [name, name] as const)}
        onChange={(name) =>
          onChange({ clicks: clickPlaces(sheet).find((place) => place.name === name)?.clicks })
        }
        minWidth={210}
      />
      <TypedField
        label="Times through"
        value={roundsOf(sheet)}
        show={String}
        read={wholeFrom(1, MOST_ROUNDS)}
        onChange={(rounds) => onChange({ rounds }, 'rounds')}
        width={120}
      />
      <FormControlLabel
        control={
          <Switch
            checked={limbs !== undefined}
            onChange={(_, on) => onChange({ limbs: on ? LIMBS : undefined })}
          />
        }
        label="Two limbs strike the accents together"
      />
      {limbs && (
        <>
          <PlacesField
            label="Backbeat on"
            value={limbs.backbeat ?? []}
            meter={meterOf(sheet)}
            orNone
            onChange={(backbeat) => onChange({ limbs: { ...limbs, backbeat } }, 'backbeat')}
          />
          <Button variant="outlined" onClick={() => onChange({ bars: invertedSheet(sheet).bars })}>
            Turn the accents round
          </Button>
        </>
      )}
    </Row>
  );
}
