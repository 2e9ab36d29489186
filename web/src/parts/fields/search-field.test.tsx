import { fireEvent, render, screen } from '@testing-library/react';
import { act, useState } from 'react';
import { SearchField } from './SearchField.tsx';

/** An address that follows only when it is told to, as on a busy machine. */
function lateAddress() {
  const waiting: (() => void)[] = [];
  function Page() {
    const [value, setValue] = useState('');
    return <SearchField label="Find" value={value} onChange={(text) => waiting.push(() => setValue(text))} />;
  }
  render(<Page />);
  const field = screen.getByRole<HTMLInputElement>('searchbox', { name: 'Find' });
  const type = (letter: string) => fireEvent.change(field, { target: { value: field.value + letter } });
  return { field, type, follow: () => act(() => waiting.splice(0).forEach((one) => one())), waiting };
}

it('loses no letter that is typed before the address follows', () => {
  const { field, type, follow } = lateAddress();
  for (const letter of 'ida') type(letter);
  expect(field.value).toBe('ida');
  follow();
  expect(field.value).toBe('ida');
});

it('shows what the address says once that comes from elsewhere', () => {
  const { field, type, follow, waiting } = lateAddress();
  type('x');
  follow();
  type('y');
  waiting.length = 0;
  fireEvent.blur(field);
  expect(field.value).toBe('x');
});
