/** One layer of clicks: what it is in words, and the words' blanks to fill. */
import { type ClickLayer, FEEL_FACTORS, GROOVES, layerWords } from '@feldspar/core/plan';
import { COUNT_VOICE, VOICES } from '@feldspar/core/sound';
import type { Meter } from '@feldspar/core/time';
import { Row } from '../../parts/layout/Row.tsx';
import { Choice } from '../../parts/fields/Choice.tsx';
import { LengthField } from '../../parts/fields/LengthField.tsx';
import { PartCard } from './PartCard.tsx';
import { PlacesField } from '../../parts/fields/PlacesField.tsx';
import { TypedField, numberFrom, wholeFrom } from '../../parts/fields/TypedField.tsx';

const SPOKEN: Record<string, string> = { low: 'low drum', high: 'high drum', [COUNT_VOICE]: 'spoken count' };
const VOICE_OPTIONS = [...VOICES, COUNT_VOICE].map((voice) => [voice, SPOKEN[voice] ?? voice] as const);
const FEELS = Object.keys(FEEL_FACTORS).map((feel) => [feel as keyof typeof FEEL_FACTORS, feel] as const);
const GROOVE_OPTIONS = GROOVES.map((name) => [name, name] as const);
const NONE = '0';
/** A groove has a voice for each of its drums. */
const ITS_OWN = 'its drums';

interface LayerCardProps {
  number: number;
  layer: ClickLayer;
  meter: Meter;
  /** @param field which blank is being filled. */
  onChange(layer: ClickLayer, field: string): void;
  onCopy(): void;
  onRemove(): void;
}

export function LayerCard({ number, layer, meter, onChange, onCopy, onRemove }: LayerCardProps) {
  const set = (field: keyof ClickLayer & string, value: unknown) =>
    onChange({ ...layer, [field]: value }, field);
  const later = (field: 'from' | 'shift') => (
    <LengthField
      label="shifted by"
      orNone="1/8"
      value={layer[field] ?? NONE}
      onChange={(length) => set(field, length === NONE ? undefined : length)}
    />
  );
  const own = layer.groove === undefined;
  const voices = own ? VOICE_OPTIONS : ([[ITS_OWN, ITS_OWN], ...VOICE_OPTIONS] as const);
  const voice = layer.voice ?? (own ? 'wood' : ITS_OWN);
  return (
    <PartCard
      name={`Click ${number}`}
      words={layerWords(layer, meter)}
      mark="click"
      onCopy={onCopy}
      onRemove={onRemove}
    >
      {layer.at && (
        <PlacesField
          label="Places of the bar"
          value={layer.at}
          meter={meter}
          onChange={(at) => set('at', at)}
        />
      )}
      {layer.every !== undefined && (
        <>
          <LengthField label="every" value={layer.every} onChange={(every) => set('every', every)} />
          {later('from')}
        </>
      )}
      {layer.groove !== undefined && (
        <>
          <Choice
            label="Groove"
            value={layer.groove}
            options={
              GROOVE_OPTIONS.some(([name]) => name === layer.groove)
                ? GROOVE_OPTIONS
                : [[layer.groove, layer.groove], ...GROOVE_OPTIONS]
            }
            onChange={(groove) => set('groove', groove)}
          />
          <Choice
            label="Feel"
            value={layer.feel ?? 'regular'}
            options={FEELS}
            onChange={(feel) => set('feel', feel === 'regular' ? undefined : feel)}
            minWidth={110}
          />
          {later('shift')}
          <TypedField
            label="Cymbal every … bars"
            value={layer.checkpoint ?? 0}
            show={(bars) => (bars === 0 ? '' : String(bars))}
            read={(text) => (text.trim() === '' ? { value: 0 } : wholeFrom(1, 64)(text))}
            onChange={(bars) => set('checkpoint', bars === 0 ? undefined : bars)}
            width={170}
          />
          <TypedField
            label="Fill every … bars"
            value={layer.fill ?? 0}
            show={(bars) => (bars === 0 ? '' : String(bars))}
            read={(text) => (text.trim() === '' ? { value: 0 } : wholeFrom(2, 64)(text))}
            onChange={(bars) => set('fill', bars === 0 ? undefined : bars)}
            width={170}
          />
        </>
      )}
      <Row>
        <Choice
          label="Voice"
          value={voice}
          options={voices.some(([name]) => name === voice) ? voices : [[voice, voice], ...voices]}
          onChange={(name) => set('voice', name === ITS_OWN ? undefined : name)}
          minWidth={130}
        />
        <TypedField
          label="Level, dB"
          value={layer.gainDb ?? 0}
          show={String}
          read={numberFrom(-60, 6)}
          onChange={(gainDb) => set('gainDb', gainDb === 0 ? undefined : gainDb)}
          width={100}
        />
        {own && (
          <PlacesField
            label="Accented places"
            orNone
            value={layer.accent ?? []}
            meter={meter}
            onChange={(accent) => set('accent', accent.length === 0 ? undefined : accent)}
          />
        )}
      </Row>
    </PartCard>
  );
}
