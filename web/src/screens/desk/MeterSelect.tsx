/** A meter by its name. */
import { type Meter, meterName } from '@feldspar/core/time';
import { Choice } from '../../parts/fields/Choice.tsx';
import { METERS, meterOf } from '../../addresses/desk-state.ts';

interface MeterSelectProps {
  label: string;
  value: Meter;
  onChange(meter: Meter): void;
}

const OPTIONS = METERS.map((name) => [name, name === '2/2' ? '2/2 (cut)' : name] as const);

export function MeterSelect({ label, value, onChange }: MeterSelectProps) {
  return (
    <Choice
      label={label}
      value={meterName(value)}
      options={OPTIONS}
      onChange={(name) => onChange(meterOf(name))}
      minWidth={96}
    />
  );
}
