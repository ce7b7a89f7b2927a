import { degreeNumber, type Degree } from './degree';
import { structureDegrees, type Chord, type Structure } from './chord';
import { noteName, readNote, type Spelled } from './pitch';
import { looksLikeCluster, readCluster } from './cluster';
import { nearestChords } from './chordSuggestion';

/** Why a symbol could not be read: a 0-based position and the nearest chords that can be. */
export class ChordError extends Error {
  /** It stays as it is while the sentence may get better. */
  readonly code = 'chord-unreadable';

  constructor(
    readonly symbol: string,
    readonly position: number,
    /** The nearest readable chords, nearest first; empty where nothing is near. */
    readonly suggestions: readonly string[],
    what: string,
  ) {
    super(
      `${what} at character ${position + 1} of the chord "${symbol}".` +
        (suggestions.length ? ` Did you mean "${suggestions[0]}"?` : ''),
    );
    this.name = 'ChordError';
  }
}

/** One step of the grammar: what it matches and what that does to the structure. */
interface Rule {
  readonly match: RegExp;
  readonly apply: (s: ChordDraft, m: RegExpExecArray) => boolean | void;
}

interface ChordDraft extends Structure {
  /** True once "maj" (or Δ) was read, so that a later number is a major seventh chord. */
  major: boolean;
  /** True once any number, sixth or extension has been read. */
  numbered: boolean;
  /** True once a modifier was read: a base quality may no longer follow. */
  modified: boolean;
}

const ascii = (text: string): string =>
  text
    .replace(/♭/g, 'b')
    .replace(/♯/g, '#')
    .replace(/𝄫/gu, 'bb')
    .replace(/[△∆]/g, 'Δ')
    .replace(/º/g, '°')
    .replace(/Ø/g, 'ø')
    .replace(/[−–]/g, '-')
    // "Cm/maj7" is a minor chord with a major seventh, not a bass.
    .replace(/m\/(?=ma|Ma|M7|Δ)/, 'm');

const setSeventh = (s: ChordDraft, n: number): boolean => {
  if (s.numbered) return false;
  s.numbered = true;
  s.seventh = s.major ? '7' : s.seventh === 'bb7' ? 'bb7' : 'b7';
  s.extension = n > 7 ? n : 0;
  return true;
};

const alter = (s: ChordDraft, sign: string, n: number): boolean => {
  const mark = sign === 'b' || sign === '-' ? 'b' : '#';
  const degree = mark + n;
  if (n === 5) {
    if (s.fifth === degree) return false;
    s.fifth = degree;
  } else {
    if (s.alterations.includes(degree)) return false;
    s.alterations = [...s.alterations, degree];
  }
  s.modified = true;
  return true;
};

const ALTERABLE = '(5|9|11|13)';

/** Base qualities, tried once right after the root, in order. */
const BASES: readonly Rule[] = [
  {
    match: /^(?:maj|Maj|MAJ|[mM]a(?!dd)|M|Δ)(?=7|9|11|13|6)/,
    apply: (s) => void (s.major = true),
  },
  {
    match: /^Δ/,
    apply: (s) => {
      s.major = true;
      s.seventh = '7';
      s.numbered = true;
    },
  },
  {
    match: /^(?:maj|Maj|MAJ|[mM]a(?!dd)|M)(?!i)/,
    apply: (s) => void (s.major = true),
  },
  {
    match: /^(?:dim|°|o)/,
    apply: (s) => {
      s.third = 'b3';
      s.fifth = 'b5';
      s.seventh = 'bb7';
    },
  },
  {
    match: /^ø(7|9|11)?/,
    apply: (s, m) => {
      s.third = 'b3';
      s.fifth = 'b5';
      setSeventh(s, Number(m[1] ?? 7));
    },
  },
  { match: /^(?:min|Min|MIN|mi|m|-)/, apply: (s) => void (s.third = 'b3') },
  { match: /^(?:aug|\+)5?/, apply: (s) => void (s.fifth = '#5') },
  {
    match: /^5/,
    apply: (s) => {
      s.third = null;
      s.numbered = true;
    },
  },
  {
    match: /^2/,
    apply: (s) => {
      s.added = ['9'];
      s.numbered = true;
    },
  },
];

