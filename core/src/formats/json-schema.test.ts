import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { documentSchemas } from './index.ts';

const FOLDER = join(__dirname, '../../../docs/schema');

describe('the published JSON Schemas', () => {
  it.each(Object.entries(documentSchemas()))(
    'docs/schema/%s is current (else: npm run schemas)',
    (name, schema) => {
      expect(JSON.parse(readFileSync(join(FOLDER, name), 'utf8'))).toEqual(schema);
    },
  );
});
