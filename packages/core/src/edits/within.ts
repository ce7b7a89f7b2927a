/** What the edits of chords and bars share: finding places, and keeping a draft whole. */
import { current, isDraft, original, type Draft } from 'immer';
import { freeChordId, holdUntilNext } from '../song/hold';
import {
  chordEventSchema,
  type ChordEvent,
  type Draft as ChordDraft,
  type FormEntry,
  type OwnLength,
  type Section,
  type Song,
} from '../song/schema';
import { barsLength, sectionBars } from '../time/bars';
import { moveAlong, rebar, tickMap, type TickMap } from './anchors';
import type { Ticks } from '../units/units';

/** A copy that shares nothing with what it was made from, also of what is being edited. */
export const copyOf = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

/** A section by its id; undefined where it is not there. */
export const sectionIn = (song: Draft<Song>, id: string): Draft<Section> | undefined =>
  song.sections.find((s) => s.id === id);

/**
 * A place of the form by its id. It is looked for in what stood before the edit: whatever is read of a draft becomes
 * one, and a form has thousands of places. Undefined where it is not there.
 */
export function entryIn({ form }: Draft<Song>, id: string): Draft<FormEntry> | undefined {
  const stood = isDraft(form) ? original(form) : form;
  const found = form[stood?.findIndex((entry) => entry.id === id) ?? -1];
  return found?.id === id ? found : form.find((entry) => entry.id === id);
}

/** The draft in use. */
export const draftIn = (section: Draft<Section>) =>
  section.drafts.find((d) => d.id === section.draft) ?? section.drafts[0]!;

/** A list of chords that goes along with its section's bars. */
type ChordList = Pick<Draft<ChordDraft>, 'chords'>;

/** Every list of chords of a section: its drafts, and what parts follow instead. */
export const chordLists = (section: Draft<Section>): ChordList[] => [
  ...section.drafts,
  ...Object.values(section.partChords ?? {}).map((chords) => ({ chords })),
];

/** Length of a section, ticks. */
export const sectionLength = (section: Section, song: Song): number => barsLength(sectionBars(section, song));

/** Read from the schema: a field that is new is compared as well. */
const FIELDS = Object.keys(chordEventSchema.shape) as readonly (keyof ChordEvent)[];

const sameChord = (a: ChordEvent, b: ChordEvent): boolean =>
  a === b || FIELDS.every((field) => a[field] === b[field]);

/** The chords of a draft as they are now, plain: reading them one by one through a change in the making is slow. */
export const chordsNow = (draft: ChordList): readonly ChordEvent[] =>
  isDraft(draft.chords) ? current(draft.chords) : draft.chords;

/** Puts chords in the place of a draft's, so that what stays is left alone: a change is what changed. */
export function putChords(draft: ChordList, chords: readonly ChordEvent[]): void {
  const before = chordsNow(draft);
  const most = Math.min(before.length, chords.length);
  let head = 0;
  while (head < most && sameChord(before[head]!, chords[head]!)) head++;
  let tail = 0;
  while (
    tail < most - head &&
    sameChord(before[before.length - 1 - tail]!, chords[chords.length - 1 - tail]!)
  ) {
    tail++;
  }
  const fresh = chords.slice(head, chords.length - tail) as Draft<ChordEvent>[];
  draft.chords.splice(head, before.length - head - tail, ...fresh);
}

/** The chord that sounds at a tick, and its place in the list; pushes are not counted. Null where none does. */
export function chordAt(
  chords: readonly ChordEvent[],
  tick: Ticks,
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
export function clearedBetween(chords: readonly ChordEvent[], from: number, to: number): ChordEvent[] {
  const held = chordAt(chords, to - 1)?.chord;
  const rest = chords.filter((c) => !startsWithin(c, from, to));
  const goesOn = held && held.start + held.length > to && !rest.some((c) => c.start === to);
  return goesOn ? [...rest, { ...held, id: freeChordId(chords), start: to, anticipation: undefined }] : rest;
}

/** Chords of every draft at their new ticks, each held until the next one. */
function moveChords(section: Draft<Section>, song: Draft<Song>, to: TickMap): void {
  const end = sectionLength(section, song);
  for (const draft of chordLists(section)) {
    putChords(
      draft,
      holdUntilNext(
        chordsNow(draft).map((chord) => ({ ...chord, start: to(chord.start) })),
        end,
      ),
    );
  }
}

/** Adds bars before an index (the number of bars: at the end) to every draft; the chord before is held through them. */
export function addBars(section: Draft<Section>, song: Draft<Song>, at: number, count: number): void {
  const to = rebar(section, song, section.bars + count, (bar) => (bar < at ? bar : bar + count));
  moveChords(section, song, to);
}

/** Gives bars lengths of their own; what stands behind them in every draft and cue moves along. */
export function shorten(section: Draft<Section>, song: Draft<Song>, lengths: readonly OwnLength[]): void {
  const old = sectionBars(section, song);
  section.ownLengths = [...section.ownLengths, ...lengths].sort((a, b) => a.bar - b.bar);
  const now = sectionBars(section, song);
  const to = tickMap(old, now, (bar) => bar);
  moveAlong(section, old, now, to);
  moveChords(section, song, to);
}

/**
 * Takes bars out of every draft; a chord held over from them begins in the bar that follows. At least one bar stays,
 * and where no such bar is nothing is taken.
 */
export function takeBars(section: Draft<Section>, song: Draft<Song>, at: number, count: number): void {
  if (!Number.isInteger(at) || !Number.isInteger(count) || at < 0) return;
  const run = sectionBars(section, song).slice(at, at + count);
  if (!run.length || run.length >= section.bars) return;
  const from = run[0]!.start;
  for (const list of chordLists(section))
    putChords(list, clearedBetween(chordsNow(list), from, barsLength(run)));
  const left = section.bars - run.length;
  const to = rebar(section, song, left, (bar) => {
    if (bar < at) return bar;
    return bar < at + run.length ? null : bar - run.length;
  });
  moveChords(section, song, to);
}

/** Cuts a section to so many bars and drops what stands beyond. */
export function cutToLength(section: Draft<Section>, song: Draft<Song>, bars: number): void {
  rebar(section, song, bars, (bar) => (bar < bars ? bar : null));
  const end = sectionLength(section, song);
  for (const list of chordLists(section)) putChords(list, holdUntilNext(chordsNow(list), end));
}

/** A tick kept within a bar of another length: the place in beats where all fit, else in proportion. */
export function squeezed(offsets: readonly number[], from: number, to: number): number[] {
  const fits = offsets.every((o) => o < to);
  return offsets.map((o) => (fits ? o : Math.floor((o * to) / from)));
}
