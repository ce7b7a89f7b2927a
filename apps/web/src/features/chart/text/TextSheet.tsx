import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { HelperText, TextInput } from 'react-native-paper';
import { Button } from '../../../components/Button';
import { takeChart } from '@backline/core/edits/chart';
import { ChartError, chartProblems, readChart, writeChart } from '@backline/core/formats/chart/index';
import { chartOfSheet, type LeftLine, type SheetAsChart } from '@backline/core/formats/chordSheet/index';
import { counted } from '@backline/core/song/listed';
import type { Song } from '@backline/core/song/schema';
import { Fold } from '../../../components/Fold';
import { Notice } from '../../../components/Notice';
import { Sheet } from '../../../components/Sheet';
import { later } from '../../../components/later';
import { Toggle } from '../../../components/Toggle';
import { change, useOpenSong } from '../../../state/openSong';
import { useTrouble } from '../../../components/useTrouble';
import { usePalette } from '../../../theme/usePalette';
import { TYPE } from '../../../theme/styles';
import { SIZE } from '../../../theme/tokens';
import { select } from '../../../state/selection';
import { repertoire } from '../../../state/repertoire';
import { prefer, usePreferences } from '../../../state/preferences';
import type { ChartEditorProps } from './ChartEditor';
import { withReading } from './problems';
import { Words } from '../../../components/Words';

function tryRead(text: string, base: Song): { song: Song } | { problem: ChartError } {
  try {
    return { song: readChart(text, repertoire(), base) };
  } catch (error) {
    if (error instanceof ChartError) return { problem: error };
    throw error;
  }
}

const barsOf = (song: Song): number => song.sections.reduce((sum, { bars }) => sum + bars, 0);

/** A text that does not read, or has no bar lines and would have other bars, may be meant as a chord sheet. */
function asSheet(
  text: string,
  taken: ReadonlySet<number>,
  read: ReturnType<typeof tryRead>,
): SheetAsChart | null {
  if ('song' in read && /[|‖]/u.test(text)) return null;
  const sheet = chartOfSheet(text, taken);
  return sheet && 'song' in read && barsOf(read.song) === sheet.bars ? null : sheet;
}

const WHY: Readonly<Record<LeftLine['why'], string>> = {
  words: 'words',
  tablature: 'tablature',
  remark: 'a remark',
  'no chords': 'a heading without chords',
};

/** What a sheet leaves out, line by line; what holds chords can be taken in. */
function LeftOut({ left, onTake }: { left: readonly LeftLine[]; onTake: (line: number) => void }) {
  const [open, setOpen] = useState(false);
  return (
    <View style={styles.whole}>
      <Fold
        title="What is left out"
        facts={counted(left.length, 'line')}
        open={open}
        onTurn={() => setOpen(!open)}
      >
        {left.slice(0, SHOWN).map(({ line, text, why, canBeTaken }) => (
          <View key={`${line} ${text}`} style={styles.left}>
            <Words size="words" style={styles.grow} numberOfLines={2}>
              {`Line ${line}, ${WHY[why]}: ${text}`}
            </Words>
            {canBeTaken ? (
              <Button
                compact
                mode="outlined"
                accessibilityLabel={`Take in line ${line}`}
                onPress={() => onTake(line)}
              >
                Take in
              </Button>
            ) : null}
          </View>
        ))}
        {left.length > SHOWN ? (
          <Words size="words" tone="quiet">{`and ${left.length - SHOWN} more.`}</Words>
        ) : null}
      </Fold>
    </View>
  );
}

/** So many lines that are left out are shown. */
const SHOWN = 60;

/** A chord sheet: one message, and first in it what makes a chart of it. */
function AsChart({ sheet, onWrite, onTake }: AsChartProps) {
  return (
    <Notice
      text={`This looks like a chord sheet: ${counted(sheet.sections, 'section')}, ${counted(sheet.bars, 'bar')}. ${sheet.told.join(' ')}`}
    >
      <Button mode="contained" onPress={() => onWrite(sheet.text)}>
        Write it as a chart
      </Button>
      {sheet.left.length ? <LeftOut left={sheet.left} onTake={onTake} /> : null}
    </Notice>
  );
}

interface AsChartProps {
  readonly sheet: SheetAsChart;
  readonly onWrite: (text: string) => void;
  readonly onTake: (line: number) => void;
}

/** The same in a field of the browser's own: where one likes that better, and where the editor does not come. */
function PlainField({ text, onChange, problems, describedBy }: ChartEditorProps) {
  const palette = usePalette();
  return (
    <TextInput
      mode="outlined"
      label="Chart"
      accessibilityLabel="Chart"
      multiline
      numberOfLines={14}
      value={text}
      onChangeText={onChange}
      error={problems.length > 0}
      aria-invalid={problems.length > 0}
      aria-describedby={describedBy}
      autoCapitalize="none"
      autoCorrect={false}
      spellCheck={false}
      style={[styles.field, { backgroundColor: palette.paper }]}
    />
  );
}

