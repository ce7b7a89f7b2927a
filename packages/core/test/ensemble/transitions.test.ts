/** How sections lead into each other, heard in the notes, in every metre a style names. Common practice. */
import { renderBand, type Band } from '@backline/core/band/index';
import { applyEdit } from '@backline/core/edits/apply';
import { setBar } from '@backline/core/edits/bars';
import { agree } from '@backline/core/ensemble/index';
import { readChart } from '@backline/core/formats/chart/index';
import { TRANSITIONS, type Transition } from '@backline/core/song/choices';
import type { Song } from '@backline/core/song/schema';
import type { Style } from '@backline/core/style/schema';
import { styleSet } from '@backline/core/style/set';
import { OURS } from '@backline/core/styles/index';
import { expandForm } from '@backline/core/timeline/occurrences';

const FORM = '[Verse]\nC | Am | F | G\n[Chorus]\nF | G | Em | Am\n[Verse]\n[Chorus]\n[Outro]\nC | C';
const styleNamed = (id: string): Style => OURS.styles.all.find((s) => s.id === id)!;
const chart = (style: Style, metre: string, form = FORM): Song =>
  readChart(`title: Any\nstyle: ${style.id}\ntime: ${metre}\n${form}`, OURS);

/** A style that leads by one way only, everyone playing from the first bar. */
const leading = (style: Style, way: Transition): Style => ({
  ...style,
  arc: { ...style.arc, all: true, transitions: [way] },
});

const played = (song: Song, style: Style): Band => renderBand(song, { ...OURS, styles: styleSet([style]) });

/** The first verse's end, and its last bar. */
function seam(band: Band): { end: number; bar: Band['bars'][number] } {
  const bar = band.bars.findLast((b) => b.occurrenceKey === 'e1/0')!;
  return { end: bar.start + bar.length, bar };
}

const notesOf = (band: Band, kind: string, from: number, to: number) =>
  band.parts
    .filter((p) => p.kind === kind)
    .flatMap((p) => p.notes.filter((n) => n.at >= from && n.at < to))
    .sort((a, b) => a.at - b.at);

const CASES = OURS.styles.all.flatMap((style) =>
  style.metres.slice(0, 3).map((metre) => [style.id, metre, style] as const),
);

describe('a bass that runs', () => {
  it.each(CASES)('%s in %s goes by step into the root, one note after another', (_, metre, style) => {
    const band = played(chart(style, metre), leading(style, 'run'));
    const { end } = seam(band);
    const run = notesOf(band, 'bass', end - 960, end).filter((n) => n.noteFunction === 'lead-in');
    expect(run.length).toBeGreaterThanOrEqual(2);
    const [goal] = notesOf(band, 'bass', end, end + 480);
    const way = [...run.map((n) => n.pitch), goal!.pitch];
    way.slice(1).forEach((pitch, i) => expect(Math.abs(pitch - way[i]!)).toBeLessThanOrEqual(3));
    // It is announced: the drums come in without a crash.
    const crash = notesOf(band, 'drums', end, end + 60).filter((n) => n.noteFunction === 'crash');
    expect(crash).toEqual([]);
  });

  it('gives way to how the writer leads into that chord', () => {
    const style = leading(styleNamed('quayside'), 'run');
    const song = chart(style, '4/4', FORM);
    const chorus = song.sections.find((s) => s.name === 'Chorus')!;
    const own = structuredClone(song);
    own.sections.find((s) => s.id === chorus.id)!.drafts[0]!.chords[0]!.leadIn = 'none';
    const band = played(own, style);
    const { end } = seam(band);
    expect(notesOf(band, 'bass', end - 960, end).filter((n) => n.noteFunction === 'lead-in')).toEqual([]);
  });
});

