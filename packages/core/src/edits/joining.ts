/** The edit that makes one section of two. */
import type { Draft } from 'immer';
import { chordsInUse } from '../song/inUse';
import { LIMITS } from '../song/limits';
import { freeIds, freeName } from '../song/names';
import type { Change, ChordEvent, Cue, FormEntry, Section, Settings, Song } from '../song/schema';
import { cutText } from '../song/text';
import { barsLength, sectionBars } from '../time/bars';
import { inBeats, inQuarters, metreOf } from '../time/metre';
import { overlay } from '../timeline/settings';
import { EditRefused, edit, type Edit } from './apply';
import { sayMoves, type BarPlace, type MovedPlaying } from '../song/barMoves';
import { occurrenceAlone, withIds } from './cutting';
import { freeSectionId } from './form';
import { chordsOfPart } from './partChords';
import { copyOf } from './within';

/** One of two sections that become one: with what is set for the playing that is joined. */
interface Half {
  readonly section: Section;
  readonly entry: FormEntry;
}

const alike = (a: unknown, b: unknown): boolean => JSON.stringify(a ?? null) === JSON.stringify(b ?? null);

const setFor = ({ section, entry }: Half, part: string): Settings =>
  overlay([section.settings[part], entry.occurrences?.['0']?.[part]]);

const liftOf = ({ section, entry }: Half) => entry.lifts?.['0'] ?? section.lift;

/** Why two halves cannot be one without anything being lost, as a sentence; null where they can. */
function whyNot(first: Half, second: Half): string | null {
  const [a, b] = [first.section, second.section];
  if (a.endings || b.endings) {
    return 'Sections with first and second endings cannot be joined. Take the endings away first.';
  }
  if (a.bars + b.bars > LIMITS.barsPerSection) return `A section has at most ${LIMITS.barsPerSection} bars.`;
  if (!alike(liftOf(first), liftOf(second))) {
    return `${a.name} and ${b.name} are not lifted alike. Lift them alike first: joined they are one.`;
  }
  if (!alike(a.together, b.together)) {
    return `In ${a.name} and ${b.name} the players agree on different things. Make them alike first: joined they are one.`;
  }
  return null;
}

/** What holds at the first bar of the second and did not hold at the end of the first, in beats of its metre. */
function atTheSeam(first: Section, second: Section, song: Song): Change | null {
  const begins = sectionBars(second, song)[0]!;
  const ended = sectionBars(first, song).at(-1)!;
  const own = second.changes.find((c) => c.bar === 0);
  const counted = metreOf(begins.metre);
  const tempo = inBeats(begins.tempo, counted);
  const isOtherTempo = Math.abs(inQuarters(tempo, counted) - ended.tempoTo) > 1e-9;
  const change = {
    ...own,
    ...(begins.key !== ended.key && { key: begins.key }),
    ...(begins.metre !== ended.metre && { metre: begins.metre }),
    ...((isOtherTempo || begins.metre !== ended.metre) && { tempo: own?.tempo ?? tempo }),
    bar: first.bars,
  };
  return Object.keys(change).length > 1 ? change : null;
}

/** Where a part is set otherwise behind the seam, a cue says so from there on. */
function seamCues(song: Song, first: Half, second: Half, at: number, nextId: () => string): Cue[] {
  return song.parts.flatMap(({ id, settings: usual }): Cue[] => {
    const [before, after] = [setFor(first, id), setFor(second, id)];
    if (alike(before, after)) return [];
    const back = Object.fromEntries(
      Object.keys(before)
        .filter((name) => !(name in after))
        .map((name) => [name, usual[name as keyof Settings] ?? (name === 'on' ? true : undefined)]),
    );
    const settings = copyOf({ ...back, ...after });
    return Object.keys(settings).length ? [{ id: nextId(), at, parts: [id], settings }] : [];
  });
}

/** The chords of the second half as they stand behind those of the first, with ids that those do not have. */
function behind(first: readonly ChordEvent[], chords: readonly ChordEvent[], by: number): ChordEvent[] {
  const nextId = freeIds(
    'c',
    first.map((c) => c.id),
  );
  return copyOf(chords).map((c) => ({ ...c, id: nextId(), start: c.start + by }));
}

