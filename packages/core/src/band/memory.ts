/** Remembers the notes of regions, so that an edit computes again only what it changed. */
import type { Kind } from '../parts/kind';
import type { Bar } from '../time/bars';
import type { Region, Span } from '../timeline/region';
import type { Stretch } from '../timeline/settings';
import { regionNotes, type RegionNote } from './regionNotes';

export interface RegionMemory {
  notesOf(kind: Kind, region: Region): readonly RegionNote[];
  /** Regions computed since the memory was made. */
  readonly computed: number;
}

/** A text for an object that is the same for the same object, made once. */
function once<T extends object>(write: (value: T) => string): (value: T) => string {
  const written = new WeakMap<T, string>();
  return (value) => {
    let text = written.get(value);
    if (text === undefined) written.set(value, (text = write(value)));
    return text;
  };
}

let objects = 0;
/** Kinds and patterns are values that are never changed in place: another object is another one. */
const identity = once<object>(() => `#${objects++}`);

const barText = ({ start, length, metre, key, tempo, tempoTo, groups }: Bar): string =>
  `${start},${length},${metre},${groups[0]?.at ?? 0},${key},${tempo},${tempoTo}`;
const barsText = once<readonly Bar[]>((bars) => bars.map(barText).join(';'));

const spanText = (s: Span): string =>
  `${s.id},${s.start},${s.end},${s.push},${s.symbol},${s.key},${s.scale},${s.voicing?.join('.')},${s.bassPlays},${s.frets?.join('.')}`;
const spansText = once<readonly Span[]>((spans) => spans.map(spanText).join(';'));

const stretchText = ({ start, end, settings, pattern }: Stretch): string =>
  `${start},${end},${identity(pattern)},${JSON.stringify(settings)}`;

/** Everything a region's notes depend on, as a text. */
function regionText(kind: Kind, { bars, spans, stretches, next, ...own }: Region): string {
  const { seed, length, first, entersNew, ending } = own;
  const follows = next ? `${next.chord?.symbol},${next.key},${next.push},${next.newSection}` : '';
  const plain = [identity(kind), seed, length, first, entersNew, ending, follows].join('|');
  return [plain, stretches.map(stretchText).join(';'), barsText(bars), spansText(spans)].join('\n');
}

export function regionMemory(size = 4000): RegionMemory {
  const known = new Map<string, readonly RegionNote[]>();
  let computed = 0;
  return {
    notesOf(kind, region) {
      const key = regionText(kind, region);
      let notes = known.get(key);
      if (notes) known.delete(key);
      else {
        notes = regionNotes(kind, region);
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

export const forgetful: RegionMemory = { notesOf: regionNotes, computed: 0 };