describe('others who lead', () => {
  const quayside = styleNamed('quayside');

  it('by a fill: the drums fill, and crash', () => {
    const band = played(chart(quayside, '4/4'), leading(quayside, 'fill'));
    const { end } = seam(band);
    expect(notesOf(band, 'drums', end - 1920, end).some((n) => n.noteFunction === 'fill')).toBe(true);
    expect(notesOf(band, 'drums', end, end + 60).some((n) => n.noteFunction === 'crash')).toBe(true);
  });

  it('by the hats: they open between the last beats, and there is no fill', () => {
    for (const id of ['quayside', 'highline', 'late-counter', 'undertow']) {
      const style = styleNamed(id);
      const band = played(chart(style, '4/4'), leading(style, 'hats'));
      const { end } = seam(band);
      const last = notesOf(band, 'drums', end - 960, end);
      expect([id, last.some((n) => n.noteFunction === 'fill')]).toEqual([id, false]);
      const before = notesOf(band, 'drums', end - 1920 - 960, end - 1920);
      const open = (notes: typeof last): number =>
        notes.filter((n) => n.pitch === 46 || n.pitch === 53).length;
      expect([id, open(last) > open(before)]).toEqual([id, true]);
    }
  });

  it.each(OURS.styles.all.filter((s) => s.arc?.transitions?.includes('hats')).map((s) => [s.id, s] as const))(
    'by the hats, in every metre of %s: they open, or where there are none the drums fill',
    (_, style) => {
      for (const metre of style.metres) {
        for (const { id: pattern } of style.parts['drums']!.patterns) {
          const song = chart(style, metre);
          song.parts.find((p) => p.kind === 'drums')!.settings.pattern = pattern;
          const band = played(song, leading(style, 'hats'));
          const { end, bar } = seam(band);
          const last = notesOf(band, 'drums', bar.start, end);
          const leads = last.some((n) => n.noteFunction === 'fill' || [46, 53].includes(n.pitch));
          expect([metre, pattern, leads]).toEqual([metre, pattern, true]);
        }
      }
    },
  ); // prettier-ignore

  it('by a run-up over changing chords: each note of the scale of its own chord', () => {
    const form = FORM.replace('C | Am | F | G', 'C | Am | F | G E7 A7 D7');
    for (const style of OURS.styles.all) {
      if (!style.metres.includes('4/4')) continue;
      const band = played(chart(style, '4/4', form), leading(style, 'pickup'));
      const { end } = seam(band);
      for (const part of band.parts.filter((p) => p.kind === 'melody' || p.kind === 'solo')) {
        const run = part.notes.filter((n) => n.at >= end - 720 && n.at < end);
        const chordAt = (at: number): string =>
          band.chords.findLast((c) => c.start - c.anticipation <= at + 1)!.chordId;
        for (const n of run)
          expect([style.id, n.at - end, n.chord]).toEqual([style.id, n.at - end, chordAt(n.at)]);
        // What was written before it ends where it begins.
        const over = part.notes.filter((n) => n.at < end - 720 && n.at + n.length > end - 720);
        if (run.length === 3) expect([style.id, over.map((n) => n.at - end)]).toEqual([style.id, []]);
      }
    }
  });

  it('by held chords that grow through the last bar, in sound and in a MIDI file alike', () => {
    const band = played(chart(quayside, '4/4'), leading(quayside, 'swell'));
    const { end, bar } = seam(band);
    // From where it stood it comes down to where it grows from: no jump.
    const strings = band.parts.find((p) => p.kind === 'strings')!;
    // Its first chord may be felt early.
    const felt = end - (band.chords.find((c) => c.start === end)?.anticipation ?? 0);
    const moved = strings.gestures.filter(
      (g) => g.moves === 'expression' && g.start >= bar.start + 300 && g.start < felt,
    );
    expect(moved.length).toBeGreaterThan(8);
    moved.slice(1).forEach((g, i) => expect(g.value).toBeGreaterThanOrEqual(moved[i]!.value));
    expect(moved.at(-1)!.value - moved[0]!.value).toBeGreaterThan(25);
    const after = strings.gestures.find((g) => g.moves === 'expression' && g.start >= felt)!;
    expect([after.start, after.value < moved.at(-1)!.value]).toEqual([felt, true]);
  });

  it.each(OURS.styles.all.filter((s) => s.band.some((b) => b === 'melody' || b === 'solo')).map((s) => [s.id, s] as const))(
    'by a run-up of who is in front: %s',
    (_, style) => {
      const band = played(chart(style, style.metres[0]!), leading(style, 'pickup'));
      const { end } = seam(band);
      const kind = band.parts.find((p) => p.kind === 'melody' || p.kind === 'solo')!.kind;
      const run = notesOf(band, kind, end - 740, end).slice(-3);
      if (notesOf(band, kind, 0, end).length === 0) return;
      expect(run.length).toBeGreaterThanOrEqual(2);
      run.slice(1).forEach((n, i) => expect(Math.abs(n.pitch - run[i]!.pitch)).toBeLessThanOrEqual(3));
    },
  ); // prettier-ignore

  it('by a stop: nobody plays through the last beat', () => {
    const band = played(chart(quayside, '4/4'), leading(quayside, 'stop'));
    const { end, bar } = seam(band);
    const from = bar.start + bar.beats.at(-1)!;
    const sounding = band.parts.flatMap((p) =>
      p.notes.filter((n) => n.at < end - 5 && n.at + n.length > from + 5),
    );
    expect(sounding.filter((n) => n.occurrenceKey === 'e1/0')).toEqual([]);
  });

  it('nobody stops before a softer section, a repeat or the end: the last chord rings out', () => {
    for (const style of OURS.styles.all) {
      const form =
        '[Verse]\nC | Am | F | G\n[Verse]\n[Chorus]\nF | G | Em | Am\n[Verse]\n[Chorus]\n[Outro]\nC | C';
      const song = { ...chart(style, style.metres[0]!, form), ending: 'hold' as const };
      const { agreements } = agree(song, OURS.kinds, leading(style, 'stop'), expandForm(song));
      const stops = agreements.filter(({ breath }) => breath !== null).map(({ into }) => into);
      expect([style.id, new Set(stops)]).toEqual([style.id, new Set(['section'])]);
      const band = played(song, leading(style, 'stop'));
      const last = Math.max(...band.parts.flatMap((p) => p.notes.map((n) => n.at + n.length)));
      expect([style.id, last >= band.length - 60]).toEqual([style.id, true]);
    }
  });

  it('without the arc, or without fills agreed on, by what it was', () => {
    for (const together of [{ arc: false }, { fills: false }]) {
      const song = { ...chart(quayside, '4/4'), together };
      const bands = (['run', 'stop'] as const).map((way) => played(song, leading(quayside, way)));
      const { end } = seam(bands[0]!);
      expect(notesOf(bands[0]!, 'bass', end - 960, end).some((n) => n.noteFunction === 'lead-in')).toBe(
        false,
      );
      const last = seam(bands[1]!).bar;
      expect(
        notesOf(bands[1]!, 'keys', last.start, end).length +
          notesOf(bands[1]!, 'guitar', last.start, end).length,
      ).toBeGreaterThan(0);
    }
  });
});

