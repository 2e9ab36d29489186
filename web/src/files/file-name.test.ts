import { fileNameOf } from './file-name.ts';

it.each([
  ['Growing silence', 'Growing-silence.wav'],
  ['The click as the “and” of 2 in 5', 'The-click-as-the-and-of-2-in-5.wav'],
  ['../../etc/passwd', '....etcpasswd.wav'],
  ['ночь', 'plan.wav'],
])('%s is saved as %s', (title, name) => expect(fileNameOf({ title }, 'wav')).toBe(name));
