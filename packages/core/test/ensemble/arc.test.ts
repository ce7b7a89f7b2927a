/** The arc of a song, heard in the notes: who comes in when, how it grows, what it leaves alone. Bounds are the issue's. */
import fc from 'fast-check';
import { renderBand, type Band } from '@backline/core/band/index';
import { newPart } from '@backline/core/band/repertoire';
import { applyEdit, type Edit } from '@backline/core/edits/apply';
import { setBar } from '@backline/core/edits/bars';
import { setSettings } from '@backline/core/edits/settings';
import { setTogether } from '@backline/core/edits/together';
import { agree } from '@backline/core/ensemble/index';
import { arcInWords } from '@backline/core/ensemble/arc/inWords';
import { settingsPlayed } from '@backline/core/ensemble/settingsPlayed';
import { readChart } from '@backline/core/formats/chart/index';
import type { Song } from '@backline/core/song/schema';
import type { Style } from '@backline/core/style/schema';
import { expandForm } from '@backline/core/timeline/occurrences';
import { OURS } from '@backline/core/styles/index';

/** A song after edits, none of which is refused. */
const edited = (s: Song, ...edits: Edit[]): Song => edits.reduce((now, one) => applyEdit(now, one)!.song, s);

const VERSE = 'C | Am | F | G | C | Am | Dm | G';
const CHORUS = 'F | G | Em | Am | Dm | G | C | C';
const FORM = `[Intro]\nC | G | Am | F\n[Verse]\n${VERSE}\n[Chorus]\n${CHORUS}\n[Verse]\n[Chorus]\n[Bridge]\nAb | Eb | Bb | G | Ab | Fm | Dm | G\n[Solo]\n${VERSE}\n[Chorus]\n[Outro]\nC | G | F | C`;

const inStyle = ({ id, metres }: Style, form = FORM): Song =>
  readChart(`title: Any\nstyle: ${id}\ntime: ${metres.includes('4/4') ? '4/4' : metres[0]}\n${form}`, OURS);

interface Playing {
  readonly key: string;
  readonly section: string;
  readonly start: number;
  readonly end: number;
  readonly bars: number;
  /** Kinds that are heard. */
  readonly kinds: readonly string[];
  readonly notes: readonly Band['parts'][number]['notes'][number][];
}

function playingsOf(band: Band): Playing[] {
  return [...new Set(band.bars.map((bar) => bar.occurrenceKey))].map((key) => {
    const bars = band.bars.filter((bar) => bar.occurrenceKey === key);
    const parts = band.parts.filter((part) => part.notes.some((n) => n.occurrenceKey === key));
    const last = bars.at(-1)!;
    return {
      key,
      section: bars[0]!.section,
      start: bars[0]!.start,
      end: last.start + last.length,
      bars: bars.length,
      kinds: parts.map((part) => part.kind),
      notes: parts.flatMap((part) => part.notes.filter((n) => n.occurrenceKey === key)),
    };
  });
}

const strength = ({ notes }: Playing): number =>
  notes.reduce((sum, n) => sum + n.velocity, 0) / Math.max(1, notes.length);
const density = ({ notes, bars }: Playing): number => notes.length / bars;
const named = (playings: readonly Playing[], name: string): Playing[] =>
  playings.filter((p) => p.section === name);

const QUAYSIDE = OURS.styles.all.find((s) => s.id === 'quayside')!;

