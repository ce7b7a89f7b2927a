import type { Mix } from '../song/schema';

/** A part sounds unless it is muted, or another part is soloed and it is not. */
export function isAudible(part: { readonly mix: Mix }, parts: readonly { readonly mix: Mix }[]): boolean {
  const anySolo = parts.some((p) => p.mix.solo);
  return anySolo ? part.mix.solo : !part.mix.mute;
}
