/**
 * Messages in the order in which they are meant. Scores come by another port than what is asked of them, and ports
 * keep no order among each other: what is about a score that has not come waits for it, and so does all behind it.
 */
import type { Sent } from './messages';

/** Keeps messages until the score they are about is there. */
export class Inbox {
  private readonly held: Sent[] = [];
  /** The number of the score that came last. */
  private score = 0;

  constructor(private readonly take: (message: Sent) => void) {}

  put(message: Sent): void {
    if (message.type === 'score') {
      // One that was overtaken is older than what is there.
      if (message.number < this.score) return;
      this.score = message.number;
      this.take(message);
      return this.release();
    }
    if (this.held.length || this.isAhead(message)) this.held.push(message);
    else this.take(message);
  }

  private isAhead({ about = 0 }: Sent): boolean {
    return about > this.score;
  }

  private release(): void {
    while (this.held.length && !this.isAhead(this.held[0]!)) this.take(this.held.shift()!);
  }
}
