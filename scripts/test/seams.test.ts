/** Which folder may import which is held by the linter: each seam is crossed once here, and it says so. */
import { execFileSync } from 'node:child_process';
import { join } from 'node:path';

const ROOT = join(__dirname, '../..');

/** A file, what it must not import, and what it may. */
const SEAMS: readonly (readonly [seam: string, file: string, wrong: string, right: string])[] = [
  ['the core knows no storage', 'packages/core/src/song/x.ts', 'knex', 'zod'],
  ['the core knows no clock or files', 'packages/core/src/song/x.ts', 'node:fs', './read'],
  ['the core is a line', 'packages/core/src/theory/x.ts', '../timeline/region', '../time/ticks'],
  ['analysis has its place in it', 'packages/core/src/analysis/x.ts', '../progressions/fit', '../edits/form'],
  ['nothing below uses analysis', 'packages/core/src/edits/x.ts', '../analysis/ideas', '../song/schema'],
  [
    'sound knows no chords',
    'packages/sound/src/score/x.ts',
    '@backline/core/theory/chord',
    '@backline/core/band/index',
  ],
  ['sound knows no app', 'packages/sound/src/score/x.ts', '@backline/web', './score'],
  ['the engraver knows no song', 'packages/engraving/src/x.ts', '@backline/core/song/schema', './toolkit'],
  [
    'the server knows no app, by its name',
    'apps/server/src/songs/x.ts',
    '@backline/web/state/api',
    'express',
  ],
  ['nor by its path', 'apps/server/src/songs/x.ts', '../../../web/src/state/api', '../db/connect'],
  ['the app knows no server by its path', 'apps/web/src/state/x.ts', '../../../server/src/app', './api'],
  ['audio knows no state', 'apps/web/src/audio/x.ts', '../state/band', '../shared/loop'],
  ['workers know no audio', 'apps/web/src/workers/x.ts', '../audio/player', '../shared/loop'],
  [
    'the player knows no chords',
    'apps/web/src/audio/x.ts',
    '@backline/core/theory/chord',
    '@backline/sound/score/score',
  ],
  [
    'the chart knows nothing of the band’s screen',
    'apps/web/src/features/chart/x.ts',
    '../band/PartCard',
    '../part/setting',
  ],
  ['nor does the mix', 'apps/web/src/features/mix/x.ts', '../band/PartCard', '../part/PartHearing'],
  ['the band’s nothing of the form’s', 'apps/web/src/features/band/x.ts', '../form/Grid', '../part/weave'],
  [
    'and the other way round',
    'apps/web/src/features/form/sheets/x.ts',
    '../../band/PartCard',
    '../../part/setting',
  ],
  [
    'screens do not generate',
    'apps/web/src/features/band/x.ts',
    '@backline/core/parts/bass/notes',
    '@backline/core/song/schema',
  ],
  [
    'nor do they voice',
    'apps/web/src/features/chart/x.ts',
    '@backline/core/voicing/guide',
    '../../state/guideVoicings',
  ],
];

/** All in one go: it is the linter's start that takes its time. */
const LINT = `
  import { ESLint } from 'eslint';
  const eslint = new ESLint();
  const told = [];
  for (const [file, from] of JSON.parse(process.argv[1])) {
    const text = "import { x } from '" + from + "';\\nexport const y = x;\\n";
    const [result] = await eslint.lintText(text, { filePath: file });
    told.push(result.messages.map(({ ruleId }) => ruleId));
  }
  console.log(JSON.stringify(told));
`;

const told = JSON.parse(
  execFileSync(
    process.execPath,
    [
      '--input-type=module',
      '-e',
      LINT,
      JSON.stringify(
        SEAMS.flatMap(([, file, wrong, right]) => [
          [file, wrong],
          [file, right],
        ]),
      ),
    ],
    { cwd: ROOT, encoding: 'utf8' },
  ),
) as string[][];

it.each(SEAMS.map(([seam], i) => [seam, i] as const))('%s', (_, i) => {
  expect(told[2 * i]).toEqual([expect.stringMatching(/no-restricted-imports$/)]);
  expect(told[2 * i + 1]).toEqual([]);
});
