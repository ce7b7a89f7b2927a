import { likelyKey } from '@backline/core/theory/likelyKey';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { keyOf, keyText } from '@backline/core/theory/key';
import { pitchClass } from '@backline/core/theory/pitch';
import { musodojo, solfege } from '../support/corpora';

const guess = (symbols: readonly string[]): string => keyText(likelyKey(symbols.map(parseChord))!);

describe('the likeliest key', () => {
  it.each([
    ['C G Am F', 'C'],
    ['G D Em C', 'G'],
    ['Am F C G Am', 'Am'],
    ['Em C G D Em', 'Em'],
    ['E A B7 E', 'E'],
    ['Dm7 G7 Cmaj7', 'C'],
    ['Bm7b5 E7 Am', 'Am'],
    ['Bb Gm Eb F7', 'Bb'],
    ['F#m D A E F#m', 'F#m'],
    ['Ab Fm Db Eb', 'Ab'],
    ['A7 D7 A7 E7 A7', 'A'],
  ])('of %s is %s (common practice)', (chords, key) => {
    expect(guess(chords.split(' '))).toBe(key);
  });

  it('is that of published progressions: of all in Debian’s solfege (GPL), of most in musodojo (CC0)', () => {
    for (const [corpus, least] of [
      // Three of its fourteen are two chords that could as well be in the key of the second.
      [musodojo(), 11 / 14],
      [solfege(), 1],
    ] as const) {
      const right = corpus.filter(({ key, chords }) => guess(chords) === key);
      expect(right.length / corpus.length).toBeGreaterThanOrEqual(least);
    }
  });

  it('moves along when all chords do, and is none without chords', () => {
    expect(likelyKey([])).toBeNull();
    for (const [from, to, by] of [
      ['C G Am F', 'D A Bm G', 2],
      ['Dm7 G7 Cmaj7', 'Fm7 Bb7 Ebmaj7', 3],
    ] as const) {
      const [a, b] = [from, to].map((text) => keyOf(guess(text.split(' '))));
      expect((pitchClass(b!.tonic) - pitchClass(a!.tonic) + 12) % 12).toBe(by);
    }
  });
});
