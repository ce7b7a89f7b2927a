/** What the edits of chords and bars share: finding places, and keeping a draft whole. */
import type { Draft } from 'immer';
import { freeChordId, holdUntilNext } from '../song/hold';
import type { Change, ChordEvent, Section, Song } from '../song/schema';
import { barsLength, sectionBars } from '../timeline/bars';

export const sectionIn = (song: Draft<Song>, id: string): Draft<Section> | undefined =>
  song.sections.find((s) => s.id === id);

/** The draft in use. */
export const draftIn = (section: Draft<Section>) =>
  section.drafts.find((d) => d.id === section.draft) ?? section.drafts[0]!;

export const sectionLength = (section: Section, song: Song): number => barsLength(sectionBars(section, song));

/** The chord that sounds at a tick, and its place in the list; pushes are not counted. */
export function chordAt(
  chords: readonly ChordEvent[],
  tick: number,
): { chord: ChordEvent; index: number } | null {
  for (let index = chords.length - 1; index >= 0; index--) {
    const chord = chords[index]!;
    if (chord.start <= tick) return { chord, index };
  }
  return null;
}

/** True where a chord starts in a stretch of ticks. */
export const startsWithin = (chord: ChordEvent, from: number, to: number): boolean =>
  chord.start >= from && chord.start < to;

/**
 * Takes the chords out of a stretch. A chord that was held past the stretch begins again at its
 * end, so that what follows sounds as before.
 */
export function withoutStretch(chords: readonly ChordEvent[], from: number, to: number): ChordEvent[] {
  const held = chordAt(chords, to - 1)?.chord;
  const rest = chords.filter((c) => !startsWithin(c, from, to));
  const goesOn = held && held.start + held.length > to && !rest.some((c) => c.start === to);
  return goesOn ? [...rest, { ...held, id: freeChordId(chords), start: to, push: undefined }] : rest;
}

/** Changes in order of their bars, one a bar, none beyond the section. */
function tidyChanges(changes: readonly Change[], bars: number): Change[] {
  const byBar = new Map<number, Change>();
  const inOrder = [...changes].sort((a, b) => a.bar - b.bar);
  for (const change of inOrder) {
    if (change.bar < bars) byBar.set(change.bar, { ...byBar.get(change.bar), ...change });
  }
  return [...byBar.values()];
}

/** Adds bars before an index (the number of bars: at the end) to every draft; the chord before is held through them. */
export function addBars(section: Draft<Section>, song: Draft<Song>, at: number, count: number): void {
  const bars = sectionBars(section, song);
  const from = bars[at]?.start ?? barsLength(bars);
  const size = count * bars[Math.max(0, at - 1)]!.length;
  for (const draft of section.drafts) {
    for (const chord of draft.chords) if (chord.start >= from) chord.start += size;
  }
  section.bars += count;
  // What holds from bar 0 is the section's own and stays there.
  for (const change of section.changes) if (change.bar >= Math.max(1, at)) change.bar += count;
  for (const cue of section.cues) if (cue.bar >= at && (at > 0 || cue.bar > 0)) cue.bar += count;
  const end = sectionLength(section, song);
  for (const draft of section.drafts) draft.chords = holdUntilNext(draft.chords, end);
}

/** Takes bars out of every draft; a chord held over from them begins in the bar that follows. At least one bar stays. */
export function takeBars(section: Draft<Section>, song: Draft<Song>, at: number, count: number): void {
  const bars = sectionBars(section, song);
  const run = bars.slice(at, at + count);
  if (!run.length || run.length >= bars.length) return;
  const from = run[0]!.start;
  const size = barsLength(run) - from;
  for (const draft of section.drafts) {
    draft.chords = withoutStretch(draft.chords, from, from + size).map((c) =>
      c.start >= from + size ? { ...c, start: c.start - size } : c,
    );
  }
  section.bars -= run.length;
  const closed = <T extends { bar: number }>(item: T): T =>
    item.bar < at ? item : { ...item, bar: Math.max(at, item.bar - run.length) };
  section.changes = tidyChanges(section.changes.map(closed), section.bars);
  section.cues = section.cues.map(closed).filter((cue) => cue.bar < section.bars);
  const end = sectionLength(section, song);
  for (const draft of section.drafts) draft.chords = holdUntilNext(draft.chords, end);
}

/** Drops what stands beyond the section's end after it became shorter. */
export function cutToLength(section: Draft<Section>, song: Draft<Song>): void {
  section.changes = section.changes.filter((c) => c.bar < section.bars);
  section.cues = section.cues.filter((c) => c.bar < section.bars);
  const end = sectionLength(section, song);
  for (const draft of section.drafts) draft.chords = holdUntilNext(draft.chords, end);
}

/** A tick kept within a bar of another length: the place in beats where all fit, else in proportion. */
export function squeezed(offsets: readonly number[], from: number, to: number): number[] {
  const fits = offsets.every((o) => o < to);
  return offsets.map((o) => (fits ? o : Math.floor((o * to) / from)));
}
