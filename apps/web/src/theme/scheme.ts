import { create } from 'zustand';

const query =
  typeof window !== 'undefined' && typeof window.matchMedia === 'function'
    ? window.matchMedia('(prefers-color-scheme: dark)')
    : null;

/**
 * Whether the device asks for dark. The browser's list is read once and then only listened to: a list that is read
 * between a change and its event has told nobody of it (seen in Chromium), and half the page stayed as it was.
 */
export const useScheme = create(() => ({ isDark: query?.matches ?? false }));

query?.addEventListener('change', ({ matches }) => useScheme.setState({ isDark: matches }));
