/** How a form is told: endings, stops, part chords, pushes, what is set for single chords, how the song closes. */
import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { renderBand, type Band, type BandPart } from '@backline/core/band/index';
import { EditRefused, applyEdit, type Edit } from '@backline/core/edits/apply';
import { addIntro, addSecondEnding, setClose, setEnding, setEndings } from '@backline/core/edits/closing';
import { addCue, changeCue, removeCue } from '@backline/core/edits/cues';
import { splitSection } from '@backline/core/edits/cutting';
import { joinSections } from '@backline/core/edits/joining';
import { addSection, setRepeats } from '@backline/core/edits/form';
import { setKey, setTempoAt } from '@backline/core/edits/keyAndMetre';
import { insertBar, removeBars, setBar } from '@backline/core/edits/bars';
import {
  holdPartChord,
  letPartChordsGo,
  makePartChordsTheChart,
  pedalPartChords,
  startPartChords,
  reharmonisePartChords,
  thinPartChords,
  writePartChords,
  type Reharmony,
} from '@backline/core/edits/partChords';
import { setForChords } from '@backline/core/edits/perChord';
import { setLift } from '@backline/core/edits/lift';
import { setSectionAnnotation } from '@backline/core/edits/annotations';
import { setSectionType } from '@backline/core/edits/sectionType';
import { setSettings } from '@backline/core/edits/settings';
import { setTogether } from '@backline/core/edits/together';
import { writeMidiFile } from '@backline/core/formats/midi/index';
import type { Song } from '@backline/core/song/schema';
import { OURS } from '@backline/core/styles/index';
import { tempoMap } from '@backline/core/time/tempo';
import { tempoPoints } from '@backline/core/time/tempos';
import { barsPlayed } from '@backline/core/timeline/playedBars';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { degreePc } from '@backline/core/theory/degree';
import { pitchClass } from '@backline/core/theory/pitch';
import { chordsInUse } from '@backline/core/song/inUse';
import { expandForm } from '@backline/core/timeline/occurrences';
import { notesOf, readStrictly } from '../formats/strictMidi';
import { regionsIn, song, together } from '../support/music';
import { newFolder } from '../support/folder';

const edited = (s: Song, ...edits: Edit[]): Song =>
  edits.reduce((now, e) => applyEdit(now, e)?.song ?? now, s);
const render = (s: Song): Band => renderBand(s, OURS);
const partIn = (band: Band, id: string): BandPart => band.parts.find((p) => p.id === id)!;
const BAR = 1920;
const FOUR = song('C | Am7 | F | G7', 'style: quayside\n');

