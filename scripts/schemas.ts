import { publishedSchemas } from '@grim-lantern/contract';
import { mkdirSync, writeFileSync } from 'node:fs';
import { inProject } from './paths';

const folder = inProject('docs/schema');

mkdirSync(folder, { recursive: true });
for (const [name, schema] of publishedSchemas()) {
  writeFileSync(`${folder}/${name}`, `${JSON.stringify(schema, null, 2)}\n`);
}
