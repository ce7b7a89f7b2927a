/** Edits that cut sections in two, and make one of two. */
import type { Draft } from 'immer';
import { freeId, freeName } from '../song/names';
import type { Change, ChordEvent, FormEntry, Section, Song } from '../song/schema';
import { barsLength, sectionBars } from '../time/bars';
import { inBeats, inQuarters, metreOf } from '../time/metre';
import { EditRefused, edit, type Edit } from './apply';
import { LIMITS } from '../song/limits';
import { cutToLength, takeBars } from './within';

const copyOf = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

const freeSection = (song: Draft<Song>): string =>
  freeId(
    's',
    song.sections.map((s) => s.id),
  );

/** Gives entries of a form ids of their own, but the first of each that is split up. */
function withIds(entries: readonly FormEntry[]): FormEntry[] {
  const taken: string[] = entries.map((e) => e.id);
  const seen = new Set<string>();
  return entries.map((entry) => {
    if (!seen.has(entry.id)) {
      seen.add(entry.id);
      return entry;
    }
    const id = freeId('e', taken);
    taken.push(id);
    return { ...entry, id };
  });
}

/** One pass of an entry as an entry of its own. */
function passAlone(entry: FormEntry, pass: number): FormEntry {
  const { id, section, passes, lifts } = entry;
  return {
    id,
    section,
    repeats: 1,
    ...(passes?.[pass] && { passes: { 0: copyOf(passes[pass]) } }),
    ...(lifts?.[pass] && { lifts: { 0: copyOf(lifts[pass]) } }),
  };
}

/**
 * Cuts a section in two before a bar (0-based): what stood behind it becomes a section of its own, played right
 * after the first wherever that is played. It sounds as before, but for phrases that end at the cut.
 */
export const splitSection = (id: string, bar: number): Edit =>
  edit('split a section', (song) => {
    const at = song.sections.findIndex((s) => s.id === id);
    const section = song.sections[at];
    if (!section || bar <= 0 || bar >= section.bars) return;
    if (section.endings) {
      throw new EditRefused(
        'A section with first and second endings stays whole. Take its endings away first.',
      );
    }
    const back = copyOf(section) as Draft<Section>;
    back.id = freeSection(song);
    back.name = freeName(
      song.sections.map((s) => s.name),
      section.name,
    );
    song.sections.splice(at + 1, 0, back);
    // What held before the cut holds behind it from its first bar on.
    const held = section.cues.filter((c) => c.at < startOf(section, song, bar) && !c.hit);
    const from = startOf(section, song, bar);
    takeBars(back, song, 0, bar);
    const going = held.filter((c) => (c.until ?? Infinity) > from);
    const kept = back.cues.filter((c) => !going.some((g) => g.id === c.id));
    back.cues = [
      ...going.map((cue) => {
        const { until, ...rest } = copyOf(cue);
        return { ...rest, at: 0, ...(until === undefined ? {} : { until: until - from }) };
      }),
      ...kept.filter((c) => c.at > 0 || section.cues.some((o) => o.id === c.id && o.at >= from)),
    ];
    cutToLength(section, song, bar);
    song.form = withIds(
      song.form.flatMap((entry) => {
        if (entry.section !== id) return [entry];
        return Array.from({ length: entry.repeats }, (_, pass) => passAlone(entry, pass)).flatMap((one) => [
          one,
          { ...one, section: back.id },
        ]);
      }),
    );
  });

const startOf = (section: Section, song: Song, bar: number): number =>
  sectionBars(section, song)[bar]?.start ?? 0;

/** Everything that holds at a section's first bar, said outright, in beats of its metre. */
function beginning(section: Section, song: Song): Change {
  const first = sectionBars(section, song)[0]!;
  return { bar: 0, key: first.key, metre: first.metre, tempo: inBeats(first.tempo, metreOf(first.metre)) };
}

/** What of a beginning has to be said where another section ran on. */
function needed(said: Change, after: Section, song: Song): Partial<Change> {
  const bars = sectionBars(after, song);
  const last = bars[bars.length - 1]!;
  const tempo = inQuarters(said.tempo!, metreOf(said.metre!));
  return {
    ...(said.key !== last.key && { key: said.key }),
    ...(said.metre !== last.metre && { metre: said.metre }),
    ...((Math.abs(tempo - last.tempoTo) > 1e-9 || said.metre !== last.metre) && { tempo: said.tempo }),
  };
}

const moved = <T extends { readonly start: number }>(list: readonly T[], by: number): T[] =>
  list.map((item) => ({ ...item, start: item.start + by }));

