/** Remembers the notes of regions, so that an edit computes again only what it changed. */
import type { Kind } from '../parts/kind';
import type { Bar } from '../time/bars';
import { lastVoiced } from '../parts/voicings';
import { soundsChords } from '../style/kind';
import type { Region, Span, VoicedChord } from '../timeline/region';
import type { Stretch } from '../timeline/settings';
import { regionNotes, type RegionNote } from './regionNotes';

/** What is made of a window: its notes, and the last chord as it was voiced, from which the next goes on. */
export interface Made {
  readonly notes: readonly RegionNote[];
  readonly last: VoicedChord | null;
}

export interface RegionMemory {
  /** @param region a window of a region. */
  made(kind: Kind, region: Region): Made;
  /** Windows computed since the memory was made. */
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

/** Short names for long texts: the same text has the same name as long as it is remembered. */
const names = new Map<string, string>();
const MOST_NAMES = 100_000;
let named = 0;
function nameOf(text: string): string {
  let name = names.get(text);
  if (name === undefined) {
    // What was named is forgotten all at once; it is then another name, and made once more.
    if (names.size >= MOST_NAMES) names.clear();
    names.set(text, (name = `~${named++}`));
  }
  return name;
}

let objects = 0;
/** Kinds and patterns are values that are never changed in place: another object is another one. */
const identity = once<object>(() => `#${objects++}`);

const barText = ({ start, length, metre, key, tempo, tempoTo, groups }: Bar): string =>
  `${start},${length},${metre},${groups[0]?.at ?? 0},${key},${tempo},${tempoTo}`;
const barsText = once<readonly Bar[]>((bars) => nameOf(bars.map(barText).join(';')));

const spanText = (s: Span): string =>
  `${s.id},${s.start},${s.end},${s.push},${s.symbol},${s.key},${s.scale},${s.voicing?.join('.')},${s.bassPlays},${s.leadIn},${s.frets?.join('.')}`;
const spansText = once<readonly Span[]>((spans) => nameOf(spans.map(spanText).join(';')));

const termsText = once<Region['terms']>((terms) => nameOf(JSON.stringify(terms)));

const settingsText = once<Stretch['settings']>((settings) => nameOf(JSON.stringify(settings)));
const stretchText = ({ start, end, settings, pattern }: Stretch): string =>
  `${start},${end},${identity(pattern)},${settingsText(settings)}`;

/** Everything a region's notes depend on, as a text. */
function regionText(kind: Kind, { bars, spans, stretches, next, terms, room, ...own }: Region): string {
  const { seed, home, length, firstBar, first, entersNew, ending, before } = own;
  const led = before ? `${before.symbol} ${before.pitches.join()} ${before.frets?.join()}` : '';
  const follows = next
    ? `${next.chord?.symbol},${next.key},${next.push},${next.newSection},${next.leadIn}`
    : '';
  const plain = [
    identity(kind),
    room.join('-'),
    termsText(terms),
    seed,
    home,
    length,
    firstBar,
    first,
    entersNew,
    ending,
    follows,
    led,
  ].join('|');
  return [plain, stretches.map(stretchText).join(';'), barsText(bars), spansText(spans)].join('\n');
}

function make(kind: Kind, region: Region): Made {
  const notes = regionNotes(kind, region);
  return { notes, last: soundsChords(kind) ? lastVoiced(region) : null };
}

/** @param size windows that are kept, those used last: enough for the longest songs. */
export function regionMemory(size = 20_000): RegionMemory {
  const known = new Map<string, Made>();
  let computed = 0;
  return {
    made(kind, region) {
      const key = regionText(kind, region);
      let made = known.get(key);
      if (made) known.delete(key);
      else {
        made = make(kind, region);
        computed++;
      }
      known.set(key, made);
      if (known.size > size) known.delete(known.keys().next().value!);
      return made;
    },
    get computed() {
      return computed;
    },
  };
}

export const forgetful: RegionMemory = { made: make, computed: 0 };
