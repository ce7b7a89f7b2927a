/** The palette follows the device's scheme, also where that changes between the drawing of something and its first look at it. */
import { act, renderHook } from '@testing-library/react';
import { useLayoutEffect } from 'react';
import { Appearance } from 'react-native';
import { DARK, LIGHT } from '../tokens';
import { usePalette } from '../usePalette';

let scheme: 'light' | 'dark' = 'light';
const listeners = new Set<() => void>();
const turn = (to: typeof scheme): void => {
  scheme = to;
  for (const tell of [...listeners]) tell();
};

beforeEach(() => {
  scheme = 'light';
  jest.spyOn(Appearance, 'getColorScheme').mockImplementation(() => scheme);
  jest.spyOn(Appearance, 'addChangeListener').mockImplementation((tell) => {
    const listener = () => tell({ colorScheme: scheme });
    listeners.add(listener);
    return { remove: () => listeners.delete(listener) } as never;
  });
});

it('follows a change, and listens no longer once it is gone', () => {
  const { result, unmount } = renderHook(usePalette);
  expect(result.current).toBe(LIGHT);
  act(() => turn('dark'));
  expect(result.current).toBe(DARK);
  unmount();
  expect(listeners.size).toBe(0);
});

it('misses no change that comes after it is drawn and before it listens', () => {
  const { result } = renderHook(() => {
    const palette = usePalette();
    // Nobody listens yet while what was drawn is laid out.
    useLayoutEffect(() => {
      if (!listeners.size) scheme = 'dark';
    }, []);
    return palette;
  });
  expect(result.current).toBe(DARK);
});
