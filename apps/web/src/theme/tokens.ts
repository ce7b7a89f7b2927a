import type { Kind } from '@backline/core/song/kinds';

/** Every colour, size and font of the app, in one place. */
export interface Palette {
  readonly paper: string;
  readonly raised: string;
  readonly sunken: string;
  readonly ink: string;
  readonly quiet: string;
  readonly line: string;
  readonly action: string;
  readonly onAction: string;
  readonly actionWash: string;
  readonly warning: string;
  readonly playing: string;
}

export const LIGHT: Palette = {
  paper: '#FBF7EF',
  raised: '#FFFDF8',
  sunken: '#F1EADD',
  ink: '#1E1B16',
  quiet: '#6B6459',
  line: '#DDD3C2',
  action: '#B0125B',
  onAction: '#FFFFFF',
  actionWash: '#F7E3EA',
  warning: '#8A3B00',
  playing: '#FCEBC8',
};

export const DARK: Palette = {
  paper: '#17150F',
  raised: '#211E17',
  sunken: '#2A261D',
  ink: '#F3EDE1',
  quiet: '#B3A997',
  line: '#423C30',
  action: '#FF8DB8',
  onAction: '#3A0019',
  actionWash: '#43202F',
  warning: '#FFB77C',
  playing: '#43361A',
};

/** Inks of the parts: Okabe–Ito, for strokes and fills, never for text. Drums take the ink itself. */
const PART_INK: Record<Exclude<Kind, 'drums'>, string> = {
  bass: '#0072B2',
  keys: '#009E73',
  guitar: '#D55E00',
  arp: '#CC79A7',
  strings: '#56B4E9',
  solo: '#E69F00',
};

export const partInk = (kind: Kind, palette: Palette): string =>
  kind === 'drums' ? palette.ink : PART_INK[kind];

/** Inks that do not reach 3:1 against the paper alone and get an edge of ink. */
export const needsEdge = (kind: Kind, palette: Palette): boolean =>
  palette === LIGHT && ['arp', 'strings', 'solo'].includes(kind);

export const PART_ICON: Record<Kind, string> = {
  bass: 'guitar-electric',
  keys: 'piano',
  guitar: 'guitar-acoustic',
  arp: 'dots-triangle',
  strings: 'violin',
  solo: 'trumpet',
  drums: 'circle-double',
};

export const FONT = {
  text: 'Atkinson',
  strong: 'AtkinsonSemiBold',
  chord: 'YoungSerif',
  symbols: 'NotoSansSymbols',
} as const;

export const SIZE = { tiny: 12, small: 14, body: 16, title: 20, display: 28 } as const;
/** Least side of anything that is touched. */
export const TOUCH = 44;
/** From this width on, neighbouring screens stand side by side. */
export const WIDE = 900;
