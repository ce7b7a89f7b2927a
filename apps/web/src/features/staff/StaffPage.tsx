import { useCallback, useEffect, useRef, useState, type KeyboardEvent } from 'react';
import { ScrollView, StyleSheet, View, type LayoutChangeEvent } from 'react-native';
import { barId } from '@backline/core/formats/musicXml/ids';
import { rangeOfInstrument } from '@backline/core/song/instrumentRanges';
import type { Part, Song } from '@backline/core/song/schema';
import { usePlayer } from '../../audio/player';
import { usePosition } from '../../audio/usePosition';
import { BackToPlaying } from '../../components/BackToPlaying';
import { Button } from '../../components/Button';
import { Notice } from '../../components/Notice';
import { SwitchLine } from '../../components/SwitchLine';
import { Words } from '../../components/Words';
import { bringIntoView, useFollow } from '../../components/useFollow';
import { useEscape } from '../../components/useEscape';
import { useReturnFocus } from '../../components/useReturnFocus';
import type { ReadNote, ReadPassage } from '../../shared/staffWish';
import { useBand } from '../../state/band';
import { partKind } from '../../state/repertoire';
import { say } from '../../state/spoken';
import { usePalette } from '../../theme/usePalette';
import { PageHead } from '../part/PageHead';
import { barAtHand } from '../part/barAtHand';
import { PartHearing } from '../part/PartHearing';
import { NoteInHand } from './NoteInHand';
import { StaffPassage } from './StaffPassage';
import { usePassages } from './usePassages';

export interface StaffPageProps {
  readonly song: Song;
  readonly part: Part;
  readonly onTurn: (part: string) => void;
  readonly onClose: () => void;
}

/** From one line of a staff to the next, px: as it is read in the hand, and from further away. */
const SPACE = { usual: 7, large: 10 };
/** Room left and right of the staves, px. */
const BESIDE = 8;

const NO_PASSAGES: readonly ReadPassage[] = [];

/** Notes in order, by where they are struck. */
const allNotes = (passages: readonly ReadPassage[]): readonly ReadNote[] =>
  passages.flatMap(({ notes }) => notes);

