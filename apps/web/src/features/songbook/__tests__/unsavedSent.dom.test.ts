/** What a song was left with is sent from the songbook until it is stored, and the list shows it then. */
import { act, renderHook } from '@testing-library/react';
import { sendUnsaved } from '../../../state/unsavedElsewhere';
import { useUnsavedSent } from '../useUnsavedSent';

jest.mock('expo-router', () => ({
  useFocusEffect: jest.requireActual<{ useEffect: unknown }>('react').useEffect,
}));
jest.mock('../../../state/unsavedElsewhere', () => ({ sendUnsaved: jest.fn() }));
const send = sendUnsaved as jest.Mock<Promise<boolean>>;

beforeEach(() => {
  jest.useFakeTimers();
  send.mockReset();
});
afterEach(() => jest.useRealTimers());

const after = (ms: number) => act(() => jest.advanceTimersByTimeAsync(ms));

it('a save that does not come through is tried again, later and later, and the list asked for after each', async () => {
  let left = 3;
  send.mockImplementation(() => Promise.resolve(left-- > 0));
  const askAnew = jest.fn(() => Promise.resolve());
  renderHook(() => useUnsavedSent(askAnew));
  await after(0);
  expect([send.mock.calls.length, askAnew.mock.calls.length]).toEqual([1, 1]);
  await after(1000);
  expect([send.mock.calls.length, askAnew.mock.calls.length]).toEqual([2, 2]);
  await after(1000);
  expect(send).toHaveBeenCalledTimes(2);
  await after(1000);
  expect(send).toHaveBeenCalledTimes(3);
  await after(4000);
  expect([send.mock.calls.length, askAnew.mock.calls.length]).toEqual([4, 4]);
  // All is stored: nothing more is sent.
  await after(120_000);
  expect(send).toHaveBeenCalledTimes(4);
});

it('the network that is back is used at once, and nothing is sent any more when a song is opened', async () => {
  send.mockResolvedValue(true);
  const { unmount } = renderHook(() => useUnsavedSent(() => Promise.resolve()));
  await after(0);
  await act(async () => {
    window.dispatchEvent(new Event('online'));
    await Promise.resolve();
  });
  expect(send).toHaveBeenCalledTimes(2);
  unmount();
  await after(60_000);
  expect(send).toHaveBeenCalledTimes(2);
});

it('a list that cannot be asked for, and a try that breaks, do not end the tries', async () => {
  send.mockRejectedValueOnce(new Error('broken')).mockResolvedValueOnce(true).mockResolvedValue(false);
  const askAnew = jest.fn(() => Promise.reject(new Error('away')));
  renderHook(() => useUnsavedSent(askAnew));
  await after(0);
  await after(1000);
  await after(2000);
  expect([send.mock.calls.length, askAnew.mock.calls.length]).toEqual([3, 3]);
});

it('a network that comes back during a try makes no second row of tries', async () => {
  send.mockImplementation(() => new Promise((done) => setTimeout(() => done(true), 500)));
  renderHook(() => useUnsavedSent(() => Promise.resolve()));
  await after(0);
  await act(async () => {
    window.dispatchEvent(new Event('online'));
    await Promise.resolve();
  });
  await after(500);
  expect(send).toHaveBeenCalledTimes(2);
  // One wait, one try.
  await after(2000);
  expect(send).toHaveBeenCalledTimes(3);
});
