import { useEffect, useMemo, useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { Button } from '../../../components/Button';
import { ownScale, pads, type Pad } from '@backline/core/analysis/pads';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { keyOf } from '@backline/core/theory/key';
import { SCALE_NAMES, type ScaleName } from '@backline/core/theory/scale';
import { keyInWords, spokenChord } from '@backline/core/theory/speech';
import { ChordSymbol } from '../../../components/ChordSymbol';
import { asNamed } from '@backline/core/song/settings/specification';
import { Choices } from '../../../components/Choices';
import { Picker } from '../../../components/Picker';
import { Range } from '../../../components/Range';
import { SwitchLine } from '../../../components/SwitchLine';
import { isTyping } from '../../../state/isTyping';
import { usePalette } from '../../../theme/usePalette';
import { TYPE } from '../../../theme/styles';
import { TOUCH } from '../../../theme/tokens';
import { numeralGlyphs } from '../ChordBlock';
import { StepChoice } from './StepChoice';
import { enter, type Place } from './entry';
import { hearChord } from '../../../state/hearing';
import { Words } from '../../../components/Words';

const RICH = ['triads', 'sevenths', 'ninths', 'elevenths', 'thirteenths'];

/** Between two whole settings some chords are richer already. */
const richWords = (rich: number): string => {
  const low = RICH[Math.floor(rich)]!;
  return Number.isInteger(rich) ? low : `${low}, some ${RICH[Math.floor(rich) + 1]!}`;
};

/** One pad a degree, played by touch or by the number keys, heard and taken into the chart. */
export function PadsWay({ place }: { place: Place }) {
  const palette = usePalette();
  const key = place.bar.key;
  const [scale, setScale] = useState<ScaleName | null>(null);
  const [rich, setRich] = useState(0);
  const [high, setHigh] = useState(0.3);
  const [dominants, setDominants] = useState(false);
  const [writes, setWrites] = useState(true);
  const [last, setLast] = useState<Pad | null>(null);
  const shown = useMemo(() => {
    const parsed = keyOf(key);
    return pads(parsed, scale ?? ownScale(parsed), { rich, high, dominants });
  }, [key, scale, rich, high, dominants]);

  const play = (pad: Pad): void => {
    setLast(pad);
    hearChord(pad.symbol, pad.pitches);
    if (writes) enter(pad.symbol, { heard: true });
  };

  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      const pad = shown[Number(event.key) - 1];
      if (!pad || event.repeat || event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target))
        return;
      event.preventDefault();
      play(pad);
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  });

  const own = ownScale(keyOf(key));
  return (
    <>
      <View role="group" aria-label={`Pads in ${keyInWords(key)}`} style={styles.pads}>
        {shown.map((pad) => (
          <View
            key={pad.number}
            style={[styles.pad, { borderColor: palette.line, backgroundColor: palette.paper }]}
          >
            <ChordSymbol symbol={pad.symbol} size={symbolSize(pad.symbol)} color={palette.ink} />
            <View style={styles.foot}>
              <Words tone="quiet" style={styles.small}>
                {numeralGlyphs(pad.numeral)}
              </Words>
              <Words tone="quiet" style={styles.small}>
                {pad.number}
              </Words>
            </View>
            <Pressable
              role="button"
              aria-label={`Pad ${pad.number}: ${spokenChord(parseChord(pad.symbol))}`}
              onPress={() => play(pad)}
              style={({ pressed }) => [styles.touched, pressed && { backgroundColor: `${palette.action}33` }]}
            />
          </View>
        ))}
      </View>
      <Choices
        label="Chords of the pads"
        bare
        value={dominants ? 'dominants' : rich < 1 ? 'triads' : 'sevenths'}
        choices={asNamed(['triads', 'sevenths', 'dominants'] as const)}
        onChoose={(chords) => {
          setDominants(chords === 'dominants');
          if (chords !== 'dominants') setRich(chords === 'triads' ? 0 : 1);
        }}
      />
      <Range
        label="How rich"
        value={rich}
        low={0}
        high={4}
        step={0.25}
        text={richWords(rich)}
        onChange={setRich}
      />
      <Range
        label="How high"
        value={high}
        low={0}
        high={1}
        step={0.02}
        text={high < 0.25 ? 'low and close' : high > 0.65 ? 'high and open' : 'in the middle'}
        onChange={setHigh}
      />
      <View style={styles.line}>
        <SwitchLine label="Write as I play" on={writes} onTurn={setWrites} />
        {last && !writes ? (
          <Button mode="contained" onPress={() => enter(last.symbol)}>
            {`Put in ${last.symbol}`}
          </Button>
        ) : null}
      </View>
      <StepChoice />
      <Picker
        label="Scale"
        value={scale ?? own}
        choices={SCALE_NAMES.map((value) => ({
          value,
          label: value === own ? `${value} (the key’s own)` : value,
        }))}
        onChoose={setScale}
      />
    </>
  );
}

const symbolSize = (symbol: string): number => (symbol.length > 6 ? 15 : symbol.length > 4 ? 18 : 23);

const styles = StyleSheet.create({
  pads: { flexDirection: 'row', flexWrap: 'wrap', gap: 6 },
  pad: {
    flexBasis: '22%',
    flexGrow: 1,
    height: 68,
    borderWidth: 1,
    borderRadius: 12,
    padding: 8,
    justifyContent: 'space-between',
  },
  touched: { ...StyleSheet.absoluteFill, borderRadius: 12 },
  foot: { flexDirection: 'row', justifyContent: 'space-between' },
  small: TYPE.tiny,
  line: { flexDirection: 'row', alignItems: 'center', gap: 10, minHeight: TOUCH },
});
