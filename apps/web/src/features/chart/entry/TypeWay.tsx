import { useEffect, useLayoutEffect, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { HelperText, TextInput } from 'react-native-paper';
import { Button } from '../../../components/Button';
import { barText, readBarText, setBar, setBars } from '@backline/core/edits/bars';
import { keepUnread, unreadIn } from '@backline/core/edits/unread';
import { LIMITS } from '@backline/core/song/limits';
import { counted } from '@backline/core/song/listed';
import { chordsInUse } from '@backline/core/song/inUse';
import { useOpenSong } from '../../../state/openSong';
import { useTrouble } from '../../../components/useTrouble';
import { usePalette } from '../../../theme/usePalette';
import { TYPE } from '../../../theme/styles';
import { SIZE } from '../../../theme/tokens';
import { select, selectBar, useSelection } from '../../../state/selection';
import { Facts } from './Facts';
import { hearEntered } from '../../../state/hearing';
import { write, type Place } from './entry';
import { barsOfLine, isClosed, isGrowing, isWhole, tryRead, type NotRead } from './typing';
import { Words } from '../../../components/Words';

const FIELD = 'Chords of this bar';

/** The chords of one bar, typed and heard as they are typed; a pasted line of bars goes in whole. What cannot be read stays in its bar. */
export function TypeWay({ place }: { place: Place }) {
  const palette = usePalette();
  const { song, section, index, bar } = place;
  const begun = useSelection((s) => s.typed);
  const [typed, setTyped] = useState<string | null>(begun);
  /** Chords as they stood when typing began: one that is typed again is the same as it was. */
  const [remembered] = useState(() => place.chords);
  const kept = unreadIn(song, section, index);
  const text = typed ?? kept ?? (place.isNew ? '' : barText(song, section, index));
  const read = tryRead(text, place);
  const whole = isWhole(text, place);
  const isWrong = 'reason' in read && !whole && (typed === null || !isGrowing(text, place));
  const said = useTrouble(isWrong);

  const goOn = (): void => {
    if (place.isNew && !text.trim()) return;
    if (index + 1 < LIMITS.barsPerSection) selectBar(section.id, index + 1);
  };

  /** A line of bars goes in over those that follow; the last of them is then in hand. */
  const putLine = (line: string, bars: number): void => {
    if (!write(place, setBars(section.id, index, line))) return;
    setTyped(null);
    selectBar(section.id, index + bars - 1);
  };

  const type = (next: string): void => {
    setTyped(next);
    const result = tryRead(next, place);
    if ('reason' in result) {
      if (!isWhole(next, place)) write(place, keepUnread(section.id, index, next));
      return;
    }
    if (result.bars > 1) {
      if (index + result.bars <= LIMITS.barsPerSection) putLine(next, result.bars);
      return;
    }
    const before = 'symbols' in read ? read.symbols : [];
    const { plain } = result;
    if (plain !== '' && write(place, setBar(section.id, index, plain, remembered))) soundNew(plain, before);
    // A bar line goes on to the next bar, as it does on paper.
    if (isClosed(next)) goOn();
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

  const symbols = 'symbols' in read ? read.symbols.filter((s): s is string => s !== null) : [];
  return (
    <>
      <TextInput
        mode="outlined"
        label={FIELD}
        accessibilityLabel={FIELD}
        value={text}
        onChangeText={type}
        {...said.field}
        autoFocus
        autoCapitalize="none"
        autoCorrect={false}
        spellCheck={false}
        multiline={text.includes('\n')}
        onSubmitEditing={goOn}
        submitBehavior="submit"
        style={[styles.field, { backgroundColor: palette.paper }]}
      />
      {whole ? (
        <Offer
          words="This is more than a line of chords."
          action="Open it as text"
          onPress={() => select({ kind: 'text', text })}
        />
      ) : 'reason' in read ? (
        isWrong ? (
          <Trouble
            id={said.id}
            text={text}
            read={read}
            asBars={barsOfLine(text, place)}
            onUse={type}
            onLetGo={() => {
              write(place, keepUnread(section.id, index, null));
              setTyped(null);
            }}
          />
        ) : null
      ) : read.bars > 1 ? (
        <HelperText type="error">{`A section has at most ${LIMITS.barsPerSection} bars.`}</HelperText>
      ) : (
        <View style={styles.list}>
          {symbols.map((symbol, i) => (
            <Facts key={i} symbol={symbol} keyText={bar.key} />
          ))}
        </View>
      )}
      <Words tone="quiet" style={styles.hint}>
        Names or degrees: Em7, Bb/D, ii7, V7/vi, 6m. Chords share the bar; / holds one more beat, N.C. rests,{' '}
        {'{push 1/8}'} plays early. Return or | goes on.
      </Words>
    </>
  );
}

interface TroubleProps {
  readonly id: string;
  readonly text: string;
  readonly read: NotRead;
  /** The same with a bar for each chord. */
  readonly asBars: ReturnType<typeof barsOfLine>;
  readonly onUse: (text: string) => void;
  readonly onLetGo: () => void;
}

function Trouble({ id, text, read, asBars, onUse, onLetGo }: TroubleProps) {
  const { reason, unread } = read;
  return (
    <View id={id} role="alert">
      <HelperText type="error" style={styles.help}>
        {reason}
      </HelperText>
      <View style={styles.offers}>
        {asBars ? (
          <Button mode="contained" onPress={() => onUse(asBars.line)}>
            {`A bar for each: ${counted(asBars.bars, 'bar')}`}
          </Button>
        ) : null}
        {unread?.offers.map((offer) => (
          <Button key={offer} mode="outlined" onPress={() => onUse(text.replace(unread.word, offer))}>
            {`Use ${offer}`}
          </Button>
        ))}
        <Button mode="text" onPress={onLetGo}>
          Let it go
        </Button>
      </View>
    </View>
  );
}

function Offer({ words, action, onPress }: { words: string; action: string; onPress: () => void }) {
  return (
    <View style={styles.offers}>
      <Words style={styles.words}>{words}</Words>
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