describe('first and second endings', () => {
  it('are played in the order in which LilyPond 2.24 unfolds \\repeat volta', () => {
    const cases = [1, 2, 3, 4].flatMap((repeats) => [2, 3].map((endings) => ({ repeats, endings })));
    const dir = newFolder();
    const pitches = ['c', 'd', 'e', 'f', 'g', 'a'];
    const score = ({ repeats, endings }: (typeof cases)[number]): string => {
      const own = Array.from({ length: endings }, (_, i) => `{ ${pitches[2 + i]}1 }`).join(' ');
      return `\\score { \\unfoldRepeats { \\repeat volta ${repeats} { c1 d1 } \\alternative { ${own} } } \\midi { } }`;
    };
    // With fewer passes than endings LilyPond has nothing to say.
    const said = cases.filter(({ repeats, endings }) => repeats >= endings);
    writeFileSync(join(dir, 'endings.ly'), `\\version "2.24.0"\n${said.map(score).join('\n')}\n`);
    execFileSync('lilypond', ['-s', '--loglevel=ERROR', '-o', 'out', 'endings.ly'], { cwd: dir });
    const PLACES = [48, 50, 52, 53, 55, 57];
    said.forEach(({ repeats, endings }, i) => {
      const read = readStrictly(readFileSync(join(dir, i === 0 ? 'out.midi' : `out-${i}.midi`)));
      const heard = read.tracks.flatMap(notesOf).map((n) => PLACES.indexOf(n.pitch));
      const section = { bars: 2 + endings, endings: Array<number>(endings).fill(1) };
      const ours = Array.from({ length: repeats }, (_, occurrence) =>
        barsPlayed(section, occurrence, repeats),
      ).flat();
      expect([repeats, endings, ...ours]).toEqual([repeats, endings, ...heard]);
    });
  });

  it('a section told once plays its last ending', () =>
    expect(barsPlayed({ bars: 6, endings: [1, 2] }, 0, 1)).toEqual([0, 1, 2, 4, 5]));

  it('a second ending is added as a copy of the last bars, and written by itself', () => {
    const s = edited(FOUR, setRepeats(0, 2), addSecondEnding('s1', 1), setBar('s1', 4, 'C'));
    expect(s.sections[0]).toMatchObject({ bars: 5, endings: [1, 1] });
    const names = render(s).chords.map((c) => c.symbol);
    expect(names).toEqual(['C', 'Am7', 'F', 'G7', 'C', 'Am7', 'F', 'C']);
    expect(render(s).bars.map((b) => b.index)).toEqual([0, 1, 2, 3, 0, 1, 2, 4]);
  });

  it('a chord that is held into an ending begins with it', () => {
    const s = edited(song('C | F | / / / / | G'), setRepeats(0, 2), setEndings('s1', [1, 1]));
    const chords = render(s).chords.map((c) => [c.symbol, c.start / BAR, c.duration / BAR]);
    expect(chords).toEqual([
      ['C', 0, 1],
      ['F', 1, 2],
      ['C', 3, 1],
      ['F', 4, 1],
      ['G', 5, 1],
    ]);
  });

  it('bars that come and go take the endings along; what leaves nothing to choose plays through', () => {
    const s = edited(FOUR, addSecondEnding('s1', 1));
    expect(edited(s, insertBar('s1', 0)).sections[0]).toMatchObject({ bars: 6, endings: [1, 1] });
    expect(edited(s, insertBar('s1', 4)).sections[0]).toMatchObject({ bars: 6, endings: [1, 2] });
    expect(edited(s, removeBars('s1', 4, 4)).sections[0]!.endings).toBeUndefined();
    expect(edited(s, removeBars('s1', 0, 2)).sections[0]!.endings).toBeUndefined();
  });

  it('endings that do not fit are refused with what fits', () => {
    expect(() => edited(FOUR, setEndings('s1', [2, 2]))).toThrow(
      'Verse has 4 bars: its endings need fewer than that together, and a bar each at least.',
    );
    expect(() => edited(FOUR, addSecondEnding('s1', 4))).toThrow('An ending of Verse has 1 to 3 bars.');
    expect(() => edited(edited(FOUR, setEndings('s1', [1, 1])), splitSection('s1', 2))).toThrow(EditRefused);
  });
});