describe.each(OURS.styles.all.map((style) => [style.id, style] as const))('%s', (_, style) => {
  const song = inStyle(style);
  const band = renderBand(song, OURS);
  const playings = playingsOf(band);
  const [intro] = playings as [Playing];
  const verses = named(playings, 'Verse');
  const choruses = named(playings, 'Chorus');

  it('begins with few, and never with all of them', () => {
    expect(intro.kinds.length).toBeGreaterThanOrEqual(2);
    expect(intro.kinds.length).toBeLessThanOrEqual(3);
    expect(intro.kinds).not.toEqual(expect.arrayContaining(['solo']));
    const verseFirst = playingsOf(renderBand(inStyle(style, FORM.slice(FORM.indexOf('[Verse]'))), OURS));
    expect(verseFirst[0]!.kinds.length).toBeLessThan(song.parts.length);
  });

  it('has a second verse a little fuller than the first', () => {
    expect(density(verses[1]!)).toBeGreaterThan(density(verses[0]!));
    for (const kind of verses[0]!.kinds) expect(verses[1]!.kinds).toContain(kind);
  });

  it('grows from chorus to chorus, and has everyone in the last, which is the strongest', () => {
    choruses.slice(1).forEach((chorus, i) => {
      expect(density(chorus)).toBeGreaterThan(density(choruses[i]!));
      expect(strength(chorus)).toBeGreaterThan(strength(choruses[i]!) - 1);
      // A lead may have gone where it was; nobody else is lost.
      expect(chorus.kinds.length).toBeGreaterThanOrEqual(choruses[i]!.kinds.length);
    });
    const [first, , last] = choruses as [Playing, Playing, Playing];
    expect(strength(last) - strength(first)).toBeGreaterThanOrEqual(5);
    expect(density(last) / density(first)).toBeGreaterThanOrEqual(1.1);
    const backing = song.parts.filter((p) => p.kind !== 'solo').map((p) => p.kind);
    expect(last.kinds).toEqual(expect.arrayContaining(backing));
  });

  it('tells the bridge otherwise, and gives the solo to its lead', () => {
    const [bridge] = named(playings, 'Bridge') as [Playing];
    const laidOut = choruses[1]!.kinds.filter((kind) => !bridge.kinds.includes(kind));
    expect(laidOut.length > 0 || density(bridge) < 0.9 * density(choruses[1]!)).toBe(true);
    const [solo] = named(playings, 'Solo') as [Playing];
    if (song.parts.some((p) => p.kind === 'solo')) {
      expect(solo.kinds).toContain('solo');
      expect(solo.kinds).not.toContain('melody');
    }
    if (!style.arc?.core?.includes('horns')) expect(solo.kinds).not.toContain('horns');
    expect(strength(solo)).toBeGreaterThan(strength(verses[1]!) + 8);
  });

  it('stops for a beat before the last chorus, and ends with everyone', () => {
    const last = choruses[2]!;
    const beat = band.bars.findLast((bar) => bar.start < last.start)!;
    const from = beat.start + beat.beats.at(-1)!;
    const sounding = band.parts.flatMap((p) =>
      p.notes.filter((n) => n.at < last.start - 300 && n.at + n.length > from + 60),
    );
    if (style.arc?.breath === false) expect(sounding).not.toEqual([]);
    else expect(sounding.filter((n) => n.at >= from - 1)).toEqual([]);
    expect(playings.at(-1)!.kinds).toHaveLength(new Set(song.parts.map((p) => p.id)).size);
  });
});

