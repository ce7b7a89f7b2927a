/** Writes the published JSON Schemas of style, pattern and player files, and the list of settings, into docs/. Tests hold them to the code. */
import { writeFileSync } from 'node:fs';
import { KINDS } from '@backline/core/parts/index';
import { listedSettings, settingsPage } from '@backline/core/song/settings/listing';
import { publishedPatterns, publishedPlayers, publishedSchema } from '@backline/core/style/published';

writeFileSync('docs/style.schema.json', JSON.stringify(publishedSchema(KINDS), null, 2) + '\n');
writeFileSync('docs/patterns.schema.json', JSON.stringify(publishedPatterns(KINDS), null, 2) + '\n');
writeFileSync('docs/player.schema.json', JSON.stringify(publishedPlayers(KINDS), null, 2) + '\n');
writeFileSync('docs/settings.md', settingsPage(listedSettings(KINDS)));