describe('cues and stops', () => {
  const sounding = (part: BandPart, from: number, to: number): number =>
    part.notes.filter((n) => n.start < to && n.start + n.duration > from).length;

  it('at a stop all strike together and are silent until it is over, then play on as before', () => {
    const s = edited(
      FOUR,
      addCue('s1', {
        at: BAR,
        until: 2 * BAR,
        parts: ['bass', 'keys', 'guitar', 'arp', 'strings', 'drums'],
        settings: {},
        hit: true,
      }),
    );
    const band = render(s);
    for (const id of ['bass', 'keys', 'guitar', 'strings', 'drums']) {
      const part = partIn(band, id);
      const struck = part.notes.filter((n) => n.start >= BAR - 60 && n.start < BAR + 240);
      expect([id, struck.length > 0]).toEqual([id, true]);
      expect([id, sounding(part, BAR + 480, 2 * BAR - 1)]).toEqual([id, 0]);
      expect([id, sounding(part, 2 * BAR, 3 * BAR) > 0]).toEqual([id, true]);
    }
    // Who is not asked plays through, note for note.
    expect(partIn(band, 'solo').notes.length).toBeGreaterThan(0);
    expect(partIn(band, 'solo').notes).toEqual(partIn(render(FOUR), 'solo').notes);
  });

  it('a chord that is felt early ends the stop where it is felt', () => {
    const s = edited(
      song('C | Am7 | F{push 1/8} | G7', 'style: quayside\n'),
      addCue('s1', { at: BAR, until: 2 * BAR, parts: ['bass', 'keys'], settings: {}, hit: true }),
    );
    for (const id of ['bass', 'keys']) {
      const notes = partIn(render(s), id).notes.filter((n) => n.start > BAR + 240 && n.start < 3 * BAR);
      expect([id, Math.floor(notes[0]!.start / 60)]).toEqual([id, (2 * BAR - 240) / 60]);
    }
  });

  it('a stop strikes the chord that holds there, wherever in the bar it falls', () => {
    for (const at of [480, 960, 1440, BAR + 240, 3 * BAR + 1440]) {
      const s = edited(
        FOUR,
        addCue('s1', { at, until: at + 480, parts: ['bass', 'keys'], settings: {}, hit: true }),
      );
      const band = render(s);
      const chord = band.chords.find((c) => c.start <= at && at < c.start + c.duration)!;
      for (const id of ['bass', 'keys']) {
        const struck = partIn(band, id).notes.filter((n) => n.start >= at && n.start < at + 100);
        expect([at, id, struck.length > 0]).toEqual([at, id, true]);
        expect(struck.every((n) => n.chord === chord.chordId)).toBe(true);
      }
    }
  });

  it('a part comes in, drops out and comes back where cues say', () => {
    const s = edited(
      FOUR,
      setSettings('keys', 's1', { on: false }),
      addCue('s1', { at: BAR, until: 3 * BAR, parts: ['keys'], settings: { on: true } }),
      addCue('s1', { at: 2 * BAR, until: 2 * BAR + 960, parts: ['bass'], settings: { on: false } }),
    );
    const band = render(s);
    expect(partIn(band, 'keys').notes.every((n) => n.start >= BAR - 60 && n.start < 3 * BAR)).toBe(true);
    expect(partIn(band, 'keys').notes.length).toBeGreaterThan(0);
    expect(partIn(band, 'bass').notes.some((n) => n.start >= 2 * BAR && n.start < 2 * BAR + 960)).toBe(false);
  });

  it('past the end it is put at the end; with nobody in it, it is refused; stretched past the end it ends with the section', () => {
    const s = edited(FOUR, addCue('s1', { at: 99 * BAR, parts: ['bass'], settings: { density: 1 } }));
    const [cue] = s.sections[0]!.cues;
    expect(cue).toMatchObject({ at: 4 * BAR - 120 });
    expect(edited(s, changeCue('s1', cue!.id, { at: 0, until: 99 * BAR })).sections[0]!.cues[0]).toEqual({
      id: cue!.id,
      at: 0,
      parts: ['bass'],
      settings: { density: 1 },
    });
    expect(() => edited(s, changeCue('s1', cue!.id, { parts: ['nobody'] }))).toThrow(
      'Choose at least one part for the cue.',
    );
    expect(edited(s, removeCue('s1', cue!.id))).toEqual(FOUR);
  });
});

