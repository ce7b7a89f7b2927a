import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { addIntro, endAs, setClose, setEnding } from '@backline/core/edits/closing';
import { setTogether } from '@backline/core/edits/together';
import { USUAL_FADE, type Ending } from '@backline/core/song/choices';
import { endsSo } from '@backline/core/song/ends';
import { LIMITS } from '@backline/core/song/limits';
import type { Song } from '@backline/core/song/schema';
import { endsInWords } from '@backline/core/words/ends';
import { player, usePlayer } from '../../../audio/player';
import { Button } from '../../../components/Button';
import { Choices } from '../../../components/Choices';
import { Range } from '../../../components/Range';
import { Sheet } from '../../../components/Sheet';
import { Stepper } from '../../../components/Stepper';
import { SwitchLine } from '../../../components/SwitchLine';
import { Toggle } from '../../../components/Toggle';
import { change } from '../../../state/openSong';
import { kindHere, songStyle } from '../../../state/repertoire';
import { PUSHES } from '@backline/core/song/settings/playing';
import { openOver } from '../formState';
import { Words } from '../../../components/Words';

const ENDS: readonly { readonly value: Ending; readonly label: string }[] = [
  { value: 'hold', label: 'Held, rings out' },
  { value: 'hit', label: 'A hit' },
  { value: 'fade', label: 'Fades' },
  { value: 'open', label: 'Plays on' },
];

const bars = (count: number): string => (count === 1 ? '1 bar' : `${count} bars`);

/** A number of bars, from none up. */
function Bars(props: {
  label: string;
  value: number;
  none: string;
  most: number;
  onSet: (value: number) => void;
}) {
  const { label, value, none, most, onSet } = props;
  return (
    <Stepper
      label={label}
      text={value ? bars(value) : none}
      less={`${label}: a bar less`}
      more={`${label}: a bar more`}
      onLess={value > 0 ? () => onSet(value - 1) : undefined}
      onMore={value < most ? () => onSet(value + 1) : undefined}
      number={{ value, least: 0, most, onSet }}
    />
  );
}

/** An intro of the first chords, with those who play in it. */
function Intro({ song }: { song: Song }) {
  const { intro } = songStyle(song);
  const [length, setLength] = useState(intro?.bars ?? 2);
  const isUsual = (kind: string): boolean =>
    intro ? intro.kinds.includes(kind) : ['bass', 'beat'].includes(kindHere(kind)?.role ?? '');
  const usual = song.parts.filter((p) => isUsual(p.kind)).map((p) => p.id);
  const [only, setOnly] = useState<readonly string[]>(usual.length ? usual : song.parts.map((p) => p.id));
  const first = song.sections.find((s) => s.id === song.form[0]?.section);
  const most = Math.min(8, first?.bars ?? 1);
  const count = Math.min(length, most);
  return (
    <>
      <Stepper
        label="An intro of"
        text={bars(count)}
        less="Intro a bar shorter"
        more="Intro a bar longer"
        onLess={count > 1 ? () => setLength(count - 1) : undefined}
        onMore={count < most ? () => setLength(count + 1) : undefined}
        number={{ value: count, least: 1, most, onSet: setLength }}
      />
      <View role="group" aria-label="Who plays in the intro" style={styles.row}>
        {song.parts.map((part) => {
          const on = only.includes(part.id);
          return (
            <Toggle
              key={part.id}
              label={part.name}
              on={on}
              onPress={() => setOnly(on ? only.filter((id) => id !== part.id) : [...only, part.id])}
            />
          );
        })}
      </View>
      <Button
        mode="outlined"
        icon="playlist-plus"
        style={styles.act}
        disabled={!first || !only.length}
        onPress={() => change(addIntro(count, only.length === song.parts.length ? null : only))}
      >
        Add the intro
      </Button>
      <Words size="tiny" tone="quiet">
        It is made of the first chords of {first?.name ?? 'the song'}. A pick-up is set on the chart, under a
        bar’s Time.
      </Words>
    </>
  );
}

/** The way songs in its style end, at one tap. */
function AsStyle({ song }: { song: Song }) {
  const { ends, name } = songStyle(song);
  if (!ends || endsSo(song, ends)) return null;
  return (
    <Button mode="outlined" icon="flag-checkered" style={styles.act} onPress={() => change(endAs(ends))}>
      {`As ${name} ends: ${endsInWords(ends)}`}
    </Button>
  );
}

/** How the song begins and ends. */
export function CloseSheet({ song }: { song: Song }) {
  const countIn = usePlayer((s) => s.countIn);
  const { ending, close } = song;
  const slow = close?.slow;
  const tag = close?.tag;
  return (
    <Sheet tall title="Beginning and end" onClose={() => openOver(null)}>
      <Words role="heading" aria-level={3} size="strong">
        It begins
      </Words>
      <SwitchLine label="Count-in" on={countIn} onTurn={(on) => player.setCountIn(on)} />
      <Intro song={song} />
      <Words role="heading" aria-level={3} size="strong">
        It ends
      </Words>
      <AsStyle song={song} />
      <Choices
        label="The last chord"
        value={ending}
        choices={ENDS}
        onChoose={(value) => change(setEnding(value))}
      />
      {ending === 'fade' ? (
        <Bars
          label="Fading over"
          value={close?.fade ?? USUAL_FADE}
          none={bars(USUAL_FADE)}
          most={LIMITS.closingBars}
          onSet={(fade) => change(setClose({ fade: Math.max(1, fade) }))}
        />
      ) : null}
      <Bars
        label="Ritardando over"
        value={slow?.bars ?? 0}
        none="none"
        most={LIMITS.closingBars}
        onSet={(count) => change(setClose({ slow: count ? { bars: count, to: slow?.to ?? 70 } : undefined }))}
      />
      {slow ? (
        <Range
          label="Slowing to"
          value={slow.to}
          low={30}
          high={95}
          text={`${slow.to} % of the tempo`}
          onChange={(to) => change(setClose({ slow: { ...slow, to } }))}
        />
      ) : null}
      <Bars
        label="A tag of"
        value={tag?.bars ?? 0}
        none="none"
        most={LIMITS.closingBars}
        onSet={(count) =>
          change(setClose({ tag: count ? { bars: count, times: tag?.times ?? 1 } : undefined }))
        }
      />
      {tag ? (
        <Stepper
          label="Played"
          text={tag.times === 1 ? 'once more' : `${tag.times} times more`}
          less="The tag once less"
          more="The tag once more"
          onLess={
            tag.times > 1 ? () => change(setClose({ tag: { ...tag, times: tag.times - 1 } })) : undefined
          }
          onMore={
            tag.times < LIMITS.tagTimes
              ? () => change(setClose({ tag: { ...tag, times: tag.times + 1 } }))
              : undefined
          }
        />
      ) : null}
      <Choices
        label="Through the song all take chords"
        value={song.together?.anticipation ?? 0}
        choices={PUSHES}
        onChoose={(push) => change(setTogether(null, { anticipation: push || undefined }))}
      />
    </Sheet>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 6 },
  act: { alignSelf: 'flex-start', minHeight: 44, justifyContent: 'center' },
});