describe('what the arc depends on', () => {
  const song = inStyle(QUAYSIDE);
  const arcs = (s: Song) => agree(s, OURS.kinds, QUAYSIDE, expandForm(s)).arcs;

  it('is a playing’s place in the form, and no chord, setting of another part, or mix', () => {
    const chord = applyEdit(song, setBar('s2', 1, 'F#m7b5'))!.song;
    expect(arcs(chord)).toEqual(arcs(song));
    const settings = edited(song, setSettings('keys', 's3', { density: 5 }));
    expect(arcs(settings)).toEqual(arcs(song));
    // What is not another is not made again: every window hangs on it.
    arcs(chord).forEach((plan, i) => expect(plan).toBe(arcs(song)[i]));
  });

  it('is no matter of where the parts stand', () => {
    const kindsIn = (s: Song) => playingsOf(renderBand(s, OURS)).map(({ kinds }) => [...kinds].sort());
    expect(kindsIn({ ...song, parts: [...song.parts].reverse() })).toEqual(kindsIn(song));
  });

  it('is the seed where there is a choice', () => {
    const ways = new Set(
      Array.from({ length: 20 }, (_, seed) => JSON.stringify(arcs({ ...song, seed })[5]!.parts)),
    );
    expect(ways.size).toBe(2);
  });

  it('nobody of a song is left out of all of it, and two play at least, whatever the form', () => {
    const names = ['Intro', 'Verse', 'Pre-chorus', 'Chorus', 'Bridge', 'Break', 'Solo', 'Outro', 'A', 'B'];
    fc.assert(
      fc.property(
        fc.constantFrom(...OURS.styles.all),
        fc.array(fc.constantFrom(...names), { minLength: 3, maxLength: 14 }),
        fc.nat(),
        (style, form, seed) => {
          const seen = new Set<string>();
          const text = form.map((name) => {
            const first = !seen.has(name);
            seen.add(name);
            return first ? `[${name}]\nC | F` : `[${name}]`;
          });
          const drawn = { ...inStyle(style, text.join('\n')), seed };
          const plans = agree(drawn, OURS.kinds, style, expandForm(drawn)).arcs;
          expect(plans).toHaveLength(form.length);
          for (const plan of plans) {
            expect(plan!.parts.filter((p) => !p.rests).length).toBeGreaterThanOrEqual(2);
            expect(Math.abs(plan!.strength)).toBeLessThanOrEqual(12);
          }
          expect(plans.at(-1)!.parts.every((p) => !p.rests)).toBe(true);
        },
      ),
      { numRuns: 300 },
    );
  });

  it('of any parts at all two play in each playing, where there are two', () => {
    const kinds = [...OURS.kinds.keys()];
    fc.assert(
      fc.property(
        fc.constantFrom(...OURS.styles.all),
        fc.subarray(kinds, { minLength: 1 }),
        (style, chosen) => {
          const base = inStyle(style);
          const parts = chosen.map((kind) => newPart(OURS.kinds.get(kind)!, [], style));
          const drawn = { ...base, parts };
          for (const plan of agree(drawn, OURS.kinds, style, expandForm(drawn)).arcs) {
            const playing = plan!.parts.filter((p) => !p.rests).length;
            expect(playing).toBeGreaterThanOrEqual(Math.min(2, parts.length));
          }
        },
      ),
      { numRuns: 300 },
    );
  });

  it('is what a style says of it: who is there from the start, who comes when, whether all play and stop', () => {
    const told = (arc: NonNullable<Style['arc']>) => {
      const style = { ...QUAYSIDE, arc };
      const plans = agree(song, OURS.kinds, style, expandForm(song)).arcs;
      const who = (i: number): string[] =>
        song.parts.filter((_, p) => !plans[i]!.parts[p]!.rests).map((p) => p.kind);
      return { plans, verse: who(1), chorus: who(2), bridge: who(5), solo: who(6) };
    };
    expect(told({ core: ['guitar', 'strings'] }).verse).toEqual(['guitar', 'strings']);
    // A band that has none of them has its own.
    expect(told({ core: ['horns'] }).verse).toEqual(['bass', 'keys', 'drums']);
    expect(told({ order: ['strings', 'arp', 'guitar'] }).chorus).toEqual(expect.arrayContaining(['strings']));
    expect(told({ order: ['arp', 'guitar', 'strings'] }).chorus).toEqual(expect.arrayContaining(['arp']));
    expect(told({ all: true }).verse).toHaveLength(song.parts.length);
    expect(told({ all: true }).solo).not.toContain('arp');
    expect(told({ bridge: ['half time'] }).plans[5]!.parts.some((p) => p.halfTime)).toBe(true);
    expect(told({ bridge: ['lays out'] }).bridge).not.toContain('keys');
    expect(told({ breath: false }).plans.some((plan) => plan!.breath)).toBe(false);
    expect(told({}).plans.filter((plan) => plan!.breath)).toHaveLength(1);
  });

  it('a song of one or two playings is only tried: all play as they are set', () => {
    expect(arcs(inStyle(QUAYSIDE, '[Verse]\nC | F'))).toEqual([null]);
    expect(arcs(inStyle(QUAYSIDE, '[Verse]\nC | F\n[Chorus]\nG | C'))).toEqual([null, null]);
    expect(arcs({ ...song, form: [] })).toEqual([]);
  });

  it('one section over and over grows from playing to playing', () => {
    const jam = inStyle(QUAYSIDE, '[Jam]\nC | F | G | C\n[Jam]\n[Jam]\n[Jam]\n[Jam]');
    const heard = playingsOf(renderBand(jam, OURS));
    heard.slice(1).forEach((one, i) => {
      expect(one.kinds.length).toBeGreaterThanOrEqual(heard[i]!.kinds.length);
    });
    expect(heard[0]!.kinds.length).toBeLessThan(heard.at(-1)!.kinds.length);
  });
});