const Editor = later(() => import('./ChartEditor').then((m) => m.ChartEditor), undefined, PlainField);

interface ProblemsProps {
  readonly problems: readonly ChartError[];
  /** Id of what says the first one. */
  readonly id: string;
  /** Shows the place in the text; null where it cannot be shown. */
  readonly onGo: ((problem: ChartError) => void) | null;
  readonly onUse: (problem: ChartError, reading: string) => void;
}

/** All that does not read, each with its place and the nearest readings; the first is said at once. */
function Problems({ problems, id, onGo, onUse }: ProblemsProps) {
  return (
    <View role="group" aria-label="What does not read">
      {problems.map((problem, i) => (
        <View key={`${problem.line} ${problem.column} ${problem.code}`}>
          <View id={i ? undefined : id} role={i ? undefined : 'alert'}>
            <HelperText type="error" style={styles.help}>
              {problem.message}
            </HelperText>
          </View>
          <View style={styles.offers}>
            {problem.unread?.offers.slice(0, 3).map((offer) => (
              <Button
                key={offer}
                compact
                mode="outlined"
                accessibilityLabel={`Use ${offer} in line ${problem.line}`}
                onPress={() => onUse(problem, offer)}
              >
                {`Use ${offer}`}
              </Button>
            ))}
            {onGo ? (
              <Button compact mode="text" onPress={() => onGo(problem)}>
                {`Go to line ${problem.line}`}
              </Button>
            ) : null}
          </View>
        </View>
      ))}
    </View>
  );
}

/** The whole chart as text: type it, paste it, put it in. What does not read stays in the field. */
export function TextSheet({ song, begin, beside }: { song: Song; begin?: string; beside: boolean }) {
  const [text, setText] = useState(() => begin ?? writeChart(song));
  /** Lines of a sheet that are said to be chords. */
  const [taken, setTaken] = useState<ReadonlySet<number>>(new Set());
  const [goTo, setGoTo] = useState<ChartEditorProps['goTo']>(null);
  const isPlain = usePreferences((s) => s.plainText);
  const Field = isPlain ? PlainField : Editor;
  const write = (next: string): void => {
    setText(next);
    if (taken.size) setTaken(new Set());
  };
  const read = useMemo(() => tryRead(text, song), [text, song]);
  const sheet = useMemo(() => asSheet(text, taken, read), [text, taken, read]);
  const problems = useMemo(
    () => ('problem' in read && !sheet ? chartProblems(text, repertoire(), song) : []),
    [text, song, read, sheet],
  );
  const said = useTrouble(problems.length > 0);
  return (
    <Sheet title="Chart as text" onClose={() => select(null)} tall beside={beside}>
      {sheet ? (
        <AsChart sheet={sheet} onWrite={write} onTake={(line) => setTaken(new Set([...taken, line]))} />
      ) : null}
      <Field
        text={text}
        onChange={write}
        problems={problems}
        describedBy={said.field['aria-describedby']}
        goTo={goTo}
      />
      {problems.length ? (
        <Problems
          problems={problems}
          id={said.id}
          onGo={!isPlain ? ({ line, column }) => setGoTo({ line, column }) : null}
          onUse={(problem, reading) => write(withReading(text, problem, reading))}
        />
      ) : null}
      {/* A sheet is written as a chart first: then it is seen, and goes in. */}
      <View style={styles.buttons}>
        {sheet && 'problem' in read ? null : (
          <Button
            mode="contained"
            disabled={'problem' in read}
            onPress={() => {
              if ('problem' in read) return;
              change(takeChart(read.song));
              // What was refused stays in the field.
              if (useOpenSong.getState().refusal === null) select(null);
            }}
          >
            Put it in
          </Button>
        )}
        <Button mode="outlined" onPress={() => select(null)}>
          Leave as it was
        </Button>
        <Toggle label="Plain field" on={isPlain} onPress={() => prefer({ plainText: !isPlain })} />
      </View>
    </Sheet>
  );
}

const styles = StyleSheet.create({
  field: { ...TYPE.body, minHeight: 240 },
  help: { fontSize: SIZE.small },
  offers: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  buttons: { flexDirection: 'row', flexWrap: 'wrap', gap: 8 },
  left: { flexDirection: 'row', alignItems: 'center', gap: 8 },
  grow: { flex: 1, minWidth: 0 },
  whole: { width: '100%' },
});
