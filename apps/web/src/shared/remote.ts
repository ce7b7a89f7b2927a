/** Workers behind comlink: one way to start them, to ask them, and to notice that one fell over. */
import { wrap, type Remote } from 'comlink';

/** A worker fell over, or was ended, before it answered. */
export class WorkerLost extends Error {}

export class RemoteWorker<T> {
  private running: {
    readonly worker: Worker;
    readonly api: Remote<T>;
    readonly lost: Promise<never>;
  } | null = null;
  private giveUp: ((why: WorkerLost) => void) | null = null;

  /**
   * @param make starts the worker: at the first question, and anew where it fell over.
   * @param failed what is said when it falls over, as a sentence.
   */
  constructor(
    private readonly make: () => Worker,
    private readonly failed: string,
  ) {}

  /**
   * Asks the worker.
   * @throws WorkerLost where it falls over, or is ended, meanwhile.
   */
  ask<A>(question: (api: Remote<T>) => Promise<A>): Promise<A> {
    const { api, lost } = this.start();
    return Promise.race([question(api), lost]);
  }

  /** Ends it, and with it what it works at; the next question starts another. */
  end(): void {
    this.running?.worker.terminate();
    this.running = null;
    this.giveUp?.(new WorkerLost(this.failed));
  }

  private start() {
    if (this.running) return this.running;
    const worker = this.make();
    const lost = new Promise<never>((_, reject) => (this.giveUp = reject));
    lost.catch(() => undefined);
    worker.onerror = () => this.end();
    this.running = { worker, api: wrap<T>(worker), lost };
    return this.running;
  }
}
