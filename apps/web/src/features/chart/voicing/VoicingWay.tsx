import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { IconButton } from 'react-native-paper';
import { Button } from '../../../components/Button';
import { voicedParts } from '@backline/core/band/repertoire';
import type { ChordVoicing } from '@backline/core/band/sectionVoicings';
import { backToAuto, setHands } from '@backline/core/edits/hand';
import type { Kind } from '@backline/core/parts/kind';
import { setSettings } from '@backline/core/edits/settings';
import type { Hand, Part, Settings } from '@backline/core/song/schema';
import { parseChord } from '@backline/core/theory/chordGrammar';
import type { Resolved } from '@backline/core/timeline/settings';
import { describeVoicing } from '@backline/core/voicing/describe';
import { voicesIn } from '@backline/core/voicing/voicingType';
import { openStrings } from '@backline/core/voicing/guitar/tunings';
import { movedTo, remarks, type HandEdit } from '@backline/core/voicing/hand';
import { keyOf } from '@backline/core/theory/key';
import { nameIn, noteGlyphs } from '@backline/core/theory/spelling';
import { player } from '../../../audio/player';
import { Choices } from '../../../components/Choices';
import { Notice } from '../../../components/Notice';
import { change } from '../../../state/openSong';
import { TOUCH_SQUARE, TYPE } from '../../../theme/styles';
import { SettingControl } from '../../part/SettingControl';
import { useSelection } from '../../../state/selection';
import type { Place } from '../entry/entry';
import { GuitarTones } from './GuitarTones';
import { Motion } from './Motion';
import { Staff } from './Staff';
import { Tones } from './Tones';
import { copyShape, layShape, useShape } from './shapes';
import { repertoire, partKind, settingsIn } from '../../../state/repertoire';
import { useVoicings } from '../../../state/voicings';
import { Words } from '../../../components/Words';

/** How a part plays the chord in hand: seen, heard, taken over to the single tone, and let go. */
export function VoicingWay({ place }: { place: Place }) {
  const { song, section } = place;
  const parts = voicedParts(song, repertoire());
  const wanted = useSelection((s) => s.part);
  const part = parts.find((p) => p.id === wanted) ?? parts[0];
  const found = useVoicings(song, section.id, part?.id ?? '');
  const kind = part && partKind(part);
  if (!part || !kind)
    return <Notice text="No part of this song plays chords. Bring one in on the Band screen." />;
  return (
    <>
      <Choices
        label="Part"
        bare
        value={part.id}
        choices={parts.map((p) => ({ value: p.id, label: p.name }))}
        onChoose={(id) => useSelection.setState({ part: id })}
      />
      {found ? <Voiced {...{ place, part, kind }} voicings={found.now} auto={found.auto} /> : null}
    </>
  );
}

function Voiced(props: Omit<OneChordProps, 'voicing'>) {
  const { place, part, voicings } = props;
  const voicing = voicings[place.chordIndex];
  // The chart is a moment ahead of the band.
  if (!voicing) return null;
  if (voicing.symbol === null) return <Notice text="There is no chord here to voice." />;
  return <OneChord key={`${part.id}/${voicing.chordId}`} {...props} voicing={voicing} />;
}

interface OneChordProps {
  readonly place: Place;
  readonly part: Part;
  readonly kind: Kind;
  readonly voicing: ChordVoicing;
  readonly voicings: readonly ChordVoicing[];
  readonly auto: readonly ChordVoicing[];
}

