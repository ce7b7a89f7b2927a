/** The band is put in place by hand. */
import { create } from 'zustand';

export const useBand = create<object>(() => ({ band: null, song: null, failed: null }));
