import { coreSources, undocumented } from '../undocumented';

it('every exported function of the core says what it does, when it gives null and that it throws', () => {
  const sources = coreSources();
  expect(sources.size).toBeGreaterThan(200);
  expect(undocumented(sources)).toEqual([]);
});

it('what a function does not say is found', () => {
  const source = [
    'export const bare = () => 1;',
    'const inside = () => 2;',
    '/** The first. */',
    'export function first(list: number[]): number | null { return list[0] ?? null; }',
    '/** The last; null where there is none. */',
    'export const last = (list: number[]): number | null => list.at(-1) ?? null;',
    '/** Reads. */',
    "export function read(text: string) { return () => { if (!text) throw new Error('empty'); }; }",
    '/** Reads on. */',
    'export function tried(text: string) { try { if (!text) throw new Error(); } catch { return 0; } return 1; }',
    '/** Reads again.\n * @throws Error where it is empty. */',
    "export function again(text: string) { if (!text) throw new Error('empty'); return text; }",
  ].join('\n');
  expect(undocumented(new Map([['a.ts', source]]))).toEqual([
    'a.ts: bare says nothing',
    'a.ts: first does not say when it gives null',
    'a.ts: read does not say that it throws',
  ]);
});
