/** Registers dealt out: who lies where, so that each part has its own place and the lead is heard. */
import { carriesBass, isInFront, soundsChords } from '../style/kind';
import { registerRangeBetween, type RegisterRange } from '../timeline/agreement';
import { lineSeat } from '../timeline/lineSeat';
import type { PartVoice } from '../timeline/unisonParts';
import type { SettingsSpan } from '../timeline/settings';

/** Under a lead the accompaniment keeps to this and below, MIDI number: A4; C4 at least. Without one it may go to G5. */
const UNDER_A_LEAD = 69;
const AT_LEAST = 60;
const WITHOUT = 79;
/** A lead that begins lower than this has the accompaniment above it, E3; from a third under its top to C6 at most. */
const LOW_LEAD = 52;
const UNDER_ITS_TOP = 4;
const ABOVE_A_LEAD = 84;
/** A neck reaches a little higher than voices, and to F sharp 4 at least. */
const NECK = 1;
const NECK_AT_LEAST = 66;
/** Where a bass plays a neck leaves the strings under this to it: A2. */
const ABOVE_THE_BASS = 45;
/** A lead needs this much to move in, semitones. */
const LEAD = 14;
/** A part needs this much for a voicing. */
const LEAST = 16;

const plays = ({ settingsSpans }: PartVoice): boolean => settingsSpans.some((s) => s.settings.on);
const isPartial = (stretches: readonly SettingsSpan[]): boolean =>
  stretches.every((s) => s.settings.voices < 6);
const ownRegister = (stretches: readonly SettingsSpan[]): boolean => stretches.some((s) => s.own.register);

/** Where a lead lies: on the best octaves of the instruments it plays, or where the writer has put it. */
function seatOf({ kind, settingsSpans }: PartVoice): RegisterRange {
  const seats = settingsSpans.filter((s) => s.settings.on).map(lineSeat);
  const low = Math.min(...seats.map(([from]) => from));
  const high = Math.max(...seats.map(([, to]) => to));
  return [Math.max(kind.range[0], low), Math.min(kind.range[1], high)];
}

/** The room that leads leave to the others: under the lowest of them, or above them where there is none under. */
function roomBeside(leads: readonly PartVoice[]): RegisterRange {
  if (!leads.length) return [0, WITHOUT];
  const seats = leads.map(seatOf);
  const low = Math.min(...seats.map(([from]) => from));
  const high = Math.max(...seats.map(([, to]) => to));
  if (low < LOW_LEAD) return [high - UNDER_ITS_TOP, ABOVE_A_LEAD];
  return [0, Math.max(AT_LEAST, Math.min(UNDER_A_LEAD, low))];
}

/** The room of each part; its kind's whole range where nothing is agreed, or the writer has placed it. */
export function registerRangesOf(
  players: readonly (PartVoice | null)[],
  agreed: boolean,
): (RegisterRange | null)[] {
  const playing = players.filter((p) => p !== null && plays(p)) as PartVoice[];
  const leads = playing.filter((p) => isInFront(p.kind) && p.settingsSpans.some((s) => s.settings.listens));
  const hasBass = playing.some((p) => carriesBass(p.kind));
  const accompanied = playing.some((p) => soundsChords(p.kind));
  const [floor, ceiling] = roomBeside(leads);
  return players.map((player) => {
    if (!player) return null;
    const { kind, settingsSpans } = player;
    const [low, high] = kind.range;
    const listens = settingsSpans.every((s) => s.settings.listens);
    if (!agreed || !listens || ownRegister(settingsSpans)) return kind.range;
    switch (kind.chordLayout) {
      case 'voices': {
        const from = Math.max(low, Math.min(floor, high - LEAST));
        return registerRangeBetween(from, Math.max(from + LEAST, Math.min(high, ceiling)));
      }
      case 'shapes':
        // A full strum keeps its strings; a shape of fewer is a voice among others.
        return registerRangeBetween(
          hasBass && isPartial(settingsSpans) ? Math.max(low, ABOVE_THE_BASS) : low,
          leads.length ? Math.max(NECK_AT_LEAST, ceiling + NECK) : high,
        );
      case 'none': {
        if (!isInFront(kind) || !accompanied) return kind.range;
        const [from, to] = seatOf(player);
        return registerRangeBetween(from, Math.max(to, from + LEAD));
      }
    }
  });
}
