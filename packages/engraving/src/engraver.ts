/** MusicXML engraved as SVG, wherever the library runs: a worker of the page, or Node. */
import type { Toolkit } from './toolkit';

/** The room that is engraved into. */
export interface Room {
  /** Pixels. */
  readonly width: number;
  /** From one line of a staff to the next, pixels. */
  readonly space: number;
}

/** Half a staff space at full size, in units of the library. */
const UNIT = 9;
/** As high as a page can be: a passage is one page, as high as it turns out. */
const HIGHEST = 60_000;
/** Room around the systems, units of the library: under a staff there is room for ledger lines anyway. */
const MARGIN = 18;

/** The music font: its signs within words (flats of chords, notes of a tempo) are text in that font. */
export const MUSIC_FONT = 'Leipzig';

/**
 * A document as one SVG, as wide as its room. Notes have the ids of the document.
 * @throws Error where the library cannot read it, as a sentence.
 */
export function engraved(toolkit: Toolkit, document: string, { width, space }: Room): string {
  const scale = (100 * space) / (2 * UNIT);
  toolkit.setOptions({
    scale,
    unit: UNIT,
    font: MUSIC_FONT,
    pageWidth: Math.round((width * 100) / scale),
    pageHeight: HIGHEST,
    adjustPageHeight: true,
    pageMarginTop: 2 * MARGIN,
    pageMarginBottom: MARGIN,
    pageMarginLeft: MARGIN,
    pageMarginRight: MARGIN,
    header: 'none',
    footer: 'none',
    breaks: 'auto',
    spacingSystem: 6,
    // The page that shows it has the font.
    smuflTextFont: 'none',
    svgRemoveXlink: true,
  });
  if (!toolkit.loadData(document.replace(UNSEEN, ''))) throw new Error('This part could not be engraved.');
  return toolkit.renderToSVG(1);
}

/** Degrees that stand in the name of their chord already: the library prints them all the same. */
const UNSEEN = /<degree print-object="no">(?:(?!<\/degree>).)*<\/degree>/g;

const ONE_NOTE =
  '<score-partwise version="4.0"><part-list><score-part id="P1"><part-name/></score-part></part-list>' +
  '<part id="P1"><measure number="1"><attributes><divisions>1</divisions></attributes>' +
  '<direction><direction-type><metronome><beat-unit>quarter</beat-unit><per-minute>60</per-minute></metronome>' +
  '</direction-type></direction><note><pitch><step>C</step><octave>4</octave></pitch><duration>4</duration>' +
  '<type>whole</type></note></measure></part></score-partwise>';

/**
 * The music font as the library carries it: an address of data that a page can load.
 * @throws Error where the library has none, as a sentence.
 */
export function musicFont(toolkit: Toolkit): string {
  toolkit.setOptions({ smuflTextFont: 'embedded', font: MUSIC_FONT });
  toolkit.loadData(ONE_NOTE);
  const [, address] = /url\((data:[^)]+)\)/.exec(toolkit.renderToSVG(1)) ?? [];
  if (!address) throw new Error('The font of the notes could not be read.');
  return address;
}
