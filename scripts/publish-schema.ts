/** Writes the published JSON Schemas of style and pattern files into docs/. Tests hold them to the code. */
import { writeFileSync } from 'node:fs';
import { KINDS } from '@backline/core/parts/index';
import { publishedPatterns, publishedSchema } from '@backline/core/style/published';

writeFileSync('docs/style.schema.json', JSON.stringify(publishedSchema(KINDS), null, 2) + '\n');
writeFileSync('docs/patterns.schema.json', JSON.stringify(publishedPatterns(KINDS), null, 2) + '\n');
