/** Parts that take another's rhythm, and lines that stay in the scale. */
import fc from 'fast-check';
import { renderBand } from '@backline/core/band/index';
import { applyEdit } from '@backline/core/edits/apply';
import { leadIntoBars } from '@backline/core/edits/barRangeEdits';
import { removePart } from '@backline/core/edits/parts';
import type { Settings, Song } from '@backline/core/song/schema';
import { OURS } from '@backline/core/styles/index';
import { anyBandedSong, song, withSettings } from '../support/music';

const exact: Settings = { groove: { lateness: 0, strength: 0 }, density: 5 };
const BASE = ['bass', 'keys', 'guitar', 'drums'].reduce(
  (s: Song, part) => withSettings(s, part, { ...exact, strum: 0 }),
  song('C | F | G | C', 'style: quayside\n'),
);
const starts = (s: Song, part: string): number[] => [
  ...new Set(
    renderBand(s, OURS)
      .parts.find((p) => p.id === part)!
      .notes.map((n) => n.start),
  ),
];

describe('the rhythm of another part', () => {
  it('keys strike where the guitar does, with their own tones', () => {
    const followed = withSettings(BASE, 'keys', { rhythmOf: 'guitar' });
    expect(starts(followed, 'keys')).toEqual(starts(BASE, 'guitar'));
    expect(starts(BASE, 'keys')).not.toEqual(starts(BASE, 'guitar'));
    const pitches = (s: Song) => new Set(renderBand(s, OURS).parts[1]!.notes.map((n) => n.pitch));
    for (const pitch of pitches(followed)) expect(pitches(BASE)).toContain(pitch);
  });

  it('of the drums it is where anything is struck; what rests there rings until the next stroke', () => {
    const followed = withSettings(BASE, 'keys', { rhythmOf: 'drums' });
    const drums = new Set(starts(BASE, 'drums'));
    for (const start of starts(followed, 'keys')) expect(drums).toContain(start);
  });

  it('parts that follow each other in a ring change rhythms; a part that is gone is followed by none', () => {
    const ring = withSettings(withSettings(BASE, 'keys', { rhythmOf: 'guitar' }), 'guitar', {
      rhythmOf: 'keys',
    });
    expect(starts(ring, 'keys')).toEqual(starts(BASE, 'guitar'));
    expect(starts(ring, 'guitar').length).toBeGreaterThan(0);
    const itself = withSettings(BASE, 'keys', { rhythmOf: 'keys' });
    expect(starts(itself, 'keys')).toEqual(starts(BASE, 'keys'));
    const alone = applyEdit(withSettings(BASE, 'keys', { rhythmOf: 'guitar' }), removePart('guitar'))!.song;
    expect(starts(alone, 'keys')).toEqual(starts(applyEdit(BASE, removePart('guitar'))!.song, 'keys'));
  });

  it('whoever follows whom, in any song, every part plays on', () => {
    fc.assert(
      fc.property(anyBandedSong, fc.array(fc.nat({ max: 15 }), { minLength: 16, maxLength: 16 }), (s, to) => {
        const parts = s.parts.map((p, i) => ({
          ...p,
          settings: { ...p.settings, rhythmOf: s.parts[to[i]! % s.parts.length]!.id },
        }));
        for (const part of renderBand({ ...s, parts }, OURS).parts) expect(part.trouble).toBeNull();
      }),
      { numRuns: 25 },
    );
  });
});

it('a line that stays in the scale plays the key’s tones over any chord', () => {
  const outside = song('C | Eb7 | Ab | Db7 | C | F#7 | B7 | C', 'key: C\n');
  const pitches = (tones: Settings['tones']) =>
    renderBand(withSettings(outside, 'solo', { tones, slides: 'none', density: 5 }), OURS).parts.find(
      (p) => p.id === 'solo',
    )!.notes;
  const white = [0, 2, 4, 5, 7, 9, 11];
  const inScale = (list: ReturnType<typeof pitches>) =>
    list.filter((n) => white.includes(n.pitch % 12)).length / list.length;
  // The last note is one of the last chord; approaches by half steps lead into tones.
  expect(inScale(pitches('scale'))).toBeGreaterThan(0.9);
  expect(inScale(pitches('chords'))).toBeLessThan(0.75);
});

it('a run of bars takes one lead-in for all of its chords, and gives it back', () => {
  const plain = song('C | F | N.C. | G');
  const run = [{ section: 's1', from: 0, to: 2 }];
  const led = applyEdit(plain, leadIntoBars(run, 'chromatic'))!.song;
  const leads = (s: Song) => s.sections[0]!.drafts[0]!.chords.map((c) => c.leadIn);
  expect(leads(led)).toEqual(['chromatic', 'chromatic', undefined, undefined]);
  expect(leads(applyEdit(led, leadIntoBars(run, null))!.song)).toEqual(Array(4).fill(undefined));
  expect(applyEdit(led, leadIntoBars(run, 'chromatic'))).toBeNull();
});
