import { isAudible, type Band } from '@backline/core/band/index';
import type { Guide } from '@backline/core/song/schema';
import { USUAL_GUIDE } from '@backline/core/song/create';
import { FIELDS, GUIDE_CHANNEL, type ChannelSetup, type Score } from './engine/score';

/** The player's event list of a band. */
export function scoreOf(band: Band, guide: Guide = USUAL_GUIDE): Score {
  const notes = band.parts.flatMap((part) =>
    part.notes.map((n) => [n.start, n.duration, part.channel - 1, n.pitch, n.velocity] as const),
  );
  for (const n of band.guide) notes.push([n.start, n.duration, GUIDE_CHANNEL, n.pitch, n.velocity]);
  notes.sort((a, b) => a[0] - b[0]);
  const packed = new Int32Array(notes.length * FIELDS);
  notes.forEach((note, i) => packed.set(note, i * FIELDS));
  const tempos = band.bars.flatMap((bar, i) =>
    i > 0 && band.bars[i - 1]!.tempo === bar.tempo ? [] : [{ tick: bar.start, tempo: bar.tempo }],
  );
  return {
    length: band.length,
    tempos: tempos.length ? tempos : [{ tick: 0, tempo: 100 }],
    bars: band.bars.map((bar) => ({ tick: bar.start, beats: bar.length / 480 })),
    channels: [...partChannels(band), ...(band.guide.length ? [guideChannel(guide)] : [])],
    notes: packed,
  };
}

const guideChannel = ({ instrument, level }: Guide): ChannelSetup => ({
  channel: GUIDE_CHANNEL,
  programs: [{ tick: 0, program: instrument }],
  level,
  pan: 64,
  room: 30,
  audible: true,
});

const partChannels = (band: Band): ChannelSetup[] =>
  band.parts
    .filter((part) => part.notes.length > 0)
    .map((part) => ({
      channel: part.channel - 1,
      programs: [{ tick: 0, program: part.program }, ...part.programs],
      level: part.mix.level,
      pan: part.mix.pan,
      room: part.mix.room,
      audible: isAudible(part, band.parts),
    }));
