/** The one door for documents: earlier versions open, what cannot be a song is said and never guessed at. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { renderBand } from '@backline/core/band/index';
import { barsInForm } from '@backline/core/song/size';
import { LIMITS } from '@backline/core/song/limits';
import { SONG_VERSION, readSong } from '@backline/core/song/read';
import { songSchema } from '@backline/core/song/check';
import type { Song } from '@backline/core/song/schema';
import { BESIDE } from '@backline/core/song/settings/beside';
import { LINE } from '@backline/core/song/settings/line';
import { FULL_SONG } from '../support/fullSong';
import { anySong, song } from '../support/music';
import { barsLength, sectionBars } from '@backline/core/time/bars';
import { OURS } from '@backline/core/styles/index';

/** A demo song as version 1 of the format stored it. This file is never changed. */
const FROZEN = JSON.parse(readFileSync(join(__dirname, 'frozen/version-1.json'), 'utf8')) as Record<
  string,
  unknown
>;
const FROZEN_2 = JSON.parse(readFileSync(join(__dirname, 'frozen/version-2.json'), 'utf8')) as {
  sections: { id: string; bars: number; cues: unknown[] }[];
};

/** A song with everything a song of version 3 could hold. This file is never changed. */
const FROZEN_3 = JSON.parse(readFileSync(join(__dirname, 'frozen/version-3.json'), 'utf8')) as Record<
  string,
  unknown
>;

/** The same as version 4 stored it. This file is never changed. */
const FROZEN_4 = JSON.parse(readFileSync(join(__dirname, 'frozen/version-4.json'), 'utf8')) as Song;

/** The same as version 5 stored it. This file is never changed. */
const FROZEN_5 = JSON.parse(readFileSync(join(__dirname, 'frozen/version-5.json'), 'utf8')) as Song;

/** The same as version 6 stored it. This file is never changed. */
const FROZEN_6 = JSON.parse(readFileSync(join(__dirname, 'frozen/version-6.json'), 'utf8')) as Song;

/** The same as version 7 stored it. This file is never changed. */
const FROZEN_7 = JSON.parse(readFileSync(join(__dirname, 'frozen/version-7.json'), 'utf8')) as Song;

type OldCue = { id: string; bar: number; part: string; settings: object };
type OldSection = Omit<Song['sections'][number], 'ownLengths' | 'cues'> & { cues: OldCue[] };
type Old = Omit<Song, 'version' | 'form' | 'sections'> & {
  version: 1;
  sections: OldSection[];
  form: Omit<Song['form'][number], 'id'>[];
};
/** A song without cues and short bars as version 1 had it. */
const asVersion1 = (s: Song): Old => ({
  ...s,
  version: 1,
  sections: s.sections.map(({ ownLengths: _, ...section }) => ({ ...section, cues: [] })),
  form: s.form.map(({ id: _, ...entry }) => entry),
});
/** A song of which no section says anything of an arc. */
const unarced = (s: Song): Song => ({
  ...s,
  sections: s.sections.map(({ together, ...section }) => {
    const { arc: _, ...points } = together ?? {};
    return { ...section, ...(together && { together: points }) };
  }),
  removed: s.removed?.map((one) => ({
    ...one,
    section: unarced({ ...s, sections: [one.section], removed: undefined }).sections[0]!,
  })),
});
/** A song as one of a version opens that knew no takes. */
const withoutTakes = (s: Song): Song => ({
  ...s,
  parts: s.parts.map(({ takes: _, comp: _comp, ...part }) => part),
});
/** A song without settings of some names, wherever they are set. */
const withoutSettings = (s: Song, names: object): Song =>
  JSON.parse(
    JSON.stringify(s, (name, value: unknown) => (Object.hasOwn(names, name) ? undefined : value)),
  ) as Song;
/** A song as one of a version opens that knew nothing of parts that go with another. */
const FULL_7 = withoutSettings(FULL_SONG, BESIDE);
/** A song as one of a version opens that knew nothing of how lines are planned. */
const withoutLine = (s: Song): Song => withoutSettings(s, LINE);
/** A song as one of a version opens that knew no arc. */
const withoutArc = (s: Song): Song => ({ ...s, together: { ...s.together, arc: false } });
const opened = (document: unknown): Song => {
  const { song: read, trouble } = readSong(document);
  expect(trouble).toBeNull();
  return read!;
};