/** Two sections as one: the first with the second behind it; where parts are set otherwise there, cues say so. */
function joined(song: Song, first: Section, second: Section, id: string, name: string): Section {
  const by = barsLength(sectionBars(first, song));
  const until = by + barsLength(sectionBars(second, song));
  const chordsOf = (section: Section): readonly ChordEvent[] =>
    (section.drafts.find((d) => d.id === section.draft) ?? section.drafts[0]!).chords;
  const behind = moved(copyOf(chordsOf(second)), by).map((c) => ({ ...c, id: `${c.id}-b` }));
  const parts = [...new Set([...Object.keys(first.settings), ...Object.keys(second.settings)])];
  const cues = parts.flatMap((part) => {
    const [before, after] = [first.settings[part] ?? {}, second.settings[part] ?? {}];
    if (JSON.stringify(before) === JSON.stringify(after)) return [];
    const usual = song.parts.find((p) => p.id === part)?.settings ?? {};
    const back = Object.fromEntries(
      Object.keys(before)
        .filter((n) => !(n in after))
        .map((n) => [n, n === 'on' ? true : usual[n as keyof typeof usual]]),
    );
    return [{ id: `q-${part}`.slice(0, 40), at: by, parts: [part], settings: { ...back, ...copyOf(after) } }];
  });
  const own = Object.entries(first.partChords ?? {}).map(([part, chords]) => [
    part,
    [...copyOf(chords), ...behind],
  ]);
  const change = needed(beginning(second, song), first, song);
  const { endings: _e, partChords: _p, ...rest } = copyOf(first);
  return {
    ...rest,
    id,
    name,
    bars: first.bars + second.bars,
    changes: [
      ...rest.changes,
      ...(Object.keys(change).length || second.changes.some((c) => c.bar === 0)
        ? [{ ...second.changes.find((c) => c.bar === 0), ...change, bar: first.bars }].filter(
            (c) => Object.keys(c).length > 1,
          )
        : []),
      ...second.changes.filter((c) => c.bar > 0).map((c) => ({ ...c, bar: c.bar + first.bars })),
    ],
    ownLengths: [...rest.ownLengths, ...second.ownLengths.map((o) => ({ ...o, bar: o.bar + first.bars }))],
    drafts: rest.drafts.map((d) => ({ ...d, chords: [...d.chords, ...behind] })),
    cues: [
      ...rest.cues.map((c) => ({ ...c, until: c.until ?? by })),
      ...cues,
      ...second.cues.map((c) => ({
        ...copyOf(c),
        id: `${c.id}-b`.slice(-40),
        at: c.at + by,
        ...(c.until === undefined ? {} : { until: c.until + by }),
      })),
    ].filter((c) => c.at < until),
    ...(own.length ? { partChords: Object.fromEntries(own) as Section['partChords'] } : {}),
    ...(rest.unread || second.unread
      ? {
          unread: [...(rest.unread ?? []), ...(second.unread ?? []).map((u) => ({ ...u, at: u.at + by }))],
        }
      : {}),
  };
}

/** Makes one section of an entry of the form and the one behind it; what else plays them stays as it is. */
export const joinSections = (index: number): Edit =>
  edit('join two sections', (song) => {
    const [a, b] = [song.form[index], song.form[index + 1]];
    const first = song.sections.find((s) => s.id === a?.section);
    const second = song.sections.find((s) => s.id === b?.section);
    if (!a || !b || !first || !second) return;
    if (first.endings || second.endings) {
      throw new EditRefused(
        'Sections with first and second endings cannot be joined. Take the endings away first.',
      );
    }
    if (first.bars + second.bars > LIMITS.barsPerSection) {
      throw new EditRefused(`A section has at most ${LIMITS.barsPerSection} bars.`);
    }
    const id = freeSection(song);
    const before = passAlone(a, a.repeats - 1);
    const form = [
      ...song.form.slice(0, index),
      ...Array.from({ length: a.repeats - 1 }, (_, pass) => passAlone(a, pass)),
      { ...before, section: id },
      ...Array.from({ length: b.repeats - 1 }, (_, i) => passAlone(b, i + 1)),
      ...song.form.slice(index + 2),
    ];
    const left = new Set(form.map((e) => e.section));
    const stays = song.sections.filter((s) => left.has(s.id) || (s.id !== first.id && s.id !== second.id));
    const name = freeName(
      stays.map((s) => s.name),
      first.name,
    );
    const made = joined(song, first, second, id, name);
    const at = song.sections.findIndex((s) => s.id === first.id);
    song.sections.splice(at, 0, made as Draft<Section>);
    song.sections = song.sections.filter((s) => s.id === id || stays.some((o) => o.id === s.id));
    song.form = withIds(form) as Draft<FormEntry[]>;
  });
