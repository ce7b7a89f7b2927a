import { isAudible } from '@backline/core/band/audible';
import { USUAL_MASTER } from '@backline/core/song/create';
import type { MasterMix, Mix } from '@backline/core/song/schema';
import type { StripSetup } from './strip';
import { FLAT } from '../filters/tone';
import type { MasterSetup } from '../master/setup';
import type { ChannelSetup } from '../score/score';

/** A part as far as the mix knows it. */
export interface MixedPart {
  readonly id: string;
  readonly mix: Mix;
}

/** A part's strip as its mix has it. */
export const stripOfMix = ({
  level,
  pan,
  reverbSend,
  tone,
  drive,
}: Mix): Omit<StripSetup, 'audible' | 'spread'> => ({
  level,
  pan,
  reverbSend,
  tone: tone ?? FLAT,
  drive: (drive ?? 0) / 100,
});

/** The master as the bus takes it. */
export const masterOf = ({ tone, gain, glue }: MasterMix = USUAL_MASTER): MasterSetup => ({
  tone,
  gain,
  glue: glue / 100,
});

/** Channels under another mix: levels, places in the stereo picture, and who is heard. */
export const channelsWithMix = (
  channels: readonly ChannelSetup[],
  parts: readonly MixedPart[],
): readonly ChannelSetup[] =>
  channels.map((channel) => {
    const part = parts.find((p) => p.id === channel.part);
    if (!part) return channel;
    return { ...channel, ...stripOfMix(part.mix), audible: isAudible(part, parts) };
  });
