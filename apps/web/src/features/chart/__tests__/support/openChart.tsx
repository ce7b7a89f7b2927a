import { act, cleanup, configure, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { PaperProvider } from 'react-native-paper';
import { SWRConfig } from 'swr';
import { readChart } from '@backline/core/formats/chart/index';
import { forgetEdits } from '../../../../state/keptEdits';
import { closeSong, openSong, useOpenSong } from '../../../../state/openSong';
import { ChartSheet } from '../../ChartSheet';
import { useClipboard } from '../../barRange/clipboard';
import { chooseWay, useSelection, WAYS, type Selection } from '../../../../state/selection';
import { OURS } from '@backline/core/styles/index';

// All that is here is in sight; asking the styles of every element makes each search slow.
configure({ defaultHidden: true });

/** What is selected, as the chart shows it, following the song. */
function OpenSheet() {
  return <ChartSheet beside={false} />;
}

const ID = '6b1f0a52-3a7e-4a55-9a3e-1111111111ab';

/** Opens a chart with something in hand and shows the sheet for it. */
export function openChart(text: string, selection: Selection): void {
  cleanup();
  localStorage.clear();
  closeSong();
  forgetEdits(ID);
  openSong({
    id: ID,
    revision: 1,
    updatedAt: '2026-01-01T00:00:00Z',
    song: readChart(text, OURS),
  });
  useClipboard.setState({ clip: null, words: '', said: '', asking: null });
  useSelection.setState({ selection, way: 'type', step: 'bar', grid: 'beat', typed: null });
  render(
    <SWRConfig value={{ provider: () => new Map() }}>
      <PaperProvider>
        <OpenSheet />
      </PaperProvider>
    </SWRConfig>,
  );
}

const SHEETS: readonly Selection[] = [
  { kind: 'run', anchor: { section: 's1', bar: 0 }, head: { section: 's1', bar: 0 } },
  { kind: 'text' },
  { kind: 'guide' },
  { kind: 'key' },
  { kind: 'section', section: 's1' },
  { kind: 'drafts', section: 's1' },
];

/** Opens every sheet and way once: they are fetched when they are first opened, and at hand from then on. */
export async function fetchSheets(): Promise<void> {
  const here = () => waitFor(() => expect(screen.queryByLabelText('Opening')).toBeNull());
  for (const sheet of SHEETS) {
    openChart('C | F', sheet);
    await here();
  }
  openChart('C | F', { kind: 'bar', section: 's1', bar: 0, offset: 0 });
  for (const way of WAYS) {
    act(() => chooseWay(way));
    await here();
  }
}

export const theSong = () => useOpenSong.getState().song!;

/** Chords of a section as `start in beats:symbol`. */
export function chords(section = 0): string[] {
  const { drafts, draft } = theSong().sections[section]!;
  return drafts.find((d) => d.id === draft)!.chords.map((c) => `${c.start / 480}:${c.symbol ?? 'N.C.'}`);
}

/** What a control is called: its label, or its text without icons. */
function nameOf(control: HTMLElement): string {
  const label = control.getAttribute('aria-label');
  if (label !== null) return label;
  const copy = control.cloneNode(true) as HTMLElement;
  copy.querySelectorAll('[aria-hidden="true"]').forEach((icon) => icon.remove());
  return copy.textContent.trim();
}

/** Presses the one button of a name. Searching by role works out the styles of the whole page, at a hundred times the cost. */
export function press(name: string | RegExp): void {
  const called = (control: HTMLElement): boolean =>
    typeof name === 'string' ? nameOf(control) === name : name.test(nameOf(control));
  const all = [...document.querySelectorAll<HTMLElement>('button, [role="button"]')];
  const found = all.filter(called);
  if (found.length !== 1) {
    throw new Error(
      `${found.length} buttons are called ${String(name)}; there are: ${all.map(nameOf).join(' | ')}`,
    );
  }
  fireEvent.click(found[0]!);
}
