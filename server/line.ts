interface Waiting<Of> {
  readonly of: Of;
  readonly begin: () => void;
}

/** So many at a time; the others wait in the order in which they came. A place that becomes free goes to the next in line. */
export class Line<Of> {
  private readonly waiting: Waiting<Of>[] = [];

  constructor(private free: number) {}

  get isFree(): boolean {
    return this.free > 0;
  }

  /** The place in line of the first that waits for something, from 1; `undefined` where none does. */
  placeOf(is: (of: Of) => boolean): number | undefined {
    const at = this.waiting.findIndex(({ of }) => is(of));
    return at < 0 ? undefined : at + 1;
  }

  /** Works when its turn comes. @throws the signal's reason where it is given up while it waits */
  async pass<T>(of: Of, work: () => Promise<T>, signal?: AbortSignal): Promise<T> {
    signal?.throwIfAborted();
    if (this.free > 0) this.free--;
    else await this.turn(of, signal);
    try {
      return await work();
    } finally {
      const next = this.waiting.shift();
      if (next) next.begin();
      else this.free++;
    }
  }

  private turn(of: Of, signal?: AbortSignal): Promise<void> {
    return new Promise((resolve, reject) => {
      const leave = () => {
        this.waiting.splice(this.waiting.indexOf(mine), 1);
        reject(signal?.reason as Error);
      };
      const mine: Waiting<Of> = {
        of,
        begin: () => {
          signal?.removeEventListener('abort', leave);
          resolve();
        },
      };
      this.waiting.push(mine);
      signal?.addEventListener('abort', leave, { once: true });
    });
  }
}
