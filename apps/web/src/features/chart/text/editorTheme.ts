import { EditorView } from '@codemirror/view';
import { FONT, SIZE, TOUCH, contrast, type Palette } from '../../../theme/tokens';

/** The editor in the colours, fonts and sizes of everything else. */
export const editorTheme = (palette: Palette) =>
  EditorView.theme(
    {
      '&': {
        color: palette.ink,
        backgroundColor: palette.paper,
        border: `1px solid ${palette.quiet}`,
        borderRadius: '6px',
      },
      '&.cm-focused': { outline: `2px solid ${palette.action}` },
      '.cm-scroller': {
        fontFamily: FONT.text,
        fontSize: `${SIZE.body}px`,
        lineHeight: '1.5',
        minHeight: '240px',
      },
      '.cm-content': { caretColor: palette.action, padding: '8px 0' },
      '.cm-cursor': { borderLeftColor: palette.action, borderLeftWidth: '2px' },
      '.cm-gutters': {
        color: palette.quiet,
        backgroundColor: palette.sunken,
        border: 'none',
        fontSize: `${SIZE.tiny}px`,
      },
      '.chart-quiet': { color: palette.quiet },
      '.cm-selectionBackground, &.cm-focused .cm-selectionBackground, ::selection': {
        backgroundColor: `${palette.actionWash} !important`,
      },
      '.cm-lintRange-error': {
        backgroundImage: 'none',
        textDecoration: `underline wavy ${palette.warning}`,
        textUnderlineOffset: '4px',
      },
      '.cm-tooltip': {
        color: palette.ink,
        backgroundColor: palette.raised,
        border: `1px solid ${palette.line}`,
        fontFamily: FONT.text,
      },
      '.cm-tooltip.cm-tooltip-autocomplete > ul': { fontFamily: FONT.text, fontSize: `${SIZE.body}px` },
      '.cm-tooltip.cm-tooltip-autocomplete > ul > li': { lineHeight: `${TOUCH}px`, padding: '0 12px' },
      '.cm-tooltip-autocomplete ul li[aria-selected]': {
        color: palette.onAction,
        backgroundColor: palette.action,
      },
      '.cm-completionIcon': { display: 'none' },
      '.cm-panels': { color: palette.ink, backgroundColor: palette.sunken },
      '.cm-panel.cm-search': {
        padding: '6px',
        display: 'flex',
        flexWrap: 'wrap',
        gap: '6px',
        alignItems: 'center',
      },
      '.cm-panel.cm-search br': { display: 'none' },
      '.cm-panel.cm-search label': {
        display: 'flex',
        alignItems: 'center',
        minHeight: `${TOUCH}px`,
        fontSize: `${SIZE.small}px`,
      },
      '.cm-textfield': {
        color: palette.ink,
        backgroundColor: palette.paper,
        border: `1px solid ${palette.quiet}`,
        minHeight: `${TOUCH}px`,
        fontSize: `${SIZE.body}px`,
      },
      '.cm-button, .cm-panel.cm-search [name=close]': {
        color: palette.ink,
        backgroundColor: palette.raised,
        backgroundImage: 'none',
        border: `1px solid ${palette.quiet}`,
        minHeight: `${TOUCH}px`,
        minWidth: `${TOUCH}px`,
        fontSize: `${SIZE.small}px`,
        position: 'static',
      },
      '.cm-searchMatch': { backgroundColor: palette.playing },
    },
    { dark: contrast(palette.paper, '#000000') < contrast(palette.paper, '#FFFFFF') },
  );
