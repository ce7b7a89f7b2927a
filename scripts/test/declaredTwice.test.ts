import { declaredTwice, lookedThrough } from '../declared-twice';

it('no type and no exported name of the core, the sound, the command line or the server is declared twice', () => {
  const sources = lookedThrough();
  expect(sources.size).toBeGreaterThan(250);
  expect([...declaredTwice(sources)]).toEqual([]);
});

it('a type is found whether it is exported or not, a value only where others could mean it', () => {
  const twice = declaredTwice(
    new Map([
      [
        'a.ts',
        'interface Scope { x: 1 }\nconst near = 1;\nexport function far() {}\nexport const [first] = [1];',
      ],
      ['b.ts', 'export type Scope = string;\nexport const near = 2;\nexport const far = 3;'],
      ['c.ts', 'class Mixer {}\ntype Alone = 1; // interface Mixer'],
      ['d.ts', 'export enum Mixer {}'],
    ]),
  );
  expect([...twice]).toEqual([
    ['Scope', ['a.ts', 'b.ts']],
    ['far', ['a.ts', 'b.ts']],
    ['Mixer', ['c.ts', 'd.ts']],
  ]);
});
