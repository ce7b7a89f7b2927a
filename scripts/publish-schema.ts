/** Writes the published JSON Schema of style files into docs/. A test holds it to the code. */
import { writeFileSync } from 'node:fs';
import { KINDS } from '@backline/core/parts/index';
import { publishedSchema } from '@backline/core/style/published';

writeFileSync('docs/style.schema.json', JSON.stringify(publishedSchema(KINDS), null, 2) + '\n');
