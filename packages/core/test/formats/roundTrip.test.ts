/** A chart says the whole of what it says: every song, after whatever edits, comes back from its text. */
import fc from 'fast-check';
import { applyEdit } from '@backline/core/edits/apply';
import { takeChart } from '@backline/core/edits/chart';
import { readChart, writeChart } from '@backline/core/formats/chart/index';
import { readSong } from '@backline/core/song/read';
import type { Section, Settings, Song } from '@backline/core/song/schema';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { barsLength, sectionBars } from '@backline/core/time/bars';
import { chordsInUse } from '@backline/core/song/inUse';
import { afterEdits, anyEdit } from '../support/edits';
import { anySong, song } from '../support/music';
import { OURS } from '@backline/core/styles/index';

/** What a chart says of a song. */
function said(s: Song) {
  const names = new Map(s.sections.map((x) => [x.id, x.name]));
  const saidOf = (section: Section) => ({
    bars: sectionBars(section, s),
    chords: chordsInUse(section).map(({ start, length, symbol, anticipation: push = 0 }) => {
      return [start, length, symbol === null ? null : parseChord(symbol).symbol, push];
    }),
  });
  const { title, key, metre, tempo, style } = s;
  return {
    ...{ title, key, metre, tempo, style },
    sections: Object.fromEntries(s.sections.map((x) => [x.name, saidOf(x)])),
    form: s.form.map((e) => [names.get(e.section), e.repeats]),
  };
}

const anyEdits = fc.array(fc.tuple(anyEdit, fc.nat({ max: 90 })), { minLength: 1, maxLength: 12 });
/** Cues anywhere in every section, some with an end: they go along with the bars, or are let go. */
const withCues = (s: Song, n: number): Song => ({
  ...s,
  sections: s.sections.map((section) => {
    const length = barsLength(sectionBars(section, s));
    const at = (n * 131) % length;
    const until = at + 1 + ((n * 977) % (length - at));
    return {
      ...section,
      cues: [
        { id: 'q1', at, parts: ['bass', 'keys'], settings: { on: false } },
        { id: 'q2', at, ...(until <= length ? { until } : {}), parts: ['drums'], settings: { density: 1 } },
      ],
    };
  }),
});
const RUNS = { numRuns: 150 };

describe('a song after any edits', () => {
  it('comes back from its chart as it was', () => {
    fc.assert(
      fc.property(anySong, anyEdits, (start, edits) => {
        const after = afterEdits(start, edits);
        expect(said(readChart(writeChart(after), OURS))).toEqual(said(after));
      }),
      RUNS,
    );
  });

  it('taken in again from its own chart is the same song, settings of every level, drafts and places of the form included', () => {
    const quiet: Settings = { density: 1 };
    fc.assert(
      fc.property(anySong, anyEdits, (start, edits) => {
        const after = afterEdits(start, edits);
        const set: Song = {
          ...after,
          form: after.form.map((e, i) => (i % 2 ? { ...e, occurrences: { 0: { bass: quiet } } } : e)),
        };
        const again = applyEdit(set, takeChart(readChart(writeChart(set), OURS, set)))?.song ?? set;
        const plain = (s: Song) => ({
          ...s,
          // A change to what held already says nothing, and a name's other spelling is the same chord.
          sections: s.sections.map((x) => ({
            ...x,
            changes: sectionBars(x, s),
            drafts: x.drafts.map((d) => ({
              ...d,
              chords: d.chords.map((c) => ({ ...c, symbol: c.symbol && parseChord(c.symbol).symbol })),
            })),
          })),
        });
        expect(plain(again)).toEqual(plain(set));
        expect(readSong(again).trouble).toBeNull();
      }),
      RUNS,
    );
  });

  it('is read by the one door as the very same song', () => {
    fc.assert(
      fc.property(anySong, anyEdits, fc.nat({ max: 99 }), (start, edits, n) => {
        const after = afterEdits(withCues(start, n), edits);
        expect(readSong(JSON.parse(JSON.stringify(after))).song).toEqual(after);
      }),
      RUNS,
    );
  });
});

