import { readBarsText, setBars, setSectionLength, splitBar } from '@backline/core/edits/bars';
import {
  boundaryRoom,
  moveBoundary,
  removeChord,
  setChordAt,
  setPush,
  setScale,
} from '@backline/core/edits/chords';
import { backToAuto } from '@backline/core/edits/hand';
import { applyEdit, type Edit } from '@backline/core/edits/apply';
import { setMetre } from '@backline/core/edits/keyAndMetre';
import { clipOf } from '@backline/core/edits/barRange';
import { pasteClip } from '@backline/core/edits/barRangeEdits';
import { addDraft, removeDraft, renameDraft, useDraft as putInUse } from '@backline/core/edits/drafts';
import { renderBand } from '@backline/core/band/index';
import { songSchema } from '@backline/core/song/check';
import type { Song } from '@backline/core/song/schema';
import { writeChart } from '@backline/core/formats/chart/index';
import { song } from '../support/music';
import { wholeBar } from '@backline/core/time/bars';
import { beatsOf } from '@backline/core/time/beats';
import { METRE_NAMES, metreOf } from '@backline/core/time/metre';
import { metreInWords } from '@backline/core/words/metre';
import { OURS } from '@backline/core/styles/index';

const edited = (s: Song, ...edits: Edit[]): Song =>
  edits.reduce((now, e) => applyEdit(now, e)?.song ?? now, s);
const bars = (s: Song): string =>
  writeChart(s)
    .split(']')[1]!
    .replace(/\s*\n\s*/g, ' ')
    .replace(/\| \|/g, '|')
    .trim();
const chords = (s: Song) => s.sections[0]!.drafts.find((d) => d.id === s.sections[0]!.draft)!.chords;
const nth = (s: Song, n: number): string => chords(s)[n]!.id;

const FOUR = wholeBar('4/4', 'C');

describe('a chord put at a place', () => {
  it('takes over from there on; one that begins there is replaced', () => {
    const s = song('C | F');
    expect(bars(edited(s, setChordAt('s1', 960, 'Am7')))).toBe('| C Am7 | F |');
    expect(bars(edited(s, setChordAt('s1', 1920, 'G')))).toBe('| C | G |');
    expect(bars(edited(s, setChordAt('s1', 2400, null)))).toBe('| C | F N.C. / / |');
    expect(applyEdit(s, setChordAt('s1', 3840, 'G'))).toBeNull();
  });

  it('keeps the exact tones it was played with, until they go back to auto', () => {
    const s = edited(song('C | F'), setChordAt('s1', 0, 'C6', { voicing: [64, 48, 57, 55] }));
    expect(chords(s)[0]!.voicing).toEqual([48, 55, 57, 64]);
    expect(chords(edited(s, backToAuto('s1', nth(s, 0), null)))[0]!.voicing).toBeUndefined();
    expect(chords(edited(s, setChordAt('s1', 0, 'Dm')))[0]!.voicing).toBeUndefined();
  });

  it('taken out leaves its time to the one before, or the first to the one after', () => {
    const s = song('C F | G');
    expect(bars(edited(s, removeChord('s1', nth(s, 1))))).toBe('| C | G |');
    expect(bars(edited(s, removeChord('s1', nth(s, 0))))).toBe('| F | G |');
  });

  it('is pushed, and takes another chord-scale', () => {
    const s = song('C | F');
    const after = edited(s, setPush('s1', nth(s, 1), 240), setScale('s1', nth(s, 1), 'lydian dominant'));
    expect(chords(after)[1]).toMatchObject({ anticipation: 240, scale: 'lydian dominant' });
    expect(chords(edited(after, setPush('s1', nth(s, 1), 0), setScale('s1', nth(s, 1), null)))[1]).toEqual(
      chords(s)[1],
    );
  });
});

describe('a boundary', () => {
  const s = song('C F | G');
  it('moves, the total stays; beyond its neighbours it goes no further', () => {
    const moved = (tick: number) =>
      chords(edited(s, moveBoundary('s1', nth(s, 1), tick))).map((c) => [c.start, c.length]);
    expect(moved(480)).toEqual([
      [0, 480],
      [480, 1440],
      [1920, 1920],
    ]);
    expect(moved(640)).toEqual([
      [0, 640],
      [640, 1280],
      [1920, 1920],
    ]);
    expect(moved(-5000)).toEqual([
      [0, 60],
      [60, 1860],
      [1920, 1920],
    ]);
    expect(moved(99_999)).toEqual([
      [0, 1860],
      [1860, 60],
      [1920, 1920],
    ]);
    expect(boundaryRoom(chords(s), 0)).toBeNull();
  });
});