describe('part chords', () => {
  const symbols = (s: Song, part: string): (string | null)[] =>
    (s.sections[0]!.partChords?.[part] ?? []).map((c) => c.symbol);

  it('a part follows its own, and nobody else hears of it', () => {
    const s = edited(FOUR, writePartChords('s1', 'strings', 'Dm7 | / / / / | Bb | C'));
    const [a, b] = [render(FOUR), render(s)];
    for (const id of ['bass', 'keys', 'guitar', 'drums']) {
      expect(partIn(b, id).notes).toEqual(partIn(a, id).notes);
    }
    const tones = new Set(
      partIn(b, 'strings')
        .notes.filter((n) => n.start < 2 * BAR)
        .map((n) => n.pitch % 12),
    );
    expect([...tones].every((pc) => [2, 5, 9, 0].includes(pc))).toBe(true);
    expect(tones.has(2)).toBe(true);
  });

  it('are thinned out, held, put over a pedal, reharmonised, and let go', () => {
    const s = song('C | Am7 | Dm7 | G7', 'key: C\n');
    const made = (edit: Edit) => symbols(edited(s, edit), 'keys');
    expect(made(startPartChords('s1', 'keys'))).toEqual(['C', 'Am7', 'Dm7', 'G7']);
    expect(made(thinPartChords('s1', 'keys', 2))).toEqual(['C', 'Dm7']);
    expect(made(holdPartChord('s1', 'keys', 'Csus2'))).toEqual(['Csus2']);
    expect(made(pedalPartChords('s1', 'keys'))).toEqual(['C', 'Am7/C', 'Dm7/C', 'G7/C']);
    // The tritone away from G7 is Db7 (common practice).
    expect(made(reharmonisePartChords('s1', 'keys', 'tritone'))).toEqual(['C', 'Am7', 'Dm7', 'Db7']);
    const own = edited(s, holdPartChord('s1', 'keys', 'F'));
    expect(edited(own, letPartChordsGo('s1', 'keys'))).toEqual(s);
  });

  describe('reharmonised (common practice)', () => {
    const made = (chart: string, way: Reharmony, key = 'C') =>
      symbols(edited(song(chart, `key: ${key}\n`), reharmonisePartChords('s1', 'keys', way)), 'keys');

    it('by relatives: two tones of each stay, dominants and what is not the key’s own stay whole', () => {
      expect(made('C | Fmaj7 | Dm7 | G7 | Ab', 'relatives')).toEqual(['Am', 'Dm7', 'Fmaj7', 'G7', 'Ab']);
      expect(made('Cadd9 | F6 | Fmaj9 | Gsus4', 'relatives')).toEqual(['Am', 'Dm', 'Dm7', 'Gsus4']);
      expect(made('Am | Dm7 | E7 | F/C', 'relatives', 'Am')).toEqual(['C', 'Fmaj7', 'E7', 'Dm']);
      const chart = song('C | Em | F | Am7', 'key: C\n');
      const now = symbols(edited(chart, reharmonisePartChords('s1', 'keys', 'relatives')), 'keys');
      ['C', 'Em', 'F', 'Am7'].forEach((symbol, i) => {
        const tones = (s: string) => {
          const { root, degrees } = parseChord(s);
          return degrees.map((d) => (pitchClass(root) + degreePc(d)) % 12);
        };
        expect(tones(now[i]!).filter((pc) => tones(symbol).includes(pc)).length).toBeGreaterThanOrEqual(2);
      });
    });

    it('borrowed from the minor key on the same tonic; home and dominant stay', () => {
      expect(made('C | F | Dm7 | G7 | Am | Em', 'borrowed')).toEqual(['C', 'Fm', 'Dm7b5', 'G7', 'Ab', 'Eb']);
      expect(made('Fadd9 | C', 'borrowed')).toEqual(['Fm', 'C']);
      expect(() => made('Am | Dm', 'borrowed', 'Am')).toThrow('the key is minor');
    });

    it('with a dominant that leads over to each next chord, on a beat, where there is room', () => {
      expect(made('C | Am | Dm G | C', 'dominants')).toEqual([
        'C',
        'E7',
        'Am',
        'A7',
        'Dm',
        'D7',
        'G',
        'G7',
        'C',
      ]);
      const waltz = song('C | F', 'time: 3/4\n');
      const own = edited(waltz, reharmonisePartChords('s1', 'keys', 'dominants'));
      expect(own.sections[0]!.partChords!.keys!.map((c) => [c.start / 480, c.symbol])).toEqual([
        [0, 'C'],
        [2, 'C7'],
        [3, 'F'],
      ]);
      expect(() => made('C | C', 'dominants')).toThrow('lead over');
    });
  });

  it('become the chart’s in one step, and the chart’s stay as a draft', () => {
    const own = edited(FOUR, holdPartChord('s1', 'keys', 'F'), makePartChordsTheChart('s1', 'keys', 'Held'));
    expect(chordsInUse(own.sections[0]!).map((c) => c.symbol)).toEqual(['F']);
    expect(own.sections[0]!.drafts.map((d) => d.name)).toEqual(['First', 'Held']);
    expect(own.sections[0]!.partChords).toBeUndefined();
  });

  it('longer than the section are refused; in another key they go along', () => {
    expect(() => edited(FOUR, writePartChords('s1', 'keys', 'C | C | C | C | C'))).toThrow(
      'That is 5 bars, and Verse has 4. Write 4 at most.',
    );
    expect(() => edited(song('C | F'), reharmonisePartChords('s1', 'keys', 'tritone'))).toThrow(
      'There is no dominant seventh here that another could stand in for.',
    );
    const moved = edited(FOUR, writePartChords('s1', 'keys', 'C | F'), setKey({}, 'D', 'move'));
    expect(symbols(moved, 'keys')).toEqual(['D', 'G']);
  });
});

