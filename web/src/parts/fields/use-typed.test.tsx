/** What is typed stays while it is wrong or says the same; what comes from elsewhere is shown. */
import { act, renderHook } from '@testing-library/react';
import { useState } from 'react';
import { numberFrom } from './TypedField.tsx';
import { useTyped } from './useTyped.ts';

function typing(onValid?: (valid: boolean) => void) {
  return renderHook(() => {
    const [value, onChange] = useState(84);
    const field = useTyped({ value, show: String, read: numberFrom(1, 100), onChange, onValid });
    return { ...field, value, onChange };
  }).result;
}

it('on the way to another number the text stays as it is typed', () => {
  const field = typing();
  act(() => field.current.type('84.'));
  expect(field.current).toMatchObject({ text: '84.', value: 84, problem: null });
  act(() => field.current.type('84.5'));
  expect(field.current).toMatchObject({ text: '84.5', value: 84.5 });
});

it('what is wrong stays with its remedy, the value as it was; a form is told', () => {
  const valid: boolean[] = [];
  const field = typing((is) => valid.push(is));
  act(() => field.current.type('840'));
  expect(field.current).toMatchObject({ text: '840', value: 84, problem: 'Type a number from 1 to 100.' });
  act(() => field.current.type('42'));
  expect(field.current).toMatchObject({ text: '42', value: 42, problem: null });
  expect(valid).toEqual([false, true]);
});

it('a value from elsewhere takes the place of what was typed', () => {
  const field = typing();
  act(() => field.current.type('4x'));
  act(() => field.current.set(50));
  expect(field.current).toMatchObject({ text: '50', value: 50, problem: null });
  // Changed beside the field, as by undo.
  act(() => field.current.type('60'));
  act(() => field.current.onChange(70));
  expect(field.current.text).toBe('70');
});
