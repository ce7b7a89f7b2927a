/** Version 1 of styles, patterns and players: fields went by words of our own where the trade has its own. */
import {
  allOf,
  eachOf,
  grooveBefore4,
  renamed,
  settingsBefore4,
  withFields,
} from '../song/migrations/renamed';

/** An event of a pattern; its `for` and `at` are what they were. */
const eventOf = (event: unknown): unknown => renamed(event, { level: 'minDensity' });

const patternOf = (pattern: unknown): unknown =>
  withFields(pattern, { grids: eachOf((grid) => withFields(grid, { events: eachOf(eventOf) })) });

const kindOf = (kind: unknown): unknown =>
  withFields(renamed(kind, { place: 'targetLoudness', called: 'formerIds' }), {
    settings: settingsBefore4,
    patterns: eachOf(patternOf),
  });

const isVersion1 = (document: unknown): boolean =>
  (document as { version?: unknown } | null | undefined)?.version === 1;

/** A style of version 1 as one of version 2, unchecked; any other document as it is. */
export const styleOfNow = (document: unknown): unknown =>
  isVersion1(document)
    ? withFields(renamed(document, { early: 'anticipation', manner: 'traits', home: 'tonicExtension' }), {
        version: () => 2,
        groove: grooveBefore4,
        band: eachOf((player) => withFields(player, { settings: settingsBefore4 })),
        parts: allOf(kindOf),
      })
    : document;

/** A family of patterns of version 1 as one of version 2, unchecked; any other document as it is. */
export const familyOfNow = (document: unknown): unknown =>
  isVersion1(document) ? withFields(document, { version: () => 2, patterns: eachOf(patternOf) }) : document;

/** A player of version 1 as one of version 2, unchecked; any other document as it is. */
export const playerOfNow = (document: unknown): unknown =>
  isVersion1(document)
    ? withFields(document, { version: () => 2, settings: settingsBefore4, pattern: patternOf })
    : document;