describe('for one chord only', () => {
  it('a part plays another pattern under it, and its own before and after', () => {
    const s = song('C | Am7 | F | G7', 'style: quayside\n');
    const other = OURS.kinds
      .get('bass')!
      .library!.find((p) => p.id !== regionsIn(s)[0]![0]!.settingsSpans[0]!.settings.pattern)!;
    const id = chordsInUse(s.sections[0]!)[1]!.id;
    const set = edited(s, setForChords('s1', [id], 'bass', { pattern: other.id }));
    const stretches = regionsIn(set)[0]![0]!.settingsSpans;
    expect(stretches.map((x) => [x.start / BAR, x.end / BAR, x.pattern.id === other.id])).toEqual([
      [0, 1, false],
      [1, 2, true],
      [2, 4, false],
    ]);
    expect(edited(set, setForChords('s1', [id], 'bass', { pattern: undefined }))).toEqual(s);
  });
});

describe('push', () => {
  it('the whole band takes every chord early together, and the drums mark it', () => {
    const s = edited(
      together('C | Am7 | F | G7', 'style: quayside\n'),
      setTogether(null, { anticipation: 240 }),
    );
    const band = render(s);
    expect(band.chords.map((c) => c.anticipation)).toEqual([0, 240, 240, 240]);
    const regions = regionsIn(s);
    const bass = regions[0]![0]!;
    expect(bass.spans.map((span) => span.anticipation)).toEqual([0, 240, 240, 240]);
    expect(bass.terms.marks.map((m) => m.beat)).toEqual([BAR, 2 * BAR, 3 * BAR]);
    for (const id of ['bass', 'keys']) {
      const starts = partIn(band, id).notes.map((n) => n.start);
      expect([id, starts.some((t) => t >= BAR - 240 && t < BAR - 140)]).toEqual([id, true]);
    }
  });

  it('one part takes them early and the others do not; a chord of its own mind keeps it', () => {
    const s = edited(FOUR, setSettings('keys', 's1', { anticipation: 120 }));
    const regions = regionsIn(s);
    const of = (id: string) =>
      regions[s.parts.findIndex((p) => p.id === id)]![0]!.spans.map((x) => x.anticipation);
    expect(of('keys')).toEqual([0, 120, 120, 120]);
    expect(of('bass')).toEqual([0, 0, 0, 0]);
  });
});