describe('bars', () => {
  it('split in two on a beat, whatever the metre', () => {
    expect(bars(edited(song('C | F'), splitBar('s1', 0)))).toBe('| C C | F |');
    expect(bars(edited(song('C | F', 'time: 3/4'), splitBar('s1', 1)))).toBe('| C | F F |');
    expect(bars(edited(song('C | / / / / | F'), splitBar('s1', 1)))).toBe('| C | / / C / | F |');
    expect(bars(edited(song('C F | G'), splitBar('s1', 0)))).toBe('| C C F / | G |');
  });

  it('are as many as wanted: longer holds the last chord, shorter cuts', () => {
    expect(bars(edited(song('C | F'), setSectionLength('s1', 4)))).toBe('| C | F | / / / / | / / / / |');
    expect(bars(edited(song('C | F | G'), setSectionLength('s1', 1)))).toBe('| C |');
    expect(edited(song('C'), setSectionLength('s1', 5000)).sections[0]!.bars).toBe(999);
  });

  it('of a pasted line go over those from a bar on, numerals and repeats included, and the section grows', () => {
    expect(
      bars(edited(song('C | F', 'key: G'), setBars('s1', 1, '| I V7 | % |\nvi | Dm7{push 1/8} |'))),
    ).toBe('| C | G D7 | G D7 | Em | Dm7{push 1/8} |');
    expect(() => readBarsText('I went down to the sea', () => FOUR)).toThrow(/"went" is not a chord/);
    expect(() => readBarsText('| % |', () => FOUR)).toThrow(/no bar before/);
    expect(() => readBarsText(Array(500).fill('C').join(' '), () => FOUR)).toThrow(/500 chords/);
  });
});

describe('drafts', () => {
  const start = song('C | F');
  it('begin as a copy or empty, are named, and none is lost', () => {
    const s = edited(
      start,
      addDraft('s1', 'd1'),
      setChordAt('s1', 0, 'Am'),
      renameDraft('s1', 'd2', 'Darker'),
      addDraft('s1', null),
    );
    expect(s.sections[0]!.drafts.map((d) => [d.name, d.chords.map((c) => c.symbol).join(' ')])).toEqual([
      ['First', 'C F'],
      ['Darker', 'Am F'],
      ['New draft', ''],
    ]);
    expect(s.sections[0]!.draft).toBe('d3');
    const back = edited(s, removeDraft('s1', 'd3'));
    expect(back.sections[0]!.draft).toBe('d2');
    expect(applyEdit(start, removeDraft('s1', 'd1'))).toBeNull();
  });

  it('switched, every part plays the other chords at once', () => {
    const s = edited(start, addDraft('s1', 'd1'), setChordAt('s1', 0, 'Am'), putInUse('s1', 'd1'));
    const text = (x: Song) => JSON.stringify(renderBand(x, OURS).parts.map((p) => p.notes));
    expect(text(s)).toBe(text(start));
    const other = edited(s, putInUse('s1', 'd2'));
    const changed = renderBand(other, OURS).parts.filter(
      (p, i) => JSON.stringify(p.notes) !== JSON.stringify(renderBand(s, OURS).parts[i]!.notes),
    );
    expect(changed.map((p) => p.kind)).toEqual(expect.arrayContaining(['bass', 'keys', 'guitar', 'strings']));
  });

  it('all become longer together, and stay within the schema', () => {
    const s = edited(start, addDraft('s1', null), setSectionLength('s1', 3));
    expect(s.sections[0]!.drafts.map((d) => d.chords.reduce((sum, c) => sum + c.length, 0))).toEqual([
      5760, 5760,
    ]);
    expect(songSchema.safeParse(s).success).toBe(true);
  });
});

describe('a metre change that keeps beats', () => {
  const keys = (s: Song) => s.sections[0]!.changes.map((c) => [c.bar, c.key ?? c.metre ?? c.tempo]);

  it('takes key changes and cues along to the bars their beats are in', () => {
    const s = song('C | F | G | C | D | A | G | D');
    const section = s.sections[0]!;
    const set: Song = {
      ...s,
      sections: [
        {
          ...section,
          changes: [{ bar: 4, key: 'D' }],
          cues: [{ id: 'q1', at: 24 * 480, parts: ['bass'], settings: { on: false } }],
        },
      ],
    };
    // 32 beats: bar 4 of four beats begins at beat 16, which is nearest to bar 5 of three (beat 15).
    const three = edited(set, setMetre({}, '3/4', 'beats'));
    expect(three.sections[0]!.bars).toBe(11);
    expect(keys(three)).toEqual([[5, 'D']]);
    expect(three.sections[0]!.cues[0]!.at).toBe(24 * 480);
    expect(songSchema.safeParse(three).success).toBe(true);
    const two = edited(set, setMetre({}, '2/4', 'beats'));
    expect([keys(two), two.sections[0]!.cues[0]!.at, two.sections[0]!.bars]).toEqual([
      [[8, 'D']],
      24 * 480,
      16,
    ]);
    // And back again everything stands where it stood.
    const back = edited(two, setMetre({}, '4/4', 'beats'));
    expect(back.sections[0]).toEqual(set.sections[0]);
  });

  it('keeps every chord and every length, in every draft', () => {
    const s = edited(song('C Am | F{for 3/8} G{for 5/8} | C'), addDraft('s1', 'd1'));
    for (const metre of ['3/4', '5/4', '2/4', '7/4'] as const) {
      const after = edited(s, setMetre({ section: 's1' }, metre, 'beats'));
      after.sections[0]!.drafts.forEach((draft, d) => {
        const before = s.sections[0]!.drafts[d]!.chords;
        expect(draft.chords.map((c) => [c.start, c.symbol])).toEqual(before.map((c) => [c.start, c.symbol]));
        expect(draft.chords.slice(0, -1)).toEqual(before.slice(0, -1));
      });
    }
  });

  it('from a bar on leaves what stands before it', () => {
    const s = song('C | F | G | C', 'key: C');
    const after = edited(s, setMetre({ section: 's1', bar: 2 }, '3/4', 'beats'));
    expect(after.sections[0]!.changes).toEqual([{ bar: 2, metre: '3/4' }]);
    expect(chords(after).map((c) => c.start)).toEqual([0, 1920, 3840, 5760]);
  });
});

