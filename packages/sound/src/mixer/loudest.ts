/** The loudest samples of two channels since they were last asked for, 1 full scale. */
export class Loudest {
  private left = 0;
  private right = 0;

  heed(left: Float32Array, right: Float32Array): void {
    for (let i = 0; i < left.length; i++) {
      this.left = Math.max(this.left, Math.abs(left[i]!));
      this.right = Math.max(this.right, Math.abs(right[i]!));
    }
  }

  /** Tells them, and begins anew. */
  take(): readonly [left: number, right: number] {
    const taken = [this.left, this.right] as const;
    [this.left, this.right] = [0, 0];
    return taken;
  }
}
