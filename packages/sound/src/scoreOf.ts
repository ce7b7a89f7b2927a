import { isAudible } from '@backline/core/band/audible';
import type { Band, BandPart } from '@backline/core/band/index';
import type { BandNote } from '@backline/core/band/bandNote';
import { isMixed } from '@backline/core/song/choices';
import type { Guide, Song } from '@backline/core/song/schema';
import { USUAL_GUIDE } from '@backline/core/song/create';
import { lastMade } from '@backline/core/memory/lastMade';
import { tempoMap, type TempoMap, type TempoPoint } from '@backline/core/time/tempo';
import { tempoPoints } from '@backline/core/time/tempos';
import { PPQ } from '@backline/core/time/ticks';
import { FLAT } from './filters/tone';
import { masterOf, stripOfMix } from './mix';
import { inOrder, merged } from './lists';
import { KIT_SPREAD, spreadOf } from './shipped';
import { isPicked, strokesOf } from './strokes';
import { CONTROLS, DEAD, MANNERS, mannerOf, programIn, type Manner } from './touches';
import { CONTROLLER, bendValue } from '@backline/core/formats/midi/controllers';
import {
  BEND,
  STRIP,
  DRUM_CHANNEL,
  FIELDS,
  GESTURE_FIELDS,
  GUIDE_CHANNEL,
  HAND_CHANNEL,
  type ChannelSetup,
  type Score,
  toStrip,
} from './score';

/** A synthesizer channel for each part: the drums' own for the first percussion, others in order. */
export function channelsOf(parts: readonly Pick<BandPart, 'pitched'>[]): number[] {
  let next = 0;
  let drummed = false;
  return parts.map(({ pitched }) => {
    if (!pitched && !drummed) {
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
  return parts.map(({ pitched, notes }, i) => {
    const own: Partial<Record<Manner, number>> = { plain: channels[i]! };
    if (!pitched) return own;
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
    notes: notesOf(band, channels, tempos),
    gestures: gesturesOf(band, channels),
    master: masterOf(master),
  };
}

type Sounded = Pick<BandNote, 'start' | 'duration' | 'pitch' | 'velocity' | 'touch'>;

/** Notes as a score has them, in order of time. */
function listOf(
  notes: readonly Sounded[],
  channelOf: (note: Sounded) => number,
  tempo: TempoMap,
): Int32Array {
  const list = new Int32Array(notes.length * FIELDS);
  notes.forEach((note, i) => {
    const { start, duration, pitch, velocity, touch } = note;
    const sounds = touch === 'dead' ? Math.min(duration, deadTicks(tempo, start)) : duration;
    const at = i * FIELDS;
    list[at] = start;
    list[at + 1] = sounds;
    list[at + 2] = channelOf(note);
    list[at + 3] = pitch;
    list[at + 4] = velocity;
  });
  return inOrder(list, FIELDS);
}

/** A part's list as it was made last: a part that an edit left alone is the very same, and so is its list. */
const samePartNotes = lastMade<Int32Array>();
const samePartGestures = lastMade<Int32Array>();

function partNotes(part: BandPart, own: PartChannels, tempo: TempoMap, tempos: string): Int32Array {
  return samePartNotes(part.notes, part.id, [textOf(own), tempos, part.program, part.programs], () => {
    const programs = [part.program, ...part.programs.map((p) => p.program)];
    const noises = programs.every(isPicked) ? strokesOf(part.notes) : [];
    const list = listOf(part.notes, (note) => own[mannerOf(note)] ?? own.plain!, tempo);
    return noises.length ? merged([list, listOf(noises, () => own.plain!, tempo)], FIELDS) : list;
  });
}

const textOf = (own: PartChannels): string => MANNERS.map((manner) => own[manner]).join();

/** Notes of all parts and of the guide in order of time. */
function notesOf(band: Band, channels: readonly PartChannels[], points: readonly TempoPoint[]): Int32Array {
  const tempo = tempoMap(points);
  const tempos = JSON.stringify(points);
  const lists = band.parts.map((part, i) => partNotes(part, channels[i]!, tempo, tempos));
  return merged([...lists, listOf(band.guide, () => GUIDE_CHANNEL, tempo)], FIELDS);
}

const deadTicks = (tempo: TempoMap, at: number): number =>
  Math.max(1, Math.round((tempo.tempoAt(at) * PPQ * DEAD) / 60_000));

/** A part's gestures in order of time, as its channels' controllers. */
function partGestures({ gestures }: BandPart, own: PartChannels): Int32Array {
  const all: number[] = [];
  for (const manner of MANNERS) {
    const channel = own[manner];
    if (channel === undefined) continue;
    for (const [controller, value] of CONTROLS[manner]) all.push(0, channel, controller, value);
  }
  for (const { start, moves, value } of gestures) {
    // A bend is for the bent alone, and damped strings stay as dark as they are.
    if (moves === 'bend') {
      all.push(start, own.bent ?? own.plain!, BEND, bendValue(value));
      continue;
    }
    for (const manner of MANNERS) {
      const channel = own[manner];
      if (channel === undefined || (manner === 'damped' && moves === 'brightness')) continue;
      // The strip is one for all of them: told by one alone, the others would set it back after a jump.
      if (isMixed(moves)) all.push(start, channel, STRIP[moves], toStrip(moves, value));
      else all.push(start, channel, CONTROLLER[moves], value);
    }
  }
  return inOrder(Int32Array.from(all), GESTURE_FIELDS);
}

/** Gestures of all parts in order of time. */
const gesturesOf = (band: Band, channels: readonly PartChannels[]): Int32Array =>
  merged(
    band.parts.map((part, i) => {
      const own = channels[i]!;
      return samePartGestures(part.gestures, part.id, [textOf(own)], () => partGestures(part, own));
    }),
    GESTURE_FIELDS,
  );

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
    const spread = !part.pitched ? KIT_SPREAD : spreadOf(part.program);
    const strip = { ...stripOfMix(part.mix), spread, audible: isAudible(part, band.parts) };
    return MANNERS.flatMap((manner): ChannelSetup[] => {
      const channel = channels[i]![manner];
      if (channel === undefined) return [];
      const programs = [{ tick: 0, program: part.program }, ...part.programs];
      return [
        {
          channel,
          part: part.id,
          percussion: !part.pitched,
          programs: programs.map(({ tick, program }) => ({ tick, program: programIn(manner, program) })),
          ...strip,
        },
      ];
    });
  });