describe('how the song closes', () => {
  const LAST = song('C | Am7 | F | G7 | C | Am7 | F | C', 'style: quayside\ntempo: 120\n');

  it('a ritardando falls evenly with the ticks to where it is said, by its own curve', () => {
    const s = edited(LAST, setClose({ slow: { bars: 2, to: 50 } }));
    const { bars, length } = render(s);
    const map = tempoMap(tempoPoints(bars));
    const from = length - 2 * BAR;
    for (let tick = 0; tick <= length; tick += 240) {
      const stated = tick <= from ? 120 : 120 * (1 - (0.5 * (tick - from)) / (length - from));
      expect(map.tempoAt(tick)).toBeCloseTo(stated, 6);
    }
    // Seconds along a tempo that falls evenly from v to w over n beats: n·60·ln(v/w)/(v−w).
    expect(map.secondsAt(length) - map.secondsAt(from)).toBeCloseTo((8 * 60 * Math.log(2)) / 60, 6);
  });

  it('it reaches back over a playing, and slows what is slowed already', () => {
    const s = edited(
      song('C | F\n[Coda]\nG', 'tempo: 100\n'),
      setClose({ slow: { bars: 2, to: 80 } }),
      setTempoAt({ section: 's2', bar: 0 }, 50),
    );
    const tempos = render(s).bars.map((b) => [b.tempo, b.tempoTo].map((t) => Math.round(t * 100) / 100));
    expect(tempos).toEqual([
      [100, 100],
      [100, 90],
      [45, 40],
    ]);
  });

  it('a tag plays the last bars again, each time a playing of its own, and all end on its last chord', () => {
    const s = edited(LAST, setClose({ tag: { bars: 2, times: 2 } }));
    const band = render(s);
    expect(band.chords.slice(-6).map((c) => c.symbol)).toEqual(['F', 'C', 'F', 'C', 'F', 'C']);
    expect(expandForm(s).map((p) => [p.repeat, p.bars.length])).toEqual([
      [0, 8],
      [1, 2],
      [2, 2],
    ]);
    for (const part of band.parts.filter((p) => p.notes.length && p.pitched)) {
      const last = part.notes[part.notes.length - 1]!;
      expect([part.id, last.start + last.duration]).toEqual([part.id, band.length]);
    }
  });

  it('a fade takes every part to nothing over its bars, without a last hit', () => {
    const s = edited(LAST, setEnding('fade'), setClose({ fade: 4 }));
    const band = render(s);
    for (const part of band.parts) {
      const levels = part.gestures.filter((g) => g.moves === 'expression' && g.start >= 4 * BAR);
      const falls = levels.slice(0, -1).map((g) => g.value);
      expect(falls.length).toBeGreaterThan(10);
      expect(falls[0]).toBeGreaterThan(falls[falls.length - 1]!);
      expect(falls[falls.length - 1]).toBeLessThan(8);
    }
    expect(partIn(band, 'drums').notes.some((n) => n.noteFunction === 'last hit')).toBe(false);
    expect(edited(s, setEnding('hold')).close).toBeUndefined();
  });

  it('mido (Debian python3-mido) reads tempo, metre, key and the sections’ markers where they are', () => {
    const s = edited(
      together('C | F | G | C\n[Chorus]\nkey: A\ntime: 3/4\nA | D | E | A', 'title: Told\ntempo: 90\n'),
      setClose({ slow: { bars: 1, to: 60 }, tag: { bars: 1, times: 1 } }),
    );
    const band = render(s);
    const file = join(newFolder(), 'told.mid');
    writeFileSync(file, writeMidiFile(s, band));
    const script = [
      'import mido,sys,json',
      'm=mido.MidiFile(sys.argv[1]); t=0; out=[]',
      'for x in m.tracks[0]:',
      ' t+=x.time',
      ' if x.type=="marker": out.append(["marker",t,x.text])',
      ' if x.type=="time_signature": out.append(["metre",t,"%d/%d"%(x.numerator,x.denominator)])',
      ' if x.type=="key_signature": out.append(["key",t,x.key])',
      'print(json.dumps([out,m.length]))',
    ].join('\n');
    const [read, seconds] = JSON.parse(
      execFileSync('/usr/bin/python3', ['-c', script, file], { encoding: 'utf8' }),
    ) as [unknown[], number];
    expect(read).toEqual(
      expect.arrayContaining([
        ['marker', 0, 'Verse'],
        ['metre', 0, '4/4'],
        ['key', 0, 'C'],
        ['marker', 4 * BAR, 'Chorus'],
        ['metre', 4 * BAR, '3/4'],
        ['key', 4 * BAR, 'A'],
        ['marker', 4 * BAR + 4 * 1440, 'Chorus'],
      ]),
    );
    const map = tempoMap(tempoPoints(band.bars));
    expect(seconds).toBeCloseTo(map.secondsAt(band.length), 1);
  });
});