describe('who cannot lead does not', () => {
  const quayside = styleNamed('quayside');
  const LEADERS = { run: 'bass', hats: 'drums', fill: 'drums', swell: 'strings', pickup: 'solo' } as const;

  it.each(Object.entries(LEADERS))('%s, where the %s rests or keeps to itself', (way, kind) => {
    const style = leading(quayside, way as Transition);
    const song = chart(quayside, '4/4');
    const verse = song.form[0]!.section;
    for (const settings of [{ on: false }, { listens: false }]) {
      const own = structuredClone(song);
      const part = own.parts.find((p) => p.kind === kind)!;
      if ('on' in settings) own.sections.find((s) => s.id === verse)!.settings[part.id] = settings;
      else Object.assign(part.settings, settings);
      const [told] = agree(own, OURS.kinds, style, expandForm(own)).agreements;
      expect([told!.into, told!.transition]).toEqual(['section', null]);
      const band = played(own, style);
      const { end } = seam(band);
      expect(band.agreed[0]!.points.fills).not.toMatch(/run|open|grow/);
      // Nobody has announced the chorus: it comes in with a crash.
      const crash = notesOf(band, 'drums', end, end + 60).some((n) => n.noteFunction === 'crash');
      expect([way, crash]).toEqual([way, true]);
    }
  });
});

describe('which of them', () => {
  it('differs from section to section, whatever they are called', () => {
    const style = styleNamed('quayside');
    const form = ['A', 'B', 'C', 'D', 'E', 'F', 'G', 'H'].map((name) => `[${name}]\nC | F`).join('\n');
    const song = chart(style, '4/4', form);
    const { agreements } = agree(song, OURS.kinds, style, expandForm(song));
    const ways = agreements.flatMap(({ into, transition }) => (into === 'section' ? [transition] : []));
    expect(ways.length).toBeGreaterThan(5);
    expect(new Set(ways).size).toBeGreaterThan(1);
  });

  it('is one of the style’s, drawn by the seed, and several over a few seeds', () => {
    for (const style of OURS.styles.all) {
      const heard = new Set<string>();
      for (let seed = 1; seed <= 12; seed++) {
        const song = { ...chart(style, style.metres[0]!), seed };
        const { agreements } = agree(song, OURS.kinds, style, expandForm(song));
        for (const { into, transition } of agreements) {
          if (into !== 'section') continue;
          expect([style.id, transition !== null && TRANSITIONS.includes(transition)]).toEqual([
            style.id,
            true,
          ]);
          heard.add(transition!);
          const own: readonly string[] = [...style.arc!.transitions!, 'stop'];
          expect(own.includes(transition!) ? [] : [style.id, transition]).toEqual([]);
        }
      }
      expect([style.id, heard.size > 1]).toEqual([style.id, true]);
    }
  });

  it('hangs on the place in the form alone: another chord changes none', () => {
    const style = styleNamed('quayside');
    const song = chart(style, '4/4');
    const other = applyEdit(song, setBar(song.sections[0]!.id, 1, 'Ebmaj7'))!.song;
    const ways = (s: Song) => agree(s, OURS.kinds, style, expandForm(s)).agreements.map((a) => a.transition);
    expect(ways(other)).toEqual(ways(song));
  });
});
