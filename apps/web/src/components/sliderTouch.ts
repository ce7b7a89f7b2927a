/** From so far across a finger slides and does not scroll, px. */
const SLIDES = 8;

interface Finger {
  readonly x: number;
  readonly y: number;
  readonly value: number;
  slides: boolean;
}

/**
 * A finger on a slider, which may be about to scroll the page: until it has gone across, what it moved counts for
 * nothing; where the page takes it for scrolling, the slider is as it was.
 */
export class SliderTouch {
  private finger: Finger | null = null;
  private scrolled = false;

  /** @param pointer what came down; a mouse never scrolls so. */
  begin(pointer: string, x: number, y: number, value: number): void {
    this.finger = pointer === 'mouse' ? null : { x, y, value, slides: false };
    this.scrolled = false;
  }

  /** True while it is open whether the finger slides or scrolls. */
  get isOpen(): boolean {
    return this.finger !== null && !this.finger.slides;
  }

  /** True where the move has just settled that it slides. */
  settles(x: number, y: number): boolean {
    const { finger } = this;
    if (!finger || finger.slides) return false;
    const across = Math.abs(x - finger.x);
    finger.slides = across >= SLIDES && across >= Math.abs(y - finger.y);
    return finger.slides;
  }

  /** The finger is lifted. @returns true for a tap. */
  end(): boolean {
    const tapped = this.isOpen;
    this.finger = null;
    return tapped;
  }

  /** The page scrolls. @returns what the slider stood at before; null where no finger was on it. */
  cancel(): number | null {
    const before = this.finger?.value ?? null;
    this.finger = null;
    this.scrolled = before !== null;
    return before;
  }

  /** Whether the slider coming to rest is the writer's wish: not where the page was scrolled. */
  takesRest(): boolean {
    const takes = !this.scrolled && !this.isOpen;
    this.scrolled = false;
    return takes;
  }
}
