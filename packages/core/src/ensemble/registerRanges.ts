/** Registers dealt out: who lies where, so that each part has its own place and the lead is heard. */
import { carriesBass, isInFront, soundsChords } from '../style/kind';
import { registerRangeBetween, type RegisterRange } from '../timeline/agreement';
import type { PartVoice } from '../timeline/unisonParts';
import type { SettingsSpan } from '../timeline/settings';

/** Under a lead the accompaniment keeps to this and below, MIDI number: A4. Without one it may go to G5. */
const UNDER_A_LEAD = 69;
const WITHOUT = 79;
/** Where a bass plays a neck leaves the strings under this to it: A2. */
const ABOVE_THE_BASS = 45;
/** A lead needs this much above where it begins, semitones. */
const LEAD = 14;
/** A part needs this much for a voicing. */
const LEAST = 16;

const plays = ({ settingsSpans }: PartVoice): boolean => settingsSpans.some((s) => s.settings.on);
const isPartial = (stretches: readonly SettingsSpan[]): boolean =>
  stretches.every((s) => s.settings.voices < 6);
const ownRegister = (stretches: readonly SettingsSpan[]): boolean => stretches.some((s) => s.own.register);

/** The room of each part; its kind's whole range where nothing is agreed, or the writer has placed it. */
export function registerRangesOf(
  players: readonly (PartVoice | null)[],
  agreed: boolean,
): (RegisterRange | null)[] {
  const playing = players.filter((p) => p !== null && plays(p)) as PartVoice[];
  const hasLead = playing.some((p) => isInFront(p.kind) && p.settingsSpans.some((s) => s.settings.listens));
  const hasBass = playing.some((p) => carriesBass(p.kind));
  const accompanied = playing.some((p) => soundsChords(p.kind));
  const ceiling = hasLead ? UNDER_A_LEAD : WITHOUT;
  return players.map((player) => {
    if (!player) return null;
    const { kind, settingsSpans } = player;
    const [low, high] = kind.range;
    const listens = settingsSpans.every((s) => s.settings.listens);
    if (!agreed || !listens || ownRegister(settingsSpans)) return kind.range;
    switch (kind.chordLayout) {
      case 'voices':
        return registerRangeBetween(low, Math.max(low + LEAST, Math.min(high, ceiling)));
      case 'shapes':
        // A full strum keeps its strings; a shape of fewer is a voice among others.
        return registerRangeBetween(
          hasBass && isPartial(settingsSpans) ? Math.max(low, ABOVE_THE_BASS) : low,
          hasLead ? ceiling + 3 : high,
        );
      case 'none':
        return isInFront(kind) && accompanied
          ? registerRangeBetween(Math.min(high - LEAD, Math.max(low, ceiling + 1)), high)
          : kind.range;
    }
  });
}
