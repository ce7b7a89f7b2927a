import { useState } from 'react';
import { Pressable, StyleSheet, View } from 'react-native';
import { Button } from '../../../components/Button';
import { setScale } from '@backline/core/edits/chords';
import { backToAuto } from '@backline/core/edits/hand';
import { chordTones } from '@backline/core/theory/chord';
import { isReadable, parseChord, tryParseChord } from '@backline/core/theory/chordGrammar';
import { clusterSymbol } from '@backline/core/theory/cluster';
import { keyOf } from '@backline/core/theory/key';
import { noteName, pitchClass } from '@backline/core/theory/pitch';
import { ALL_QUALITIES, EVERYDAY_QUALITIES } from '@backline/core/theory/qualities';
import { SCALE_NAMES, defaultScale, type ScaleName } from '@backline/core/theory/scale';
import { spokenChord } from '@backline/core/theory/speech';
import { spellFor } from '@backline/core/theory/transposition';
import { guideVoicings } from '../../../state/guideVoicings';
import { noteGlyphs, scaleNotes } from '@backline/core/theory/spelling';
import { ChordSymbol } from '../../../components/ChordSymbol';
import { Choices } from '../../../components/Choices';
import { Picker } from '../../../components/Picker';
import { OctaveKeys } from '../../../components/OctaveKeys';
import { Toggle } from '../../../components/Toggle';
import { change } from '../../../state/openSong';
import { usePalette } from '../../../theme/usePalette';
import { TYPE } from '../../../theme/styles';
import { TOUCH } from '../../../theme/tokens';
import { Facts } from './Facts';
import { putHere, type Place } from './entry';
import { Words } from '../../../components/Words';

const ADDABLE = ['add9', 'add11', 'add#11', 'add13'] as const;
const OMITTABLE = ['no3', 'no5', 'no7'] as const;

/** Root, quality, bass and single tones of the chord in hand, each change heard. */
export function ChooseWay({ place }: { place: Place }) {
  const [all, setAll] = useState(false);
  const { bar, chord: event } = place;
  const key = keyOf(bar.key);
  const symbol = event.symbol ?? noteName(key.tonic);
  const chord = parseChord(symbol);
  const put = (next: string): void => putHere(place, next);
  if (chord.exact) return <Cluster place={place} pitches={chord.exact} />;

  const root = noteName(chord.root);
  const bass = noteName(chord.bass);
  const slash = bass === root ? '' : `/${bass}`;
  const roots = Array.from({ length: 12 }, (_, i) => spellFor(pitchClass(key.tonic) + i, key));
  const tones = chordTones(chord).map(noteName);
  const otherBasses = roots.map(noteName).filter((n) => !tones.includes(n));
  return (
    <>
      {event.symbol === null ? null : <Facts symbol={symbol} keyText={bar.key} detailed />}
      <Choices
        label="Root"
        value={roots.map(noteName).includes(root) ? root : null}
        choices={roots.map((n) => ({ value: noteName(n), label: noteGlyphs(noteName(n)) }))}
        onChoose={(value) => put(value + chord.quality)}
      />
      <Qualities
        root={root}
        all={all}
        chosen={event.symbol === null ? null : chord.quality}
        onChoose={(quality) => put(root + quality + slash)}
      />
      <Button onPress={() => setAll(!all)} icon={all ? 'chevron-up' : 'chevron-down'} style={styles.start}>
        {all ? 'Everyday qualities only' : 'All qualities'}
      </Button>
      <Choices
        label="Bass"
        inARow
        value={bass}
        choices={[...tones, ...otherBasses].map((value, i) => ({
          value,
          label: i < tones.length ? noteGlyphs(value) : `(${noteGlyphs(value)})`,
        }))}
        onChoose={(value) => put(root + chord.quality + (value === root ? '' : `/${value}`))}
      />
      <Toggles symbol={symbol} onPut={put} />
      {event.symbol === null ? null : <Scale place={place} symbol={symbol} />}
      <View style={styles.wrap}>
        <Button
          mode="outlined"
          icon="dots-horizontal-circle-outline"
          onPress={() => put(clusterSymbol(guideVoicings([{ id: 'c', start: 0, length: 1, symbol }])[0]!))}
        >
          As a cluster of tones
        </Button>
        {event.voicing ? (
          <Button
            mode="outlined"
            icon="auto-fix"
            onPress={() => change(backToAuto(place.section.id, event.id, null))}
          >
            Tones back to auto
          </Button>
        ) : null}
      </View>
    </>
  );
}

interface QualitiesProps {
  readonly root: string;
  readonly all: boolean;
  readonly chosen: string | null;
  readonly onChoose: (quality: string) => void;
}