describe('text of a chart put back in', () => {
  const placed = (): Song => {
    const s = readChart('[Verse] x2\nC | F\n[Chorus]\nG\n[Verse] x2', OURS);
    const [first, second, third] = s.form;
    return {
      ...s,
      form: [
        { ...first!, occurrences: { 0: { keys: { on: false } } } },
        second!,
        { ...third!, occurrences: { 1: { bass: { density: 5 } } } },
      ],
    };
  };
  const taken = (s: Song, change: (text: string) => string): Song =>
    applyEdit(s, takeChart(readChart(change(writeChart(s)), OURS, s)))?.song ?? s;

  it('keeps what was set for single playings with their playings', () => {
    const s = placed();
    expect(taken(s, (t) => t.replace('| G |', '| G | D |')).form).toEqual(s.form);
    const more = taken(s, (t) => t + '\n[Verse] x2\n');
    expect(more.form.map((e) => e.occurrences)).toEqual([...s.form.map((e) => e.occurrences), undefined]);
    const inFront = taken(s, (t) => t.replace('[Verse] x2', '[Intro]\nAm\n[Verse] x2'));
    expect(inFront.form.slice(1).map((e) => [e.id, e.occurrences])).toEqual(
      s.form.map((e) => [e.id, e.occurrences]),
    );
  });

  it('fits the other drafts to a section that became longer or shorter', () => {
    const s = placed();
    const verse = s.sections[0]!;
    const other = { id: 'd2', name: 'Other', chords: [{ ...verse.drafts[0]!.chords[0]!, length: 3840 }] };
    const two: Song = { ...s, sections: [{ ...verse, drafts: [...verse.drafts, other] }, s.sections[1]!] };
    const longer = taken(two, (t) => t.replace('| C | F |', '| C | F | G |'));
    expect(longer.sections[0]!.drafts[1]!.chords.map((c) => c.length)).toEqual([5760]);
    const shorter = taken(two, (t) => t.replace('| C | F |', '| C |'));
    expect(shorter.sections[0]!.drafts[1]!.chords.map((c) => c.length)).toEqual([1920]);
  });

  it('a section renamed in the text keeps its settings; lines left out keep title, key and style', () => {
    const s: Song = {
      ...placed(),
      title: 'Slack Water',
      style: 'lamplight',
      sections: placed().sections.map((x) => ({ ...x, settings: { bass: { density: 2 } } })),
    };
    const after = taken(s, (t) => t.replaceAll('[Verse]', '[Strophe]').replace(/^title.*\nkey.*\n/, ''));
    expect(after.sections.map((x) => [x.name, x.settings.bass?.density])).toEqual([
      ['Strophe', 2],
      ['Chorus', 2],
    ]);
    expect([after.title, after.style]).toEqual(['Slack Water', 'lamplight']);
  });

  it('a style that this version does not know stays the song’s', () => {
    const s: Song = { ...placed(), style: 'of-the-future' };
    expect(taken(s, (t) => t.replace('| G |', '| D |')).style).toBe('of-the-future');
  });
});

describe('repeat signs and double bars', () => {
  const chords = (text: string): string =>
    song(text)
      .sections[0]!.drafts[0]!.chords.map((c) => c.symbol)
      .join(' ');
  it.each([
    ['|: C | F :|', 'C F C F'],
    ['|:C:|', 'C C'],
    ['C | F :| G |', 'C F C F G'],
    ['𝄆 C | F 𝄇 G', 'C F C F G'],
    ['C |: F | G :|: Am :| D', 'C F G F G Am Am D'],
    ['|: C |\n F :|', 'C F C F'],
    ['| C | F || G |]'.replace(']', ''), 'C F G'],
    ['‖ C | F ‖', 'C F'],
    ['G :|', 'G G'],
  ])('%s', (text, read) => expect(chords(text)).toBe(read));
});
