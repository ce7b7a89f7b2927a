/** What stands at a bar beside the song goes with it: through edits, back, and forward again. */
import { insertBar, removeBars, setSectionLength } from '@backline/core/edits/bars';
import { splitSection } from '@backline/core/edits/cutting';
import { placeAfter } from '@backline/core/song/barMoves';
import { readChart } from '@backline/core/formats/chart/index';
import { OURS } from '@backline/core/styles/index';
import { reachTo, selectBar, useSelection } from '../selection';
import { movesBetween } from '../barMoves';
import { change, openSong, redo, undo, useOpenSong } from '../openSong';

const song = readChart('[A]\nC | Dm | Em | F\n[B]\nG | Am', OURS);
const opened = () => useOpenSong.getState().song!;
const inHand = () => {
  const { selection } = useSelection.getState();
  if (selection?.kind === 'bar') return `${selection.section}:${selection.bar}`;
  if (selection?.kind !== 'run') return null;
  const { anchor, head } = selection;
  return `${anchor.section}:${anchor.bar} to ${head.section}:${head.bar}`;
};

beforeEach(() => openSong({ id: 'x', revision: 1, updatedAt: '', song } as never));

it('a bar in hand stays in hand while bars come and go before it, by edit, undo and redo', () => {
  selectBar('s1', 2, 480);
  change(insertBar('s1', 0));
  expect(inHand()).toBe('s1:3');
  expect(useSelection.getState().selection).toMatchObject({ offset: 480 });
  undo();
  expect(inHand()).toBe('s1:2');
  redo();
  expect(inHand()).toBe('s1:3');
  change(removeBars('s1', 3, 3));
  expect(inHand()).toBe('s1:2');
  change(insertBar('s2', 0));
  expect(inHand()).toBe('s1:2');
});

it('the bar that is about to be, behind the last, stays in hand as it comes', () => {
  selectBar('s2', 2);
  change(setSectionLength('s2', 4));
  expect(inHand()).toBe('s2:2');
});

it('a section that is split takes it along into the new one; a run keeps both its ends', () => {
  selectBar('s1', 3);
  change(splitSection('s1', 2));
  expect(inHand()).toBe('s3:1');
  undo();
  expect(inHand()).toBe('s1:3');
  selectBar('s1', 1);
  reachTo('s2', 1);
  change(insertBar('s1', 0));
  change(insertBar('s2', 0));
  expect(inHand()).toBe('s1:2 to s2:2');
});

it('where bars went between two bands is known as long as every edit between them is', () => {
  const before = opened();
  change(insertBar('s1', 0));
  change(insertBar('s1', 0));
  const moves = movesBetween(before, opened());
  expect(placeAfter({ section: 's1', bar: 3 }, moves)).toEqual({ section: 's1', bar: 5 });
  undo();
  expect(placeAfter({ section: 's1', bar: 3 }, movesBetween(before, opened()))).toEqual({
    section: 's1',
    bar: 4,
  });
  expect(movesBetween(song, readChart('[A]\nC', OURS))).toEqual([]);
});