function Qualities({ root, all, chosen, onChoose }: QualitiesProps) {
  const palette = usePalette();
  const listed = all ? ALL_QUALITIES : EVERYDAY_QUALITIES;
  return (
    <View role="radiogroup" aria-label="Quality" style={styles.wrap}>
      {listed.map((quality) => {
        const symbol = tryParseChord(root + quality)?.symbol ?? root;
        const on = chosen !== null && parseChord(symbol).quality === chosen;
        return (
          <Pressable
            key={quality}
            role="radio"
            aria-checked={on}
            aria-label={spokenChord(parseChord(symbol))}
            onPress={() => onChoose(parseChord(symbol).quality)}
            style={[
              styles.quality,
              {
                borderColor: on ? palette.action : palette.line,
                backgroundColor: on ? palette.actionWash : palette.paper,
              },
            ]}
          >
            <ChordSymbol symbol={symbol} size={symbol.length > 6 ? 15 : 18} color={palette.ink} />
          </Pressable>
        );
      })}
    </View>
  );
}

/** Single tones added to the name or left out of it. */
function Toggles({ symbol, onPut }: { symbol: string; onPut: (symbol: string) => void }) {
  const slash = symbol.lastIndexOf('/');
  const at = slash > 0 && !symbol.slice(slash).startsWith('/9') ? slash : symbol.length;
  const [head, tail] = [symbol.slice(0, at), symbol.slice(at)];
  const toggled = (mark: string): string =>
    head.includes(mark) ? head.replace(mark, '') + tail : head + mark + tail;
  const useful = [...ADDABLE, ...OMITTABLE].filter(
    (mark) => isReadable(toggled(mark)) && changes(symbol, toggled(mark)),
  );
  return (
    <View role="group" aria-label="Added and omitted tones" style={styles.wrap}>
      {useful.map((mark) => (
        <Toggle
          key={mark}
          label={
            mark.startsWith('add') ? `add ${mark.slice(3).replace('#', '♯')}` : `without ${mark.slice(2)}`
          }
          on={head.includes(mark)}
          onPress={() => onPut(parseChord(toggled(mark)).symbol)}
        />
      ))}
    </View>
  );
}

const changes = (before: string, after: string): boolean =>
  parseChord(before).degrees.join() !== parseChord(after).degrees.join();

/** The chord-scale, its notes named; the writer's choice or the one of the chord's function. */
function Scale({ place, symbol }: { place: Place; symbol: string }) {
  const { section, chord: event, bar } = place;
  const chord = parseChord(symbol);
  const key = keyOf(bar.key);
  const usual = defaultScale(chord, key);
  const scale = event.scale ?? usual;
  const notes = scaleNotes(chord.root, scale).map(noteName);
  return (
    <View>
      <Picker
        label="Chord-scale"
        value={scale}
        choices={SCALE_NAMES.map((value) => ({
          value,
          label: value === usual ? `${value} (by its place)` : value,
        }))}
        onChoose={(next: ScaleName) => change(setScale(section.id, event.id, next === usual ? null : next))}
      />
      <Words tone="quiet" style={styles.hint}>
        {notes.map(noteGlyphs).join(' ')}
      </Words>
    </View>
  );
}

/** Exact tones with no name, one by one. */
function Cluster({ place, pitches }: { place: Place; pitches: readonly number[] }) {
  const [low, setLow] = useState(Math.max(24, Math.min(84, Math.floor(pitches[0]! / 12) * 12)));
  const toggle = (pitch: number): void => {
    const next = pitches.includes(pitch) ? pitches.filter((p) => p !== pitch) : [...pitches, pitch];
    if (next.length > 1 && next.length <= 10) putHere(place, clusterSymbol(next));
  };
  return (
    <>
      <Facts symbol={clusterSymbol(pitches)} keyText={place.bar.key} />
      <OctaveKeys
        label="Tones of the cluster"
        low={low}
        onLow={setLow}
        down={pitches}
        where={{ key: keyOf(place.bar.key) }}
        onDown={toggle}
      />
      <Button
        mode="outlined"
        icon="format-letter-case"
        style={styles.start}
        onPress={() => putHere(place, noteName(keyOf(place.bar.key).tonic))}
      >
        A named chord instead
      </Button>
    </>
  );
}

const styles = StyleSheet.create({
  wrap: { flexDirection: 'row', flexWrap: 'wrap', gap: 6 },
  start: { alignSelf: 'flex-start' },
  quality: {
    minWidth: 58,
    height: TOUCH,
    paddingHorizontal: 8,
    borderWidth: 1.5,
    borderRadius: 12,
    alignItems: 'center',
    justifyContent: 'center',
  },
  hint: TYPE.tiny,
});
