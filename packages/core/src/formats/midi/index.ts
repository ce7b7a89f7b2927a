import type { MidiEvent } from 'midi-file';
import { isAudible } from '../../band/audible';
import type { Band, BandBar, BandPart } from '../../band';
import type { BandNote } from '../../band/bandNote';
import { isMixOffset } from '../../song/choices';
import type { Song } from '../../song/schema';
import { isSameKey, signature, type Key } from '../../theory/key';
import { PPQ } from '../../time/ticks';
import { writeFile } from './bytes';
import { AT_REST } from '../../groove/gestures';
import { CONTROLLER, MIX_CONTROLLER, bendValue, brightnessValue, mixValue } from './controllers';
import { notesBySeat, seatsOf, type Seat } from './channels';
import { GM_PROGRAMS } from '../../song/generalMidi';
import { tempoSteps } from './tempos';
import type { Ticks } from '../../units/units';

/** An event at an absolute tick; `rank` orders events of one tick: offs, then settings, then ons. */
interface RankedEvent {
  readonly tick: Ticks;
  readonly rank: number;
  readonly event: MidiEventBody;
}

type MidiEventBody = MidiEvent extends infer E ? (E extends MidiEvent ? Omit<E, 'deltaTime'> : never) : never;

/** MIDI text is one byte a character: UTF-8 bytes, each written as a character of its own. */
function utf8(text: string): string {
  return encodeURIComponent(text).replace(/%([0-9A-F]{2})/g, (_, hex: string) =>
    String.fromCharCode(parseInt(hex, 16)),
  );
}

/** Absolute ticks to deltas, with the end of track the library leaves out. */
function track(events: readonly RankedEvent[], end: number): MidiEvent[] {
  // Sorting is stable: what is alike in tick and rank stays as it was written.
  const sorted = [...events].sort((a, b) => a.tick - b.tick || a.rank - b.rank);
  let at = 0;
  const written = sorted.map(({ tick, event }) => {
    const deltaTime = tick - at;
    at = tick;
    return { ...event, deltaTime } as MidiEvent;
  });
  const last = { type: 'endOfTrack', meta: true, deltaTime: Math.max(0, end - at) } as MidiEvent;
  return [...written, last];
}

const SETTING = 1;

/** MIDI clocks of a quarter note. */
const CLOCKS = 24;

/** A bar's metre as a file signs it: a bar of its own length has the metre it fills, so that bar lines stay where they are. */
function signatureOf({ metre, length }: BandBar) {
  const { numerator, denominator, counted, length: whole } = metre;
  const clocks = (counted / PPQ) * CLOCKS;
  if (length === whole) return { name: `${numerator}/${denominator}`, numerator, denominator, clocks };
  const value = [4, 8, 16, 32, 64].find((d) => Number.isInteger((length * d) / (4 * PPQ)));
  // No note value fills it: the metre stays, and the next bar line comes early.
  if (!value) return { name: `${numerator}/${denominator}`, numerator, denominator, clocks };
  const count = (length * value) / (4 * PPQ);
  return { name: `${count}/${value}`, numerator: count, denominator: value, clocks };
}

