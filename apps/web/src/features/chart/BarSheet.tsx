import { useState } from 'react';
import { StyleSheet, Text, View } from 'react-native';
import { Button, HelperText, IconButton, TextInput } from 'react-native-paper';
import { barText, insertBar, readBarText, removeBar, setBar } from '@backline/core/edits/chart';
import { ChartError } from '@backline/core/formats/chart/index';
import type { Section, Song } from '@backline/core/song/schema';
import { chordTones } from '@backline/core/theory/chord';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { keyOf, romanNumeral } from '@backline/core/theory/key';
import { noteName } from '@backline/core/theory/pitch';
import { sectionBars, type Bar } from '@backline/core/timeline/bars';
import { chordsInUse } from '@backline/core/timeline/passes';
import { guideVoicings } from '@backline/core/voicing/guide';
import { player } from '../../audio/player';
import { ChordSymbol } from '../../components/ChordSymbol';
import { Sheet } from '../../components/Sheet';
import { change } from '../../state/openSong';
import { usePalette } from '../../theme/usePalette';
import { FONT, SIZE } from '../../theme/tokens';
import { numeralGlyphs } from './ChordBlock';
import { select } from './selection';

/** Program of the guide sound: a piano. */
const GUIDE_PROGRAM = 0;

/** A text as a bar's chords, or the sentence that says why not. */
function tryRead(text: string, bar: Bar): { symbols: (string | null)[] } | { reason: string } {
  try {
    return { symbols: readBarText(text, bar).map((c) => c.symbol) };
  } catch (error) {
    if (error instanceof ChartError) return { reason: error.reason };
    throw error;
  }
}

/** The nearest readable text that an error offers, put in place of what did not read. */
function mended(text: string, reason: string): string | null {
  const found = /^"(.+?)" is not a chord.*Did you mean "(.+?)"\?$/.exec(reason);
  return found ? text.replace(found[1]!, found[2]!) : null;
}

/** Sounds a chord of a bar as the guide voices it, over its bass. */
function hear(section: Section, start: number, symbol: string): void {
  const chords = chordsInUse(section);
  const index = chords.findIndex((c) => c.start === start && c.symbol === symbol);
  const [alone] = guideVoicings([{ id: 'x', start: 0, length: 1, symbol }]);
  const pitches = index >= 0 ? guideVoicings(chords)[index]! : alone!;
  void player.audition(GUIDE_PROGRAM, pitches);
}

function Facts({ symbol, keyText }: { symbol: string; keyText: string }) {
  const palette = usePalette();
  const chord = parseChord(symbol);
  const tones = chordTones(chord).map((t) => noteName(t).replace(/b/g, '♭').replace(/#/g, '♯'));
  return (
    <View style={styles.facts}>
      <ChordSymbol symbol={symbol} size={20} color={palette.ink} />
      <Text style={[styles.words, { color: palette.quiet }]}>
        {numeralGlyphs(romanNumeral(chord, keyOf(keyText)))} · {tones.join(' ')}
      </Text>
    </View>
  );
}

export interface BarSheetProps {
  readonly song: Song;
  readonly section: Section;
  readonly index: number;
}

/** The chords of one bar, typed and heard as they are typed; the chart stays in sight. */
export function BarSheet({ song, section, index }: BarSheetProps) {
  const palette = usePalette();
  const bar = sectionBars(section, song)[index]!;
  const [typed, setTyped] = useState<string | null>(null);
  const text = typed ?? barText(song, section, index);
  const read = tryRead(text, bar);
  const go = (to: number): void => select({ kind: 'bar', section: section.id, bar: to });

  const type = (next: string): void => {
    setTyped(next);
    const result = tryRead(next, bar);
    if ('reason' in result || next.trim() === '') return;
    const before = 'symbols' in read ? read.symbols : [];
    if (!change(setBar(section.id, index, next))) return;
    const fresh = readBarText(next, bar).filter((c, i) => c.symbol !== null && c.symbol !== before[i]);
    const last = fresh[fresh.length - 1];
    if (last?.symbol) hear(section, bar.start + last.start, last.symbol);
  };

  const offer = 'reason' in read ? mended(text, read.reason) : null;
  const symbols = 'symbols' in read ? read.symbols.filter((s): s is string => s !== null) : [];
  return (
    <Sheet title={`${section.name}, bar ${index + 1}`} onClose={() => select(null)}>
      <View style={styles.row}>
        <IconButton
          icon="chevron-left"
          accessibilityLabel="Bar before"
          disabled={index === 0}
          onPress={() => go(index - 1)}
          style={styles.step}
        />
        <TextInput
          mode="outlined"
          label="Chords of this bar"
          accessibilityLabel="Chords of this bar"
          value={text}
          onChangeText={type}
          error={'reason' in read}
          autoFocus
          autoCapitalize="none"
          autoCorrect={false}
          spellCheck={false}
          onSubmitEditing={() =>
            index + 1 < section.bars ? go(index + 1) : change(insertBar(section.id, index)) && go(index + 1)
          }
          submitBehavior="submit"
          style={[styles.field, { backgroundColor: palette.paper }]}
        />
        <IconButton
          icon="chevron-right"
          accessibilityLabel="Bar after"
          disabled={index + 1 >= section.bars}
          onPress={() => go(index + 1)}
          style={styles.step}
        />
      </View>
      {'reason' in read ? (
        <View role="alert" style={styles.row}>
          <HelperText type="error" style={styles.grow}>
            {read.reason}
          </HelperText>
          {offer ? (
            <Button mode="outlined" onPress={() => type(offer)}>
              Use it
            </Button>
          ) : null}
        </View>
      ) : (
        <View style={styles.list}>
          {symbols.map((symbol, i) => (
            <Facts key={i} symbol={symbol} keyText={bar.key} />
          ))}
        </View>
      )}
      <View style={styles.buttons}>
        <Button
          mode="outlined"
          icon="volume-high"
          disabled={!symbols.length}
          onPress={() =>
            symbols.forEach((symbol, i) => setTimeout(() => hear(section, bar.start, symbol), i * 900))
          }
        >
          Hear
        </Button>
        <Button
          mode="outlined"
          icon="plus"
          onPress={() => change(insertBar(section.id, index)) && go(index + 1)}
        >
          Bar after
        </Button>
        <Button
          mode="outlined"
          icon="delete-outline"
          disabled={section.bars < 2}
          onPress={() => {
            if (change(removeBar(section.id, index))) go(Math.max(0, index - 1));
          }}
        >
          Remove bar
        </Button>
      </View>
      <Text style={[styles.hint, { color: palette.quiet }]}>
        Chords share the bar. Write / to hold one more beat, N.C. to rest, {'{push 1/8}'} behind a chord to
        play it early. Return goes on to the next bar.
      </Text>
    </Sheet>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center' },
  step: { width: 44, height: 44, margin: 0 },
  field: { flex: 1, fontSize: 20 },
  grow: { flex: 1, fontSize: SIZE.small },
  list: { flexDirection: 'row', flexWrap: 'wrap', gap: 16, minHeight: 32 },
  facts: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  words: { fontFamily: FONT.text, fontSize: SIZE.small },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  hint: { fontFamily: FONT.text, fontSize: SIZE.tiny },
});
