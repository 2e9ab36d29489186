/** How the parts of the counted note are named: a known way, or own words. */
import { SYSTEMS, type System, type SystemName } from '@feldspar/core/counts';
import { Choice } from '../../parts/fields/Choice.tsx';
import { TypedField } from '../../parts/fields/TypedField.tsx';
import { type OwnWords, WORD_FIELDS, readWords, wordsText } from './own-words.ts';

const SHOWN: Record<SystemName, string> = { 'e and a': '1 e & a', and: '1 &', 'la li': '1 la li' };
const OWN = 'own';
const OPTIONS = [
  ...(Object.keys(SYSTEMS) as SystemName[]).map((name) => [name, SHOWN[name]] as const),
  [OWN, 'own words'] as const,
];
const FIRST_WORDS: OwnWords = { '1/2': 'and' };

interface CountedAsProps {
  value: System;
  onChange(system: System, name?: string): void;
}

export function CountedAs({ value, onChange }: CountedAsProps) {
  const own = typeof value === 'string' ? null : value;
  return (
    <>
      <Choice
        label="Counted as"
        value={typeof value === 'string' ? value : OWN}
        options={OPTIONS}
        onChange={(name) => onChange(name === OWN ? FIRST_WORDS : (name as SystemName))}
        minWidth={120}
      />
      {own &&
        WORD_FIELDS.map((field) => (
          <TypedField
            key={field.label}
            label={field.label}
            value={own}
            show={(words) => wordsText(words, field)}
            read={(text) => readWords(own, field, text)}
            onChange={(words) => onChange(words, field.label)}
            width={150}
          />
        ))}
    </>
  );
}