/** Title, tempo map, metres, keys, section markers and chord names. */
function conductor(song: Song, band: Band): RankedEvent[] {
  const events: RankedEvent[] = [];
  const add = (tick: Ticks, event: MidiEventBody) => events.push({ tick, rank: SETTING, event });
  add(0, { type: 'trackName', meta: true, text: utf8(song.title) });
  for (const { tick, microseconds } of tempoSteps(band.bars)) {
    add(tick, { type: 'setTempo', meta: true, microsecondsPerBeat: microseconds });
  }
  let held: { readonly metre: string; readonly key: Key | null; readonly section: string } = {
    metre: '',
    key: null,
    section: '',
  };
  for (const bar of band.bars) {
    const section = `${bar.sectionId}/${bar.timesPlayed}`;
    const signed = signatureOf(bar);
    if (signed.name !== held.metre) {
      add(bar.start, {
        type: 'timeSignature',
        meta: true,
        numerator: signed.numerator,
        denominator: signed.denominator,
        metronome: signed.clocks,
        thirtyseconds: 8,
      });
    }
    const { key } = bar;
    if (!held.key || !isSameKey(key, held.key)) {
      add(bar.start, {
        type: 'keySignature',
        meta: true,
        key: signature(key),
        scale: key.mode === 'minor' ? 1 : 0,
      });
    }
    if (section !== held.section) add(bar.start, { type: 'marker', meta: true, text: utf8(bar.section) });
    held = { metre: signed.name, key, section };
  }
  for (const chord of band.chords) {
    add(chord.start, { type: 'text', meta: true, text: chord.symbol ?? 'N.C.' });
  }
  return events;
}

function partEvents(part: BandPart, seat: Seat, notes: readonly BandNote[]): RankedEvent[] {
  const { channel } = seat;
  const { level, pan, reverbSend: room } = part.mix;
  const events: RankedEvent[] = [];
  const add = (tick: Ticks, rank: number, event: MidiEventBody) => events.push({ tick, rank, event });
  const control = (controllerType: number, value: number) =>
    add(0, SETTING, { type: 'controller', channel, controllerType, value });
  add(0, SETTING, { type: 'trackName', meta: true, text: utf8(part.name) });
  if (seat.port > 0) add(0, SETTING, { type: 'portPrefix', meta: true, port: seat.port });
  if (part.pitched) {
    add(0, SETTING, { type: 'instrumentName', meta: true, text: GM_PROGRAMS[part.program]! });
  }
  add(0, SETTING, { type: 'programChange', channel, programNumber: part.program });
  control(MIX_CONTROLLER.gainOffset, level);
  control(MIX_CONTROLLER.panOffset, pan);
  control(MIX_CONTROLLER.sendOffset, room);
  for (const { tick, program } of part.programs) {
    add(tick, SETTING, { type: 'programChange', channel, programNumber: program });
  }
  const bright = { brightness: AT_REST.brightness, shelfOffset: AT_REST.shelfOffset };
  for (const { start, moves, value } of part.gestures) {
    if (moves === 'bend') {
      add(start, SETTING, { type: 'pitchBend', channel, value: bendValue(value) - 8192 });
      continue;
    }
    if (moves === 'brightness' || moves === 'shelfOffset') bright[moves] = value;
    const [controllerType, sent] =
      moves === 'brightness' || moves === 'shelfOffset'
        ? [CONTROLLER.brightness, brightnessValue(bright.brightness, bright.shelfOffset)]
        : isMixOffset(moves)
          ? [MIX_CONTROLLER[moves], mixValue(part.mix, moves, value)]
          : [CONTROLLER[moves], value];
    add(start, SETTING, { type: 'controller', channel, controllerType, value: sent });
  }
  for (const { start, duration, pitch, velocity } of notes) {
    add(start, 2, { type: 'noteOn', channel, noteNumber: pitch, velocity });
    add(start + duration, 0, { type: 'noteOff', channel, noteNumber: pitch, velocity: 64 });
  }
  return events;
}

/**
 * The band as a Standard MIDI File of type 1: 480 ticks a quarter note, a first track with
 * tempo map, metres, keys, markers and chord names, then a track a part. Parts that are muted, or
 * not soloed where others are, are left out.
 */
export function writeMidiFile(song: Song, band: Band): Uint8Array {
  const audible = band.parts.filter((p) => p.notes.length > 0 && isAudible(p, band.parts));
  const seats = seatsOf(audible);
  const notes = notesBySeat(audible);
  const parts = audible.map((part, i) => partEvents(part, seats[i]!, notes[i]!));
  const tracks = [conductor(song, band), ...parts].map((t) => track(t, band.length));
  return writeFile(tracks);
}
