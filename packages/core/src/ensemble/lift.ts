/** What a lift does to a player: how full, how strong, how high and how wide it plays, and whether it plays at all. */
import { derived } from '../memo/derived';
import { DYNAMICS, type Lifted } from '../song/choices';
import type { Lift } from '../song/schema';
import type { KindFacts } from '../style/kind';
import type { PartVoice } from '../timeline/unisonParts';
import type { Resolved } from '../timeline/settings';

/** Steps of density and dynamics at a lift of 1, 2 and 3. */
const STEPS = [0, 1, 1, 2] as const;
/** Semitones up, and wider between the tones of a voicing, for each step of a lift. */
const HIGHER = 2;
const WIDER = 0.75;
/** From this calm on, those who adorn rest; from the next on, those who accompany beside the chords. */
const THINS = -2;
const THINNEST = -3;
/** From this lift on, those come in who rest through the song. */
const FILLS = 2;

/** Steps of density and dynamics that a lift moves by. */
export const stepsOf = (by: number): number => Math.sign(by) * (STEPS[Math.abs(by)] ?? 0) || 0;
/**
 * How much higher a lifted section is played, semitones; below 0 where it is calmed.
 * @param by steps of lift, −3 to 3.
 */
export const semitonesOf = (by: number): number => HIGHER * by;
/**
 * How much wider its chords are laid out, semitones between neighbours.
 * @param by steps of lift, −3 to 3.
 */
export const spreadOffset = (by: number): number => WIDER * by;

const within = (value: number, low: number, high: number): number => Math.max(low, Math.min(high, value));

/** Whether a part of a kind rests for a section so calm. */
export const restsAt = ({ leaves }: Pick<KindFacts, 'leaves'>, by: number): boolean =>
  (by <= THINS && leaves === 'first') || (by <= THINNEST && leaves === 'second');

/** Whether who rests through the song comes in for a section lifted so far. */
export const comesInAt = (by: number): boolean => by >= FILLS;

/** Settings as a lift moves them, but for what is exact. */
export function liftedSettings(
  kind: KindFacts,
  settings: Resolved,
  exact: readonly Lifted[],
  { by, without = [] }: Lift,
): Resolved {
  const moves = (what: Lifted): boolean => !without.includes(what) && !exact.includes(what);
  const steps = stepsOf(by);
  const dynamics = DYNAMICS.indexOf(settings.dynamics) + steps;
  const on = settings.on ? !restsAt(kind, by) : comesInAt(by);
  return {
    ...settings,
    ...(moves('density') ? { density: within(settings.density + steps, 1, 5) } : {}),
    ...(moves('dynamics') ? { dynamics: DYNAMICS[within(dynamics, 0, DYNAMICS.length - 1)]! } : {}),
    ...(moves('register') ? { register: within(settings.register + semitonesOf(by), 23, 84) } : {}),
    ...(moves('spread') ? { spread: within(settings.spread + spreadOffset(by), 2, 12) } : {}),
    ...(moves('parts') ? { on } : {}),
  };
}

const playerLifted = derived(
  ({ player: { kind, settingsSpans }, lift }: { player: PartVoice; lift: Lift }): PartVoice => ({
    kind,
    settingsSpans: settingsSpans.map((s) => ({
      ...s,
      settings: liftedSettings(kind, s.settings, s.exact, lift),
    })),
  }),
);

/** A player in a section that is lifted; what the writer has set there stays as it is set. Null stays null. */
export function liftedBy(player: PartVoice | null, lift: Lift | null): PartVoice | null {
  if (!player || !lift || lift.by === 0) return player;
  return playerLifted(player, 'lifted', { player, lift });
}
