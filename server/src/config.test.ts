import { resolve } from 'node:path';
import { readConfig } from './config.ts';

describe('configuration', () => {
  it('honours PORT and FELDSPAR_DATA, and keeps demo data apart', () => {
    expect(readConfig({ PORT: '0', FELDSPAR_DATA: 'x' }, [])).toMatchObject({
      port: 0,
      dataFolder: resolve('x'),
      demo: false,
    });
    expect(readConfig({}, ['--demo'])).toMatchObject({
      port: 4173,
      dataFolder: resolve('data/demo'),
      demo: true,
    });
  });

  it.each(['http', '70000', '-1', '80.5'])('refuses PORT=%s by name', (PORT) => {
    expect(() => readConfig({ PORT }, [])).toThrow(/PORT is ".*"; it must be a whole number/);
  });
});

it('how large a recording may be is a number of MB; anything else is refused by name', () => {
  expect(readConfig({}, []).mostSoundBytes).toBe(512 * 1024 * 1024);
  expect(readConfig({ FELDSPAR_MOST_SOUND_MB: '8' }, []).mostSoundBytes).toBe(8 * 1024 * 1024);
  expect(() => readConfig({ FELDSPAR_MOST_SOUND_MB: 'all' }, [])).toThrow(
    /FELDSPAR_MOST_SOUND_MB.*1 to 65536/,
  );
});