describe('a song of version 1', () => {
  it('opens, with nothing lost and an id for each place of the form', () => {
    const read = opened(FROZEN);
    const { version, form, sections, ...rest } = read;
    expect(version).toBe(SONG_VERSION);
    expect(form.map(({ id: _, ...entry }) => entry)).toEqual(FROZEN.form);
    expect(new Set(form.map((e) => e.id)).size).toBe(form.length);
    const { version: _v, form: _f, sections: before, ...others } = FROZEN;
    const parts = (others.parts as { mix: { room: number } }[]).map(({ mix: { room, ...mix }, ...part }) => ({
      ...part,
      mix: { ...mix, reverbSend: room },
    }));
    expect(rest).toEqual({ ...others, parts, together: { arc: false } });
    // What was a push is an anticipation; nothing else in a section has another word.
    const pushes = JSON.stringify(sections.map(({ ownLengths: _, ...section }) => section)).replaceAll(
      '"anticipation":',
      '"push":',
    );
    expect(JSON.parse(pushes)).toEqual(before);
    expect(renderBand(read, OURS).parts.every((p) => p.trouble === null)).toBe(true);
  });

  it('any one becomes the song it was (any song)', () => {
    fc.assert(
      fc.property(anySong, (s) => expect(opened(asVersion1(s))).toEqual(withoutArc(s))),
      { numRuns: 30 },
    );
  });

  it('gets in order what version 1 let through: chords, ids, names, changes and cues', () => {
    const old = asVersion1(song('C | F | G | C'));
    const section = old.sections[0]!;
    const [a, b, c, d] = section.drafts[0]!.chords;
    const wild: Old = {
      ...old,
      sections: [
        {
          ...section,
          changes: [
            { bar: 2, key: 'D' },
            { bar: 1, key: 'G' },
            { bar: 2, key: 'E' },
            { bar: 77, key: 'F' },
          ],
          cues: [{ id: 'q1', bar: 50, part: 'bass', settings: {} }],
          drafts: [
            {
              ...section.drafts[0]!,
              chords: [c!, { ...a!, length: 9999 }, { ...b!, id: 'c3' }, { ...d!, start: 99_999 }],
            },
          ],
        },
        { ...section, id: 's2' },
      ],
    };
    const read = opened(wild);
    expect(read.sections.map((s) => s.name)).toEqual(['Verse', 'Verse 2']);
    expect(read.sections[0]!.changes.map((x) => [x.bar, x.key])).toEqual([
      [1, 'G'],
      [2, 'E'],
    ]);
    expect(read.sections[0]!.cues).toEqual([]);
    expect(read.sections[0]!.drafts[0]!.chords.map((x) => [x.start, x.length, x.symbol])).toEqual([
      [0, 1920, 'C'],
      [1920, 1920, 'F'],
      [3840, 3840, 'G'],
    ]);
  });

  it('whose form would play for ever is bounded, not refused', () => {
    const old = asVersion1(song('C | F'));
    const long: Old = {
      ...old,
      sections: [{ ...old.sections[0]!, bars: 999 }],
      form: Array.from({ length: 200 }, () => ({ section: 's1', repeats: 16 })),
    };
    const read = opened(long);
    expect(barsInForm(read.sections, read.form)).toBe(5 * 999);
    expect(LIMITS.playedBars).toBe(5000);
  });
});

describe('a song of version 2', () => {
  it('opens, its cues at the ticks of their bars and for their part', () => {
    const read = opened(FROZEN_2);
    expect(read.version).toBe(SONG_VERSION);
    const [, second] = read.sections;
    const bars = sectionBars(second!, read);
    expect(second!.cues).toEqual([
      { id: 'q1', at: bars[2]!.start, parts: ['bass'], settings: { on: false } },
      { id: 'q2', at: 0, parts: ['drums'], settings: { density: 5 } },
    ]);
    const bass = renderBand(read, OURS).parts.find((p) => p.kind === 'bass')!;
    const section = renderBand(read, OURS).bars.find((bar) => bar.sectionId === second!.id)!;
    const inCue = bass.notes.filter(
      (n) => n.start >= section.start + bars[2]!.start && n.start < section.start + barsLength(bars),
    );
    expect(inCue).toEqual([]);
  });
});

