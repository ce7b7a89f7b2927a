import type { Part, Settings, Song } from '../song/schema';
import type { Style } from '../style/schema';
import type { Pass } from './passes';
import type { Dynamics } from '../song/kinds';
import type { Dressing } from '../theory/dress';
import type { Neck } from '../voicing/guitar/path';
import type { TuningName } from '../voicing/guitar/tunings';
import type { Manner } from '../voicing/manner';

/** Settings with every value decided, as a generator needs them. */
export interface Resolved {
  readonly on: boolean;
  readonly pattern: string;
  readonly density: number;
  readonly dynamics: Dynamics;
  readonly register: number;
  readonly spread: number;
  readonly voices: number;
  readonly manner: Manner;
  readonly richness: Dressing;
  readonly hands: 'both' | 'left' | 'right';
  readonly tuning: TuningName;
  readonly capo: number;
  readonly neck: Neck;
  readonly instrument: number;
  readonly octave: number;
  readonly strum: number;
  readonly atChange: 'restart' | 'carry on' | 'as the pattern';
  readonly swing: number;
  readonly unit: 'eighth' | 'sixteenth';
  readonly timing: number;
  readonly strength: number;
  readonly variation: number;
}

/** What holds where nothing has been set, not even by the style. */
const NEUTRAL: Omit<Resolved, 'pattern' | 'swing' | 'unit' | 'timing' | 'strength'> = {
  on: true,
  density: 3,
  dynamics: 'mf',
  register: 48,
  spread: 4,
  voices: 4,
  manner: 'free',
  richness: 'as written',
  hands: 'both',
  tuning: 'standard',
  capo: 0,
  neck: 'position',
  instrument: 0,
  octave: 0,
  strum: 30,
  atChange: 'as the pattern',
  variation: 0,
};

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
 * The one place where a part's settings are resolved, weakest to strongest:
 * style, song's part, section, pass, cue.
 */
export function resolveSettings(
  style: Style,
  song: Pick<Song, 'groove'>,
  part: Pick<Part, 'kind' | 'settings'>,
  layers: readonly (Settings | undefined)[],
): Resolved {
  const voice = style.parts[part.kind];
  const set = overlay([voice.settings, part.settings, ...layers]);
  const { groove: own, ...others } = set;
  const groove = { ...style.groove, ...song.groove, ...own };
  const known = voice.patterns.some((p) => p.id === set.pattern);
  return {
    ...NEUTRAL,
    ...others,
    pattern: known ? set.pattern! : voice.patterns[0]!.id,
    swing: groove.swing,
    unit: groove.unit,
    timing: groove.timing,
    strength: groove.strength,
  };
}

/** A run of ticks of a pass over which one part's settings do not change. */
export interface Stretch {
  readonly start: number;
  readonly end: number;
  readonly settings: Resolved;
}

/** True where two settings are alike in every value. */
const isSame = (a: Resolved, b: Resolved): boolean =>
  (Object.keys(a) as (keyof Resolved)[]).every((name) => a[name] === b[name]);

/** Settings of a part through a pass, cut at its cues. A cue holds until the pass ends. */
export function stretchesOf(style: Style, song: Song, part: Part, pass: Pass): Stretch[] {
  const cues = pass.section.cues
    .filter((cue) => cue.part === part.id && cue.bar < pass.bars.length)
    .sort((a, b) => a.bar - b.bar);
  const base = [pass.section.settings[part.id], pass.settings[part.id]];
  const starts = [0, ...cues.map((cue) => pass.bars[cue.bar]!.start), pass.length];
  const stretches: Stretch[] = [];
  for (let i = 0; i + 1 < starts.length; i++) {
    if (starts[i] === starts[i + 1]) continue;
    const layers = [...base, ...cues.slice(0, i).map((cue) => cue.settings)];
    const settings = resolveSettings(style, song, part, layers);
    const before = stretches[stretches.length - 1];
    // A cue that changes nothing cuts nothing.
    if (before && isSame(before.settings, settings)) {
      stretches[stretches.length - 1] = { ...before, end: starts[i + 1]! };
      continue;
    }
    stretches.push({ start: starts[i]!, end: starts[i + 1]!, settings });
  }
  return stretches;
}

/** The settings that hold at a tick of the pass. */
export function settingsAt(stretches: readonly Stretch[], tick: number): Resolved {
  let found = stretches[0]!;
  for (const stretch of stretches) if (stretch.start <= tick) found = stretch;
  return found.settings;
}

/** Settings a part has in a section before its cues: what the Form and Band screens show. */
export const sectionSettings = (style: Style, song: Song, part: Part, sectionId: string): Resolved => {
  const section = song.sections.find((s) => s.id === sectionId);
  return resolveSettings(style, song, part, [section?.settings[part.id]]);
};
