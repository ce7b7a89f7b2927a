/**
 * How long the tests took: printed at the end of the test command step by step and suite by suite, with what grew
 * since the times that are kept in scripts/test-times.json. A slower machine slows everything: a suite has grown
 * where its share of the whole has. No test's outcome depends on it.
 *
 *   npx tsx scripts/testTimes.ts DIR         prints
 *   npx tsx scripts/testTimes.ts DIR keep    keeps these times to compare with
 */
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import { fileURLToPath } from 'node:url';

const ROOT = fileURLToPath(new URL('..', import.meta.url));
const KEPT = join(ROOT, 'scripts/test-times.json');

/** Seconds by name of a step or suite. */
export type Times = Readonly<Record<string, number>>;

const rounded = (seconds: number): number => Math.round(10 * seconds) / 10;
const sum = (times: Times): number => Object.values(times).reduce((a, b) => a + b, 0);

interface JestResults {
  readonly testResults: readonly {
    readonly name: string;
    readonly startTime: number;
    readonly endTime: number;
  }[];
}

/** Each file of Jest's, from its own results. */
export const ofJest = ({ testResults }: JestResults, root: string): Times =>
  Object.fromEntries(
    testResults.map(({ name, startTime, endTime }) => [
      relative(root, name),
      rounded((endTime - startTime) / 1000),
    ]),
  );

interface BrowserSuite {
  readonly file?: string;
  readonly specs?: readonly {
    readonly tests: readonly { readonly results: readonly { readonly duration: number }[] }[];
  }[];
  readonly suites?: readonly BrowserSuite[];
}

const secondsIn = ({ specs = [], suites = [] }: BrowserSuite): number =>
  specs.reduce(
    (all, { tests }) =>
      all + tests.reduce((a, t) => a + t.results.reduce((b, r) => b + r.duration / 1000, 0), 0),
    0,
  ) + suites.reduce((all, suite) => all + secondsIn(suite), 0);

/** Each file of the browser's, from its own results. */
export const ofBrowser = ({ suites = [] }: BrowserSuite): Times =>
  Object.fromEntries(suites.map((suite) => [`e2e/${suite.file ?? ''}`, rounded(secondsIn(suite))]));

/** Steps of the command as they are written down: a name and the second it began, the last one being the end. */
export function ofSteps(text: string): Times {
  const steps = text
    .trim()
    .split('\n')
    .map((line) => /^(\d+) (.*)$/.exec(line))
    .filter((match) => match !== null);
  return Object.fromEntries(
    steps.slice(0, -1).map((match, i) => [match[2]!, Number(steps[i + 1]![1]) - Number(match[1])]),
  );
}

/** A suite counts as grown by a third of its share at least, and by three seconds. */
const GROWN = 1.33;
const SECONDS = 3;

/** What takes more of the whole than it did: now, and what its old share would be, seconds. New suites of length too. */
export function grown(now: Times, before: Times): { name: string; seconds: number; was: number | null }[] {
  const common = Object.keys(now).filter((name) => name in before);
  const total = (times: Times): number => common.reduce((all, name) => all + times[name]!, 0);
  const pace = total(before) ? total(now) / total(before) : 1;
  return Object.entries(now)
    .map(([name, seconds]) => ({ name, seconds, was: name in before ? rounded(before[name]! * pace) : null }))
    .filter(({ seconds, was }) => seconds > (was ?? 0) * GROWN && seconds - (was ?? 0) > SECONDS)
    .sort((a, b) => b.seconds - (b.was ?? 0) - (a.seconds - (a.was ?? 0)));
}

/** So many of the slowest suites are printed; the others come as one line. */
const PRINTED = 25;

/** The report as text. */
export function report(steps: Times, suites: Times, before: Times): string {
  const line = (seconds: number, name: string): string => `${seconds.toFixed(1).padStart(7)} s  ${name}`;
  const slowest = Object.entries(suites).sort((a, b) => b[1] - a[1]);
  const others = Object.fromEntries(slowest.slice(PRINTED));
  const more = grown(suites, before).map(({ name, seconds, was }) =>
    line(seconds, `${name} (${was === null ? 'new' : `its share was ${was.toFixed(1)} s`})`),
  );
  return [
    'Steps',
    ...Object.entries(steps).map(([name, seconds]) => line(seconds, name)),
    line(sum(steps), 'altogether'),
    '',
    'Slowest suites (several run at a time)',
    ...slowest.slice(0, PRINTED).map(([name, seconds]) => line(seconds, name)),
    line(sum(others), `${Object.keys(others).length} others together`),
    '',
    more.length ? 'Grown since the times kept in scripts/test-times.json' : 'No suite has grown.',
    ...more,
  ].join('\n');
}

const read = <T>(path: string): T | null =>
  existsSync(path) ? (JSON.parse(readFileSync(path, 'utf8')) as T) : null;

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const dir = process.argv[2]!;
  const jest = read<JestResults>(join(dir, 'jest.json'));
  const browser = read<BrowserSuite>(join(dir, 'browser.json'));
  const suites = { ...(jest && ofJest(jest, ROOT)), ...(browser && ofBrowser(browser)) };
  if (process.argv[3] === 'keep') writeFileSync(KEPT, JSON.stringify(suites, null, 2) + '\n');
  else
    console.log(report(ofSteps(readFileSync(join(dir, 'steps'), 'utf8')), suites, read<Times>(KEPT) ?? {}));
}
