/** A band that is remembered through edits is the very band that would be made anew, whatever is edited and set. */
import fc from 'fast-check';
import { renderBand, type Band } from '@backline/core/band/index';
import { regionMemory } from '@backline/core/band/windowCache';
import { applyEdit, type Edit } from '@backline/core/edits/apply';
import { addCue } from '@backline/core/edits/cues';
import { setSettings } from '@backline/core/edits/settings';
import type { Settings, Song } from '@backline/core/song/schema';
import { settingsSchema } from '@backline/core/song/settings/index';
import { OURS } from '@backline/core/styles/index';
import { FULL_SETTINGS } from '../support/fullSong';
import { afterEdits, anyEdit } from '../support/edits';
import { anyBandedSong, longSong, STYLES } from '../support/music';

/** All of a band but the runs, which hold the same notes. */
const heard = ({ parts, ...band }: Band) => ({
  ...band,
  parts: parts.map(({ groups, ...part }) => {
    expect(groups.flat().every((note, i) => note === part.notes[i])).toBe(true);
    return part;
  }),
});

/** Compared at once: a matcher takes longer over thousands of notes than making them. */
const areAlike = (a: ReturnType<typeof heard>, b: ReturnType<typeof heard>): boolean =>
  JSON.stringify(a) === JSON.stringify(b);

/** Nothing of a copy is known to any memory. */
const anew = (song: Song) => heard(renderBand(structuredClone(song), OURS));

it('through any row of edits and back', () => {
  const edits = fc.array(fc.tuple(anyEdit, fc.nat({ max: 60 })), { minLength: 1, maxLength: 4 });
  fc.assert(
    fc.property(anyBandedSong, edits, (start, row) => {
      const memory = regionMemory();
      let now = start;
      renderBand(now, OURS, memory);
      for (const one of row) {
        now = afterEdits(now, [one]);
        expect(areAlike(heard(renderBand(now, OURS, memory)), anew(now))).toBe(true);
      }
      expect(areAlike(heard(renderBand(start, OURS, memory)), anew(start))).toBe(true);
    }),
    { numRuns: 15 },
  );
});

const NAMES = Object.keys(settingsSchema.shape) as (keyof Settings)[];

it.each(NAMES)('through %s, set for all, for a section, and at a cue, in a style of its own', (name) => {
  const style = STYLES[NAMES.indexOf(name) % STYLES.length]!;
  const memory = regionMemory();
  const value: Settings = { [name]: FULL_SETTINGS[name] };
  let now: Song = { ...longSong(12, 6), style: style.id };
  renderBand(now, OURS, memory);
  const scopes: readonly ((part: string) => Edit)[] = [
    (part) => setSettings(part, 's1', value),
    (part) => addCue('s2', { at: 3840, parts: [part], settings: value }),
    (part) => setSettings(part, null, value),
  ];
  for (const edit of scopes) {
    const set = now.parts.reduce((song, { id }) => applyEdit(song, edit(id))?.song ?? song, now);
    expect(areAlike(heard(renderBand(set, OURS, memory)), anew(set))).toBe(true);
    expect(areAlike(heard(renderBand(now, OURS, memory)), anew(now))).toBe(true);
    now = set;
  }
});
