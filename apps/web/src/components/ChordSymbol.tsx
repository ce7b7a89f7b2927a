import { StyleSheet, Text, View } from 'react-native';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { isSlash } from '@backline/core/theory/chord';
import { keyOf } from '@backline/core/theory/key';
import { LETTERS, type Spelled } from '@backline/core/theory/pitch';
import { spell } from '@backline/core/theory/spelling';
import { FONT } from '../theme/tokens';

export interface ChordSymbolProps {
  readonly symbol: string | null;
  /** The key in which tones without a name are spelt. */
  readonly keyText?: string;
  /** Size of the root's letter, px. */
  readonly size: number;
  readonly color: string;
}

const ACCIDENTALS: Record<number, string> = { [-2]: '♭♭', [-1]: '♭', 0: '', 1: '♯', 2: '♯♯' };

/** What stands on the line and what is raised: m, °, ø, Δ low; numbers and alterations high. */
export function typeset(quality: string): { low: string; high: string } {
  const text = quality
    .replace(/[()]/g, '')
    .replace(/^m7b5/, 'ø7')
    .replace(/^dimMaj7/, '°Δ7')
    .replace(/^dim/, '°')
    .replace(/^aug/, '+')
    .replace(/Maj|maj/, 'Δ');
  const low = /^(m|ø|°|\+)?/.exec(text)?.[0] ?? '';
  return { low, high: text.slice(low.length) };
}

/** Real flats and sharps for the letters b and # of a quality's numbers. */
const withGlyphs = (text: string): string => text.replace(/b(?=\d)/g, '♭').replace(/#(?=\d)/g, '♯');

/** Size of a cluster's note names against the root's letter of a named chord. */
const CLUSTER = 0.5;

/** About how wide the symbol is, px: the chart lays its bars out by it. */
export function symbolWidth(symbol: string | null, size: number): number {
  if (symbol === null) return size * 1.7;
  const chord = parseChord(symbol);
  if (chord.exact) return size * CLUSTER * (1.1 + 0.9 * Math.ceil(chord.exact.length / 2));
  const { low, high } = typeset(chord.quality);
  const bass = isSlash(chord) ? 0.72 * (1 + 0.5 * Math.abs(chord.bass.alter)) : 0;
  const quality = (low === 'm' ? 0.86 : 0.56 * low.length) + 0.37 * high.length;
  return size * (0.76 + 0.4 * Math.abs(chord.root.alter) + quality + bass);
}

function Signed({ text, size, color }: { text: string; size: number; color: string }) {
  const pieces = text.split(/([♭♯]+)/).filter(Boolean);
  return (
    <>
      {pieces.map((piece, i) => {
        const sign = /[♭♯]/.test(piece);
        const fontSize = sign ? size * 0.86 : size;
        return (
          <Text
            key={i}
            style={{
              fontFamily: sign ? FONT.symbols : FONT.chord,
              fontSize,
              lineHeight: size * 1.25,
              // The symbols' face sits low beside the letters.
              marginTop: sign ? -size * 0.24 : 0,
              color,
            }}
          >
            {piece}
          </Text>
        );
      })}
    </>
  );
}

const noteText = (note: Spelled): string => LETTERS[note.letter]! + ACCIDENTALS[note.alter]!;

/** A chord properly set: real ♭ ♯ ° ø Δ, extensions raised, the slash bass lowered. */
export function ChordSymbol({ symbol, keyText, size, color }: ChordSymbolProps) {
  if (symbol === null) {
    return (
      <Text style={{ fontFamily: FONT.text, fontSize: size * 0.7, lineHeight: size * 1.3, color }}>N.C.</Text>
    );
  }
  const chord = parseChord(symbol);
  if (chord.exact) return <Cluster pitches={chord.exact} keyText={keyText} size={size} color={color} />;
  const { low, high } = typeset(chord.quality);
  return (
    <View style={styles.row} aria-hidden>
      <Signed text={noteText(chord.root)} size={size} color={color} />
      {low ? <Signed text={low} size={size * 0.86} color={color} /> : null}
      {high ? (
        <View style={{ marginTop: -size * 0.08 }}>
          <View style={styles.row}>
            <Signed text={withGlyphs(high)} size={size * 0.6} color={color} />
          </View>
        </View>
      ) : null}
      {isSlash(chord) ? (
        <View style={{ marginTop: size * 0.42 }}>
          <View style={styles.row}>
            <Signed text={`/${noteText(chord.bass)}`} size={size * 0.62} color={color} />
          </View>
        </View>
      ) : null}
    </View>
  );
}

interface ClusterProps {
  readonly pitches: readonly number[];
  readonly keyText: string | undefined;
  readonly size: number;
  readonly color: string;
}

/** Tones without a name, in two rows, the lower ones below. */
function Cluster({ pitches, keyText, size, color }: ClusterProps) {
  const where = { key: keyText === undefined ? null : keyOf(keyText) };
  const half = Math.floor(pitches.length / 2);
  const names = (from: number, to: number): string =>
    pitches
      .slice(from, to)
      .map((p) => noteText(spell(p, where)))
      .join(' ');
  return (
    <View aria-hidden>
      {[names(half, pitches.length), names(0, half)].map((text, i) => (
        <View key={i} style={styles.row}>
          <Signed text={text} size={size * CLUSTER} color={color} />
        </View>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({ row: { flexDirection: 'row', alignItems: 'flex-start' } });
