/** The page of error codes: made of the tables that the code itself is checked by. */
import { CHART_ERRORS } from '@backline/core/formats/chart/error';
import { EDIT_ERRORS, READ_ERRORS } from '@backline/core/song/errorCodes';
import { USAGE_ERRORS } from '../packages/cli/src/usage';
import { PROBLEMS } from '../apps/server/src/http/problemCodes';

const FAMILIES: readonly (readonly [
  title: string,
  where: string,
  codes: Readonly<Record<string, string>>,
])[] = [
  ['Charts', '`ChartError.code` of `formats/chart`, with line and column', CHART_ERRORS],
  [
    'Documents',
    '`code` beside `trouble` of `readSong`, `readStyle`, `readFamily`, `readPlayer`',
    READ_ERRORS,
  ],
  ['Edits', '`EditRefused.code` of `edits/apply`', EDIT_ERRORS],
  [
    'Command line',
    'In brackets behind the sentence; charts and documents have the codes above',
    USAGE_ERRORS,
  ],
  ['Server', '`code` of its problem details (RFC 9457), and the end of their `type`', PROBLEMS],
];

/** Markdown of all codes, each with when it is said. */
export function errorsPage(): string {
  const families = FAMILIES.map(([title, where, codes]) => {
    const rows = Object.entries(codes).map(([code, when]) => `- \`${code}\`: ${when}`);
    return `## ${title}\n\n${where}.\n\n${rows.join('\n')}\n`;
  });
  return `# Errors\n\nWhat a writer is told is a plain sentence, which may get better from one version to the next. Beside it stands a\ncode that stays. This page is made by \`scripts/publish-schema.ts\`.\n\n${families.join('\n')}`;
}
