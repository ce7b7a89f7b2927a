/** Takes, comps and what is frozen go along with the bars they lie in, whatever an edit makes of those. */
import { current, isDraft, type Draft } from 'immer';
import { placeInPlayingAfter, playingAfter, type BarMoves } from '../song/barMoves';
import type { KeptPlaying, Part, Song } from '../song/schema';
import type { CompSpan, Take, TakePiece } from '../song/takeSchema';
import { barIndexAt, sectionBars, type Bar } from '../time/bars';
import type { Stretch } from '../timeline/stretches';
import type { Ticks } from '../units/units';

/** A bar before an edit, and where it is afterwards; null where it is gone. */
interface MovedBar {
  readonly start: Ticks;
  readonly length: Ticks;
  readonly to: { readonly section: string; readonly bar: Bar } | null;
}

/** A playing of a section: a place of the form and its repeat. */
type PieceOccurrence = Pick<TakePiece, 'section' | 'entry' | 'repeat'>;

const playingsOf = ({ form }: Pick<Song, 'form'>, section: string): PieceOccurrence[] =>
  form
    .filter((entry) => entry.section === section)
    .flatMap(({ id, repeats }) =>
      Array.from({ length: repeats }, (_, repeat) => ({ section, entry: id, repeat })),
    );

/** What of a song says where its bars lie. */
type Timed = Pick<Song, 'sections' | 'form' | 'key' | 'metre' | 'tempo'>;

/** Where the bars of a playing are after an edit; none of a section that was not there before, or waits to come back. */
function barsAfter(
  playing: PieceOccurrence,
  before: Timed,
  now: Timed,
  moves: BarMoves,
): readonly MovedBar[] {
  const id = playing.section;
  const section = before.sections.find((one) => one.id === id);
  const barsNow = (own: string): readonly Bar[] => {
    const found = now.sections.find((one) => one.id === own);
    return found ? sectionBars(found, now) : [];
  };
  if (!section) return [];
  const bars = sectionBars(section, before).map(({ start, length }, bar): MovedBar => {
    const place = placeInPlayingAfter({ section: id, bar }, playing, moves);
    const to = place && barsNow(place.section)[place.bar];
    return { start, length, to: place && to ? { section: place.section, bar: to } : null };
  });
  // What lies in a section that was taken out as a whole waits for it.
  return bars.some(({ to }) => to) ? bars : [];
}

const movedKnown = new WeakMap<readonly MovedBar[], boolean>();

/** Whether any bar of a section is elsewhere: worked out once for all that lies in it. */
function hasMoved(id: string, bars: readonly MovedBar[]): boolean {
  let moved = movedKnown.get(bars);
  if (moved === undefined) {
    moved = bars.some(
      ({ start, length, to }) => to?.section !== id || to.bar.start !== start || to.bar.length !== length,
    );
    movedKnown.set(bars, moved);
  }
  return moved;
}

/** The playing that has become of one: as it was said, itself, else the one that stands where it stood among those of its section. */
function occurrenceAfter(
  one: PieceOccurrence,
  section: string,
  { before, now, moves }: Pick<Moving, 'before' | 'now' | 'moves'>,
): PieceOccurrence {
  const { entry, repeat } = one;
  const said = playingAfter(one, moves);
  if (said) return { section, ...said };
  const own = { section, entry, repeat };
  if (now.form.some((e) => e.id === entry && e.section === section && repeat < e.repeats)) return own;
  const nth = playingsOf(before, one.section).findIndex((p) => p.entry === entry && p.repeat === repeat);
  return playingsOf(now, section)[nth] ?? own;
}

/** Where a tick is now in a section; null where it is gone, or in another. */
function tickAfter(bars: readonly MovedBar[], tick: Ticks, section: string): Ticks | null {
  const { start, to } = bars[barIndexAt(bars, Math.max(0, tick))]!;
  const offset = tick - start;
  return to?.section === section && offset < to.bar.length ? to.bar.start + offset : null;
}

