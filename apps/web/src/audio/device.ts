/** True on a device held in the hand, or one that says it has little memory. */
export function isSmallDevice(): boolean {
  const memory = (navigator as { deviceMemory?: number }).deviceMemory;
  return (memory !== undefined && memory <= 4) || matchMedia('(max-width: 700px), (pointer: coarse)').matches;
}
