import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { exportedTypes, glossaryPage, typesIn } from '../glossary';

const PAGE = readFileSync(join(__dirname, '../../docs/glossary.md'), 'utf8');

it('the glossary holds every exported type of the core and the sound, as its docstring has it', () => {
  const types = exportedTypes();
  expect(types.length).toBeGreaterThan(300);
  expect(types.filter(({ says }) => says.length < 10).map(({ name }) => name)).toEqual([]);
  expect(PAGE).toBe(glossaryPage(PAGE, types));
});

it('types are found with what is said right before them, and what is not exported is left out', () => {
  const text =
    '/** A file. */\nimport x from "x";\n/** A bar. */\nexport interface Bar {}\ntype Own = 1;\nexport type Plain = 2;';
  expect(typesIn('core/time', text)).toEqual([
    { folder: 'core/time', name: 'Bar', says: 'A bar.' },
    { folder: 'core/time', name: 'Plain', says: '' },
  ]);
});