describe('the stop before the last chorus', () => {
  const CHARTS = OURS.styles.all.flatMap((style) =>
    style.metres.map((metre) => [style, metre, readChart(
      `title: Any\nstyle: ${style.id}\ntime: ${metre}\n[Verse]\nC | Am\n[Chorus]\nF | G\n[Verse]\n[Chorus]`,
      OURS,
    )] as const),
  ); // prettier-ignore

  /** What sounds or is held down behind a tick, before another. */
  const soundingIn = (band: Band, from: number, to: number): string[] =>
    band.parts.flatMap((part) => {
      const notes = part.notes.filter((n) => n.at < to && n.at >= from && n.occurrenceKey === 'e3/0');
      const held = part.gestures.filter((g) => g.moves === 'pedal' && g.start <= from).at(-1)?.value ?? 0;
      return [...notes.map(() => part.kind), ...(held > 0 ? [`${part.kind} pedal`] : [])];
    });

  it('holds in every metre of every style, with the pedal down and with a last bar cut short', () => {
    for (const [style, metre, song] of CHARTS) {
      if (style.arc?.breath === false) continue;
      for (const cut of [false, true]) {
        const drawn = structuredClone(song);
        for (const part of drawn.parts) part.settings.pedal = true;
        if (cut) drawn.sections[0]!.ownLengths = [{ bar: 1, length: 720 }];
        const band = renderBand(drawn, OURS);
        const last = band.bars.findLast((bar) => bar.occurrenceKey === 'e3/0')!;
        const beat = last.beats.at(-1)!;
        if (beat === 0) continue;
        const [from, to] = [last.start + beat, last.start + last.length];
        expect([style.id, metre, cut, soundingIn(band, from, to)]).toEqual([style.id, metre, cut, []]);
        const over = band.parts.flatMap((p) =>
          p.notes.filter((n) => n.occurrenceKey === 'e3/0' && n.at < from && n.at + n.length > from),
        );
        const said = over.map((n) => `${n.noteFunction} ${n.at - from} ${n.length} ${n.duration}`);
        expect([style.id, metre, cut, said]).toEqual([style.id, metre, cut, []]);
      }
    }
  });

  it('a chorus that comes in early comes in: the stop is of the verse', () => {
    const [, , plain] = CHARTS.find(([{ id }, metre]) => id === 'quayside' && metre === '4/4')!;
    const song = structuredClone(plain);
    song.sections[1]!.drafts[0]!.chords[0]!.anticipation = 240;
    const band = renderBand(song, OURS);
    const chorus = band.bars.find((bar) => bar.occurrenceKey === 'e4/0')!.start;
    const early = band.parts.flatMap((p) => p.notes.filter((n) => n.at === chorus - 240));
    expect(early.length).toBeGreaterThan(2);
    expect(early.every((n) => n.occurrenceKey === 'e4/0')).toBe(true);
  });
});

