/** Edits of the form, on whatever song, the number choosing where and what. */
import type { Edit } from '@backline/core/edits/apply';
import { addIntro, addSecondEnding, setClose, setEnding, setEndings } from '@backline/core/edits/closing';
import { addCue, changeCue, removeCue } from '@backline/core/edits/cues';
import { splitSection } from '@backline/core/edits/cutting';
import { joinSections } from '@backline/core/edits/joining';
import { addSection, moveEntry } from '@backline/core/edits/form';
import { setCurve, setLift, setPlayingLift } from '@backline/core/edits/lift';
import {
  holdPartChord,
  letPartChordsGo,
  makePartChordsTheChart,
  pedalPartChords,
  startPartChords,
  REHARMONIES,
  reharmonisePartChords,
  thinPartChords,
  writePartChords,
} from '@backline/core/edits/partChords';
import { setForChords } from '@backline/core/edits/perChord';
import { setSectionType } from '@backline/core/edits/sectionType';
import {
  clearCells,
  copyCell,
  playAlone,
  setCells,
  setSettings,
  varyCells,
} from '@backline/core/edits/settings';
import { setTogether } from '@backline/core/edits/together';
import { ENDINGS, SECTION_TYPES } from '@backline/core/song/choices';
import type { Section, Song } from '@backline/core/song/schema';
import { chordsInUse } from '@backline/core/song/inUse';
import type { GridCell, Scope } from '@backline/core/timeline/scopes';

const pick = <T>(list: readonly T[], n: number): T => list[n % list.length]!;
const sectionOf = (s: Song, n: number): Section => pick(s.sections, n);
const partOf = (s: Song, n: number): string => (s.parts.length ? pick(s.parts, n).id : 'nobody');

const whereOf = (s: Song, n: number): Scope => {
  if (n % 5 === 0) return null;
  if (n % 2 || !s.form.length) return sectionOf(s, n).id;
  const entry = pick(s.form, n);
  return { entry: entry.id, repeat: n % entry.repeats };
};
const cellOf = (s: Song, n: number): GridCell => ({ part: partOf(s, n), scope: whereOf(s, n >> 1) });
const cellsOf = (s: Song, n: number): GridCell[] => [
  cellOf(s, n),
  cellOf(s, n * 3 + 1),
  cellOf(s, n * 7 + 2),
];
const cueOf = (s: Section, n: number): string => (s.cues.length ? pick(s.cues, n).id : 'none');

export const FORM_EDITS: readonly ((s: Song, n: number) => Edit)[] = [
  (s, n) => setSettings(partOf(s, n), whereOf(s, n), { on: n % 3 > 0, anticipation: (n % 5) * 120 }),
  (s, n) => setCells(cellsOf(s, n), { density: (n % 5) + 1, dynamics: 'f', spread: 3 + (n % 6) }),
  (s, n) => copyCell(cellOf(s, n), cellsOf(s, n + 5)),
  (s, n) => clearCells(cellsOf(s, n)),
  (s, n) => varyCells(cellsOf(s, n)),
  (s, n) => playAlone(partOf(s, n), sectionOf(s, n).id),
  (s, n) =>
    setLift(sectionOf(s, n).id, n % 4 ? { by: (n % 9) - 4, without: n % 3 ? [] : ['density'] } : null),
  (s, n) =>
    setPlayingLift({ entry: s.form[n % 3]?.id ?? '', repeat: n % 4 }, n % 5 ? { by: 3 - (n % 7) } : null),
  (s) => setCurve(s.form.map(({ id }, i) => ({ entry: id, repeat: 0, by: i - 2 }))),
  (s, n) =>
    addCue(sectionOf(s, n).id, {
      at: n * 240,
      ...(n % 2 && { until: n * 300 + 480 }),
      parts: [partOf(s, n), partOf(s, n + 1)],
      settings: n % 3 ? { on: n % 2 > 0 } : { density: 1 },
      ...(n % 4 === 0 && { hit: true as const }),
    }),
  (s, n) => changeCue(sectionOf(s, n).id, cueOf(sectionOf(s, n), n), { at: n * 100, until: n * 140 }),
  (s, n) => removeCue(sectionOf(s, n).id, cueOf(sectionOf(s, n), n)),
  (s, n) => splitSection(sectionOf(s, n).id, n % 7),
  (_, n) => joinSections(n % 4),
  (_, n) => moveEntry(n % 4, (n % 9) - 4),
  () => addSection('Part', 'C'),
  (s, n) => setSectionType(sectionOf(s, n).id, n % 5 ? pick(SECTION_TYPES, n) : null),
  (s, n) => setEndings(sectionOf(s, n).id, n % 3 ? [(n % 2) + 1, 1, (n % 3) + 1] : null),
  (s, n) => addSecondEnding(sectionOf(s, n).id, (n % 3) + 1),
  (s, n) => addIntro((n % 6) + 1, n % 2 ? null : [partOf(s, n)]),
  (_, n) => setEnding(pick(ENDINGS, n)),
  (_, n) =>
    setClose({
      slow: n % 3 ? { bars: (n % 4) + 1, to: 50 + (n % 40) } : undefined,
      tag: n % 4 === 1 ? { bars: (n % 3) + 1, times: (n % 2) + 1 } : undefined,
    }),
  (s, n) => startPartChords(sectionOf(s, n).id, partOf(s, n)),
  (s, n) => thinPartChords(sectionOf(s, n).id, partOf(s, n), (n % 3) + 1),
  (s, n) => holdPartChord(sectionOf(s, n).id, partOf(s, n), 'Dm7'),
  (s, n) => pedalPartChords(sectionOf(s, n).id, partOf(s, n)),
  (s, n) => reharmonisePartChords(sectionOf(s, n).id, partOf(s, n), REHARMONIES[n % REHARMONIES.length]!),
  (s, n) => writePartChords(sectionOf(s, n).id, partOf(s, n), 'Am7 | D7 G'),
  (s, n) => letPartChordsGo(sectionOf(s, n).id, partOf(s, n)),
  (s, n) => makePartChordsTheChart(sectionOf(s, n).id, partOf(s, n), 'Of a part'),
  (s, n) =>
    setForChords(
      sectionOf(s, n).id,
      [pick(chordsInUse(sectionOf(s, n)), n)?.id ?? ''],
      partOf(s, n),
      n % 3 ? { atChange: 'restart', pattern: 'no-such' } : { atChange: undefined, pattern: undefined },
    ),
  (s, n) => setTogether(n % 2 ? null : sectionOf(s, n).id, { anticipation: n % 3 ? 240 : undefined }),
];
