import equal from 'fast-deep-equal';
import { isAudible } from '@backline/core/band/audible';
import type { Band, BandBar, BandPart } from '@backline/core/band/index';
import type { BandNote } from '@backline/core/band/bandNote';
import { isMixOffset } from '@backline/core/song/choices';
import type { Guide, Song } from '@backline/core/song/schema';
import { USUAL_GUIDE } from '@backline/core/song/create';
import { derived } from '@backline/core/memo/derived';
import { tempoMap, type TempoMap, type TempoPoint } from '@backline/core/time/tempo';
import { tempoPoints } from '@backline/core/time/tempos';
import { PPQ } from '@backline/core/time/ticks';
import { FLAT } from '../filters/tone';
import { masterOf, stripOfMix } from '../mixer/mix';
import { inOrder, merged } from './lists';
import { KIT_SPREAD, stereoSpreadOf } from '../banks/shipped';
import { isPicked, pickNoises } from './pickNoises';
import {
  CONTROLS,
  DEAD,
  TOUCH_CHANNELS,
  touchChannelOf,
  programIn,
  type TouchChannel,
} from './touchChannels';
import { DRUM_CHANNEL } from '@backline/core/formats/midi/channels';
import { CONTROLLER, bendValue } from '@backline/core/formats/midi/controllers';
import {
  BEND,
  STRIP,
  FIELDS,
  GESTURE_FIELDS,
  GUIDE_CHANNEL,
  HAND_CHANNEL,
  type ChannelSetup,
  type Score,
  type ScoreBar,
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
const FIRST_TOUCH_CHANNEL = 40;

/** The channels of a part: one for each manner in which it is touched. */
type PartChannels = Readonly<Partial<Record<TouchChannel, number>>>;

/** A second and third channel only for parts that touch notes so. */
function channelsByTouch({ parts }: Band, channels: readonly number[]): PartChannels[] {
  let next = FIRST_TOUCH_CHANNEL;
  return parts.map(({ pitched, notes }, i) => {
    const own: Partial<Record<TouchChannel, number>> = { plain: channels[i]! };
    if (!pitched) return own;
    for (const note of notes) own[touchChannelOf(note)] ??= next++;
    return own;
  });
}

const NO_BAR = {};

/** Tempos that are what they were are the very same. */
const temposOf = derived(
  ({ bars }: Pick<Band, 'bars'>): readonly TempoPoint[] => {
    const points = tempoPoints(bars);
    return points.length ? points : [{ tick: 0, tempo: 100 }];
  },
  {},
  equal,
);

/** A bar that stayed where it was is the very same. */
const scoreBar = derived(({ bar: { start, length, beats } }: { bar: BandBar }): ScoreBar => ({
  tick: start,
  length,
  beats,
}));

/** The player's event list of a band. */
export function scoreOf(
  band: Band,
  { guide = USUAL_GUIDE, master }: Pick<Song, 'guide' | 'master'> = {},
): Score {
  const channels = channelsByTouch(band, channelsOf(band.parts));
  const tempos = temposOf(band.bars[0] ?? NO_BAR, 'tempos', { bars: band.bars });
  return {
    length: band.length,
    tempos,
    bars: band.bars.map((bar) => scoreBar(bar, 'bar', { bar })),
    channels: [...partChannels(band, channels), ...(band.guide.length ? [guideChannel(guide)] : [])],
    notes: notesOf(band, channels, tempos),
    gestures: gesturesOf(band, channels),
    master: masterOf(master),
  };
}

type ScoredNote = Pick<BandNote, 'start' | 'duration' | 'pitch' | 'velocity' | 'touch'>;

/** Notes as a score has them, in order of time. */
function listOf(
  notes: readonly ScoredNote[],
  channelOf: (note: ScoredNote) => number,
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

/** Each by itself: they are counted out anew for every band, and are the same ones mostly. */
const channelByTouch = (channels: PartChannels): PartChannels =>
  Object.fromEntries(TOUCH_CHANNELS.map((manner) => [manner, channels[manner]]));

interface PartToScore {
  readonly part: BandPart;
  readonly channels: PartChannels;
  readonly tempos: readonly TempoPoint[];
}

/** A part's notes in order of time: a part that an edit left alone is the very same, and so is its list. */
const partNotes = derived(
  ({ part, channels, tempos }: PartToScore): Int32Array => {
    const { notes } = part;
    const own = channelByTouch(channels);
    const tempo = tempoMap(tempos);
    const programs = [part.program, ...part.programs.map((p) => p.program)];
    const noises = programs.every(isPicked) ? pickNoises(notes) : [];
    const list = listOf(notes, (note) => own[touchChannelOf(note)] ?? own.plain!, tempo);
    return noises.length ? merged([list, listOf(noises, () => own.plain!, tempo)], FIELDS) : list;
  },
  { part: 1, channels: 1 },
);

/** Notes of all parts and of the guide in order of time. */
function notesOf(band: Band, channels: readonly PartChannels[], tempos: readonly TempoPoint[]): Int32Array {
  const lists = band.parts.map((part, i) =>
    partNotes(part.notes, part.id, { part, channels: channels[i]!, tempos }),
  );
  return merged([...lists, listOf(band.guide, () => GUIDE_CHANNEL, tempoMap(tempos))], FIELDS);
}

const deadTicks = (tempo: TempoMap, at: number): number =>
  Math.max(1, Math.round((tempo.tempoAt(at) * PPQ * DEAD) / 60_000));

/** A part's gestures in order of time, as its channels' controllers. */
const partGestures = derived(
  ({ part, channels }: Omit<PartToScore, 'tempos'>): Int32Array => {
    const own = channelByTouch(channels);
    const all: number[] = [];
    for (const manner of TOUCH_CHANNELS) {
      const channel = own[manner];
      if (channel === undefined) continue;
      for (const [controller, value] of CONTROLS[manner]) all.push(0, channel, controller, value);
    }
    for (const { start, moves, value } of part.gestures) {
      // A bend is for the bent alone, and damped strings stay as dark as they are.
      if (moves === 'bend') {
        all.push(start, own.bent ?? own.plain!, BEND, bendValue(value));
        continue;
      }
      for (const manner of TOUCH_CHANNELS) {
        const channel = own[manner];
        if (channel === undefined || (manner === 'damped' && moves === 'brightness')) continue;
        // The strip is one for all of them: told by one alone, the others would set it back after a jump.
        if (isMixOffset(moves)) all.push(start, channel, STRIP[moves], toStrip(moves, value));
        else all.push(start, channel, CONTROLLER[moves], value);
      }
    }
    return inOrder(Int32Array.from(all), GESTURE_FIELDS);
  },
  { part: 1, channels: 1 },
);

/** Gestures of all parts in order of time. */
const gesturesOf = (band: Band, channels: readonly PartChannels[]): Int32Array =>
  merged(
    band.parts.map((part, i) => partGestures(part.gestures, part.id, { part, channels: channels[i]! })),
    GESTURE_FIELDS,
  );

const guideChannel = ({ instrument, level }: Guide): ChannelSetup => ({
  channel: GUIDE_CHANNEL,
  part: null,
  percussion: false,
  programs: [{ tick: 0, program: instrument }],
  level,
  pan: 64,
  reverbSend: 30,
  tone: FLAT,
  drive: 0,
  spread: stereoSpreadOf(instrument),
  audible: true,
});

const partChannels = (band: Band, channels: readonly PartChannels[]): ChannelSetup[] =>
  band.parts.flatMap((part, i) => {
    if (part.notes.length === 0) return [];
    const spread = !part.pitched ? KIT_SPREAD : stereoSpreadOf(part.program);
    const strip = { ...stripOfMix(part.mix), spread, audible: isAudible(part, band.parts) };
    return TOUCH_CHANNELS.flatMap((manner): ChannelSetup[] => {
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