/** A part on a staff under its chords: it follows what plays, and says of each note why it is there. */
export function StaffPage({ song, part, onTurn, onClose }: StaffPageProps) {
  const palette = usePalette();
  useReturnFocus();
  useEscape(onClose, 'within');
  const [forInstrument, setForInstrument] = useState(false);
  const [isLarge, setLarge] = useState(false);
  const [width, setWidth] = useState(0);
  const [taken, setTaken] = useState<number | null>(null);
  const [trouble, setTrouble] = useState<{ readonly why: string; readonly tries: number } | null>(null);
  const [tries, setTries] = useState(0);
  const band = useBand((s) => s.band);
  const staff = usePassages(part.id, forInstrument);
  const passages = staff?.passages ?? NO_PASSAGES;
  const inHand = allNotes(passages).find(({ from }) => from === taken) ?? null;
  const root = useRef<HTMLElement | null>(null);

  const readBar = useCallback(
    (tick: number): number => staff?.band.bars.findLastIndex(({ start }) => start <= tick) ?? -1,
    [staff],
  );
  const bar = usePosition(readBar);
  const playing = usePlayer((s) => s.playing);
  const elementOf = useCallback(
    (place: string): Element | null =>
      root.current?.querySelector(`#${place}`) ??
      root.current?.querySelector(
        `[data-passage="${passages.findLast(({ from }) => from <= Number(place.slice(1)))?.from ?? -1}"]`,
      ) ??
      null,
    [passages],
  );
  const hasPassages = passages.length > 0;
  useEffect(() => {
    if (!hasPassages) return;
    const { current } = root;
    const first = staff && elementOf(barId(barAtHand(staff.band, part.id)));
    if (first && current) bringIntoView(first, current);
    // Once it can be read: where the song stands then is what is shown.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [hasPassages]);
  // What is told of it takes room from the staves.
  useEffect(() => {
    const passage = passages.findLast(({ notes }) => notes.some(({ from }) => from === taken));
    const mark =
      root.current?.querySelector(`[id^="n${taken}-"]`) ??
      root.current?.querySelector(`[data-passage="${passage?.from}"]`);
    if (mark && root.current) bringIntoView(mark, root.current);
    // Where the note is other; not where the song becomes another under it.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [taken]);
  const { ref, isAway, comeBack } = useFollow(bar < 0 ? '' : barId(bar), elementOf, inHand !== null);

  const take = (from: number | null): void => {
    setTaken(from);
    const note = allNotes(passages).find((one) => one.from === from);
    if (!note) return;
    say(`${note.place}: ${note.tones.join('; ')}`);
  };
  /** The next note, or the one before; from where the song stands where none is in hand. */
  const go = (way: 1 | -1): void => {
    const notes = allNotes(passages);
    const at = notes.findIndex(({ from }) => from === taken);
    const bars = staff?.band.bars ?? [];
    const fresh = notes.findIndex(({ from }) => from >= (bars[Math.max(0, bar)]?.start ?? 0));
    const next = notes[at < 0 ? Math.max(0, fresh) : Math.min(notes.length - 1, Math.max(0, at + way))];
    if (!next) return;
    take(next.from);
  };
  const onKey = (event: KeyboardEvent): void => {
    const way = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : null;
    if (way === null || event.ctrlKey || event.metaKey || event.altKey) return;
    event.preventDefault();
    event.stopPropagation();
    go(way);
  };
  const onFailed = useCallback((why: string) => setTrouble({ why, tries }), [tries]);

  const program = band?.parts.find(({ id }) => id === part.id)?.program;
  const isTransposing = program !== undefined && rangeOfInstrument(program).written % 12 !== 0;
  const room = { width: Math.max(0, width - 2 * BESIDE), space: isLarge ? SPACE.large : SPACE.usual };
  return (
    <View
      role="region"
      testID="staff page"
      aria-label={`Staff of ${part.name}`}
      style={[styles.page, { backgroundColor: palette.paper }]}
    >
      <PageHead
        {...{ part, onTurn, onClose }}
        parts={song.parts.filter((one) => one === part || partKind(one)?.pitched)}
        spoken={`Staff of ${part.name}`}
        under="on a staff"
        back="Back from the staff"
      >
        <PartHearing part={part} />
      </PageHead>
      <View style={styles.switches}>
        <SwitchLine label="Large" on={isLarge} onTurn={setLarge} />
        {isTransposing ? (
          <SwitchLine label="Written for its instrument" on={forInstrument} onTurn={setForInstrument} />
        ) : null}
      </View>
      {trouble?.tries === tries ? (
        <Notice text={trouble.why}>
          <Button mode="outlined" icon="refresh" onPress={() => setTries(tries + 1)}>
            Try again
          </Button>
        </Notice>
      ) : null}
      <ScrollView
        ref={(view) => {
          root.current = (view?.getScrollableNode() as HTMLElement | undefined) ?? null;
          ref(root.current);
        }}
        style={styles.scroll}
        contentContainerStyle={styles.content}
        onLayout={(event: LayoutChangeEvent) => setWidth(Math.floor(event.nativeEvent.layout.width))}
      >
        {staff?.passages === null ? (
          <Words size="words" tone="quiet" style={styles.words}>
            {part.name} has no pitches to write.
          </Words>
        ) : null}
        <div
          role="group"
          tabIndex={0}
          aria-label={`Notes of ${part.name}: arrows go from note to note`}
          onKeyDown={onKey}
          style={{ paddingLeft: BESIDE, paddingRight: BESIDE }}
        >
          {staff && width > 0
            ? passages.map((passage) => (
                <StaffPassage
                  key={passage.from}
                  {...{ staff, passage, room, tries, onFailed }}
                  inHand={passage.notes.some(({ from }) => from === taken) ? taken : null}
                  played={playing && bar >= passage.from && bar < passage.to ? bar : null}
                  onTake={(from) => take(from === taken ? null : from)}
                />
              ))
            : null}
        </div>
      </ScrollView>
      <BackToPlaying {...{ isAway, comeBack }} />
      {inHand ? <NoteInHand note={inHand} onGo={go} onClose={() => take(null)} /> : null}
    </View>
  );
}

const styles = StyleSheet.create({
  page: { flex: 1, minHeight: 0 },
  switches: { flexDirection: 'row', flexWrap: 'wrap', columnGap: 20, paddingHorizontal: 12 },
  scroll: { flex: 1, minHeight: 0 },
  content: { paddingBottom: 24 },
  words: { padding: 12 },
});
