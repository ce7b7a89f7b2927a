/** True on a device held in the hand, or one that says it has little memory. */
export function isSmallDevice(): boolean {
  const memory = (navigator as { deviceMemory?: number }).deviceMemory;
  if (memory !== undefined && memory <= 4) return true;
  // Not where there is no screen to ask.
  return typeof matchMedia === 'function' && matchMedia('(max-width: 700px), (pointer: coarse)').matches;
}
