/** What sounds before the first bar: counted bars, or only the plan's own click, which is then to be found. */
import type { Plan } from '@feldspar/core/plan';
import { CLICKS_TO_FIND } from '@feldspar/core/practice';
import { COUNT_VOICE } from '@feldspar/core/sound';
import { Choice } from '../../parts/fields/Choice.tsx';
import { TypedField, wholeFrom } from '../../parts/fields/TypedField.tsx';

const COUNTED_BY = [
  ['click', 'the click'],
  [COUNT_VOICE, 'a voice'],
  ['alone', 'only its own clicks'],
] as const;

interface CountInFieldsProps {
  countIn: Plan['countIn'];
  onChange(countIn: Plan['countIn']): void;
}

export function CountInFields({ countIn, onChange }: CountInFieldsProps) {
  const { bars = 0, clicks, voice } = countIn ?? {};
  const by = clicks !== undefined ? 'alone' : voice === COUNT_VOICE ? COUNT_VOICE : 'click';
  const change = (next: (typeof COUNTED_BY)[number][0]) => {
    if (next === 'alone') onChange({ clicks: clicks ?? CLICKS_TO_FIND });
    else onChange({ bars: clicks === undefined ? bars : 1, ...(next === 'click' ? {} : { voice: next }) });
  };
  return (
    <>
      {clicks === undefined ? (
        <TypedField
          label="Bars of count-in"
          value={bars}
          show={String}
          read={wholeFrom(0, 16)}
          onChange={(value) => onChange({ ...countIn, bars: value })}
          width={130}
        />
      ) : (
        <TypedField
          label="Clicks before"
          value={clicks}
          show={String}
          read={wholeFrom(1, 32)}
          onChange={(value) => onChange({ clicks: value })}
          width={130}
        />
      )}
      <Choice label="counted by" value={by} options={COUNTED_BY} onChange={change} minWidth={120} />
    </>
  );
}