describe('sections cut and joined', () => {
  const heard = (s: Song): string =>
    JSON.stringify(render(s).chords.map((c) => [c.symbol, c.start, c.duration, c.key]));
  const TURNS = song('C | Am7 F | G{push 1/8} | / / C /\nkey: D\nD | G | A | D', 'key: C\n');

  it('a section that is split has its chords, keys and tempos where they were; joined again too', () => {
    for (const bar of [1, 3, 4, 6]) {
      const split = edited(TURNS, splitSection('s1', bar));
      expect(split.sections.map((x) => x.bars)).toEqual([bar, 8 - bar]);
      expect(render(split).bars.map((b) => [b.start, b.key, b.tempo])).toEqual(
        render(TURNS).bars.map((b) => [b.start, b.key, b.tempo]),
      );
      const joined = edited(split, joinSections(0));
      expect(joined.sections).toHaveLength(1);
      expect(render(joined).bars.map((b) => [b.start, b.key])).toEqual(
        render(TURNS).bars.map((b) => [b.start, b.key]),
      );
      const plain = (s: Song) => render(s).chords.map((c) => [c.symbol, c.start]);
      if (bar !== 4) expect(plain(joined).length).toBeGreaterThanOrEqual(plain(TURNS).length);
      if (bar === 4) expect(heard(joined)).toBe(heard(TURNS));
    }
  });

  it('what is played several times is cut in each of its playings, and each keeps what is set for it', () => {
    const s = edited(FOUR, setRepeats(0, 2), setSettings('keys', { entry: 'e1', repeat: 1 }, { on: false }));
    const split = edited(s, splitSection('s1', 2));
    const [a, b] = split.sections.map((x) => x.id);
    expect(split.form.map((e) => e.section)).toEqual([a, b, a, b]);
    expect(split.form.map((e) => e.occurrences?.['0']?.keys?.on)).toEqual([
      undefined,
      undefined,
      false,
      false,
    ]);
  });

  it('where parts are set otherwise behind the seam a cue says so', () => {
    const s = edited(
      song('C | F\n[Chorus]\nG | C', 'style: quayside\n'),
      setSettings('keys', 's1', { on: false }),
      setSettings('bass', 's2', { density: 5 }),
    );
    const joined = edited(s, joinSections(0));
    expect(joined.sections[0]!.cues.map((c) => [c.at, c.parts, c.settings])).toEqual([
      [2 * BAR, ['bass'], { density: 5 }],
      [2 * BAR, ['keys'], { on: true }],
    ]);
    const keys = partIn(render(joined), 'keys').notes;
    expect(keys.every((n) => n.start >= 2 * BAR)).toBe(true);
  });

  it('a stop that lasts over the cut goes on as silence, and is not struck again', () => {
    const stop = { at: BAR, until: 3 * BAR, parts: ['bass'], settings: {}, hit: true } as const;
    const s = edited(FOUR, addCue('s1', { ...stop, parts: [...stop.parts] }), splitSection('s1', 2));
    expect(s.sections.map((x) => x.cues)).toEqual([
      [{ id: 'q1', at: BAR, parts: ['bass'], settings: {}, hit: true }],
      [{ id: 'q1', at: 0, until: BAR, parts: ['bass'], settings: { on: false } }],
    ]);
    const bass = partIn(render(s), 'bass').notes;
    expect(bass.filter((n) => n.start > BAR + 240 && n.start < 3 * BAR)).toEqual([]);
  });

  it('joined, nothing of the second is lost: drafts, own chords, what was set for its playing, its note', () => {
    const s = edited(
      song('C | F\n[Chorus]\nG | C', 'style: quayside\n'),
      holdPartChord('s2', 'strings', 'Em'),
      makePartChordsTheChart('s2', 'strings', 'Held'),
      writePartChords('s2', 'keys', 'Am | G'),
      setSettings('guitar', { entry: 'e2', repeat: 0 }, { on: false }),
      setSectionAnnotation('s2', 'why'),
    );
    const [made] = edited(s, joinSections(0)).sections;
    expect(made!.drafts.map((d) => [d.name, d.chords.map((c) => c.symbol)])).toEqual([
      ['First', ['C', 'F', 'Em']],
      ['First 2', ['C', 'F', 'G', 'C']],
    ]);
    expect(made!.partChords!.keys!.map((c) => c.symbol)).toEqual(['C', 'F', 'Am', 'G']);
    expect(made!.cues.map((c) => [c.at, c.parts, c.settings])).toEqual([
      [2 * BAR, ['guitar'], { on: false }],
    ]);
    expect(made!.annotation).toBe('why');
    expect(() => edited(s, setLift('s2', { by: 1 }), joinSections(0))).toThrow(
      'Verse and Chorus are not lifted alike. Lift them alike first: joined they are one.',
    );
  });

  it('an intro of the first chords, with bass and drums only', () => {
    const s = edited(together('C | Am7 | F | G7', 'style: quayside\n'), addIntro(2, ['bass', 'drums']));
    expect(s.sections[0]).toMatchObject({ name: 'Intro', type: 'intro', bars: 2 });
    const band = render(s);
    const early = band.parts.filter((p) =>
      p.notes.some((n) => n.occurrenceKey === band.bars[0]!.occurrenceKey),
    );
    expect(early.map((p) => p.id)).toEqual(['bass', 'drums']);
  });

  it('a type says what a section is and sets nothing: shape and arc do the rest', () => {
    const s = edited(FOUR, addSection('Middle', 'C'), setSectionType('s2', 'break'));
    expect(s.sections[1]).toMatchObject({ type: 'break', settings: {} });
    expect(s.sections[1]!.lift).toBeUndefined();
    expect(edited(s, setSectionType('s2', null)).sections[1]).not.toHaveProperty('type');
    expect(edited(s, setSectionType('nowhere', 'verse')).sections).toEqual(s.sections);
  });
});
