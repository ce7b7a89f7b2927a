import { useEffect, useLayoutEffect, useState } from 'react';
import { StyleSheet, Text, View } from 'react-native';
import { HelperText, TextInput } from 'react-native-paper';
import { Button } from '../../../components/Button';
import {
  barText,
  insertBar,
  placesFrom,
  readBarText,
  readBarsText,
  setBar,
  setBars,
} from '@backline/core/edits/bars';
import { ChartError, type Unread } from '@backline/core/formats/chart/error';
import { LIMITS } from '@backline/core/song/limits';
import { chordsInUse } from '@backline/core/timeline/passes';
import { change, useOpenSong } from '../../../state/openSong';
import { usePalette } from '../../../theme/usePalette';
import { TYPE } from '../../../theme/styles';
import { SIZE } from '../../../theme/tokens';
import { select, selectBar, useSelection } from '../selection';
import { Facts } from './Facts';
import { hearEntered } from '../../../state/hearing';
import type { Place } from './entry';

const FIELD = 'Chords of this bar';

interface ReadBar {
  readonly symbols: readonly (string | null)[];
  /** More than one where a line of bars was pasted. */
  readonly bars: number;
}

interface NotRead {
  readonly reason: string;
  readonly unread: Unread | null;
}

/** True where a text holds more than this bar: bar lines, lines, a chart's headings. */
const isLine = (text: string): boolean => /[|\n]/.test(text.replace(/\|\s*$/, ''));

function tryRead(text: string, { song, section, index, bar }: Place): ReadBar | NotRead {
  try {
    const bars = isLine(text)
      ? readBarsText(text, placesFrom(song, section, index))
      : [readBarText(text.replace(/\|\s*$/, ''), bar)];
    return { symbols: bars.flatMap((b) => b.map((c) => c.symbol)), bars: bars.length };
  } catch (error) {
    if (error instanceof ChartError) return { reason: error.reason, unread: error.unread };
    throw error;
  }
}

/** A whole chart has headings or headers: it goes in as one. */
const isChart = (text: string): boolean => /^\s*\[[^\]]+\]|^\s*(title|key|time|tempo|style)\s*:/im.test(text);

/** The chords of one bar, typed and heard as they are typed. A pasted line of bars is offered whole. */
export function TypeWay({ place }: { place: Place }) {
  const palette = usePalette();
  const { song, section, index, bar } = place;
  const begun = useSelection((s) => s.typed);
  const [typed, setTyped] = useState<string | null>(begun);
  const text = typed ?? barText(song, section, index);
  const read = tryRead(text, place);

  const goOn = (): void => {
    if (index + 1 < section.bars) selectBar(section.id, index + 1);
    else if (change(insertBar(section.id, index))) selectBar(section.id, index + 1);
  };

  const type = (next: string): void => {
    setTyped(next);
    const result = tryRead(next, place);
    if ('reason' in result || result.bars > 1) return;
    const before = 'symbols' in read ? read.symbols : [];
    const plain = next.replace(/\|\s*$/, '');
    if (plain.trim() !== '' && change(setBar(section.id, index, plain))) soundNew(plain, before);
    // A bar line goes on to the next bar, as it does on paper.
    if (plain !== next) goOn();
  };

  // What is typed takes the place of what stands there, unless typing has begun on the chart.
  useLayoutEffect(() => {
    const field = document.activeElement;
    if (begun === null && field instanceof HTMLInputElement) field.select();
  }, [begun]);

  // A field of one line drops line breaks: pasted lines are caught before that.
  useEffect(() => {
    const paste = (event: ClipboardEvent): void => {
      const lines = event.clipboardData?.getData('text/plain').trim() ?? '';
      const here = event.target instanceof HTMLInputElement && event.target.ariaLabel === FIELD;
      if (!here || !lines.includes('\n')) return;
      event.preventDefault();
      setTyped(lines);
    };
    window.addEventListener('paste', paste, true);
    return () => window.removeEventListener('paste', paste, true);
  }, []);

  const soundNew = (plain: string, before: readonly (string | null)[]): void => {
    const fresh = readBarText(plain, bar).filter((c, i) => c.symbol !== null && c.symbol !== before[i]);
    const last = fresh[fresh.length - 1];
    const now = useOpenSong.getState().song?.sections.find((s) => s.id === section.id);
    if (last && now) hearEntered(chordsInUse(now), bar.start + last.start);
  };

  const putLine = (): void => {
    if (change(setBars(section.id, index, text))) setTyped(null);
  };

  const symbols = 'symbols' in read ? read.symbols.filter((s): s is string => s !== null) : [];
  return (
    <>
      <TextInput
        mode="outlined"
        label={FIELD}
        accessibilityLabel={FIELD}
        value={text}
        onChangeText={type}
        error={'reason' in read}
        autoFocus
        autoCapitalize="none"
        autoCorrect={false}
        spellCheck={false}
        multiline={text.includes('\n')}
        onSubmitEditing={goOn}
        submitBehavior="submit"
        style={[styles.field, { backgroundColor: palette.paper }]}
      />
      {isChart(text) ? (
        <Offer
          words="This is a whole chart."
          action="Open it as text"
          onPress={() => select({ kind: 'text', text })}
        />
      ) : 'reason' in read ? (
        <Trouble text={text} read={read} onUse={type} />
      ) : read.bars > 1 ? (
        section.bars + read.bars > LIMITS.barsPerSection ? (
          <HelperText type="error">{`A section has at most ${LIMITS.barsPerSection} bars.`}</HelperText>
        ) : (
          <Offer
            words={`${read.bars} bars, ${read.symbols.length} chords.`}
            action={`Put them in from bar ${index + 1}`}
            onPress={putLine}
          />
        )
      ) : (
        <View style={styles.list}>
          {symbols.map((symbol, i) => (
            <Facts key={i} symbol={symbol} keyText={bar.key} />
          ))}
        </View>
      )}
      <Text style={[styles.hint, { color: palette.quiet }]}>
        Names or degrees: Em7, Bb/D, ii7, V7/vi, 6m. Chords share the bar; / holds one more beat, N.C. rests,{' '}
        {'{push 1/8}'} plays early. Return or | goes on.
      </Text>
    </>
  );
}

function Trouble({ text, read, onUse }: { text: string; read: NotRead; onUse: (text: string) => void }) {
  const { reason, unread } = read;
  return (
    <View role="alert">
      <HelperText type="error" style={styles.help}>
        {reason}
      </HelperText>
      {unread?.offers.length ? (
        <View style={styles.offers}>
          {unread.offers.map((offer) => (
            <Button key={offer} mode="outlined" onPress={() => onUse(text.replace(unread.word, offer))}>
              {`Use ${offer}`}
            </Button>
          ))}
        </View>
      ) : null}
    </View>
  );
}

function Offer({ words, action, onPress }: { words: string; action: string; onPress: () => void }) {
  const palette = usePalette();
  return (
    <View style={styles.offers}>
      <Text style={[styles.words, { color: palette.ink }]}>{words}</Text>
      <Button mode="contained" onPress={onPress}>
        {action}
      </Button>
    </View>
  );
}

const styles = StyleSheet.create({
  field: { fontSize: 20 },
  help: { fontSize: SIZE.small },
  list: { flexDirection: 'row', flexWrap: 'wrap', gap: 16, minHeight: 32 },
  offers: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 8 },
  words: TYPE.words,
  hint: TYPE.tiny,
});
