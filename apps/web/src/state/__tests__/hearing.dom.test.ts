/** Chords heard one after another can be ended, and never sound over the band. */
import { readChart } from '@backline/core/formats/chart/index';
import { player, usePlayer } from '../../audio/player';
import { asChords, hearRun, stopHearing, useHearing } from '../hearing';
import { closeSong, openSong } from '../openSong';
import { OURS } from '@backline/core/styles/index';

jest.mock('../../audio/player');

const chords = asChords(['C', 'F', 'G']);
const heard = () => jest.mocked(player.audition).mock.calls.length;

beforeEach(() => {
  jest.useFakeTimers();
  jest.clearAllMocks();
  usePlayer.setState({ playing: false, starting: false });
  openSong({ id: 'x', revision: 1, updatedAt: '', song: readChart('C', OURS) });
});
afterEach(() => {
  stopHearing();
  closeSong();
  jest.useRealTimers();
});

it('goes through to its end by itself', () => {
  hearRun(chords);
  expect([heard(), useHearing.getState().hearing]).toEqual([1, true]);
  jest.advanceTimersByTime(60_000);
  expect([heard(), useHearing.getState().hearing]).toEqual([3, false]);
});

it.each<[string, () => void]>([
  ['hush', stopHearing],
  ['the band playing', () => usePlayer.setState({ playing: true })],
  ['the band about to play', () => usePlayer.setState({ starting: true })],
  ['another song', () => openSong({ id: 'y', revision: 1, updatedAt: '', song: readChart('F', OURS) })],
  ['leaving the song', closeSong],
])('%s ends it at once', (_, end) => {
  hearRun(chords);
  end();
  expect(player.stopAudition).toHaveBeenCalled();
  jest.advanceTimersByTime(60_000);
  expect([heard(), useHearing.getState().hearing]).toEqual([1, false]);
});

it('stops the band before it begins', () => {
  hearRun(chords);
  expect(player.stop).toHaveBeenCalled();
});
