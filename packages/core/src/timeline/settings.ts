import type { ChordEvent, Groove, Part, Section, Settings, Song } from '../song/schema';
import { MIX_OFFSETS, type Lifted, type MixOffsetName } from '../song/choices';
import { type SETTINGS, SETTING_NAMES, settingOf, type Decided } from '../song/settings/index';
import type { KindFacts } from '../style/kind';
import type { Pattern } from '../style/pattern';
import type { Style } from '../style/schema';
import type { Occurrence } from './occurrences';
import type { Ticks } from '../units/units';

/** Musical settings with every value decided, as a generator needs them; how it is mixed is no matter of notes. */
type Musical = {
  readonly [K in keyof typeof SETTINGS as K extends 'groove' | MixOffsetName ? never : K]: Decided<K>;
};
/** Settings of a part in which nothing is open any more. */
export type Resolved = Readonly<Required<Groove>> & Musical;

/** What holds where nothing has been set, not even by the kind of part. */
const NEUTRAL = Object.fromEntries(
  SETTING_NAMES.filter((name) => name !== 'groove' && settingOf(name).moves !== 'mix').map((name) => [
    name,
    settingOf(name).neutral,
  ]),
) as Musical;

/** Lays settings over one another, weakest first; what a layer leaves out shows through. */
export function overlay(layers: readonly (Settings | undefined)[]): Settings {
  const result: Settings = {};
  for (const layer of layers) {
    if (!layer) continue;
    const groove = { ...result.groove, ...layer.groove };
    Object.assign(result, layer);
    if (Object.keys(groove).length) result.groove = groove;
  }
  return result;
}

/**
 * Decided settings with others over them that say how a line is played: whether it plays at all, and by which pattern,
 * stays.
 */
export function withSettings(resolved: Resolved, over: Settings): Resolved {
  const { groove, on: _on, pattern: _pattern, ...others } = musicalOf(over);
  return { ...resolved, ...others, ...groove };
}

/** What of settings is musical: all but how a part is mixed. */
function musicalOf(settings: Settings): Omit<Settings, MixOffsetName> {
  const musical = { ...settings };
  for (const name of MIX_OFFSETS) delete musical[name];
  return musical;
}

/** The patterns a kind of part has in a style: the style's own, else the kind's plain ones. */
export const patternsOf = (kind: KindFacts, style: Style): readonly Pattern[] =>
  style.parts[kind.id]?.patterns ?? kind.plain;

/** All that a kind of part can play in a style: the style's own patterns first, then the rest of the library. */
export function patternsAtHand(kind: KindFacts, style: Style): readonly Pattern[] {
  const own = patternsOf(kind, style);
  const ids = new Set(own.map((p) => p.id));
  return [...own, ...(kind.library ?? []).filter((p) => !ids.has(p.id))];
}

/** A pattern by its id: the style's own, or one of the library; an id that nobody has gives the style's first choice. */
export function patternOf(kind: KindFacts, style: Style, id: string | undefined): Pattern {
  const patterns = patternsOf(kind, style);
  const voice = style.parts[kind.id];
  const wanted = id === undefined ? undefined : (voice?.formerIds?.[id] ?? id);
  const by = (all: readonly Pattern[], one: string | undefined) => all.find((p) => p.id === one);
  return (
    by(patterns, wanted) ??
    by(kind.library ?? [], wanted) ??
    by(patterns, voice?.settings.pattern) ??
    patterns[0]!
  );
}

/** Whether a part of a kind can play by a pattern: by its own id or the one it had before. */
export const hasPattern = (kind: KindFacts, style: Style, id: string): boolean =>
  patternOf(kind, style, id).id === (style.parts[kind.id]?.formerIds?.[id] ?? id);

/**
 * The one place where a part's settings are resolved, weakest to strongest:
 * kind, style, song's part, section, pass, cue.
 */
export function resolveSettings(
  kind: KindFacts,
  style: Style,
  song: Pick<Song, 'groove' | 'together'>,
  part: Pick<Part, 'settings'>,
  layers: readonly (Settings | undefined)[],
  section?: Pick<Section, 'together'>,
): Resolved {
  const telling = section?.together?.repeatVariation ?? song.together?.repeatVariation;
  const set = overlay([
    kind.defaults,
    style.parts[kind.id]?.settings,
    telling && { repeatVariation: telling },
    part.settings,
    ...layers,
  ]);
  const { groove: own, ...others } = musicalOf(set);
  const groove = { ...style.groove, ...song.groove, ...own };
  return {
    ...NEUTRAL,
    ...others,
    pattern: patternOf(kind, style, set.pattern).id,
    swing: groove.swing,
    unit: groove.unit,
    lateness: groove.lateness,
    strength: groove.strength,
  };
}

/** A run of ticks of a pass over which one part's settings do not change, with the pattern it plays by. */
export interface SettingsSpan<P extends Pattern = Pattern> {
  readonly start: Ticks;
  readonly end: Ticks;
  readonly settings: Resolved;
  readonly pattern: P;
  /** What the writer has set for the part: its register anywhere, its pace, its density in this section or for less. */
  readonly own: { readonly register: boolean; readonly pace: boolean; readonly density: boolean };
  /** Of what can be lifted: what the writer has set for the section or for less, and so stays. */
  readonly exact: readonly Lifted[];
  /** Where all that it plays is one stroke: the tick of the stroke. Null where it plays on. */
  readonly hit: number | null;
}

