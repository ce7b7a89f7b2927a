/** Longest name of a style, and the most that is said of it. */
export const STYLE_NAME = 40;
export const STYLE_ABOUT = 160;