describe('what the arc leaves alone', () => {
  const song = inStyle(QUAYSIDE);
  const kindsIn = (s: Song, section: string, nth = 0): readonly string[] =>
    named(playingsOf(renderBand(s, OURS)), section)[nth]!.kinds;
  const idOf = (kind: string): string => song.parts.find((p) => p.kind === kind)!.id;

  it('who is set to play for a section or one playing plays there, who is set to rest rests', () => {
    expect(kindsIn(song, 'Verse')).not.toContain('strings');
    const [, verse] = song.form;
    const section = edited(song, setSettings(idOf('strings'), verse!.section, { on: true }));
    expect(kindsIn(section, 'Verse')).toContain('strings');
    const once = edited(song, setSettings(idOf('strings'), { entry: verse!.id, repeat: 0 }, { on: true }));
    expect([kindsIn(once, 'Verse'), kindsIn(once, 'Verse', 1)].map((k) => k.includes('strings'))).toEqual([
      true,
      false,
    ]);
    const rests = edited(song, setSettings(idOf('keys'), null, { on: false }));
    expect(playingsOf(renderBand(rests, OURS)).some((p) => p.kinds.includes('keys'))).toBe(false);
    // Another then plays the chords from the start.
    expect(kindsIn(rests, 'Verse')).toContain('guitar');
  });

  it('a density that is set holds, a lift takes its place, a part that keeps to itself goes its own way', () => {
    const agreed = (s: Song) => agree(s, OURS.kinds, QUAYSIDE, expandForm(s));
    const keys = song.parts.findIndex((p) => p.kind === 'keys');
    const chorus = song.form[2]!;
    const set = edited(song, setSettings(idOf('keys'), chorus.section, { density: 5 }));
    expect(agreed(set).players[2]![keys]!.settingsSpans[0]!.settings.density).toBe(5);
    const lifted: Song = {
      ...song,
      form: song.form.map((entry, i) => (i === 2 ? { ...entry, lifts: { '0': { by: 1 } } } : entry)),
    };
    expect(agreed(lifted).arcs.map((arc) => arc === null)).toEqual([
      false, false, true, false, false, false, false, false, false,
    ]); // prettier-ignore
    for (const own of [{ listens: false }, { repeatVariation: 'exactly' }] as const) {
      const alone = edited(song, setSettings(idOf('strings'), null, own));
      expect(kindsIn(alone, 'Verse')).toContain('strings');
    }
  });

  it('let go for the song or for a section it asks nothing there', () => {
    const off = edited(song, setTogether(null, { arc: false }));
    const all = song.parts.map((p) => p.kind);
    for (const playing of playingsOf(renderBand(off, OURS))) expect(playing.kinds).toEqual(all);
    const verse = song.form[1]!.section;
    const one = edited(song, setTogether(verse, { arc: false }));
    expect(kindsIn(one, 'Verse')).toEqual(all);
    expect(kindsIn(one, 'Intro')).not.toEqual(all);
    // Without a shape it is only told who plays.
    const flat = edited(song, setTogether(null, { shape: false }));
    const plans = agree(flat, OURS.kinds, QUAYSIDE, expandForm(flat)).arcs;
    expect(plans.every((plan) => plan!.strength === 0 && plan!.parts.every((p) => p.density === 0))).toBe(
      true,
    );
    expect(kindsIn(flat, 'Verse')).not.toContain('strings');
  });

  it('what is shown of a part in a playing is what it plays', () => {
    const band = renderBand(song, OURS);
    const playings = playingsOf(band);
    song.form.forEach((entry, i) => {
      for (const part of song.parts) {
        const kind = OURS.kinds.get(part.kind)!;
        const { on } = settingsPlayed({ part, kind }, OURS.kinds, QUAYSIDE, song, {
          entry: entry.id,
          repeat: 0,
        });
        expect([entry.id, part.kind, on]).toEqual([
          entry.id,
          part.kind,
          playings[i]!.kinds.includes(part.kind),
        ]);
      }
    });
  });
});

describe('told in words', () => {
  it('time by time, what is alike once', () => {
    const band = renderBand(inStyle(QUAYSIDE), OURS);
    const said = (name: string): string =>
      band.agreed.find(({ section }) => section === band.bars.find((b) => b.section === name)!.sectionId)!
        .points.arc;
    expect(said('Intro')).toBe('Bass and Drums alone.');
    expect(said('Verse')).toBe('First time Bass, Keys and Drums alone; second time without Arp and Strings.');
    expect(said('Chorus')).toBe(
      'First time without Arp and Strings; second time without Strings; third time all play. It stands stronger the last time.',
    );
    const base = inStyle(QUAYSIDE);
    const intro = base.form[0]!.section;
    const guitar = base.parts.find((p) => p.kind === 'guitar')!.id;
    const set = renderBand(edited(base, setSettings(guitar, intro, { on: true })), OURS);
    expect(set.agreed.find(({ section }) => section === intro)!.points.arc).toBe(
      'Bass, Guitar and Drums alone.',
    );
    expect(said('Solo')).toContain('All stop for a beat before the last chorus.');
    expect(arcInWords([null, null], ['Bass'])).toBe('All play as they are set, each time.');
    const all = {
      parts: [{ rests: false, density: 0, halfTime: false }],
      strength: 0,
      breath: false,
      draw: 0,
    };
    expect(arcInWords([all, all], ['Bass'])).toBe('Each time all play.');
    const some = { ...all, parts: [{ ...all.parts[0]!, rests: true }, all.parts[0]!] };
    const long = [...Array.from({ length: 20 }, () => some), all];
    expect(arcInWords(long, ['Bass', 'Keys'])).toBe('Times 1 to 20 Keys alone; time 21 all play.');
    expect(arcInWords([all, all, null], ['Bass'])).toBe(
      'First to second time all play; third time as it is set.',
    );
  });
});
