import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { HelperText, IconButton } from 'react-native-paper';
import { Button } from '../../../components/Button';
import { Field } from '../../../components/Field';
import { ROUTE_STEPS, readTarget, type RouteAsked } from '@backline/core/analysis/route';
import { ChordError, tryParseChord } from '@backline/core/theory/chordGrammar';
import { parseKey } from '@backline/core/theory/key';
import { Notice } from '../../../components/Notice';
import { Stepper } from '../../../components/Stepper';
import { useAnswer } from '../../../state/analysis';
import { useTrouble } from '../../../components/useTrouble';
import { usePalette } from '../../../theme/usePalette';
import { TOUCH_SQUARE, TYPE } from '../../../theme/styles';
import { StepChoice } from './StepChoice';
import { enter, type Place } from './entry';
import { asChords, hearRun } from '../../../state/hearing';
import { Words } from '../../../components/Words';

/** A target that reads, or why it does not. */
function target(text: string): RouteAsked['to'] | string {
  try {
    return readTarget(text);
  } catch (error) {
    if (error instanceof ChordError) return error.message;
    return `"${text}" is not a chord or key. Write a chord like F#m7 or a key like "Eb major".`;
  }
}

/**
 * The chord a route starts from: what sounds before the place; where nothing does, the chord that stands in it, behind
 * which the route then goes on.
 */
function startOf({ chords, tick, bar }: Place): { readonly from: string; readonly isHere: boolean } {
  const before = chords.filter((c) => c.start < tick && c.symbol !== null).at(-1)?.symbol;
  const here = chords.find((c) => c.start === tick)?.symbol;
  const key = parseKey(bar.key)!;
  const tonic = bar.key.replace(/m$/, '') + (key.mode === 'minor' ? 'm' : '');
  return { from: before ?? here ?? tonic, isHere: !before && Boolean(here) };
}

/** The smoothest ways to a chord or key in so many steps, each to be heard, changed and put in. */
export function RouteFinder({ place }: { place: Place }) {
  const [to, setTo] = useState('');
  const [steps, setSteps] = useState(3);
  const { from, isHere } = startOf(place);
  const wanted = to.trim() === '' ? null : target(to);
  const asked = wanted && typeof wanted !== 'string' ? { from, to: wanted, steps, key: place.bar.key } : null;
  const { answer, failed } = useAnswer('routes', asked);
  const said = useTrouble(typeof wanted === 'string');
  return (
    <>
      <Field
        label="Chord or key to arrive at"
        accessibilityLabel="Chord or key to arrive at"
        placeholder="F#m7, or Eb major"
        value={to}
        onChangeText={setTo}
        {...said.field}
        autoCapitalize="none"
        autoCorrect={false}
      />
      {typeof wanted === 'string' ? (
        <View id={said.id} role="alert">
          <HelperText type="error">{wanted}</HelperText>
        </View>
      ) : null}
      <Stepper
        label={`Steps from ${from}`}
        text={String(steps)}
        less="One step less"
        more="One step more"
        onLess={steps > ROUTE_STEPS.least ? () => setSteps(steps - 1) : undefined}
        onMore={steps < ROUTE_STEPS.most ? () => setSteps(steps + 1) : undefined}
      />
      {failed ? <Notice text={failed} /> : null}
      {asked && answer
        ? answer.map((route) => (
            <RouteRow
              key={route.chords.join()}
              chords={route.chords}
              why={route.why}
              {...{ place, isHere }}
            />
          ))
        : null}
      <StepChoice />
    </>
  );
}

interface RouteRowProps {
  readonly chords: readonly string[];
  readonly why: readonly string[];
  readonly place: Place;
  /** It begins with the chord in hand, which stays. */
  readonly isHere: boolean;
}

/** One route as a line that can be changed before it goes in. */
function RouteRow({ chords, why, place, isHere }: RouteRowProps) {
  const palette = usePalette();
  const [text, setText] = useState(chords.slice(1).join(' '));
  const words = text.trim().split(/\s+/).filter(Boolean);
  const unread = words.find((w) => !tryParseChord(w));
  const said = useTrouble(unread !== undefined);
  const put = (): void => {
    const all = isHere ? [chords[0]!, ...words] : words;
    for (const symbol of all) enter(tryParseChord(symbol)!.symbol, { heard: true });
    hearRun(asChords(words));
  };
  return (
    <View
      role="group"
      aria-label={`Route by ${chords.slice(1).join(', ')}`}
      style={[styles.route, { borderColor: palette.line }]}
    >
      <View style={styles.row}>
        <Field
          accessibilityLabel={`Chords of the route by ${chords.slice(1).join(', ')}`}
          value={text}
          onChangeText={setText}
          {...said.field}
          autoCapitalize="none"
          autoCorrect={false}
          style={styles.field}
        />
        <IconButton
          icon="volume-high"
          accessibilityLabel="Hear this route"
          disabled={unread !== undefined}
          onPress={() => hearRun(asChords([chords[0]!, ...words]))}
          style={styles.touch}
        />
        <Button mode="contained" disabled={unread !== undefined || !words.length} onPress={put}>
          Put in
        </Button>
      </View>
      <Words id={said.id} tone="quiet" style={styles.why}>
        {unread === undefined
          ? why.map((reason, i) => `${chords[i + 1]!}: ${reason}`).join('; ')
          : `"${unread}" is not a chord that can be read.`}
      </Words>
      <Words
        tone="quiet"
        style={styles.why}
        aria-hidden
      >{`from ${place.section.name}, bar ${place.index + 1}`}</Words>
    </View>
  );
}

const styles = StyleSheet.create({
  route: { borderTopWidth: 1, paddingVertical: 6, gap: 4 },
  row: { flexDirection: 'row', alignItems: 'center', gap: 4 },
  field: { flex: 1, minWidth: 0 },
  why: TYPE.tiny,
  touch: TOUCH_SQUARE,
});
