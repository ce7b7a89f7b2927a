import { LEAD_INS } from '@backline/core/song/choices';
import fc from 'fast-check';
import { EditRefused, applyEdit, type Edit } from '@backline/core/edits/apply';
import {
  insertBar,
  removeBars,
  setBar,
  setBars,
  setSectionLength,
  splitBar,
} from '@backline/core/edits/bars';
import {
  moveBoundary,
  removeChord,
  setChordAt,
  setLeadIn,
  setPush,
  setScale,
} from '@backline/core/edits/chords';
import { backToAuto } from '@backline/core/edits/hand';
import { addDraft, removeDraft, renameDraft, useDraft } from '@backline/core/edits/drafts';
import { setBarLength, setKey, setMetre, setTempoAt } from '@backline/core/edits/keyAndMetre';
import { addPart, doublePart, movePart, removePart, renamePart } from '@backline/core/edits/parts';
import { newPart } from '@backline/core/band/repertoire';
import { KINDS } from '@backline/core/parts/index';
import { METRE_NAMES } from '@backline/core/time/metre';
import { clipOf, barRangeBetween, type BarRange } from '@backline/core/edits/barRange';
import {
  clearBars,
  moveBars,
  pasteClip,
  removeBarRange,
  repeatBars,
  transposeBars,
} from '@backline/core/edits/barRangeEdits';
import {
  addSection,
  doubleSection,
  moveEntry,
  playAgain,
  removeEntry,
  renameSection,
  setRepeats,
} from '@backline/core/edits/form';
import { bringBack, letSectionGo, removeSection } from '@backline/core/edits/removed';
import { setEnding } from '@backline/core/edits/closing';
import { setSettings } from '@backline/core/edits/settings';
import {
  setGroove,
  setGuide,
  setMix,
  setSeed,
  setStyle,
  setTempo,
  setTitle,
} from '@backline/core/edits/song';
import { ChartError } from '@backline/core/formats/chart/index';
import { FORM_EDITS } from './formEdits';
import { SONG_EDITS } from './songEdits';
import type { Song } from '@backline/core/song/schema';

const nthChord = (s: Song, n: number): string => {
  const { chords } = s.sections[0]!.drafts.find((d) => d.id === s.sections[0]!.draft)!;
  return chords[n % chords.length]!.id;
};
const someRun = (s: Song, n: number): BarRange => {
  const at = (k: number) => {
    const section = s.sections[k % s.sections.length]!;
    return { section: section.id, bar: k % section.bars };
  };
  return barRangeBetween(s, at(n), at(n * 7 + 3));
};
const somePlace = (s: Song, n: number) =>
  n % 3 === 0
    ? {}
    : { section: s.sections[n % s.sections.length]!.id, ...(n % 3 === 1 ? {} : { bar: n % 4 }) };

/** Names as people (and clipboards) give them. */
export const NAMES = [
  'Intro [2]',
  'Verse',
  'A] x3',
  'x'.repeat(80),
  '👩‍👩‍👧‍👦'.repeat(20),
  'half \ud83d',
  'two\nlines\u2028',
  '  key: C  ',
  'Verse 2',
  '|: :|',
  '\u0000',
  '\ud83d',
  'o' + '\u0301'.repeat(90),
  'n' + '\u0303'.repeat(78),
];

const AWKWARD_BARS = [
  '/{for 1/8} C{for 1/8} /{for 1/4} G{for 1/2}',
  'N.C. C',
  'C{push 1/8} F{push 1/3}',
  '/',
];

