import { kindHere } from '../state/repertoire';

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

/** The ink of a kind of part, for strokes and fills, never for text; a kind without one takes the text's own. */
export const partInk = (kind: string, palette: Palette): string => kindHere(kind)?.look.ink ?? palette.ink;

/** Relative luminance of a colour (WCAG 2). */
function luminance(colour: string): number {
  const [r, g, b] = [1, 3, 5].map((at) => {
    const value = parseInt(colour.slice(at, at + 2), 16) / 255;
    return value <= 0.04045 ? value / 12.92 : ((value + 0.055) / 1.055) ** 2.4;
  }) as [number, number, number];
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}

/** Contrast of two colours (WCAG 2), 1 to 21. */
export function contrast(one: string, other: string): number {
  const [low, high] = [luminance(one), luminance(other)].sort((a, b) => a - b) as [number, number];
  return (high + 0.05) / (low + 0.05);
}

/** Inks that do not reach 3:1 against the paper alone and get an edge of ink. */
export const needsEdge = (kind: string, palette: Palette): boolean =>
  contrast(partInk(kind, palette), palette.paper) < 3;

/** The icon of a kind of part; one that is not at hand has a question mark. */
export const partIcon = (kind: string): string => kindHere(kind)?.look.icon ?? 'help';

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
