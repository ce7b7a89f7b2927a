/** What is the same on every screen: running text in its sizes, and squares that are touched. */
import { FONT, SIZE, TOUCH } from './tokens';

export const TYPE = {
  words: { fontFamily: FONT.text, fontSize: SIZE.small },
  tiny: { fontFamily: FONT.text, fontSize: SIZE.tiny },
  body: { fontFamily: FONT.text, fontSize: SIZE.body },
  strong: { fontFamily: FONT.strong, fontSize: SIZE.small },
} as const;

export const TOUCH_SQUARE = { width: TOUCH, height: TOUCH, margin: 0 } as const;
