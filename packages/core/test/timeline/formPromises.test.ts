/** The promises of the core for songs whose form is told: lifted, cued, with endings, part chords and a close. */
import fc from 'fast-check';
import { renderBand, type Band, type BandPart } from '@backline/core/band/index';
import { regionMemory } from '@backline/core/band/windowCache';
import { EditRefused, applyEdit } from '@backline/core/edits/apply';
import { setBar } from '@backline/core/edits/bars';
import { addCue } from '@backline/core/edits/cues';
import { doubleSection, moveEntry, playAgain } from '@backline/core/edits/form';
import { setLift, setPlayingLift } from '@backline/core/edits/lift';
import { setSettings } from '@backline/core/edits/settings';
import { AT_REST, type Moved } from '@backline/core/groove/gestures';
import type { Song } from '@backline/core/song/schema';
import { soundsChords } from '@backline/core/style/kind';
import { OURS } from '@backline/core/styles/index';
import { expandForm } from '@backline/core/timeline/occurrences';
import { afterEdits } from '../support/edits';
import { FORM_EDITS } from '../support/formEdits';
import { anyBandedSong, apart } from '../support/music';

/** Songs whose form has been worked on. */
const anyTold = fc
  .tuple(
    anyBandedSong,
    fc.array(fc.tuple(fc.constantFrom(...FORM_EDITS), fc.nat({ max: 60 })), { minLength: 2, maxLength: 8 }),
  )
  .map(([start, edits]) => afterEdits(start, edits));
const RUNS = { numRuns: 40 };

const after = (s: Song, ...edits: Parameters<typeof applyEdit>[1][]): Song =>
  edits.reduce((now, edit) => {
    try {
      return applyEdit(now, edit)?.song ?? now;
    } catch (error) {
      if (error instanceof EditRefused) return now;
      throw error;
    }
  }, s);

describe('a told song', () => {
  it('plays the same whether or not anything is remembered, in range, within the song, nothing over itself, and ends at rest', () => {
    const memory = regionMemory();
    fc.assert(
      fc.property(anyTold, (s) => {
        const band = renderBand(s, OURS);
        expect(JSON.stringify(renderBand(structuredClone(s), OURS, memory))).toBe(JSON.stringify(band));
        expect(band.parts.map((p) => p.trouble)).toEqual(band.parts.map(() => null));
        for (const part of band.parts) {
          const [low, high] = OURS.kinds.get(part.kind)!.range;
          const sounding = new Map<number, number>();
          const wrong = part.notes.filter((n) => {
            const alone = (sounding.get(n.pitch) ?? 0) <= n.start;
            sounding.set(n.pitch, n.start + n.duration);
            const placed = n.start >= 0 && n.duration > 0 && n.start + n.duration <= band.length;
            return !(placed && alone && n.pitch >= low && n.pitch <= high);
          });
          expect([part.id, wrong]).toEqual([part.id, []]);
          const rest: Partial<Record<Moved, number>> = {};
          for (const { moves, value } of part.gestures) rest[moves] = value;
          if (s.ending === 'fade') expect(rest.expression).toBe(AT_REST.expression);
        }
      }),
      RUNS,
    );
  });
});

/** Notes of a playing, from its start, by part; what is felt before it belongs to it. */
const inPlaying = (band: Band, playing: string, parts?: readonly string[]): string =>
  JSON.stringify(
    band.parts
      .filter((p) => !parts || parts.includes(p.id))
      .map((p: BandPart) => {
        const first = band.bars.find((b) => b.occurrenceKey === playing)!.start;
        return p.notes
          .filter((n) => n.occurrenceKey === playing)
          .map((n) => [n.start - first, n.duration, n.pitch, n.velocity]);
      }),
  );

/** A band without those who sound chords. */
const unvoiced = (band: Band): Band => ({
  ...band,
  parts: band.parts.filter(({ kind }) => !soundsChords(OURS.kinds.get(kind)!)),
});

