/** Song and seed to notes: the one entry point. Nothing downstream invents notes. */
import type { Part, Song } from '../song/schema';
import { GENERATORS } from '../parts';
import { groove, withoutOverlaps, type GroovedNote } from '../groove/groove';
import { styleOf } from '../style';
import { expandForm, type Pass } from '../timeline/passes';
import { passSpans, regionsOf, type Region } from '../timeline/region';
import { resolveSettings } from '../timeline/settings';
import type { Kind } from '../song/kinds';
import type { BandNote } from './bandNote';
import { guideNotes } from './guide';

export interface BandPart {
  readonly id: string;
  readonly kind: Kind;
  readonly name: string;
  /** MIDI channel, 1–16; drums on 10. */
  readonly channel: number;
  /** General MIDI program at the start, 0-based. */
  readonly program: number;
  /** Later programs, where a section has another instrument. */
  readonly programs: readonly { readonly tick: number; readonly program: number }[];
  readonly mix: Part['mix'];
  /** Why it is silent in places where it should play, as a sentence; null where all is well. */
  readonly trouble: string | null;
  readonly notes: readonly BandNote[];
}

export interface BandChord {
  readonly symbol: string | null;
  readonly start: number;
  readonly duration: number;
  readonly section: string;
  readonly sectionId: string;
  readonly chordId: string;
  /** Which playing of the section, from 1. */
  readonly pass: number;
  readonly key: string;
}

export interface BandBar {
  /** The place of the form and its repeat: the same playing whatever comes before it. */
  readonly playing: string;
  readonly start: number;
  readonly length: number;
  readonly metre: string;
  readonly key: string;
  readonly tempo: number;
  readonly section: string;
  readonly sectionId: string;
  readonly pass: number;
  /** 0-based bar of its section. */
  readonly index: number;
}

export interface Band {
  readonly length: number;
  readonly bars: readonly BandBar[];
  readonly chords: readonly BandChord[];
  readonly parts: readonly BandPart[];
  /** The chart's own chords, where the writer wants them under playback; no part of the band. */
  readonly guide: readonly BandNote[];
}

/** Notes of one region, ticks from the region's start. The same region gives the same notes. */
export const regionNotes = (region: Region): GroovedNote[] => groove(region, GENERATORS[region.kind](region));

/** Remembers the notes of regions, so that an edit computes again only what it changed. */
export interface RegionMemory {
  notesOf(region: Region): readonly GroovedNote[];
  /** Regions computed since the memory was made. */
  readonly computed: number;
}

export function regionMemory(size = 4000): RegionMemory {
  const known = new Map<string, readonly GroovedNote[]>();
  // Bars and spans are the same objects for every part of a pass: written out once.
  const written = new WeakMap<object, string>();
  const text = (shared: object): string => {
    let found = written.get(shared);
    if (found === undefined) written.set(shared, (found = JSON.stringify(shared)));
    return found;
  };
  let computed = 0;
  return {
    notesOf(region) {
      const { bars, spans, ...own } = region;
      const key = JSON.stringify(own) + text(bars) + text(spans);
      let notes = known.get(key);
      if (notes) known.delete(key);
      else {
        notes = regionNotes(region);
        computed++;
      }
      known.set(key, notes);
      if (known.size > size) known.delete(known.keys().next().value!);
      return notes;
    },
    get computed() {
      return computed;
    },
  };
}

const forgetful: RegionMemory = { notesOf: regionNotes, computed: 0 };

/** Channels in order of the parts, drums on 10; the 16th melodic part shares the last channel. */
function channels(parts: readonly Part[]): number[] {
  let next = 0;
  return parts.map((part) => {
    if (part.kind === 'drums') return 10;
    next += next === 9 ? 2 : 1;
    return Math.min(next, 16);
  });
}

/** The whole band of a song. */
export function renderBand(song: Song, memory: RegionMemory = forgetful): Band {
  const style = styleOf(song.style);
  const passes = expandForm(song);
  const regions = regionsOf(song, style, passes);
  const channel = channels(song.parts);
  const parts = song.parts.map((part, p): BandPart => {
    // A plain loop: flatMap over thousands of notes costs more than making them.
    const notes: BandNote[] = [];
    const failed = new Set<string>();
    passes.forEach((pass, i) => {
      // What one part cannot play silences no other.
      try {
        for (const note of placedAt(pass.start, memory.notesOf(regions[p]![i]!))) notes.push(note);
      } catch {
        failed.add(pass.section.name);
      }
    });
    const base = resolveSettings(style, song, part, []).instrument;
    const programs = programChanges(passes, regions[p]!);
    return {
      id: part.id,
      kind: part.kind,
      name: part.name,
      channel: channel[p]!,
      program: programs[0]?.program ?? base,
      programs: programs.slice(1),
      mix: part.mix,
      trouble: failed.size ? troubleIn(part.name, [...failed]) : null,
      notes: withoutOverlaps(notes),
    };
  });
  const last = passes[passes.length - 1];
  return {
    length: last ? last.start + last.length : 0,
    bars: passes.flatMap(passBars),
    chords: passes.flatMap(passChords),
    parts,
    guide: song.guide?.playback ? guideNotes(passes) : [],
  };
}

const troubleIn = (name: string, sections: readonly string[]): string =>
  `${name} cannot be played in ${sections.join(', ')} and rests there. Choose another pattern, voicing or chord.`;

/** A part sounds unless it is muted, or another part is soloed and it is not. */
export function isAudible(part: Pick<BandPart, 'mix'>, parts: readonly Pick<BandPart, 'mix'>[]): boolean {
  const anySolo = parts.some((p) => p.mix.solo);
  return anySolo ? part.mix.solo : !part.mix.mute;
}

/** Where a remembered region's notes were placed last: most stay where they were. */
const placements = new WeakMap<readonly GroovedNote[], { start: number; notes: readonly BandNote[] }>();

/** A region's notes in the song's time. */
function placedAt(start: number, region: readonly GroovedNote[]): readonly BandNote[] {
  const known = placements.get(region);
  if (known?.start === start) return known.notes;
  const notes = region.map(({ start: at, duration, pitch, velocity, why }) => ({
    start: Math.max(0, start + at),
    duration,
    pitch,
    velocity,
    why,
  }));
  placements.set(region, { start, notes });
  return notes;
}

/** The part's instrument through the song, named only where it changes. */
function programChanges(passes: readonly Pass[], regions: readonly Region[]) {
  const changes: { tick: number; program: number }[] = [];
  passes.forEach((pass, i) => {
    for (const { start, settings } of regions[i]!.stretches) {
      if (changes[changes.length - 1]?.program === settings.instrument) continue;
      changes.push({ tick: pass.start + start, program: settings.instrument });
    }
  });
  return changes;
}

const passBars = (pass: Pass): BandBar[] =>
  pass.bars.map((bar, index) => ({
    playing: `${pass.entry}/${pass.repeat}`,
    start: pass.start + bar.start,
    length: bar.length,
    metre: bar.metre,
    key: bar.key,
    tempo: bar.tempo,
    section: pass.section.name,
    sectionId: pass.section.id,
    pass: pass.index + 1,
    index,
  }));

const passChords = (pass: Pass, passIndex: number): BandChord[] =>
  passSpans(pass, passIndex === 0).map((span) => ({
    symbol: span.symbol,
    start: pass.start + span.start,
    duration: span.end - span.start,
    section: pass.section.name,
    sectionId: pass.section.id,
    chordId: span.id,
    pass: pass.index + 1,
    key: span.key,
  }));
