/**
 * Version 4: who played did not depend on where in the form it was. A song made then goes on sounding as it did: its
 * players agree on no arc until the writer says so.
 */

/** A document of version 5, unchecked. */
export const fromVersion4 = (old: object): unknown => ({
  ...old,
  version: 5,
  together: { ...(old as { together?: object }).together, arc: false },
});
