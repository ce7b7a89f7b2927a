import { isAudible } from '@backline/core/band/audible';
import type { Mix } from '@backline/core/song/schema';
import type { StripSetup } from './desk/strip';
import { FLAT } from './filters/tone';
import type { ChannelSetup } from './score';

/** A part as far as the mix knows it. */
export interface Mixed {
  readonly id: string;
  readonly mix: Mix;
}

/** A part's strip as its mix has it. */
export const stripOfMix = ({ level, pan, room, tone, drive }: Mix): Omit<StripSetup, 'audible'> => ({
  level,
  pan,
  room,
  tone: tone ?? FLAT,
  drive: (drive ?? 0) / 100,
});

/** Channels under another mix: levels, places in the stereo picture, and who is heard. */
export const channelsWithMix = (
  channels: readonly ChannelSetup[],
  parts: readonly Mixed[],
): readonly ChannelSetup[] =>
  channels.map((channel) => {
    const part = parts.find((p) => p.id === channel.part);
    if (!part) return channel;
    return { ...channel, ...stripOfMix(part.mix), audible: isAudible(part, parts) };
  });