function OneChord({ place, part, kind, voicing, voicings, auto }: OneChordProps) {
  const { song, section, chordIndex } = place;
  const [refused, setRefused] = useState<string | null>(null);
  const { copied, said } = useShape();
  const set = settingsIn(song, kind, part, section.id);
  const chord = parseChord(voicing.symbol!);
  const { pitches, frets, fixed } = voicing;
  const scope = { chord, key: keyOf(place.bar.key) };
  const { bassPlays } = voicing;
  const range = [...kind.range, scope] as const;
  const open = kind.chordLayout === 'shapes' ? openStrings(set.tuning, set.capo) : null;
  const following = voicings.slice(chordIndex + 1).find((v) => v.symbol !== null);
  const next = following && { pitches: following.pitches, chord: parseChord(following.symbol!) };
  const hear = (tones: readonly number[]): void => void player.audition(set.instrument, tones);
  const put = (hand: Hand, tones: readonly number[]): void => {
    setRefused(null);
    change(setHands(section.id, part.id, new Map([[voicing.chordId, hand]])));
    hear(tones);
  };
  const take = (hand: HandEdit): void => {
    if ('why' in hand) setRefused(hand.why);
    else put({ pitches: [...hand.pitches] }, hand.pitches);
  };
  const letGo = (): void => {
    setRefused(null);
    change(backToAuto(section.id, voicing.chordId, voicing.hand ? part.id : null));
    hear(auto[chordIndex]!.pitches);
  };
  const notes = fixed && !frets ? remarks(pitches, chord, bassPlays, scope.key) : [];
  const wanted = voicesIn(set.voicingType, set.voices);
  const tooFew = !fixed && !open && !chord.exact && pitches.length < wanted;
  return (
    <>
      <View style={styles.row} aria-live="polite">
        <IconButton
          icon="volume-high"
          mode="contained-tonal"
          accessibilityLabel="Hear this voicing"
          onPress={() => hear(pitches)}
          style={styles.touch}
        />
        <View style={styles.grow}>
          <Words style={styles.strong}>
            {`${pitches.map((p) => noteGlyphs(nameIn(p, scope))).join(' ')} · ${fixed ? 'set by hand' : 'auto'}`}
          </Words>
          <Words tone="quiet" style={styles.words}>
            {describeVoicing(pitches, chord, next)}
          </Words>
        </View>
        {fixed ? (
          <Button mode="outlined" compact onPress={letGo}>
            Back to auto
          </Button>
        ) : null}
      </View>
      {refused ? <Notice text={refused} /> : null}
      {tooFew ? (
        <Notice
          text={`${wanted} voices do not fit on this instrument at this register: ${pitches.length} sound. Lower the register or the spread.`}
        />
      ) : null}
      {notes.length ? <Notice text={notes.join(' ')} /> : null}
      {open && frets ? (
        <GuitarTones
          chord={chord}
          frets={frets}
          open={open}
          keyText={place.bar.key}
          aim={guitarAim(set, bassPlays)}
          onFrets={(shape) => put({ frets: [...shape] }, soundsOf(shape, open))}
        />
      ) : pitches.length ? (
        <Tones chord={chord} pitches={pitches} range={range} keyText={place.bar.key} onHand={take} />
      ) : null}
      {open
        ? (['tuning', 'capo'] as const).map((name) => (
            <SettingControl
              key={name}
              name={name}
              value={set[name]}
              put={(settings) => void retune(place, part, settings)}
            />
          ))
        : null}
      <Motion voicings={voicings} auto={auto} index={chordIndex} name={section.name} />
      <View style={styles.wrap}>
        <Button mode="outlined" icon="content-copy" onPress={() => copyShape(part.id, voicing)}>
          Copy the shape
        </Button>
        {copied ? (
          <>
            <Button
              mode="outlined"
              onPress={() => layShape(song, section.id, part.id, [voicing.chordId], open)}
            >
              {`Lay ${copied.symbol}’s shape here`}
            </Button>
            <Button
              mode="outlined"
              onPress={() =>
                layShape(
                  song,
                  section.id,
                  part.id,
                  voicings.slice(chordIndex).map((v) => v.chordId),
                  open,
                )
              }
            >
              From here to the end
            </Button>
          </>
        ) : null}
      </View>
      <View role="status">
        {said.map((sentence) => (
          <Words key={sentence} style={styles.words}>
            {sentence}
          </Words>
        ))}
      </View>
      <Staff
        chord={chord}
        pitches={pitches}
        keyText={place.bar.key}
        label={`${chord.symbol} on a staff: ${pitches.map((p) => nameIn(p, scope)).join(', ')}`}
        onPlace={open ? undefined : (pitch) => take(movedTo(pitches, pitch, range))}
      />
      {open ? null : (
        <Words tone="quiet" style={styles.words}>
          A tap on a line or space moves the nearest tone there; the bass stays.
        </Words>
      )}
    </>
  );
}

/** A guitar is tuned for the song, unless this section has a tuning or a capo of its own. */
function retune({ section }: Place, part: Part, settings: Pick<Settings, 'tuning' | 'capo'>): void {
  const own = section.settings[part.id];
  const isOwn = own?.tuning !== undefined || own?.capo !== undefined;
  change(setSettings(part.id, isOwn ? section.id : null, settings));
}

const guitarAim = ({ register, voices, neck, tuning, capo, voicingType }: Resolved, bassPlays: boolean) => ({
  register,
  strings: Math.min(6, voices),
  neck,
  tuning,
  capo,
  voicingType,
  bassPlays,
});

const soundsOf = (frets: readonly (number | null)[], open: readonly number[]): number[] =>
  frets.flatMap((f, s) => (f === null ? [] : [open[s]! + f]));

const styles = StyleSheet.create({
  row: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  wrap: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  grow: { flex: 1 },
  strong: TYPE.strong,
  words: TYPE.words,
  touch: TOUCH_SQUARE,
});
