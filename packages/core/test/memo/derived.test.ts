/** What a derived value read is recorded: it is made anew where that is another, and only there. */
import fc from 'fast-check';
import { produce } from 'immer';
import { derived } from '@backline/core/memo/derived';

interface Section {
  readonly name: string;
  readonly set: Readonly<Record<string, { readonly level: number }>>;
  readonly bars: readonly { readonly length: number }[];
}

const begun: Section = produce(
  { name: 'Verse', set: { bass: { level: 1 }, keys: { level: 2 } }, bars: [{ length: 4 }, { length: 3 }] },
  () => undefined,
);

function counted(make: (inputs: { section: Section; part: string }) => unknown, depth: number) {
  let made = 0;
  const owner = {};
  const of = derived(
    (inputs: { section: Section; part: string }) => {
      made++;
      return make(inputs);
    },
    { section: depth },
  );
  return (section: Section, part = 'bass') => ({ value: of(owner, 'one', { section, part }), made });
}

it('is made again only for what was read, however deep it lies', () => {
  const level = counted(({ section, part }) => section.set[part]?.level, 3);
  expect(level(begun)).toEqual({ value: 1, made: 1 });
  const renamed = produce(begun, (s) => void (s.name = 'Chorus'));
  const louder = produce(renamed, (s) => void (s.set.keys!.level = 9));
  expect(level(louder)).toEqual({ value: 1, made: 1 });
  const own = produce(louder, (s) => void (s.set.bass!.level = 5));
  expect(level(own)).toEqual({ value: 5, made: 2 });
  expect(level(own, 'keys')).toEqual({ value: 9, made: 3 });
  expect(level(own, 'solo')).toEqual({ value: undefined, made: 4 });
});

it('compares as a whole what it is not told to look into', () => {
  const level = counted(({ section }) => section.set.bass?.level, 0);
  expect(level(begun).made).toBe(1);
  expect(level(produce(begun, (s) => void (s.name = 'Chorus'))).made).toBe(2);
});

it('a list that is looked into is another where it is longer or one of its members is', () => {
  const length = counted(({ section }) => section.bars.reduce((sum, bar) => sum + bar.length, 0), 2);
  expect(length(begun)).toEqual({ value: 7, made: 1 });
  expect(length({ ...begun, bars: [...begun.bars] })).toEqual({ value: 7, made: 1 });
  expect(length({ ...begun, bars: [...begun.bars, { length: 1 }] })).toEqual({ value: 8, made: 2 });
  expect(length({ ...begun, bars: begun.bars.slice(0, 1) })).toEqual({ value: 4, made: 3 });
});

it('spreading reads it all, and what is given back is plain', () => {
  const copy = counted(({ section }) => ({ ...section, set: { ...section.set } }), 2);
  expect(copy(begun)).toEqual({ value: begun, made: 1 });
  expect(copy(produce(begun, (s) => void (s.set.solo = { level: 3 }))).made).toBe(2);
});

it('what is made anew and is no other stays the very same', () => {
  const owner = {};
  const of = derived(
    ({ n }: { n: number }) => ({ half: n >> 1 }),
    {},
    (a, b) => a.half === b.half,
  );
  const first = of(owner, 'half', { n: 2 });
  expect(of(owner, 'half', { n: 3 })).toBe(first);
  expect(of(owner, 'half', { n: 4 })).toEqual({ half: 2 });
  expect(of({}, 'half', { n: 2 })).not.toBe(first);
});

it('gives what making it anew would give, whatever is changed in between (property)', () => {
  const make = ({ section, part }: { section: Section; part: string }) =>
    `${section.set[part]?.level ?? section.name} ${section.bars.length > 2 ? section.bars[0]!.length : ''}`;
  fc.assert(
    fc.property(fc.array(fc.tuple(fc.nat(4), fc.nat(9)), { maxLength: 12 }), (changes) => {
      const remembered = counted(make, 3);
      let section = begun;
      for (const [what, n] of changes) {
        section = produce(section, (s) => {
          if (what === 0) s.name = `N${n}`;
          if (what === 1) s.set.bass = { level: n };
          if (what === 2) delete s.set.bass;
          if (what === 3) s.bars.push({ length: n });
          if (what === 4) s.bars.splice(n % 3, 1);
        });
        const part = n % 2 ? 'bass' : 'keys';
        expect(remembered(section, part).value).toBe(make({ section, part }));
      }
    }),
  );
});
