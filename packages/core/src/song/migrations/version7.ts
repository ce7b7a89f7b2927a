/** Version 7 knew nothing of parts that go with another, and of no energy that was drawn: nothing of a song made then is other now. */

/** A document of version 8, unchecked. */
export const fromVersion7 = (old: object): unknown => ({ ...old, version: 8 });
