import { join } from 'node:path';
import { mutantsOf, withMutant } from '../mutants';
import { testsThatRead } from '../testsThatRead';

const SOURCE = `import { x } from './x';
interface Size { readonly width: 3 }
export const up = (a: number, b: number): number => (a < b && a !== 2 ? -a + 1 : x(b));
if (up(1, 2) > 0) x(0);
`;

it('draws faults into what runs, and none into types or imports', () => {
  const faults = mutantsOf(SOURCE).map((mutant) => withMutant(SOURCE, mutant));
  expect(new Set(faults).size).toBe(faults.length);
  for (const fault of faults) {
    expect(fault).not.toBe(SOURCE);
    expect(fault).toContain("import { x } from './x';\ninterface Size { readonly width: 3 }\n");
  }
  const lines = faults.map((fault) => fault.split('\n').slice(2, 4).join(' '));
  for (const one of [
    'a <= b',
    'a < b || a',
    'a === 2',
    'a !== 3',
    '-a - 1',
    '-a + 2',
    '(!(a < b',
    '? a + 1',
    '>= 0',
    'x(1)',
  ])
    expect([one, lines.some((line) => line.includes(one))]).toEqual([one, true]);
});

it('a fault says what it is', () => {
  expect(mutantsOf('const a = b - 1;').map(({ says }) => says)).toEqual(['b - 1: - → +', 'b - 1: 1 → 2']);
});

it('finds the tests that read a file, from its own to those that read it through others', async () => {
  const testsOf = await testsThatRead(join(__dirname, '../..'));
  expect(testsOf('packages/sound/src/master/glue.ts')[0]).toBe('packages/sound/test/master/glue.test.ts');
  expect(testsOf('apps/web/src/features/mix/MeterBar.tsx')).toContain(
    'apps/web/src/features/mix/__tests__/meterBar.dom.test.tsx',
  );
  expect(testsOf('packages/core/src/time/bars.ts').length).toBeGreaterThan(40);
  expect(testsOf('packages/core/src/no/such/file.ts')).toEqual([]);
});
