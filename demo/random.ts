/** A seeded source of chance: the same seed gives the same demo. Method: mulberry32, T. Ettinger, public domain. */
export class Chance {
  constructor(private state: number) {}

  /** Evenly from 0 (included) to 1. */
  next(): number {
    this.state = (this.state + 0x6d2b79f5) | 0;
    let t = Math.imul(this.state ^ (this.state >>> 15), 1 | this.state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  }

  between(low: number, high: number): number {
    return low + (high - low) * this.next();
  }
  whole(low: number, high: number): number {
    return Math.floor(this.between(low, high + 1));
  }
  happens(share: number): boolean {
    return this.next() < share;
  }
  of<T>(list: readonly T[]): T {
    return list[Math.floor(this.next() * list.length)];
  }

  /** One of a list, the likelier the heavier. */
  weighted<T>(list: readonly (readonly [T, number])[]): T {
    let left = this.next() * list.reduce((sum, [, weight]) => sum + weight, 0);
    for (const [value, weight] of list) {
      left -= weight;
      if (left <= 0) return value;
    }
    return list[list.length - 1][0];
  }

  /** Normally distributed, by the Box-Muller transform. */
  normal(mean: number, deviation: number): number {
    const u = Math.max(this.next(), 1e-12);
    return mean + deviation * Math.sqrt(-2 * Math.log(u)) * Math.cos(2 * Math.PI * this.next());
  }
}
