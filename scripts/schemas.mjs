/** `npm run schemas`: writes docs/schema from the Zod schemas of the core, and docs/openapi.json from its table of routes. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { ensureBuilt } from './lib/build.mjs';
import { at } from './lib/paths.mjs';

await ensureBuilt();
const { documentSchemas } = await import('../core/dist/formats/index.js');
const { openApi } = await import('../core/dist/wire/index.js');
mkdirSync(at('docs/schema'), { recursive: true });
const write = (name, document) => {
  writeFileSync(at('docs', name), `${JSON.stringify(document, null, 2)}\n`);
  console.log(`docs/${name}`);
};
for (const [name, schema] of Object.entries(documentSchemas())) write(`schema/${name}`, schema);
write('openapi.json', openApi());
