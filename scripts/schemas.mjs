/** `npm run schemas`: writes docs/schema from the Zod schemas of the core. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { ensureBuilt } from './lib/build.mjs';
import { at } from './lib/paths.mjs';

await ensureBuilt();
const { documentSchemas } = await import('../core/dist/formats/index.js');
mkdirSync(at('docs/schema'), { recursive: true });
for (const [name, schema] of Object.entries(documentSchemas())) {
  writeFileSync(at('docs/schema', name), `${JSON.stringify(schema, null, 2)}\n`);
  console.log(`docs/schema/${name}`);
}
