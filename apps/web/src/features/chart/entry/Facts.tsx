import { StyleSheet, View } from 'react-native';
import { chordTones } from '@backline/core/theory/chord';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { keyOf, romanNumeral } from '@backline/core/theory/key';
import { noteName } from '@backline/core/theory/pitch';
import { nameIn, noteGlyphs } from '@backline/core/theory/spelling';
import { ChordSymbol } from '../../../components/ChordSymbol';
import { usePalette } from '../../../theme/usePalette';
import { TYPE } from '../../../theme/styles';
import { numeralGlyphs } from '../ChordBlock';
import { Words } from '../../../components/Words';

const degreeGlyphs = (degree: string): string => degree.replace(/b/g, '♭').replace(/#/g, '♯');

/** A chord's tones with their degrees, and its place in the key. */
export function Facts({
  symbol,
  keyText,
  detailed = false,
}: {
  symbol: string;
  keyText: string;
  detailed?: boolean;
}) {
  const palette = usePalette();
  const chord = parseChord(symbol);
  const key = keyOf(keyText);
  const tones = chord.exact ? chord.exact.map((p) => nameIn(p, { key })) : chordTones(chord).map(noteName);
  const numeral = numeralGlyphs(romanNumeral(chord, key));
  return (
    <View style={styles.facts}>
      <ChordSymbol symbol={symbol} keyText={keyText} size={20} color={palette.ink} />
      <Words tone="quiet" style={styles.words}>
        {[
          numeral,
          tones.map(noteGlyphs).join(' '),
          detailed && !chord.exact ? chord.degrees.map(degreeGlyphs).join(' ') : '',
        ]
          .filter(Boolean)
          .join(' · ')}
      </Words>
    </View>
  );
}

const styles = StyleSheet.create({
  facts: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  words: TYPE.words,
});