describe('a song of version 4', () => {
  it('opens with nothing lost, and its players agree on no arc, so that it sounds as it did', () => {
    const { version, together, ...read } = opened(FROZEN_4);
    const { version: _, together: before, ...rest } = FROZEN_4;
    expect(version).toBe(SONG_VERSION);
    expect(together).toEqual({ ...before, arc: false });
    expect(read).toEqual(rest);
    const plain = { ...FROZEN_4, together: undefined };
    expect(opened(plain).together).toEqual({ arc: false });
  });

  it.each([
    ['a list of what players agree on', { ...FROZEN_4, together: ['arc'] }],
    ['a word for it', { ...FROZEN_4, together: 'yes' }],
  ])('with %s it is no song, and says so', (_, document) => {
    const { song: none, trouble } = readSong(document);
    expect(none).toBeNull();
    expect(trouble).not.toBe('');
  });
});

describe('a song of version 5', () => {
  it('opens as it was: it knew no takes', () => {
    expect(opened(FROZEN_5)).toEqual({ ...FROZEN_5, version: SONG_VERSION });
    expect(opened({ ...withoutTakes(FULL_7), version: 5 })).toEqual(withoutTakes(FULL_7));
  });
});

describe('a song of version 6', () => {
  it('opens as it was: it knew nothing of how lines are planned', () => {
    expect(opened(FROZEN_6)).toEqual({ ...FROZEN_6, version: SONG_VERSION });
    expect(opened(FROZEN_6)).toEqual(withoutLine(FULL_7));
  });
});

describe('a song of version 7', () => {
  it('opens as it was: it knew nothing of parts that go with another, and of no drawn energy', () => {
    expect(opened(FROZEN_7)).toEqual({ ...FROZEN_7, version: SONG_VERSION });
    expect(opened(FROZEN_7)).toEqual(FULL_7);
    const drawn = withoutSettings(FULL_SONG, {});
    drawn.parts[0]!.settings.energy = [0, 100, 30];
    expect(opened(drawn).parts[0]!.settings.energy).toEqual([0, 100, 30]);
  });
});

describe('a song of version 3', () => {
  it('opens with all it held, by the words of today', () => {
    const read = opened(FROZEN_3);
    expect(read).toEqual(withoutArc(unarced(withoutLine(withoutTakes(FULL_7)))));
    expect(opened(JSON.parse(JSON.stringify(read)))).toEqual(read);
  });

  it.each([
    ['parts that are no list', { ...FROZEN_3, parts: 'bass' }],
    ['a section that is none', { ...FROZEN_3, sections: [null, 7, []] }],
    ['a form of words', { ...FROZEN_3, form: ['verse'] }],
    ['a field of an unlucky name', JSON.parse('{"version":3,"__proto__":{"note":1}}')],
  ])('%s: refused in a sentence, never half read', (_, document) => {
    const { song: read, trouble } = readSong(document);
    expect([read, typeof trouble]).toEqual([null, 'string']);
  });
});

describe('what is no song', () => {
  it.each<[string, unknown, RegExp]>([
    ['nothing', null, /./],
    ['a number', 3, /./],
    ['a list', [], /./],
    ['a song of the future', { ...song('C'), version: SONG_VERSION + 1 }, /newer version.*Reload/],
    ['a version that is a word', { ...song('C'), version: 'two' }, /version/],
    ['a version 1 without a form', { ...FROZEN, form: undefined }, /form/],
    ['a version 1 with a field too many', { ...FROZEN, extra: 1 }, /extra/],
  ])('%s: said in a sentence', (_, document, sentence) => {
    const { song: read, trouble } = readSong(document);
    expect(read).toBeNull();
    expect(trouble).toMatch(sentence);
  });

  it('whatever JSON comes, it is a song or a sentence, and never throws', () => {
    fc.assert(
      fc.property(
        fc.oneof(fc.jsonValue(), fc.record({ version: fc.constantFrom(1, 2, 3), form: fc.jsonValue() })),
        (x) => {
          const { song: read, trouble } = readSong(x);
          expect(read === null).toBe(trouble !== null);
          if (read) expect(songSchema.safeParse(read).success).toBe(true);
        },
      ),
    );
  });

  it.each(['constructor', 'toString', '__proto__', 'hasOwnProperty'])('"%s" is no id', (id) => {
    const s = song('C');
    const parts = s.parts.map((p, i) => (i ? p : { ...p, id }));
    expect(readSong(JSON.parse(JSON.stringify({ ...s, parts }))).song).toBeNull();
  });
});