/** True where two settings are alike in every value. */
const isSame = (a: Resolved, b: Resolved): boolean =>
  (Object.keys(a) as (keyof Resolved)[]).every((name) => a[name] === b[name]);

const isAlike = (a: SettingsSpan, b: Omit<SettingsSpan, 'pattern'>): boolean =>
  a.own.register === b.own.register &&
  a.own.density === b.own.density &&
  a.hit === b.hit &&
  isSame(a.settings, b.settings);

/** Spans of which neighbours that are played alike are one: a cue that changes nothing cuts nothing. */
export function joinedSpans(spans: readonly SettingsSpan[]): readonly SettingsSpan[] {
  if (!spans.some((span, i) => i > 0 && isAlike(spans[i - 1]!, span))) return spans;
  const joined: SettingsSpan[] = [];
  for (const span of spans) {
    const before = joined[joined.length - 1];
    if (before && isAlike(before, span)) joined[joined.length - 1] = { ...before, end: span.end };
    else joined.push(span);
  }
  return joined;
}

const MOVED: readonly (readonly [keyof Settings, Lifted])[] = [
  ['density', 'density'],
  ['dynamics', 'dynamics'],
  ['register', 'register'],
  ['octave', 'register'],
  ['spread', 'spread'],
  ['on', 'parts'],
];

/** What the writer has set for a section or for less, and so stays as it is set where the section is lifted. */
export const exactOf = (layers: readonly (Settings | undefined)[]): readonly Lifted[] => [
  ...new Set(MOVED.flatMap(([name, what]) => (layers.some((l) => l?.[name] !== undefined) ? [what] : []))),
];

/** Whether a part's pace is the writer's: said anywhere, or a pattern chosen for the section or for less. */
export const hasOwnPace = (part: Settings, layers: readonly (Settings | undefined)[]): boolean =>
  [part, ...layers].some((l) => l?.pace !== undefined) || layers.some((l) => l?.pattern !== undefined);

/** What is set for single chords, as a cue is set for a stretch of ticks. */
const chordLayers = (chords: readonly ChordEvent[], part: string) =>
  chords.flatMap(({ start, length, settings }) => {
    const own: Settings | undefined = settings?.[part];
    return own ? [{ at: start, until: start + length, settings: own }] : [];
  });

interface Held {
  readonly at: number;
  readonly until?: number | undefined;
}

const holdsAt = (held: Held, tick: Ticks): boolean => held.at <= tick && (held.until ?? Infinity) > tick;

/** Settings of a part through a pass, cut at its cues and chords. A cue holds until its end or the end of the pass. */
export function settingsSpansOf(
  kind: KindFacts,
  style: Style,
  song: Song,
  part: Part,
  occurrence: Pick<Occurrence, 'section' | 'settings' | 'length' | 'cues' | 'chords'>,
): SettingsSpan[] {
  const cues = occurrence.cues.filter((cue) => cue.parts.includes(part.id)).sort((a, b) => a.at - b.at);
  const chords = chordLayers(occurrence.chords, part.id);
  const section = occurrence.section.settings[part.id];
  const own = occurrence.settings[part.id];
  const turns = [
    0,
    occurrence.length,
    ...[...cues, ...chords].flatMap((c) => [c.at, c.until ?? occurrence.length]),
  ];
  const starts = [...new Set(turns)].filter((tick) => tick <= occurrence.length).sort((a, b) => a - b);
  const stretches: SettingsSpan[] = [];
  for (let i = 0; i + 1 < starts.length; i++) {
    const start = starts[i]!;
    const end = starts[i + 1]!;
    const held = cues.filter((cue) => holdsAt(cue, start));
    const less = [...held, ...chords.filter((c) => holdsAt(c, start))];
    const layers = [section, own, ...less.map((c) => c.settings)];
    const settings = resolveSettings(kind, style, song, part, layers, occurrence.section);
    stretches.push({
      start,
      end,
      settings,
      own: {
        register: [part.settings, ...layers].some(
          (l) => l?.register !== undefined || l?.octave !== undefined,
        ),
        pace: hasOwnPace(part.settings, layers),
        density: layers.some((l) => l?.density !== undefined),
      },
      exact: exactOf(layers),
      hit: held.findLast((cue) => cue.hit)?.at ?? null,
      pattern: patternOf(kind, style, settings.pattern),
    });
  }
  return stretches;
}

/** The stretch that holds at a tick of the pass. */
export function settingsSpanAt<P extends Pattern>(
  stretches: readonly SettingsSpan<P>[],
  tick: Ticks,
): SettingsSpan<P> {
  let found = stretches[0]!;
  for (const stretch of stretches) if (stretch.start <= tick) found = stretch;
  return found;
}

/** The settings that hold at a tick of the pass. */
export const settingsAt = (stretches: readonly SettingsSpan[], tick: Ticks): Resolved =>
  settingsSpanAt(stretches, tick).settings;
