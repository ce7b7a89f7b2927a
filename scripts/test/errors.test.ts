import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { CHART_ERRORS } from '@backline/core/formats/chart/error';
import { EDIT_ERRORS, READ_ERRORS } from '@backline/core/song/errorCodes';
import { PROBLEMS } from '../../apps/server/src/http/problemCodes';
import { errorsPage } from '../errors';

const read = (...path: string[]): string => readFileSync(join(__dirname, '../..', ...path), 'utf8');

it('docs/errors.md has every code', () => {
  expect(read('docs/errors.md')).toBe(errorsPage());
});

it('a code means one thing wherever it is said', () => {
  const all = [CHART_ERRORS, READ_ERRORS, EDIT_ERRORS, PROBLEMS].flatMap((codes) => Object.keys(codes));
  const twice = all.filter((code, i) => all.indexOf(code) !== i);
  // A section that grows too long is the same refusal in a chart and in an edit.
  expect(twice).toEqual(['section-too-long']);
  for (const code of all) expect(code).toMatch(/^[a-z]+(-[a-z]+)+$/);
});
