import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { IconButton } from 'react-native-paper';
import { Button } from '../../../components/Button';
import { Field } from '../../../components/Field';
import { addDraft, removeDraft, renameDraft, useDraft as putInUse } from '@backline/core/edits/drafts';
import { LIMITS } from '@backline/core/song/limits';
import type { Section, Song } from '@backline/core/song/schema';
import { parseChord } from '@backline/core/theory/chordGrammar';
import { spokenChord } from '@backline/core/theory/speech';
import { barsLength, sectionBars } from '@backline/core/time/bars';
import { ChordSymbol } from '../../../components/ChordSymbol';
import { Sheet } from '../../../components/Sheet';
import { change } from '../../../state/openSong';
import { usePalette } from '../../../theme/usePalette';
import { TOUCH_SQUARE, TYPE } from '../../../theme/styles';
import { FONT, TOUCH } from '../../../theme/tokens';
import { hearRun } from '../../../state/hearing';
import { fittingSize } from '../layout';
import { select } from '../../../state/selection';
import { Words } from '../../../components/Words';

type Draft = Section['drafts'][number];

/** A draft's chords on lines of four bars, as wide as they last, so that drafts can be compared bar under bar. */
function DraftLine({
  song,
  section,
  draft,
  other,
}: {
  song: Song;
  section: Section;
  draft: Draft;
  other: Draft | undefined;
}) {
  const palette = usePalette();
  const [width, setWidth] = useState(320);
  const bars = sectionBars(section, song);
  const end = barsLength(bars);
  const lines = Array.from({ length: Math.ceil(bars.length / 4) }, (_, i) => {
    const from = bars[i * 4]!.start;
    return { from, to: bars[(i + 1) * 4]?.start ?? end };
  });
  const longest = Math.max(...lines.map((l) => l.to - l.from));
  const spoken = draft.chords
    .map((c) => (c.symbol === null ? 'no chord' : spokenChord(parseChord(c.symbol))))
    .join(', ');
  return (
    <View
      role="img"
      aria-label={`Chords: ${spoken}`}
      onLayout={(event) => setWidth(event.nativeEvent.layout.width)}
    >
      {lines.map(({ from, to }) => (
        <View key={from} style={[styles.line, { width: `${((to - from) / longest) * 100}%` }]}>
          {draft.chords
            .filter((c) => c.start < to && c.start + c.length > from)
            .map((chord) => {
              const left = Math.max(chord.start, from);
              const right = Math.min(chord.start + chord.length, to);
              const changed =
                other && !other.chords.some((o) => o.start === chord.start && o.symbol === chord.symbol);
              return (
                <View
                  key={chord.id}
                  style={[
                    styles.chord,
                    {
                      left: `${((left - from) / (to - from)) * 100}%`,
                      width: `${((right - left) / (to - from)) * 100}%`,
                      borderColor: palette.line,
                      backgroundColor: changed ? palette.actionWash : palette.paper,
                    },
                  ]}
                >
                  <ChordSymbol
                    symbol={chord.symbol}
                    size={Math.min(16, fittingSize(chord.symbol, ((right - left) / longest) * width))}
                    color={chord.start < from ? palette.quiet : palette.ink}
                  />
                </View>
              );
            })}
        </View>
      ))}
    </View>
  );
}

function DraftCard({ song, section, draft }: { song: Song; section: Section; draft: Draft }) {
  const palette = usePalette();
  const used = draft.id === section.draft;
  const inUse = section.drafts.find((d) => d.id === section.draft);
  return (
    <View
      role="group"
      aria-label={`Draft ${draft.name}${used ? ', in use' : ''}`}
      style={[styles.card, { borderColor: used ? palette.action : palette.line }]}
    >
      <View style={styles.row}>
        <Field
          mode="flat"
          accessibilityLabel={`Name of the draft ${draft.name}`}
          value={draft.name}
          maxLength={LIMITS.nameLength}
          onChangeText={(name) => change(renameDraft(section.id, draft.id, name))}
          style={[styles.name, { backgroundColor: 'transparent' }]}
        />
        <IconButton
          icon="volume-high"
          accessibilityLabel={`Hear ${draft.name}`}
          onPress={() => hearRun(draft.chords)}
          style={styles.touch}
        />
        <IconButton
          icon="content-copy"
          accessibilityLabel={`New draft from ${draft.name}`}
          disabled={section.drafts.length >= LIMITS.drafts}
          onPress={() => change(addDraft(section.id, draft.id))}
          style={styles.touch}
        />
        <IconButton
          icon="delete-outline"
          accessibilityLabel={`Remove ${draft.name}`}
          disabled={section.drafts.length < 2}
          onPress={() => change(removeDraft(section.id, draft.id))}
          style={styles.touch}
        />
        {used ? (
          <Words tone="action" style={styles.used}>
            in use
          </Words>
        ) : (
          <Button
            mode="contained-tonal"
            compact
            accessibilityLabel={`Use ${draft.name}`}
            onPress={() => change(putInUse(section.id, draft.id))}
          >
            Use
          </Button>
        )}
      </View>
      <DraftLine song={song} section={section} draft={draft} other={used ? undefined : inUse} />
    </View>
  );
}

/** A section's drafts one above the other, bar under bar; what differs from the one in use is tinted. */
export function DraftsSheet({ song, section, beside }: { song: Song; section: Section; beside: boolean }) {
  return (
    <Sheet title={`Drafts of ${section.name}`} onClose={() => select(null)} tall beside={beside}>
      {section.drafts.map((draft) => (
        <DraftCard key={draft.id} song={song} section={section} draft={draft} />
      ))}
      <View style={styles.row}>
        <Button
          mode="outlined"
          icon="plus"
          disabled={section.drafts.length >= LIMITS.drafts}
          onPress={() => change(addDraft(section.id, null))}
        >
          Empty draft
        </Button>
      </View>
      <Words tone="quiet" style={styles.hint}>
        Each draft is a set of chords for this section. The one in use is what the band plays; the others
        wait.
      </Words>
    </Sheet>
  );
}

const styles = StyleSheet.create({
  card: { borderWidth: 1.5, borderRadius: 12, padding: 8, gap: 4 },
  row: { flexDirection: 'row', alignItems: 'center', flexWrap: 'wrap' },
  name: { flex: 1, minWidth: 90, fontFamily: FONT.strong, height: TOUCH },
  touch: TOUCH_SQUARE,
  used: { ...TYPE.strong, paddingHorizontal: 8 },
  line: { height: 30, marginBottom: 2 },
  chord: {
    position: 'absolute',
    top: 0,
    height: 30,
    borderWidth: 1,
    borderRadius: 4,
    paddingLeft: 4,
    overflow: 'hidden',
  },
  hint: TYPE.tiny,
});