/** What a stretch has become, by section: one stretch for bars that still follow each other. */
function stretchesAfter(bars: readonly MovedBar[], { from, to: end }: Stretch): Map<string, Stretch[]> {
  const all = new Map<string, Stretch[]>();
  for (const { start, length, to } of bars) {
    const [first, last] = [Math.max(from, start), Math.min(end, start + length)];
    if (!to || first >= last || first - start >= to.bar.length) continue;
    const { bar } = to;
    // What reached to the end of its bar still does.
    const reaches = last === start + length ? bar.length : Math.min(last - start, bar.length);
    const own = { from: bar.start + first - start, to: bar.start + reaches };
    const list = all.get(to.section) ?? [];
    const before = list[list.length - 1];
    if (before?.to === own.from) list[list.length - 1] = { from: before.from, to: own.to };
    else list.push(own);
    all.set(to.section, list);
  }
  return all;
}

/** An edit as it moves things: the songs before and after it, and its bars. */
interface Moving {
  readonly before: Timed;
  readonly now: Timed;
  readonly moves: BarMoves;
  readonly barsOf: (playing: PieceOccurrence) => readonly MovedBar[];
}

/** Whether anything of a playing is elsewhere now, or called otherwise. */
function stays(one: PieceOccurrence, moving: Moving): boolean {
  const bars = moving.barsOf(one);
  if (!bars.length) return true;
  if (hasMoved(one.section, bars)) return false;
  const { entry, repeat } = occurrenceAfter(one, one.section, moving);
  return entry === one.entry && repeat === one.repeat;
}

/** A chord that was taken up in a bar that is gone is taken up in the next that is there. */
function chordAfter(bars: readonly MovedBar[], at: Ticks, section: string): Ticks | null {
  const now = tickAfter(bars, at, section);
  if (now !== null) return now;
  return bars.find(({ start, to }) => start > at && to?.section === section)?.to?.bar.start ?? null;
}

/** A piece of a take as it lies now: in each section to which bars of it have gone. */
function pieceAfter(piece: TakePiece, moving: Moving): TakePiece[] {
  if (stays(piece, moving)) return [piece];
  const bars = moving.barsOf(piece);
  return [...stretchesAfter(bars, piece)].map(([section, stretches]): TakePiece => ({
    ...occurrenceAfter(piece, section, moving),
    from: Math.min(...stretches.map((one) => one.from)),
    to: Math.max(...stretches.map((one) => one.to)),
    chords: piece.chords.flatMap(([at, symbol]): TakePiece['chords'] => {
      const now = chordAfter(bars, at, section);
      return now === null ? [] : [[now, symbol]];
    }),
    notes: piece.notes
      .flatMap(([start, ...rest]): TakePiece['notes'] => {
        const now = tickAfter(bars, start, section);
        return now === null ? [] : [[now, ...rest]];
      })
      .sort(([a], [b]) => a - b),
  }));
}

/** What lies in one playing as one: what was in two of them lies behind each other where they have become one. */
function joinedIn<T extends PieceOccurrence>(all: readonly T[], joined: (a: T, b: T) => T): T[] {
  const byPlaying = new Map<string, T>();
  for (const one of all) {
    const key = JSON.stringify([one.section, one.entry, one.repeat]);
    const before = byPlaying.get(key);
    byPlaying.set(key, before ? joined(before, one) : one);
  }
  return [...byPlaying.values()];
}

const byTick = <R extends readonly [number, ...unknown[]]>(rows: readonly R[]): R[] =>
  [...rows].sort(([a], [b]) => a - b);

/** Two pieces of a take in one playing as one. */
const onePiece = (a: TakePiece, b: TakePiece): TakePiece => ({
  ...a,
  from: Math.min(a.from, b.from),
  to: Math.max(a.to, b.to),
  chords: byTick([...a.chords, ...b.chords]),
  notes: byTick([...a.notes, ...b.notes]),
});

