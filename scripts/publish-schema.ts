/** Writes the published JSON Schemas of style, pattern and player files, the list of settings and the types of the glossary into docs/. Tests hold them to the code. */
import { readFileSync, writeFileSync } from 'node:fs';
import { KINDS } from '@backline/core/parts/index';
import { listedSettings, settingsPage } from '@backline/core/song/settings/listing';
import { publishedPatterns, publishedPlayers, publishedSchema } from '@backline/core/style/published';
import { errorsPage } from './errors';
import { exportedTypes, glossaryPage } from './glossary';

writeFileSync('docs/style.schema.json', JSON.stringify(publishedSchema(KINDS), null, 2) + '\n');
writeFileSync('docs/patterns.schema.json', JSON.stringify(publishedPatterns(KINDS), null, 2) + '\n');
writeFileSync('docs/player.schema.json', JSON.stringify(publishedPlayers(KINDS), null, 2) + '\n');
writeFileSync('docs/settings.md', settingsPage(listedSettings(KINDS)));
writeFileSync('docs/glossary.md', glossaryPage(readFileSync('docs/glossary.md', 'utf8'), exportedTypes()));
writeFileSync('docs/errors.md', errorsPage());
