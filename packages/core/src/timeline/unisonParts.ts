/** Parts of one kind that would play the same: each after the first takes another place, so that two guitars are two. */
import { derived } from '../memo/derived';
import type { KindFacts } from '../style/kind';
import { settingsAt, type Resolved, type SettingsSpan } from './settings';
import type { Ticks } from '../units/units';

/** A part's kind and what it plays through a pass. */
export interface PartVoice {
  readonly kind: KindFacts;
  readonly settingsSpans: readonly SettingsSpan[];
}

/** What two parts share where they would play the same notes. */
const WHERE = [
  'pattern',
  'register',
  'octave',
  'pace',
  'voicingType',
  'neck',
  'capo',
  'tuning',
  'variation',
] as const;

const playsAlike = (a: Resolved, b: Resolved): boolean =>
  a.on && b.on && WHERE.every((name) => a[name] === b[name]);

/** How many of those before it play as a player does at a tick. */
function nthOf(player: PartVoice, before: readonly PartVoice[], tick: Ticks): number {
  const settings = settingsAt(player.settingsSpans, tick);
  return before.filter((p) => playsAlike(settingsAt(p.settingsSpans, tick), settings)).length;
}

/** Semitones between the places of parts that play alike: a fourth, as from one string to the next. */
const APART = 5;

/** Settings at the nth place beside those of the first part. */
function moved({ chordLayout, monophonic, range }: KindFacts, settings: Resolved, nth: number): Resolved {
  const variation = settings.variation + nth;
  switch (chordLayout) {
    case 'shapes':
      return {
        ...settings,
        variation,
        neck: 'position',
        register: 40 + ((settings.register - 40 + APART * nth) % 13),
      };
    case 'voices': {
      const up = settings.register + APART * nth;
      return { ...settings, variation, register: up + 16 <= range[1] ? up : settings.register - APART * nth };
    }
    case 'none':
      return monophonic
        ? { ...settings, variation, octave: settings.octave + (nth % 2 === 1 ? 1 : 0) }
        : { ...settings, variation };
  }
}

interface UnisonParts {
  readonly player: PartVoice;
  /** Players of its kind before it: only they can play as it does. */
  readonly alike: readonly PartVoice[];
}

const stretchesApart = derived(
  ({ player, alike }: UnisonParts): readonly SettingsSpan[] =>
    player.settingsSpans.map((stretch) => {
      const nth = nthOf(player, alike, stretch.start);
      return nth === 0 ? stretch : { ...stretch, settings: moved(player.kind, stretch.settings, nth) };
    }),
  { alike: 1 },
);

/** The stretches of a part among all players of its pass, moved to a place of its own where others play alike. */
export function apart(players: readonly (PartVoice | null)[], index: number): readonly SettingsSpan[] {
  const player = players[index]!;
  const alike = players.slice(0, index).filter((p) => p?.kind === player.kind) as PartVoice[];
  return alike.length ? stretchesApart(player, 'apart', { player, alike }) : player.settingsSpans;
}
