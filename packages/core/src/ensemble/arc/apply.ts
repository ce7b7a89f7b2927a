/** Players as the arc has them; what the writer has set for a section or for less stays as it is set. */
import { derived } from '../../memo/derived';
import type { Lifted } from '../../song/choices';
import type { PartArc } from '../../timeline/agreement';
import type { Resolved } from '../../timeline/settings';
import type { PartVoice } from '../../timeline/unisonParts';

/** What of a part is the writer's own in a place. */
interface Own {
  readonly exact: readonly Lifted[];
  readonly pace: boolean;
}

/**
 * Settings as the arc moves them, but for what is the writer's own; who keeps to itself, or repeats exactly, is left
 * alone, and who goes with another part does not rest of itself.
 */
export function arcedSettings(settings: Resolved, { exact, pace }: Own, arc: PartArc): Resolved {
  if (!settings.listens || settings.repeatVariation === 'exactly') return settings;
  const density = Math.max(1, Math.min(5, settings.density + arc.density));
  return {
    ...settings,
    ...(exact.includes('parts') || settings.goesWith !== null ? {} : { on: settings.on && !arc.rests }),
    ...(exact.includes('density') ? {} : { density }),
    ...(pace || !arc.halfTime ? {} : { pace: 'half time' as const }),
  };
}

const playerArced = derived(
  ({
    player: { kind, settingsSpans },
    rests,
    density,
    halfTime,
  }: { player: PartVoice } & PartArc): PartVoice => ({
    kind,
    settingsSpans: settingsSpans.map((s) => ({
      ...s,
      settings: arcedSettings(s.settings, { exact: s.exact, pace: s.own.pace }, { rests, density, halfTime }),
    })),
  }),
);

/** A player as the arc has it; the very same where it asks nothing of it. */
export const arced = (player: PartVoice, arc: PartArc): PartVoice =>
  arc.rests || arc.density !== 0 || arc.halfTime ? playerArced(player, 'arc', { player, ...arc }) : player;
