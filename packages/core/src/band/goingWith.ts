/** Parts that go with another, as that is really played: only where it rests, or as a second line to it. */
import { derived } from '../memo/derived';
import { RESTS_IN_GAPS, restsOf } from '../parts/lines/gaps';
import { DYNAMIC_VELOCITY, type Note } from '../parts/note';
import { secondLine } from '../parts/secondLine';
import type { KeptTakeNote } from '../song/takeSchema';
import { isInFront } from '../style/kind';
import type { Region } from '../timeline/region';
import type { SettingsSpan } from '../timeline/settings';
import type { Stretch } from '../timeline/stretches';
import type { TakePlayed } from '../timeline/takesPlayed';
import type { MidiNote, Velocity } from '../units/units';
import type { RegionEvents } from './playRegion';

/** What another part plays in the same playing. */
export interface HeardPart {
  readonly id: string;
  readonly events: readonly RegionEvents[];
}

/** A playing of a part that goes with others. */
export interface BesideOthers {
  /** With the gaps in which alone it plays by its pattern. */
  readonly region: Region;
  /** What it plays as a second line, as if it were takes; in order. */
  readonly lines: readonly TakePlayed[];
}

/** Parts with which one goes in a playing, each once; none where it goes its own way. */
export const goesWithIn = ({ settingsSpans }: Region): readonly string[] => [
  ...new Set(settingsSpans.flatMap(({ settings }) => settings.goesWith ?? [])),
];

const asHeard = (id: string, events: readonly RegionEvents[]): HeardPart => ({ id, events });
const heardPart = derived(({ id, events }: HeardPart): HeardPart => asHeard(id, events));

/** A part as it is heard in a playing; the very same where it plays the same. */
export const heard = (region: Region, id: string, events: readonly RegionEvents[]): HeardPart =>
  heardPart(region, id, { id, events });

/** Stretches that follow each other without a break are one. */
function joined(stretches: readonly Stretch[]): Stretch[] {
  const all: Stretch[] = [];
  for (const stretch of stretches) {
    const before = all[all.length - 1];
    if (before?.to === stretch.from) all[all.length - 1] = { from: before.from, to: stretch.to };
    else all.push(stretch);
  }
  return all;
}

/** As strong as it is set, where the other is struck as usual. */
const asStrong = (velocity: Velocity, { settings }: SettingsSpan): Velocity =>
  Math.max(1, Math.min(127, velocity + DYNAMIC_VELOCITY[settings.dynamics] - DYNAMIC_VELOCITY.mf));

/** A second line through a stretch, as a take would have it: its times are those of the line it goes with. */
function lineIn(
  { kind, spans }: Region,
  stretch: SettingsSpan,
  { events }: HeardPart,
  low: MidiNote,
  high: MidiNote,
): TakePlayed {
  const { start: from, end: to, settings } = stretch;
  const { goesHow, octave } = settings;
  const earliest = from === 0 ? -Infinity : from;
  const notes = events
    .flatMap((one) => one.notes)
    .filter(({ start }) => start >= earliest && start < to)
    .map(({ start, duration, length, pitch, velocity, noteFunction }): Note => ({
      start,
      duration,
      written: length,
      pitch: pitch + 12 * octave,
      velocity: asStrong(velocity, stretch),
      noteFunction,
      span: -1,
    }))
    .sort((a, b) => a.start - b.start);
  const own =
    goesHow === 'in its gaps' || !kind.pitched ? [] : secondLine(notes, spans, goesHow, [low, high]);
  return {
    from,
    to,
    notes: own.map(({ start, duration, written, pitch, velocity, noteFunction }): KeptTakeNote => [
      start,
      duration,
      written ?? duration,
      pitch,
      velocity,
      noteFunction,
    ]),
    chords: spans.map(({ start, anticipation, symbol }) => [start - anticipation, symbol]),
    played: true,
    settings: {},
  };
}

/** Where alone it plays by its pattern: in the gaps of whom it goes with, and throughout where it goes with nobody. */
const gapsIn = (
  { settingsSpans }: Region,
  ledBy: (stretch: SettingsSpan) => HeardPart | null,
): readonly Stretch[] =>
  joined(
    settingsSpans.flatMap((stretch, i): readonly Stretch[] => {
      const { start: from, end: to, settings } = stretch;
      const led = ledBy(stretch);
      if (led && settings.goesHow === 'in its gaps')
        return restsOf(
          led.events.flatMap(({ notes }) => notes),
          { from, to },
        );
      // What leads up to a playing begins before it.
      return [{ from: i === 0 ? -Infinity : from, to: i === settingsSpans.length - 1 ? Infinity : to }];
    }),
  );

const besideOf = derived(
  ({ region, parts }: { readonly region: Region; readonly parts: readonly HeardPart[] }): BesideOthers => {
    const { settingsSpans, kind } = region;
    const ledBy = ({ settings }: SettingsSpan): HeardPart | null =>
      parts.find(({ id }) => id === settings.goesWith) ?? null;
    const fills = (stretch: SettingsSpan): boolean =>
      ledBy(stretch) !== null && stretch.settings.goesHow === 'in its gaps';
    const [low, high] = kind.range;
    const lines = settingsSpans.flatMap((stretch): TakePlayed[] => {
      const led = ledBy(stretch);
      return !led || fills(stretch) || !stretch.settings.on ? [] : [lineIn(region, stretch, led, low, high)];
    });
    if (!settingsSpans.some(fills)) return { region, lines };
    const spans = settingsSpans.map((stretch) =>
      fills(stretch) && isInFront(kind) && stretch.settings.space === null
        ? { ...stretch, settings: { ...stretch.settings, space: RESTS_IN_GAPS } }
        : stretch,
    );
    return { region: { ...region, settingsSpans: spans, gaps: gapsIn(region, ledBy) }, lines };
  },
  { parts: 1 },
);

/** A playing of a part beside others that are heard in it; the very same where all of them play the same. */
export const besideOthers = (region: Region, parts: readonly HeardPart[]): BesideOthers =>
  besideOf(region, 'beside', { region, parts });
