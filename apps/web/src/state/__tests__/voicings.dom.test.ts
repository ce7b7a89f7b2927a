/** Voicings are asked of the worker once the band is that of the song, anew with every change, and no late answer is taken. */
import { act, renderHook, waitFor } from '@testing-library/react';
import { readChart } from '@backline/core/formats/chart/index';
import { OURS } from '@backline/core/styles/index';
import { useBand } from '../band';
import { bandWorker } from '../bandWorker';
import type { useVoicings as asked } from '../voicings';

jest.unmock('../voicings');
jest.mock('../bandWorker', () => ({ bandWorker: { ask: jest.fn() } }));
const { useVoicings } = jest.requireActual<{ useVoicings: typeof asked }>('../voicings');
const ask = bandWorker.ask as unknown as jest.Mock;

const song = readChart('title: Pier\n[Verse]\nG | C', OURS);
const later = { ...song, title: 'Later' };
const answers: ((voicings: unknown) => void)[] = [];
const questions: [string, string][] = [];

beforeEach(() => {
  answers.length = 0;
  questions.length = 0;
  ask.mockReset();
  ask.mockImplementation((question: (band: object) => Promise<unknown>) =>
    question({
      voicings: (section: string, part: string) => {
        questions.push([section, part]);
        return new Promise((give) => answers.push(give));
      },
    }),
  );
  act(() => useBand.setState({ song: null } as never));
});

it('nothing is asked before the band is that of the song, then its voicings come', async () => {
  const { result } = renderHook(() => useVoicings(song, 's1', 'keys'));
  expect([result.current, questions]).toEqual([null, []]);
  act(() => useBand.setState({ song } as never));
  expect(questions).toEqual([['s1', 'keys']]);
  act(() => answers[0]!('first'));
  await waitFor(() => expect(result.current).toBe('first'));
});

it('of another part nothing old is shown, and an answer that comes too late is left', async () => {
  act(() => useBand.setState({ song } as never));
  const { result, rerender } = renderHook(({ part }) => useVoicings(song, 's1', part), {
    initialProps: { part: 'keys' },
  });
  rerender({ part: 'guitar' });
  expect(questions).toEqual([
    ['s1', 'keys'],
    ['s1', 'guitar'],
  ]);
  await act(async () => answers[0]!('of the keys'));
  expect(result.current).toBeNull();
  await act(async () => answers[1]!('of the guitar'));
  expect(result.current).toBe('of the guitar');
  rerender({ part: '' });
  expect([result.current, questions.length]).toEqual([null, 2]);
});

it('a change of the song is asked for anew, and what was known stays in sight until then', async () => {
  act(() => useBand.setState({ song } as never));
  const { result, rerender } = renderHook(({ of }) => useVoicings(of, 's1', 'keys'), {
    initialProps: { of: song },
  });
  await act(async () => answers[0]!('before'));
  rerender({ of: later });
  expect(result.current).toBe('before');
  act(() => useBand.setState({ song: later } as never));
  expect(questions).toHaveLength(2);
  await act(async () => answers[1]!('after'));
  expect(result.current).toBe('after');
});

it('a worker that fell over is borne, and asked again with the next band', async () => {
  ask.mockImplementationOnce(() => Promise.reject(new Error('fell over')));
  act(() => useBand.setState({ song } as never));
  const { result, rerender } = renderHook(({ of }) => useVoicings(of, 's1', 'keys'), {
    initialProps: { of: song },
  });
  await act(async () => undefined);
  expect(result.current).toBeNull();
  rerender({ of: later });
  act(() => useBand.setState({ song: later } as never));
  await act(async () => answers[0]!('again'));
  expect(result.current).toBe('again');
});