/** Both as one section, nothing of either lost. */
function joined(song: Song, first: Half, second: Half, id: string, name: string): Section {
  const [a, b] = [first.section, second.section];
  const by = barsLength(sectionBars(a, song));
  const nextCue = freeIds(
    'q',
    a.cues.map((c) => c.id),
  );
  const nextDraft = freeIds(
    'd',
    a.drafts.map((d) => d.id),
  );
  const drafts = a.drafts.map((d) => ({
    ...d,
    chords: [...d.chords, ...behind(d.chords, chordsInUse(b), by)],
  }));
  for (const other of b.drafts.filter((d) => d.id !== b.draft)) {
    const names = drafts.map((d) => d.name);
    const before = copyOf(chordsInUse(a));
    const chords = [...before, ...behind(before, other.chords, by)];
    drafts.push({ id: nextDraft(), name: freeName(names, other.name), chords });
  }
  const own = [...new Set([...Object.keys(a.partChords ?? {}), ...Object.keys(b.partChords ?? {})])].map(
    (part): [string, ChordEvent[]] => {
      const before = copyOf(chordsOfPart(a, part));
      return [part, [...before, ...behind(before, chordsOfPart(b, part), by)]];
    },
  );
  const seam = atTheSeam(a, b, song);
  const unread = [...(a.unread ?? []), ...(b.unread ?? []).map((u) => ({ ...u, at: u.at + by }))];
  const note = [a.annotation, b.annotation].filter(Boolean).join('\n');
  return {
    ...a,
    id,
    name,
    bars: a.bars + b.bars,
    changes: [
      ...a.changes,
      ...(seam ? [seam] : []),
      ...b.changes.filter((c) => c.bar > 0).map((c) => ({ ...c, bar: c.bar + a.bars })),
    ],
    ownLengths: [...a.ownLengths, ...b.ownLengths.map((o) => ({ ...o, bar: o.bar + a.bars }))],
    drafts,
    cues: [
      ...a.cues.map((c) => ({ ...c, until: c.until ?? by })),
      ...seamCues(song, first, second, by, nextCue),
      ...b.cues.map((c) => ({
        ...c,
        id: nextCue(),
        at: c.at + by,
        ...(c.until !== undefined && { until: c.until + by }),
      })),
    ],
    ...(own.length && { partChords: Object.fromEntries(own) }),
    ...(unread.length && { unread }),
    ...(note && { annotation: cutText(note, LIMITS.noteLength) }),
  };
}

/** Bars one behind the other in a section. */
const barsBehind = (count: number, section: string, by: number): BarPlace[] =>
  Array.from({ length: count }, (_, i) => ({ section, bar: i + by }));

/**
 * The repeats of a place of the form, each of which is a place of its own afterwards.
 * @param places those places, in order. @param joined which of the repeats becomes part of another section, and its bars there.
 */
const playingsOf = (
  { id: entry, repeats }: FormEntry,
  places: readonly FormEntry[],
  joined: number,
  bars: readonly BarPlace[],
): MovedPlaying[] =>
  Array.from({ length: repeats }, (_, repeat) => ({
    entry,
    repeat,
    to: { entry: places[repeat]!.id, repeat: 0 },
    ...(repeat === joined && { bars }),
  }));

/**
 * Makes one section of an entry of the form and the one behind it; what else plays them stays as it is.
 * @throws EditRefused, when it is applied, where the two do not go together, with the reason.
 */
export const joinSections = (index: number): Edit =>
  edit('join two sections', (song) => {
    const [a, b] = [song.form[index], song.form[index + 1]];
    const first = song.sections.find((s) => s.id === a?.section);
    const second = song.sections.find((s) => s.id === b?.section);
    if (!a || !b || !first || !second) return;
    const halves = [
      { section: first, entry: occurrenceAlone(a, a.repeats - 1) },
      { section: second, entry: occurrenceAlone(b, 0) },
    ] as const;
    const trouble = whyNot(...halves);
    if (trouble) throw new EditRefused('sections-unlike', trouble);
    const id = freeSectionId(song);
    const form = [
      ...song.form.slice(0, index),
      ...Array.from({ length: a.repeats - 1 }, (_, pass) => occurrenceAlone(a, pass)),
      { ...halves[0].entry, section: id },
      ...Array.from({ length: b.repeats - 1 }, (_, i) => occurrenceAlone(b, i + 1)),
      ...song.form.slice(index + 2),
    ];
    const left = new Set(form.map((e) => e.section));
    const stays = song.sections.filter((s) => left.has(s.id) || (s.id !== first.id && s.id !== second.id));
    const name = freeName(
      stays.map((s) => s.name),
      first.name,
    );
    const made = copyOf(joined(song, halves[0], halves[1], id, name));
    const at = song.sections.findIndex((s) => s.id === first.id);
    song.sections.splice(at, 0, made as Draft<Section>);
    // What is still played elsewhere stays where it is.
    const goes = [
      { section: first, by: 0 },
      { section: second, by: first.bars },
    ].filter(({ section }) => !stays.some((s) => s.id === section.id));
    const entries = withIds(form);
    sayMoves(song, {
      to: Object.fromEntries(goes.map(({ section, by }) => [section.id, barsBehind(section.bars, id, by)])),
      bars: { [id]: made.bars, ...Object.fromEntries(goes.map(({ section }) => [section.id, 0])) },
      playings: [
        ...playingsOf(a, entries.slice(index), a.repeats - 1, barsBehind(first.bars, id, 0)),
        ...playingsOf(b, entries.slice(index + a.repeats - 1), 0, barsBehind(second.bars, id, first.bars)),
      ],
    });
    song.sections = song.sections.filter((s) => s.id === id || stays.some((o) => o.id === s.id));
    song.form = entries as Draft<FormEntry[]>;
  });
