/** The version of the library that is served, as its folder is named. */
export const ENGRAVER = '6.3.0';
