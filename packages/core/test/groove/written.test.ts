/** Every note has its place on the grid beside the moment it sounds, whatever feel, lean and strum make of it. */
import fc from 'fast-check';
import { renderBand, type BandPart } from '@backline/core/band/index';
import { keptOf } from '@backline/core/band/kept';
import type { Song } from '@backline/core/song/schema';
import { OURS } from '@backline/core/styles/index';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { anyBandedSong, longSong, STYLES, withSettings } from '../support/music';

const everywhere = (song: Song, groove: Song['groove']): Song => ({
  ...song,
  groove,
  parts: song.parts.map((p) => ({ ...p, settings: { ...p.settings, groove } })),
});
/** A band told exactly, so that the same bars are played whatever the groove. */
const exactly = (song: Song): Song => ({
  ...song,
  together: { ...song.together, repeatVariation: 'exactly' },
});

/** Which fill is played is a matter of the feel. */
const written = ({ notes }: BandPart): string[] =>
  notes
    .filter(({ noteFunction }) => noteFunction !== 'fill')
    .map(({ at, length, pitch }) => `${at} ${length} ${pitch}`)
    .sort();

const byStyle = STYLES.map((style) => [style.id, exactly({ ...longSong(8, 8), style: style.id })] as const);

it.each(byStyle)('%s: is written alike, straight or swung, exact or late', (_, song) => {
  const straight = renderBand(everywhere(song, { swing: 50, lateness: 0, strength: 0 }), OURS);
  const swung = renderBand(everywhere(song, { swing: 66, lateness: 30, strength: 10, unit: 'eighth' }), OURS);
  straight.parts.forEach((part, i) => {
    const [a, b] = [written(part), written(swung.parts[i]!)];
    // Of two strikes of a key that come as near as one, one is left; how near they come is the groove's.
    const shared = a.filter((one) => b.includes(one)).length;
    expect([part.id, shared >= 0.98 * Math.max(a.length, b.length)]).toEqual([part.id, true]);
  });
});

it('stands on the grid, in its song, and no pitch is written twice at once (any song)', () => {
  fc.assert(
    fc.property(anyBandedSong, (song) => {
      const band = renderBand(song, OURS);
      const chords = new Map(band.chords.map((c) => [`${c.sectionId} ${c.chordId} ${c.timesPlayed}`, c]));
      const first = new Map(band.bars.toReversed().map((bar) => [bar.occurrenceKey, bar]));
      for (const part of band.parts) {
        const until = new Map<number, { at: number; end: number }>();
        const inOrder = [...part.notes].sort((a, b) => a.at - b.at);
        for (const { at, length, start, pitch, context, chord, occurrenceKey } of inOrder) {
          expect(Number.isInteger(at) && at >= 0 && at < band.length && length > 0).toBe(true);
          expect(at + length).toBeLessThanOrEqual(band.length);
          // Nothing is moved by more than swing and a player's lean can.
          expect(Math.abs(start - at)).toBeLessThanOrEqual(240);
          // On two strings a pitch is struck twice in one stroke: written together it is written once.
          const before = until.get(pitch);
          if (before && before.at !== at) expect(at).toBeGreaterThanOrEqual(before.end);
          until.set(pitch, { at, end: at + length });
          const bar = first.get(occurrenceKey)!;
          const own = chord === null ? undefined : chords.get(`${bar.sectionId} ${chord} ${bar.timesPlayed}`);
          // A chord may be felt before its bar, and dressed for its part: its root is the chart's.
          if (own?.symbol && context.chord) {
            expect(context.chord.root).toEqual(parseChord(own.symbol).root);
            expect(context.key).toEqual(own.key);
          }
        }
      }
    }),
    { numRuns: 20 },
  );
});

it('a damped note is written as long as it was, and sounds shorter', () => {
  const song = exactly(everywhere(longSong(8, 8), { swing: 50, lateness: 0, strength: 0 }));
  const bass = (s: Song) => renderBand(s, OURS).parts.find((p) => p.id === 'bass')!;
  const [open, damped] = [bass(song), bass(withSettings(song, 'bass', { length: 40 }))];
  expect(written(damped)).toEqual(written(open));
  expect(damped.notes[0]!.duration).toBeLessThan(open.notes[0]!.duration);
});

it.each(['swing', 'straight'])('what was kept as it sounded is written where it was meant: %s', (feel) => {
  const groove = { swing: feel === 'swing' ? 66 : 50, lateness: 12, strength: 6, unit: 'eighth' as const };
  const song = everywhere(longSong(16), groove);
  const band = renderBand(song, OURS);
  for (const id of ['bass', 'keys', 'solo']) {
    const part = band.parts.find((p) => p.id === id)!;
    const frozen = keptOf(band.bars, part.notes);
    const again = renderBand(
      { ...song, parts: song.parts.map((p) => (p.id === id ? { ...p, frozen } : p)) },
      OURS,
    );
    const kept = again.parts.find((p) => p.id === id)!.notes;
    expect(kept.map((n) => [n.start, n.pitch])).toEqual(part.notes.map((n) => [n.start, n.pitch]));
    const right = kept.filter((n, i) => n.at === part.notes[i]!.at).length;
    expect([id, right / kept.length >= 0.97]).toEqual([id, true]);
  }
});