describe('locality', () => {
  it('an edit in one section leaves the notes of all others as they were, but of what leads into it and goes on from it', () => {
    fc.assert(
      fc.property(anyTold, fc.nat({ max: 20 }), fc.nat({ max: 3 }), (s, pick, what) => {
        const { id, bars } = s.sections[pick % s.sections.length]!;
        const part = s.parts[pick % s.parts.length]?.id ?? '';
        const edit = [
          setBar(id, pick % bars, 'Bb'),
          setLift(id, { by: (pick % 5) - 2 }),
          addCue(id, { at: 480 * (pick % 4), parts: [part], settings: { on: false } }),
          setSettings(part, id, { density: 1, dynamics: 'pp' }),
        ][what]!;
        const edited = after(s, edit);
        const [a, b] = [renderBand(s, OURS), renderBand(edited, OURS)];
        const all = expandForm(s);
        all.forEach(({ occurrenceKey, section }, i) => {
          const isBeside = [all[i - 1], all[i + 1]].some((beside) => beside?.section.id === id);
          if (section.id === id || isBeside) return;
          expect(inPlaying(b, occurrenceKey)).toBe(inPlaying(a, occurrenceKey));
        });
      }),
      RUNS,
    );
  });

  it('what is set for one playing changes no other playing, not of the same section either', () => {
    fc.assert(
      fc.property(anyTold, fc.nat({ max: 20 }), (s, pick) => {
        const entry = s.form[pick % s.form.length]!;
        const repeat = pick % entry.repeats;
        const part = s.parts[pick % s.parts.length]?.id ?? '';
        const edited = after(s, setSettings(part, { entry: entry.id, repeat }, { on: false }));
        const [a, b] = [renderBand(s, OURS), renderBand(edited, OURS)];
        const all = expandForm(s);
        const at = all.findIndex((p) => p.occurrenceKey === `${entry.id}/${repeat}`);
        all.forEach(({ occurrenceKey }, i) => {
          // A tag repeats the last playing, as it is set; its fill may know what comes.
          const repeats =
            all[i]!.entry === entry.id && all[i]!.repeat >= entry.repeats && repeat === entry.repeats - 1;
          if (i === at || repeats) return;
          // Who sounds chords goes on from the last voicing, which may be another where a lead has gone.
          const heard = (band: Band) =>
            i < at ? inPlaying(band, occurrenceKey) : inPlaying(unvoiced(band), occurrenceKey);
          expect(heard(b)).toBe(heard(a));
        });
      }),
      RUNS,
    );
  });

  it('a double is independent: what is changed in it changes nothing of what it was made from', () => {
    fc.assert(
      fc.property(anyTold, fc.nat({ max: 20 }), (s, pick) => {
        const { id } = s.sections[pick % s.sections.length]!;
        const doubled = after(s, doubleSection(id));
        const copy = doubled.sections.find((x) => !s.sections.some((y) => y.id === x.id));
        if (!copy) return;
        const strip = ({ id: _i, name: _n, ...rest }: Song['sections'][number]) => rest;
        const original = doubled.sections.find((x) => x.id === id)!;
        expect(strip(copy)).toEqual(strip(original));
        const edited = after(doubled, setBar(copy.id, 0, 'Ebm'), setLift(copy.id, { by: 2 }));
        expect(edited.sections.find((x) => x.id === id)).toBe(original);
      }),
      RUNS,
    );
  });

  it('the order of the form may change, and each playing keeps its own settings', () => {
    fc.assert(
      fc.property(anyTold, fc.nat({ max: 5 }), fc.integer({ min: -4, max: 4 }), (s, index, by) => {
        const moved = after(s, moveEntry(index % s.form.length, by), playAgain(s.sections[0]!.id));
        for (const entry of s.form) expect(moved.form.find((e) => e.id === entry.id)).toEqual(entry);
      }),
      RUNS,
    );
  });
});

describe('lift', () => {
  const strengthOf = (band: Band, playing: string): number => {
    const all = band.parts.flatMap((p) => p.notes.filter((n) => n.occurrenceKey === playing));
    return all.reduce((sum, n) => sum + n.velocity, 0) / Math.max(1, all.length);
  };

  it('whatever the song, a section that is lifted is stronger than the same calmed, and never sparser', () => {
    fc.assert(
      fc.property(anyBandedSong, (s) => {
        const { id } = s.sections[0]!;
        const [low, high] = [-1, 1].map((by) => renderBand(after(s, setLift(id, { by })), OURS));
        const { occurrenceKey } = expandForm(s)[0]!;
        expect(strengthOf(high!, occurrenceKey)).toBeGreaterThan(strengthOf(low!, occurrenceKey));
        for (const drums of ['drums', 'bass']) {
          const count = (band: Band): number =>
            band.parts.find((p) => p.id === drums)!.notes.filter((n) => n.occurrenceKey === occurrenceKey)
              .length;
          expect(count(high!)).toBeGreaterThanOrEqual(count(low!));
        }
      }),
      { numRuns: 25 },
    );
  });

  it('of one playing stands in place of its section’s, and what is set for that playing stays', () => {
    fc.assert(
      fc.property(anyBandedSong.map(apart), (s) => {
        const [entry] = s.form;
        const place = { entry: entry!.id, repeat: 0 };
        const set = after(
          s,
          setSettings('bass', place, { density: 2, dynamics: 'mp', spread: 4, register: 40 }),
        );
        const lifted = after(set, setPlayingLift(place, { by: 3, without: ['parts'] }));
        const playing = `${entry!.id}/0`;
        const [a, b] = [renderBand(set, OURS), renderBand(lifted, OURS)];
        expect(inPlaying(b, playing, ['bass'])).toBe(inPlaying(a, playing, ['bass']));
      }),
      { numRuns: 10 },
    );
  });
});