describe('pasting that keeps beats across a metre change', () => {
  it('writes over the bars it reaches into, and no other', () => {
    const s = song('C | D | E | F | G | A', '');
    const three = edited(s, setMetre({ section: 's1', bar: 2 }, '2/4', 'bars'));
    const clip = clipOf(song('Am Dm'), [{ section: 's1', from: 0, to: 0 }]);
    const over = { where: 'over', key: 'as it was', keep: 'beats' } as const;
    // Four beats from bar 3 on are two bars of two beats: bar 5 stays what it was.
    const after = edited(three, pasteClip({ section: 's1', bar: 2 }, clip, over));
    expect(chords(after).map((c) => c.symbol)).toEqual(['C', 'D', 'Am', 'Dm', 'G', 'A']);
    // From the last bar of four beats on it is one bar, though the next ones are shorter.
    const before = edited(three, pasteClip({ section: 's1', bar: 1 }, clip, over));
    expect(chords(before).map((c) => c.symbol)).toEqual(['C', 'Am', 'Dm', 'E', 'F', 'G', 'A']);
  });
});

describe('any metre for any other', () => {
  const pairs = METRE_NAMES.flatMap((from) =>
    METRE_NAMES.filter((to) => to !== from).map((to) => [from, to] as const),
  );
  const beats = (metre: string) => beatsOf(wholeBar(metre, 'C'));

  it.each(pairs)('%s to %s: beats go to beats where they can, and nothing is lost', (from, to) => {
    const [old, now] = [beats(from), beats(to)];
    const bar = old.map((_, i) => ['C', 'Dm', 'Em', 'F', 'G', 'Am', 'Bdim'][i]!).join(' ');
    const s = song(`${bar} | C`, `time: ${from}`);
    const before = chords(s);
    const after = edited(s, setMetre({}, to, 'bars'));
    const length = metreOf(to).length;
    expect(chords(after).map((c) => c.symbol)).toEqual(before.map((c) => c.symbol));
    expect(songSchema.safeParse(after).success).toBe(true);
    const starts = chords(after).map((c) => c.start);
    expect(starts.at(-1)).toBe(length);
    if (before.length - 1 !== old.length) return;
    if (now.length % old.length === 0 || old.length % now.length === 0) {
      const by = now.length / old.length;
      old.forEach((_, i) => {
        // A beat of the new bar, or within one where several become one.
        if (Number.isInteger(i * by)) expect(starts[i]).toBe(now[i * by]!.start);
      });
    } else if (old.length < now.length) {
      expect(starts.slice(0, -1)).toEqual(now.slice(0, old.length).map((b) => b.start));
    }
    expect(metreInWords(from, to, 'bars')).toMatch(
      new RegExp(`^From ${from.replaceAll('+', '\\+')} to .*\\.$`),
    );
  });

  it('four quarters to twelve eighths keep beats, and off-beats go to the last eighth, either way', () => {
    const s = song('C{for 1/4} F{for 1/8} G{for 1/8} Am | F', 'time: 4/4');
    for (const keep of ['bars', 'beats'] as const) {
      const after = edited(s, setMetre({}, '12/8', keep));
      expect(chords(after).map((c) => c.start)).toEqual([0, 720, 1200, 1440, 2880]);
      const back = edited(after, setMetre({}, '4/4', keep));
      expect(chords(back).map((c) => c.start)).toEqual(chords(s).map((c) => c.start));
    }
    const six = edited(song('C F G Am'), setMetre({}, '6/8', 'bars'));
    expect(chords(six).map((c) => c.start)).toEqual([0, 480, 720, 1200]);
  });
});
