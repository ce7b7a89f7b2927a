import { useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { IconButton } from 'react-native-paper';
import { Button } from '../../../components/Button';
import type { Palette } from '@backline/core/analysis/ideas';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { spokenChord } from '@backline/core/theory/speech';
import { ChordSymbol } from '../../../components/ChordSymbol';
import { Choices } from '../../../components/Choices';
import { Notice } from '../../../components/Notice';
import { Picker } from '../../../components/Picker';
import { useAnswer } from '../../../state/analysis';
import { songStyle } from '../../../state/repertoire';
import { usePalette } from '../../../theme/usePalette';
import { TOUCH_SQUARE, TYPE } from '../../../theme/styles';
import { numeralGlyphs } from '../ChordBlock';
import { RouteFinder } from './RouteFinder';
import { StepChoice } from './StepChoice';
import { enter, type Place } from './entry';
import { hearChord } from '../../../state/hearing';
import { Words } from '../../../components/Words';

type Wanted = Palette | 'as before';
const PALETTES: readonly { readonly value: Wanted; readonly label: string }[] = [
  { value: 'as before', label: 'as before' },
  { value: 'simple', label: 'simple' },
  { value: 'sevenths', label: 'sevenths' },
  { value: 'rich', label: 'rich' },
];
const FIRST = 8;

/** What stands before and behind the place, as the ideas need it; a chord that begins at the place is what would be replaced. */
function around({ song, section, chords, tick }: Place) {
  const earlier = song.sections.slice(0, song.sections.indexOf(section)).at(-1);
  const draft = earlier?.drafts.find((d) => d.id === earlier.draft);
  const symbols = (list: readonly { symbol: string | null }[]): string[] =>
    list.flatMap((c) => (c.symbol === null ? [] : [c.symbol]));
  return {
    before: [
      ...symbols(draft?.chords.slice(-2) ?? []),
      ...symbols(chords.filter((c) => c.start < tick)),
    ].slice(-16),
    after: symbols(chords.filter((c) => c.start > tick))[0] ?? null,
  };
}

/** Chords that could come next, near to far, each with its reason; or a way to a chord further off. */
export function IdeasWay({ place }: { place: Place }) {
  const [mode, setMode] = useState<'next' | 'route'>('next');
  return (
    <>
      <Choices
        label="Ideas for"
        bare
        value={mode}
        choices={[
          { value: 'next', label: 'the next chord' },
          { value: 'route', label: 'a route to a chord or key' },
        ]}
        onChoose={setMode}
      />
      {mode === 'next' ? <Next place={place} /> : <RouteFinder place={place} />}
    </>
  );
}

function Next({ place }: { place: Place }) {
  const palette = usePalette();
  const [wanted, setWanted] = useState<Wanted>('as before');
  const [more, setMore] = useState(false);
  const context = around(place);
  const { answer, failed } = useAnswer('ideas', {
    ...context,
    key: place.bar.key,
    palette: wanted === 'as before' ? null : wanted,
    feel: songStyle(place.song).feel,
  });
  const before = context.before[context.before.length - 1];
  const words = [
    before ? `after ${before}` : 'to begin with',
    context.after ? `before ${context.after}` : '',
  ];
  return (
    <>
      {failed ? <Notice text={failed} /> : null}
      <Words tone="quiet" style={styles.why}>
        {words.filter(Boolean).join(', ')}, near to far:
      </Words>
      <View role="list" aria-label="Ideas">
        {(answer ?? []).slice(0, more ? undefined : FIRST).map((idea, rank) => (
          // By rank: the keyboard stays where it is when the list is another after a chord went in.
          <View key={rank} role="listitem" style={[styles.idea, { borderColor: palette.line }]}>
            <View style={styles.hear}>
              <View style={styles.symbol}>
                <ChordSymbol symbol={idea.symbol} size={22} color={palette.ink} />
              </View>
              <Words tone="quiet" style={styles.numeral}>
                {numeralGlyphs(idea.numeral)}
              </Words>
              <Words style={styles.why}>{idea.why}</Words>
              <Pressable
                role="button"
                aria-label={`Hear ${spokenChord(parseChord(idea.symbol))}: ${idea.why}`}
                onPress={() => hearChord(idea.symbol)}
                style={StyleSheet.absoluteFill}
              />
            </View>
            <IconButton
              icon="arrow-down-left"
              mode="contained-tonal"
              size={20}
              accessibilityLabel={`Put in ${spokenChord(parseChord(idea.symbol))}`}
              onPress={() => enter(idea.symbol)}
              style={styles.touch}
            />
          </View>
        ))}
      </View>
      {answer && answer.length > FIRST ? (
        <Button onPress={() => setMore(!more)} style={styles.start}>
          {more ? 'Only the nearest' : 'Further off'}
        </Button>
      ) : null}
      <Picker label="How rich" value={wanted} choices={PALETTES} onChoose={setWanted} />
      <StepChoice />
    </>
  );
}

const styles = StyleSheet.create({
  idea: { flexDirection: 'row', alignItems: 'center', borderBottomWidth: 1 },
  hear: { flex: 1, flexDirection: 'row', alignItems: 'center', gap: 8, minHeight: 48 },
  symbol: { width: 92 },
  numeral: { width: 52, ...TYPE.words },
  why: { flex: 1, ...TYPE.words },
  touch: TOUCH_SQUARE,
  start: { alignSelf: 'flex-start' },
});