/** Everything that may follow the base quality, in any order. */
const FOLLOWERS: readonly Rule[] = [
  {
    match: /^(?:maj|Maj|[mM]a(?!dd)|M|Δ)(7|9|11|13)?/,
    apply: (s, m) => {
      if (s.numbered || (s.major && !m[1])) return false;
      s.major = true;
      return setSeventh(s, Number(m[1] ?? 7));
    },
  },
  {
    match: /^6(?:\/9|9)/,
    apply: (s) => {
      if (s.numbered) return false;
      s.numbered = s.sixth = true;
      s.added = [...s.added, '9'];
      return true;
    },
  },
  {
    match: /^6/,
    apply: (s) => {
      if (s.numbered) return false;
      s.numbered = s.sixth = true;
      return true;
    },
  },
  {
    match: /^(7|9|11|13)/,
    apply: (s, m) => !s.modified && setSeventh(s, Number(m[1])),
  },
  {
    match: /^sus(2|4)?/,
    apply: (s, m) => {
      const degree = m[1] === '2' ? '2' : '4';
      if (s.suspended.includes(degree) || s.third === 'b3') return false;
      s.suspended = [...s.suspended, degree];
      s.modified = true;
      return true;
    },
  },
  {
    match: /^add(b|#)?(2|4|6|9|11|13)/,
    apply: (s, m) => {
      const number = m[2] === '2' ? '9' : m[2] === '4' ? '11' : m[2] === '6' ? '13' : m[2]!;
      const degree = (m[1] ?? '') + number;
      if (s.added.includes(degree)) return false;
      s.added = [...s.added, degree];
      s.modified = true;
      return true;
    },
  },
  {
    match: /^(?:no|omit)(1|3|5|7|9|11)/,
    apply: (s, m) => {
      s.omitted = [...s.omitted, Number(m[1])];
      s.modified = true;
    },
  },
  {
    match: /^alt/,
    apply: (s) => {
      if (s.seventh !== null && s.seventh !== 'b7') return false;
      if (s.extension || s.third !== '3') return false;
      s.seventh = 'b7';
      s.altered = s.modified = s.numbered = true;
      return true;
    },
  },
  {
    match: new RegExp(`^(b|#|\\+|-)${ALTERABLE}`),
    apply: (s, m) => alter(s, m[1]!, Number(m[2])),
  },
  { match: /^(?:aug|\+)/, apply: (s) => !s.modified && alter(s, '#', 5) },
];

const fresh = (): ChordDraft => ({
  third: '3',
  fifth: '5',
  sixth: false,
  seventh: null,
  suspended: [],
  extension: 0,
  alterations: [],
  added: [],
  omitted: [],
  altered: false,
  major: false,
  numbered: false,
  modified: false,
});

/** Reads what follows the root; on failure gives the position reached. */
function readQuality(text: string): ChordDraft | { failedAt: number } {
  const s = fresh();
  let at = 0;
  const tryRules = (rules: readonly Rule[]): boolean => {
    for (const rule of rules) {
      const m = rule.match.exec(text.slice(at));
      if (m && rule.apply(s, m) !== false) {
        at += m[0].length;
        return true;
      }
    }
    return false;
  };
  let open = false;
  tryRules(BASES);
  while (at < text.length) {
    const sign = text[at]!;
    if (sign === '(' && !open) open = true;
    else if (sign === ')' && open && text[at - 1] !== '(') open = false;
    else if (!(open && (sign === ',' || sign === ' '))) {
      if (tryRules(FOLLOWERS)) continue;
      return { failedAt: at };
    }
    at += 1;
  }
  if (open) return { failedAt: at };
  // A diminished seventh is named by its 7: "dim" alone is the triad.
  if (s.seventh === 'bb7' && !s.numbered) s.seventh = null;
  if (s.suspended.length && s.third !== null) s.third = null;
  // A flat thirteenth or an altered ninth stands on a dominant: "C7b9", never "Cb9" on a triad.
  if (s.alterations.length && !s.seventh && !s.sixth) {
    s.added = [...s.added, ...s.alterations];
    s.alterations = [];
  }
  return s;
}

/** Canonical text of a structure: `m7b5`, `maj9#11`, `7b9sus4`, `6/9`. */
export function qualityText(s: Structure): string {
  const dim = s.third === 'b3' && s.fifth === 'b5' && (s.seventh === null || s.seventh !== 'b7');
  const plainDim = dim && !s.sixth;
  const aug = s.third === '3' && s.fifth === '#5' && s.seventh === null && !s.sixth;
  const power = s.third === null && s.suspended.length === 0;
  let text = plainDim ? 'dim' : aug ? 'aug' : s.third === 'b3' ? 'm' : power ? '5' : '';
  const number = s.extension || (s.seventh ? 7 : 0);
  if (number) text += (s.seventh === '7' ? (text ? 'Maj' : 'maj') : '') + String(number);
  let added = [...s.added];
  if (s.sixth) {
    text += added.includes('9') ? '6/9' : '6';
    added = added.filter((d) => d !== '9');
  }
  if (s.altered) text += 'alt';
  if (s.fifth && s.fifth !== '5' && !plainDim && !aug) text += s.fifth;
  const byNumber = (a: Degree, b: Degree) => degreeNumber(a) - degreeNumber(b) || (a < b ? 1 : -1);
  text += [...s.alterations].sort(byNumber).join('');
  text += [...s.suspended]
    .sort()
    .map((d) => 'sus' + d)
    .join('');
  text += added
    .sort(byNumber)
    .map((d) => 'add' + d)
    .join('');
  text += [...s.omitted]
    .sort((a, b) => a - b)
    .map((n) => `no${n}`)
    .join('');
  // Right behind the root an altered fifth would read as the root's accidental: C(b5), never Cb5.
  return text.replace(/^[b#]\d+/, '($&)');
}

/** A sixth inverted fraction `6/9` is not a slash bass; a slash bass is a note at the end. */
function splitBass(text: string): { head: string; bass: string | null; bassAt: number } {
  const at = text.lastIndexOf('/');
  if (at < 0 || /^\/9(?!\d)/.test(text.slice(at))) return { head: text, bass: null, bassAt: -1 };
  return { head: text.slice(0, at), bass: text.slice(at + 1), bassAt: at + 1 };
}

const memo = new Map<string, Chord | ChordError>();

function readChord(given: string): Chord {
  const fail = (position: number, what: string): never => {
    throw new ChordError(given, position, nearestChords(given, isReadable), what);
  };
  const text = ascii(given.trim());
  if (looksLikeCluster(text)) {
    const cluster = readCluster(text);
    return cluster ?? fail(0, 'A cluster names two to ten notes with their octaves, like <C4,Db4,E4>; look');
  }
  const { head, bass, bassAt } = splitBass(text);
  const read = readNote(head);
  if (!read) return fail(0, 'A chord starts with a note from A to G, which is missing');
  const tail = head.slice(read.length);
  const quality = readQuality(tail);
  if ('failedAt' in quality) {
    return fail(read.length + quality.failedAt, 'There is something that cannot be read');
  }
  let bassNote: Spelled = read.note;
  if (bass !== null) {
    const readBass = readNote(bass);
    if (!readBass) return fail(bassAt, 'The bass behind the slash is not a note name');
    if (readBass.length !== bass.length) {
      return fail(bassAt + readBass.length, 'The bass behind the slash has something after it');
    }
    bassNote = readBass.note;
  }
  return makeChord(read.note, quality, bassNote);
}

/** A chord from its parts. */
export function makeChord(root: Spelled, structure: Structure, bass: Spelled = root): Chord {
  const quality = qualityText(structure);
  const { degrees, optional } = structureDegrees(structure);
  const slash = noteName(bass) === noteName(root) ? '' : `/${noteName(bass)}`;
  const symbol = noteName(root) + quality + slash;
  return { symbol, quality, root, bass, degrees, optional };
}

/**
 * Reads a chord symbol by grammar.
 * @throws ChordError with the position and the nearest readable chord.
 * @example parseChord("Ebø").degrees // ["1", "b3", "b5", "b7"]
 */
export function parseChord(symbol: string): Chord {
  let known = memo.get(symbol);
  if (!known) {
    try {
      known = readChord(symbol);
    } catch (error) {
      if (!(error instanceof ChordError)) throw error;
      known = error;
    }
    if (memo.size > 5000) memo.clear();
    memo.set(symbol, known);
  }
  if (known instanceof ChordError) throw known;
  return known;
}

/** The chord, or null where the symbol cannot be read. */
export function tryParseChord(symbol: string): Chord | null {
  try {
    return parseChord(symbol);
  } catch (error) {
    if (error instanceof ChordError) return null;
    throw error;
  }
}

/** True where a root and quality text read on their own, without a suggestion being sought. */
export const isReadable = (symbol: string): boolean => {
  const text = ascii(symbol);
  const { head, bass } = splitBass(text);
  const read = readNote(head);
  if (!read || 'failedAt' in readQuality(head.slice(read.length))) return false;
  return bass === null || readNote(bass)?.length === bass.length;
};