/** Every edit the app can make, on whatever song, the number choosing where and what. */
export const anyEdit = fc.oneof(
  fc.constantFrom<(s: Song, n: number) => Edit>(
    (s, n) => setBar(s.sections[n % s.sections.length]!.id, n % 4, 'Bb F'),
    (s, n) => setBar(s.sections[0]!.id, n % 4, ''),
    (s, n) => insertBar(s.sections[n % s.sections.length]!.id, n % 4),
    (s, n) => removeBars(s.sections[n % s.sections.length]!.id, n % 4, (n % 4) + (n % 3)),
    (s, n) => setBars(s.sections[0]!.id, n % 4, 'I | V7 | % | Am7 D7'),
    (s, n) => splitBar(s.sections[0]!.id, n % 4),
    (s, n) => setSectionLength(s.sections[n % s.sections.length]!.id, (n % 12) + 1),
    (s, n) => setChordAt(s.sections[0]!.id, 480 * (n % 9), n % 2 ? 'F#m7' : null, { voicing: [54, 57, 64] }),
    (s, n) => removeChord(s.sections[0]!.id, nthChord(s, n)),
    (s, n) => moveBoundary(s.sections[0]!.id, nthChord(s, n), 240 * (n % 20)),
    (s, n) => setPush(s.sections[0]!.id, nthChord(s, n), 240),
    (s, n) => setLeadIn(s.sections[0]!.id, [nthChord(s, n)], n % 3 ? LEAD_INS[n % 5]! : null),
    (s, n) => setScale(s.sections[0]!.id, nthChord(s, n), n % 2 ? 'lydian' : null),
    (s, n) => backToAuto(s.sections[0]!.id, nthChord(s, n), null),
    (s, n) => addDraft(s.sections[0]!.id, n % 2 ? s.sections[0]!.draft : null),
    (s, n) => useDraft(s.sections[0]!.id, s.sections[0]!.drafts[n % s.sections[0]!.drafts.length]!.id),
    (s) => renameDraft(s.sections[0]!.id, s.sections[0]!.draft, 'Darker'),
    (s) => removeDraft(s.sections[0]!.id, s.sections[0]!.draft),
    (s, n) =>
      setKey(somePlace(s, n), n % 5 ? ['Eb', 'F#m', 'B', 'Am'][n % 4]! : null, n % 2 ? 'move' : 'keep'),
    (s, n) =>
      setMetre(
        somePlace(s, n),
        n % 7 ? METRE_NAMES[n % METRE_NAMES.length]! : null,
        n % 2 ? 'bars' : 'beats',
      ),
    (s, n) => {
      const section = s.sections[n % s.sections.length]!;
      const place = { section: section.id, bar: n % section.bars };
      return setTempoAt(place, n % 4 ? 40 + (n % 200) : null, n % 3 ? (n % 5) + 1 : null);
    },
    (s, n) => {
      const section = s.sections[n % s.sections.length]!;
      return setBarLength(section.id, n % section.bars, n % 4 ? 120 * ((n % 15) + 1) : null);
    },
    (s, n) => addPart(newPart(KINDS[n % KINDS.length]!, s.parts)),
    (s, n) => doublePart(s.parts[n % s.parts.length]?.id ?? ''),
    (s, n) => removePart(n % 3 ? '' : (s.parts[n % s.parts.length]?.id ?? '')),
    (s, n) => renamePart(s.parts[n % s.parts.length]?.id ?? '', NAMES[n % NAMES.length]!),
    (s, n) => movePart(s.parts[n % s.parts.length]?.id ?? '', n % 2 ? 1 : -1),
    (s, n) =>
      pasteClip({ section: s.sections[0]!.id, bar: n % 3 }, clipOf(s, someRun(s, n)), {
        where: n % 2 ? 'over' : 'between',
        key: n % 3 ? 'fitted' : 'as it was',
        keep: n % 5 ? 'bars' : 'beats',
      }),
    (s, n) => repeatBars(someRun(s, n), (n % 3) + 1),
    (s, n) => moveBars(someRun(s, n), { section: s.sections[n % s.sections.length]!.id, bar: n % 5 }),
    (s, n) => transposeBars(someRun(s, n), (n % 25) - 12),
    (s, n) => clearBars(someRun(s, n)),
    (s, n) => removeBarRange(someRun(s, n)),
    (_, n) => setGuide({ playback: n % 2 === 0, level: n }),
    (s, n) => doubleSection(s.sections[n % s.sections.length]!.id),
    (s, n) => removeSection(s.sections[n % s.sections.length]!.id),
    (_, n) => bringBack(n % 3),
    (_, n) => letSectionGo(n % 7),
    () => addSection('Bridge', 'C'),
    (s, n) => splitBar(s.sections[n % s.sections.length]!.id, n % 5),
    (s, n) => setBar(s.sections[n % s.sections.length]!.id, n % 3, AWKWARD_BARS[n % AWKWARD_BARS.length]!),
    (s, n) => moveBoundary(s.sections[0]!.id, nthChord(s, n), 1920 + ((n * 37) % 400) - 200),
    (_, n) => moveEntry(n % 3, 1),
    (_, n) => setRepeats(n % 3, n % 20),
    (_, n) => removeEntry(n % 3),
    (s) => playAgain(s.sections[0]!.id),
    (s, n) => renameSection(s.sections[n % s.sections.length]!.id, NAMES[n % NAMES.length]!),
    (_, n) => setTitle(NAMES[n % NAMES.length]!),
    (s, n) => setSettings('bass', n % 2 ? s.sections[0]!.id : null, { density: (n % 5) + 1 }),
    (_, n) => setMix('keys', { level: n % 128 }),
    () => setStyle('lamplight'),
    (_, n) => setTempo(60 + (n % 100)),
    () => setTitle('Another'),
    () => setEnding('hit'),
    () => setGroove({ swing: 60 }),
    (_, n) => setSeed(n),
  ),
  fc.constantFrom(...FORM_EDITS),
  fc.constantFrom(...SONG_EDITS),
);

/** Edits one after another; those that are refused with a sentence are left out. */
export function afterEdits(
  start: Song,
  edits: readonly (readonly [(s: Song, n: number) => Edit, number])[],
): Song {
  return edits.reduce((now, [make, n]) => {
    try {
      return applyEdit(now, make(now, n))?.song ?? now;
    } catch (error) {
      // A bar that does not fit the metre, or a song that would grow too large.
      if (error instanceof EditRefused || error instanceof ChartError) return now;
      throw error;
    }
  }, start);
}
