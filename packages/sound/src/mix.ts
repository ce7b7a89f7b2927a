import { isAudible } from '@backline/core/band/audible';
import type { Mix } from '@backline/core/song/schema';
import type { ChannelSetup } from './score';

/** A part as far as the mix knows it. */
export interface Mixed {
  readonly id: string;
  readonly mix: Mix;
}

/** Channels under another mix: levels, places in the stereo picture, and who is heard. */
export const channelsWithMix = (
  channels: readonly ChannelSetup[],
  parts: readonly Mixed[],
): readonly ChannelSetup[] =>
  channels.map((channel) => {
    const part = parts.find((p) => p.id === channel.part);
    if (!part) return channel;
    const { level, pan, room } = part.mix;
    return { ...channel, level, pan, room, audible: isAudible(part, parts) };
  });
