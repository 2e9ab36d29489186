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
