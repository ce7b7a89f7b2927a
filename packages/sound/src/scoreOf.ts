import { isAudible } from '@backline/core/band/audible';
import type { Band, BandPart } from '@backline/core/band/index';
import type { BandNote } from '@backline/core/band/bandNote';
import { isMixed } from '@backline/core/song/choices';
import type { Guide, Song } from '@backline/core/song/schema';
import { USUAL_GUIDE } from '@backline/core/song/create';
import { tempoMap, type TempoMap } from '@backline/core/time/tempo';
import { tempoPoints } from '@backline/core/time/tempos';
import { PPQ } from '@backline/core/time/ticks';
import { FLAT } from './filters/tone';
import { masterOf, stripOfMix } from './mix';
import { KIT_SPREAD, spreadOf } from './shipped';
import { isPicked, strokesOf } from './strokes';
import { CONTROLS, DEAD, MANNERS, mannerOf, programIn, type Manner } from './touches';
import { CONTROLLER, bendValue } from '@backline/core/formats/midi/controllers';
import {
  BEND,
  STRIP,
  DRUM_CHANNEL,
  FIELDS,
  GUIDE_CHANNEL,
  HAND_CHANNEL,
  type ChannelSetup,
  type Score,
  toStrip,
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

/** Channels beyond those of parts and of the writer's hands: the first one for manners of touch. */
const FIRST_OF_MANNERS = 40;

/** The channels of a part: one for each manner in which it is touched. */
type PartChannels = Readonly<Partial<Record<Manner, number>>>;

/** A second and third channel only for parts that touch notes so. */
function mannersOf({ parts }: Band, channels: readonly number[]): PartChannels[] {
  let next = FIRST_OF_MANNERS;
  return parts.map(({ nature, notes }, i) => {
    const own: Partial<Record<Manner, number>> = { plain: channels[i]! };
    if (nature === 'percussion') return own;
    for (const note of notes) own[mannerOf(note)] ??= next++;
    return own;
  });
}

/** The player's event list of a band. */
export function scoreOf(
  band: Band,
  { guide = USUAL_GUIDE, master }: Pick<Song, 'guide' | 'master'> = {},
): Score {
  const channels = mannersOf(band, channelsOf(band.parts));
  const points = tempoPoints(band.bars);
  const tempos = points.length ? points : [{ tick: 0, tempo: 100 }];
  return {
    length: band.length,
    tempos,
    bars: band.bars.map(({ start, length, beats }) => ({ tick: start, length, beats })),
    channels: [...partChannels(band, channels), ...(band.guide.length ? [guideChannel(guide)] : [])],
    notes: notesOf(band, channels, tempoMap(tempos)),
    gestures: gesturesOf(band, channels),
    master: masterOf(master),
  };
}

/** Notes of all parts and of the guide in order of time. */
function notesOf(band: Band, channels: readonly PartChannels[], tempo: TempoMap): Int32Array {
  const noises = band.parts.map(({ program, programs, notes }) =>
    [program, ...programs.map((p) => p.program)].every(isPicked) ? strokesOf(notes) : [],
  );
  const count = band.parts.reduce(
    (sum, part, i) => sum + part.notes.length + noises[i]!.length,
    band.guide.length,
  );
  const starts = new Int32Array(count);
  const unsorted = new Int32Array(count * FIELDS);
  let n = 0;
  type Sounded = Pick<BandNote, 'start' | 'duration' | 'pitch' | 'velocity' | 'touch'>;
  const add = (channel: number, { start, duration, pitch, velocity, touch }: Sounded): void => {
    starts[n] = start;
    const sounds = touch === 'dead' ? Math.min(duration, deadTicks(tempo, start)) : duration;
    unsorted.set([start, sounds, channel, pitch, velocity], n * FIELDS);
    n++;
  };
  band.parts.forEach((part, i) => {
    const own = channels[i]!;
    for (const note of part.notes) add(own[mannerOf(note)] ?? own.plain!, note);
    for (const noise of noises[i]!) add(own.plain!, noise);
  });
  for (const note of band.guide) add(GUIDE_CHANNEL, note);
  const order = Uint32Array.from({ length: count }, (_, i) => i).sort(
    (a, b) => starts[a]! - starts[b]! || a - b,
  );
  const notes = new Int32Array(count * FIELDS);
  order.forEach((from, to) => notes.set(unsorted.subarray(from * FIELDS, (from + 1) * FIELDS), to * FIELDS));
  return notes;
}

const deadTicks = (tempo: TempoMap, at: number): number =>
  Math.max(1, Math.round((tempo.tempoAt(at) * PPQ * DEAD) / 60_000));

/** Gestures of all parts in order of time, as the channels' controllers. */
function gesturesOf(band: Band, channels: readonly PartChannels[]): Int32Array {
  const all: number[][] = [];
  band.parts.forEach((part, i) => {
    const own = channels[i]!;
    for (const manner of MANNERS) {
      const channel = own[manner];
      if (channel === undefined) continue;
      for (const [controller, value] of CONTROLS[manner]) all.push([0, channel, controller, value]);
    }
    for (const { start, moves, value } of part.gestures) {
      // A bend is for the bent alone, and damped strings stay as dark as they are.
      if (moves === 'bend') all.push([start, own.bent ?? own.plain!, BEND, bendValue(value)]);
      else {
        for (const manner of MANNERS) {
          const channel = own[manner];
          if (channel === undefined || (manner === 'damped' && moves === 'brightness')) continue;
          // The strip is one for all of them: told by one alone, the others would set it back after a jump.
          all.push(
            isMixed(moves)
              ? [start, channel, STRIP[moves], toStrip(moves, value)]
              : [start, channel, CONTROLLER[moves], value],
          );
        }
      }
    }
  });
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
  spread: spreadOf(instrument),
  audible: true,
});

const partChannels = (band: Band, channels: readonly PartChannels[]): ChannelSetup[] =>
  band.parts.flatMap((part, i) => {
    if (part.notes.length === 0) return [];
    const spread = part.nature === 'percussion' ? KIT_SPREAD : spreadOf(part.program);
    const strip = { ...stripOfMix(part.mix), spread, audible: isAudible(part, band.parts) };
    return MANNERS.flatMap((manner): ChannelSetup[] => {
      const channel = channels[i]![manner];
      if (channel === undefined) return [];
      const programs = [{ tick: 0, program: part.program }, ...part.programs];
      return [
        {
          channel,
          part: part.id,
          percussion: part.nature === 'percussion',
          programs: programs.map(({ tick, program }) => ({ tick, program: programIn(manner, program) })),
          ...strip,
        },
      ];
    });
  });
