/** Places of the bar, typed as people say them. */
import { type Meter, parseFraction, placesText, readPlaces } from '@feldspar/core/time';
import { TypedField } from './TypedField.tsx';

interface PlacesFieldProps {
  label: string;
  value: readonly string[];
  meter: Meter;
  onChange(places: string[]): void;
  /** Nothing at all may be said. */
  orNone?: boolean;
  help?: string;
}

export function PlacesField({ label, value, meter, onChange, orNone = false, help }: PlacesFieldProps) {
  return (
    <TypedField
      label={label}
      value={value}
      show={(places) => placesText(places.map(parseFraction), meter)}
      read={(text) => {
        if (orNone && text.trim() === '') return { value: [] };
        const { places, problem } = readPlaces(text, meter);
        return places ? { value: places.map((place) => place.toFraction()) } : { problem };
      }}
      onChange={(places) => onChange([...places])}
      help={help}
      width={240}
    />
  );
}
