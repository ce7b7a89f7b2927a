import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { grown, ofBrowser, ofJest, ofSteps, report } from '../testTimes';

it('times are read from the results of Jest, of the browser and of the command', () => {
  expect(ofJest({ testResults: [{ name: '/a/b/c.test.ts', startTime: 1000, endTime: 3460 }] }, '/a')).toEqual(
    {
      'b/c.test.ts': 2.5,
    },
  );
  const test = (...durations: number[]) => ({
    tests: [{ results: durations.map((duration) => ({ duration })) }],
  });
  expect(
    ofBrowser({
      suites: [{ file: 'x.spec.ts', specs: [test(1000, 500)], suites: [{ specs: [test(2000)] }] }],
    }),
  ).toEqual({ 'e2e/x.spec.ts': 3.5 });
  expect(ofSteps('10 Types\n25 Jest\n100 end\n')).toEqual({ Types: 15, Jest: 75 });
});

it('a slow machine is no growth; a suite that takes more of the whole is, and a long new one', () => {
  const before = { a: 10, b: 10, c: 10, d: 10 };
  expect(grown({ a: 30, b: 30, c: 30, d: 30 }, before)).toEqual([]);
  expect(grown({ a: 10, b: 10, c: 10, d: 10, e: 2 }, before)).toEqual([]);
  expect(grown({ a: 10, b: 10, c: 10, d: 20, e: 9 }, before)).toEqual([
    { name: 'e', seconds: 9, was: null },
    { name: 'd', seconds: 20, was: 12.5 },
  ]);
  expect(report({ Jest: 50 }, { d: 20 }, {})).toContain('20.0 s  d (new)');
});

it('prints as the test command has it printed, also where the browser has not run', () => {
  const dir = mkdtempSync(join(tmpdir(), 'times-'));
  const root = join(__dirname, '../..');
  try {
    writeFileSync(join(dir, 'steps'), '10 Jest\n70 Everything passed\n');
    const result = { name: join(root, 'made/up.test.ts'), startTime: 0, endTime: 12_000 };
    writeFileSync(join(dir, 'jest.json'), JSON.stringify({ testResults: [result] }));
    const printed = execFileSync('node_modules/.bin/tsx', ['scripts/testTimes.ts', dir], {
      cwd: root,
      encoding: 'utf8',
    });
    expect(printed).toContain('60.0 s  Jest');
    expect(printed).toContain('12.0 s  made/up.test.ts (new)');
  } finally {
    rmSync(dir, { recursive: true });
  }
});
