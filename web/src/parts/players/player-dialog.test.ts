import { readPlayer } from './PlayerDialog.tsx';

const MIA = { name: 'Mia', instrument: 'cello' };

it('two of one name and instrument cannot be told apart, whatever their letters; of two instruments they can', () => {
  expect(() => readPlayer({ name: ' mia ', instrument: 'Cello' }, [MIA])).toThrow(
    /add a letter or a surname/,
  );
  expect(readPlayer({ name: ' Mia ', instrument: 'flute' }, [MIA])).toEqual({
    name: 'Mia',
    instrument: 'flute',
  });
});

it.each([
  [{ name: '  ', instrument: '' }, /give the player a name/],
  [{ name: 'x'.repeat(81), instrument: '' }, /at most 80/],
])('%j is refused', (typed, message) => {
  expect(() => readPlayer(typed, [])).toThrow(message);
});
