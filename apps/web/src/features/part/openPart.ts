import { create } from 'zustand';

/** The part whose page is open; null where the band alone is shown. */
export const useOpenPart = create<{ readonly id: string | null }>(() => ({ id: null }));

export const openPart = (id: string | null): void => useOpenPart.setState({ id });
