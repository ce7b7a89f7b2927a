import {
  autocompletion,
  closeCompletion,
  completionKeymap,
  completionStatus,
} from '@codemirror/autocomplete';
import {
  defaultKeymap,
  history,
  historyKeymap,
  isolateHistory,
  redo,
  redoDepth,
  undo,
  undoDepth,
} from '@codemirror/commands';
import { forceLinting, linter } from '@codemirror/lint';
import {
  closeSearchPanel,
  highlightSelectionMatches,
  openSearchPanel,
  search,
  searchKeymap,
  searchPanelOpen,
} from '@codemirror/search';
import { Compartment, EditorState } from '@codemirror/state';
import { EditorView, keymap, lineNumbers } from '@codemirror/view';
import { useEffect, useRef, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { IconButton } from 'react-native-paper';
import type { ChartError } from '@backline/core/formats/chart/error';
import { useEscape } from '../../../components/useEscape';
import { TOUCH_SQUARE } from '../../../theme/styles';
import { usePalette } from '../../../theme/usePalette';
import { chartLanguage } from './chartLanguage';
import { completeChart } from './completions';
import { newEcho } from './echo';
import { editorTheme } from './editorTheme';
import { changeTo, placeOf } from './problems';

export interface ChartEditorProps {
  readonly text: string;
  readonly onChange: (text: string) => void;
  /** What does not read, in order. */
  readonly problems: readonly ChartError[];
  /** Id of what says the first of them. */
  readonly describedBy: string | undefined;
  /** A place to go to, 1-based; a new object goes there once more. */
  readonly goTo: { readonly line: number; readonly column: number } | null;
}

/** What the tools beside the field have to know of it. */
interface Standing {
  readonly undo: boolean;
  readonly redo: boolean;
  readonly finding: boolean;
  readonly offering: boolean;
}

const standingOf = (state: EditorState): Standing => ({
  undo: undoDepth(state) > 0,
  redo: redoDepth(state) > 0,
  finding: searchPanelOpen(state),
  offering: completionStatus(state) !== null,
});

/** While it is there, Escape closes what is open in the field, and the sheet stays. */
function ClosedByEscape({ onClose }: { onClose: () => void }) {
  useEscape(onClose);
  return null;
}

/**
 * A chart's text in an editor: its words told apart by weight, what does not read underlined where it stands, names
 * and keys completed, found, undone within itself.
 */
export function ChartEditor({ text, onChange, problems, describedBy, goTo }: ChartEditorProps) {
  const palette = usePalette();
  const place = useRef<View>(null);
  const view = useRef<EditorView | null>(null);
  const latest = useRef({ text, onChange, problems });
  const [echo] = useState(newEcho);
  const [theme] = useState(() => new Compartment());
  const [described] = useState(() => new Compartment());
  const [standing, setStanding] = useState<Standing>(() => ({
    undo: false,
    redo: false,
    finding: false,
    offering: false,
  }));
  useEffect(() => {
    latest.current = { text, onChange, problems };
    if (view.current) forceLinting(view.current);
  }, [text, onChange, problems]);

  useEffect(() => {
    const editor = new EditorView({
      parent: place.current as unknown as HTMLElement,
      state: EditorState.create({
        doc: latest.current.text,
        extensions: [
          history(),
          lineNumbers(),
          EditorView.lineWrapping,
          search({ top: true }),
          highlightSelectionMatches(),
          chartLanguage(),
          autocompletion({
            override: [completeChart],
            activateOnCompletion: ({ apply }) =>
              apply === 'key: ' || apply === 'time: ' || apply === 'style: ',
          }),
          linter(({ state }) => {
            const lines = state.doc.toJSON();
            return latest.current.problems.map((problem) => ({
              ...placeOf(lines, problem),
              severity: 'error',
              message: problem.reason,
            }));
          }),
          keymap.of([...completionKeymap, ...searchKeymap, ...historyKeymap, ...defaultKeymap]),
          theme.of([]),
          described.of([]),
          EditorView.updateListener.of(({ docChanged, state }) => {
            if (docChanged) {
              echo.said(state.doc.toString());
              latest.current.onChange(state.doc.toString());
            }
            const now = standingOf(state);
            setStanding((was) =>
              (Object.keys(now) as (keyof Standing)[]).some((key) => now[key] !== was[key]) ? now : was,
            );
          }),
        ],
      }),
    });
    view.current = editor;
    return () => {
      view.current = null;
      editor.destroy();
    };
  }, [theme, described, echo]);

  useEffect(() => {
    view.current?.dispatch({ effects: theme.reconfigure(editorTheme(palette)) });
  }, [theme, palette]);
  const isWrong = problems.length > 0;
  useEffect(() => {
    const attributes = EditorView.contentAttributes.of({
      'aria-label': 'Chart',
      'aria-invalid': String(isWrong),
      ...(describedBy && { 'aria-describedby': describedBy }),
      autocapitalize: 'off',
      autocorrect: 'off',
      spellcheck: 'false',
    });
    view.current?.dispatch({ effects: described.reconfigure(attributes) });
  }, [described, isWrong, describedBy]);
  // What is written elsewhere (a sheet made a chart, a nearest reading taken) is written here.
  useEffect(() => {
    const before = view.current?.state.doc.toString();
    if (before === undefined || echo.isOwn(text, before)) return;
    view.current?.dispatch({ changes: changeTo(before, text), annotations: isolateHistory.of('full') });
    echo.settled();
  }, [text, echo]);
  useEffect(() => {
    const editor = view.current;
    if (!goTo || !editor) return;
    const line = editor.state.doc.line(Math.min(goTo.line, editor.state.doc.lines));
    const at = Math.min(line.from + goTo.column - 1, line.to);
    editor.dispatch({ selection: { anchor: at }, scrollIntoView: true });
    editor.focus();
  }, [goTo]);

  const act = (command: (editor: EditorView) => boolean): void => {
    const editor = view.current;
    if (!editor) return;
    command(editor);
  };
  return (
    <View style={styles.editor}>
      <View style={styles.tools}>
        <IconButton
          icon="undo"
          size={22}
          accessibilityLabel="Undo typing"
          disabled={!standing.undo}
          onPress={() => act(undo)}
          style={TOUCH_SQUARE}
        />
        <IconButton
          icon="redo"
          size={22}
          accessibilityLabel="Redo typing"
          disabled={!standing.redo}
          onPress={() => act(redo)}
          style={TOUCH_SQUARE}
        />
        <IconButton
          icon="magnify"
          size={22}
          accessibilityLabel="Find in the chart"
          aria-expanded={standing.finding}
          onPress={() => act(standing.finding ? closeSearchPanel : openSearchPanel)}
          style={TOUCH_SQUARE}
        />
      </View>
      <View ref={place} />
      {standing.finding ? <ClosedByEscape onClose={() => act(closeSearchPanel)} /> : null}
      {standing.offering ? <ClosedByEscape onClose={() => act(closeCompletion)} /> : null}
    </View>
  );
}

const styles = StyleSheet.create({
  // What it offers lies over what comes below it.
  editor: { zIndex: 1 },
  tools: { flexDirection: 'row', justifyContent: 'flex-end' },
});
