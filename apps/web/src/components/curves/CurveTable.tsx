import { StyleSheet, View } from 'react-native';
import { TYPE } from '../../theme/styles';
import { usePalette } from '../../theme/usePalette';
import { Words } from '../Words';

export interface CurveTableProps {
  readonly label: string;
  readonly columns: readonly string[];
  /** The first cell of a row is its head. */
  readonly rows: readonly { readonly id: string; readonly cells: readonly string[] }[];
}

/** What a curve shows, as a table. */
export function CurveTable({ label, columns, rows }: CurveTableProps) {
  const palette = usePalette();
  const cell = (text: string, i: number, role: 'columnheader' | 'rowheader' | 'cell') => (
    <Words
      key={`${i} ${text}`}
      role={role as 'cell'}
      style={[i ? styles.number : styles.name, role === 'cell' ? TYPE.words : TYPE.strong]}
    >
      {text}
    </Words>
  );
  return (
    <View role="table" aria-label={label}>
      <View role="row" style={[styles.row, { borderColor: palette.line }]}>
        {columns.map((text, i) => cell(text, i, 'columnheader'))}
      </View>
      {rows.map(({ id, cells }) => (
        <View key={id} role="row" style={[styles.row, { borderColor: palette.line }]}>
          {cells.map((text, i) => cell(text, i, i ? 'cell' : 'rowheader'))}
        </View>
      ))}
    </View>
  );
}

const styles = StyleSheet.create({
  row: { flexDirection: 'row', gap: 8, paddingVertical: 6, borderBottomWidth: 1 },
  name: { flex: 2, minWidth: 0 },
  number: { flex: 1, minWidth: 0, textAlign: 'right' },
});
