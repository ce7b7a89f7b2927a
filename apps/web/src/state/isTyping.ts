/** True where keys belong to a field or a list, not to the song; sliders and switches leave letters free. */
export function isTyping(target: EventTarget | null): boolean {
  if (!(target instanceof HTMLElement)) return false;
  const typed = target instanceof HTMLInputElement && !['range', 'checkbox'].includes(target.type);
  return typed || target.isContentEditable || ['TEXTAREA', 'SELECT'].includes(target.tagName);
}
