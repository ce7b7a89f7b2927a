import { isAudible } from '@backline/core/band/audible';
import type { Band, BandPart } from '@backline/core/band/index';
import type { Guide, MasterMix, Song } from '@backline/core/song/schema';
import { USUAL_GUIDE, USUAL_MASTER } from '@backline/core/song/create';
import { tempoPoints } from '@backline/core/time/tempos';
import { FLAT } from './filters/tone';
import type { MasterSetup } from './master/setup';
import { stripOfMix } from './mix';
import { CONTROLLER, bendValue } from '@backline/core/formats/midi/controllers';
import {
  BEND,
  TRIM,
  DRUM_CHANNEL,
  FIELDS,
  GUIDE_CHANNEL,
  HAND_CHANNEL,
  type ChannelSetup,
  type Score,
} from './score';

/** A synthesizer channel for each part: the drums' own for the first percussion, others in order. */
export function channelsOf(parts: readonly Pick<BandPart, 'nature'>[]): number[] {
  let next = 0;
  let drummed = false;
  return parts.map(({ nature }) => {
    if (nature === 'percussion' && !drummed) {
      drummed = true;
      return DRUM_CHANNEL;
    }
    const channel = next++;
    if (channel < DRUM_CHANNEL) return channel;
    // Past the drums, and past what is kept for the writer's own hands and ears.
    return channel + 1 < 16 ? channel + 1 : channel + HAND_CHANNEL - 14;
  });
}

/** The master as the bus takes it. */
export const masterOf = ({ tone, gain, glue }: MasterMix = USUAL_MASTER): MasterSetup => ({
  tone,
  gain,
  glue: glue / 100,
});

/** The player's event list of a band. */
export function scoreOf(
  band: Band,
  { guide = USUAL_GUIDE, master }: Pick<Song, 'guide' | 'master'> = {},
): Score {
  const channels = channelsOf(band.parts);
  const count = band.parts.reduce((sum, part) => sum + part.notes.length, band.guide.length);
  const starts = new Int32Array(count);
  const unsorted = new Int32Array(count * FIELDS);
  let n = 0;
  const add = (channel: number, notes: Band['guide']): void => {
    for (const { start, duration, pitch, velocity } of notes) {
      starts[n] = start;
      unsorted.set([start, duration, channel, pitch, velocity], n * FIELDS);
      n++;
    }
  };
  band.parts.forEach((part, i) => add(channels[i]!, part.notes));
  add(GUIDE_CHANNEL, band.guide);
  const order = Uint32Array.from({ length: count }, (_, i) => i).sort(
    (a, b) => starts[a]! - starts[b]! || a - b,
  );
  const notes = new Int32Array(count * FIELDS);
  order.forEach((from, to) => notes.set(unsorted.subarray(from * FIELDS, (from + 1) * FIELDS), to * FIELDS));
  const tempos = tempoPoints(band.bars);
  return {
    length: band.length,
    tempos: tempos.length ? tempos : [{ tick: 0, tempo: 100 }],
    bars: band.bars.map(({ start, length, beats }) => ({ tick: start, length, beats })),
    channels: [...partChannels(band, channels), ...(band.guide.length ? [guideChannel(guide)] : [])],
    notes,
    gestures: gesturesOf(band, channels),
    master: masterOf(master),
  };
}

/** Gestures of all parts in order of time, as the channels' controllers. */
function gesturesOf(band: Band, channels: readonly number[]): Int32Array {
  const all = band.parts.flatMap((part, i) =>
    part.gestures.map(({ start, moves, value }) =>
      moves === 'bend'
        ? [start, channels[i]!, BEND, bendValue(value)]
        : moves === 'trim'
          ? [start, channels[i]!, TRIM, value * 10]
          : [start, channels[i]!, CONTROLLER[moves], value],
    ),
  );
  return Int32Array.from(all.sort((a, b) => a[0]! - b[0]!).flat());
}

const guideChannel = ({ instrument, level }: Guide): ChannelSetup => ({
  channel: GUIDE_CHANNEL,
  part: null,
  percussion: false,
  programs: [{ tick: 0, program: instrument }],
  level,
  pan: 64,
  room: 30,
  tone: FLAT,
  drive: 0,
  audible: true,
});

const partChannels = (band: Band, channels: readonly number[]): ChannelSetup[] =>
  band.parts.flatMap((part, i): ChannelSetup[] =>
    part.notes.length === 0
      ? []
      : [
          {
            channel: channels[i]!,
            part: part.id,
            percussion: part.nature === 'percussion',
            programs: [{ tick: 0, program: part.program }, ...part.programs],
            ...stripOfMix(part.mix),
            audible: isAudible(part, band.parts),
          },
        ],
  );