/** A take as it lies now; none where all its bars were taken out. */
function takesAfter(take: Take, moving: Moving): Take[] {
  if (take.pieces.every((piece) => stays(piece, moving))) return [take];
  const pieces = joinedIn(
    take.pieces.flatMap((piece) => pieceAfter(piece, moving)),
    onePiece,
  );
  return pieces.length ? [{ ...take, pieces }] : [];
}

function spanAfter(span: CompSpan, moving: Moving): CompSpan[] {
  if (stays(span, moving)) return [span];
  const { take, whileOff } = span;
  return [...stretchesAfter(moving.barsOf(span), span)].flatMap(([section, stretches]) =>
    stretches.map((stretch) => ({
      ...occurrenceAfter(span, section, moving),
      ...stretch,
      take,
      ...(whileOff && { whileOff }),
    })),
  );
}

/** What is frozen counts from where its playing begins: the start of its section, but where that has several endings. */
function frozenAfter(kept: KeptPlaying, moving: Moving): KeptPlaying[] {
  const section = moving.before.sections.find(({ id }) => id === kept.section);
  if (stays(kept, moving) || section?.endings) return [kept];
  const bars = moving.barsOf(kept);
  const sections = new Set(bars.flatMap(({ to }) => to?.section ?? []));
  return [...sections].map((id) => ({
    ...occurrenceAfter(kept, id, moving),
    notes: kept.notes.flatMap(([start, ...rest]): KeptPlaying['notes'] => {
      const now = tickAfter(bars, start, id);
      return now === null ? [] : [[now, ...rest]];
    }),
  }));
}

/** What is kept of two playings that are one now. */
const oneKept = (a: KeptPlaying, b: KeptPlaying): KeptPlaying => ({
  ...a,
  notes: byTick([...a.notes, ...b.notes]),
});

/** A list as it is now; the very same where nothing in it is another. */
function each<T>(list: readonly T[], after: (one: T) => readonly T[]): readonly T[] {
  const now = list.map(after);
  return now.every((own, i) => own.length === 1 && own[0] === list[i]) ? list : now.flat();
}

/**
 * Takes of a song in the making go where its bars have gone.
 * @param before the song before the edit. @param moves what the edit has said of its bars.
 */
export function moveTakes(before: Song, song: Draft<Song>, moves: BarMoves): void {
  const bearing = before.parts.some(({ takes, comp, frozen }) => takes ?? comp ?? frozen);
  if (!bearing) return;
  const now = (isDraft(song) ? current(song) : song) as Song;
  if (now.sections === before.sections && now.metre === before.metre) return;
  const known = new Map<string, readonly MovedBar[]>();
  const eachItsOwn = moves.some(({ playings }) => playings);
  const moving: Moving = {
    before,
    now,
    moves,
    barsOf(playing) {
      const { section, entry, repeat } = playing;
      const key = eachItsOwn ? `${section}/${entry}/${repeat}` : section;
      let bars = known.get(key);
      if (!bars) known.set(key, (bars = barsAfter(playing, before, now, moves)));
      return bars;
    },
  };
  now.parts.forEach((part: Part, i) => {
    const own = song.parts[i]!;
    const { takes, comp, frozen } = part;
    const takesNow = takes && each(takes, (take) => takesAfter(take, moving));
    const compNow = comp && each(comp, (span) => spanAfter(span, moving));
    const frozenNow = frozen && each(frozen, (kept) => frozenAfter(kept, moving));
    if (takesNow !== takes) own.takes = takesNow as Draft<Take[]>;
    if (compNow !== comp) own.comp = compNow as Draft<CompSpan[]>;
    if (frozenNow !== frozen) own.frozen = joinedIn(frozenNow!, oneKept) as Draft<KeptPlaying[]>;
  });
}
