/** Version 6 knew nothing of how a line is planned beside its player's own way: nothing of a song made then is other now. */

/** A document of version 7, unchecked. */
export const fromVersion6 = (old: object): unknown => ({ ...old, version: 7 });
