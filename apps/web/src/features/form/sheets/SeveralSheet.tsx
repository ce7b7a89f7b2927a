import { StyleSheet, View } from 'react-native';
import { clearCells, copyCell, setCells, varyCells } from '@backline/core/edits/settings';
import type { Settings, Song } from '@backline/core/song/schema';
import type { GridCell, Scope } from '@backline/core/timeline/scopes';
import { act } from '../../../components/act';
import { Sheet } from '../../../components/Sheet';
import { change } from '../../../state/openSong';
import { SettingControl } from '../../part/SettingControl';
import { cellText, chooseSeveral, turnCells, useForm } from '../formState';
import { scopeAt, type FormOccurrence, type ScopeLevel } from '../occurrences';
import { Words } from '../../../components/Words';

interface SeveralProps {
  readonly song: Song;
  readonly playings: readonly FormOccurrence[];
  readonly level: ScopeLevel;
  readonly several: readonly string[];
}

const placeText = (scope: Scope): string => JSON.stringify(scope);

/** Cells in hand as places: with a scope of sections each section once. */
function cellsOf({ song, playings, level, several }: SeveralProps): GridCell[] {
  const found = new Map<string, GridCell>();
  for (const playing of playings) {
    const scope = scopeAt(song, playing, level);
    for (const { id: part } of song.parts) {
      if (several.includes(cellText(part, playing.id))) {
        found.set(`${part} ${placeText(scope)}`, { part, scope });
      }
    }
  }
  return [...found.values()];
}

/** Several cells at once: a row, a column, or any choice of them. */
export function SeveralSheet(props: SeveralProps) {
  const copied = useForm((s) => s.copied);
  const { song, playings, several } = props;
  const cells = cellsOf(props);
  const none = cells.length === 0;
  const all = song.parts.flatMap((part) => playings.map((p) => cellText(part.id, p.id)));
  const set = (settings: Settings): void => void change(setCells(cells, settings));
  return (
    <Sheet title="Several cells" onClose={() => chooseSeveral(false)} leavesFocus>
      <Words role="status" size="words" tone="quiet">
        {none
          ? 'Choose cells, a part’s name for its row, the head of a playing for all of it.'
          : `${several.length === 1 ? 'One cell' : `${several.length} cells`} in hand.`}
      </Words>
      <View style={styles.acts}>
        {act('All', 'select-all', () => turnCells(all))}
        {act('Play', 'volume-high', () => set({ on: true }), none)}
        {act('Rest', 'volume-off', () => set({ on: false }), none)}
        {act('Another like this', 'dice-multiple-outline', () => change(varyCells(cells)), none)}
        {copied
          ? act('Put what was copied', 'content-paste', () => change(copyCell(copied, cells)), none)
          : null}
        {act('Let all go', 'restore', () => change(clearCells(cells)), none)}
      </View>
      {none ? null : (
        <>
          <SettingControl name="density" value={null} put={set} />
          <SettingControl name="dynamics" value={null} put={set} />
        </>
      )}
    </Sheet>
  );
}

const styles = StyleSheet.create({
  acts: { flexDirection: 'row', flexWrap: 'wrap', gap: 6 },
});
