import type { ColumnProfile } from './profile';

/** How many values are held at most to draw a small picture from. */
const HELD = 4096;
const BARS = 12;

/**
 * The small picture in a column's head: how its values lie along their range (numbers and dates), or how often the
 * commonest occur (everything else). Drawn from every k-th value, k doubling as the column grows.
 */
export class PictureSample {
  private held: string[] = [];
  private stride = 1;
  private seen = 0;

  constructor(private readonly profile: Pick<ColumnProfile, 'type'>) {}

  add(value: string): void {
    if (this.due()) this.hold(value);
  }

  /** Counts a value in; answers whether it is one of those that are held. */
  due(): boolean {
    return this.seen++ % this.stride === 0;
  }

  hold(value: string): void {
    this.held.push(value.length > 64 ? value.slice(0, 64) : value);
    if (this.held.length < HELD) return;
    this.held = this.held.filter((_, i) => i % 2 === 0);
    this.stride *= 2;
  }

  /** Heights from 0 to 1, at most 12; none for an empty column. */
  picture(): number[] {
    if (this.held.length === 0) return [];
    const counts =
      this.profile.type === 'text' || this.profile.type === 'boolean' || this.profile.type === 'time'
        ? this.commonest()
        : this.alongRange();
    const most = Math.max(...counts);
    return counts.map((count) => Math.round((count / most) * 100) / 100);
  }

  private commonest(): number[] {
    const counts = new Map<string, number>();
    for (const value of this.held) counts.set(value, (counts.get(value) ?? 0) + 1);
    return [...counts.values()].sort((a, b) => b - a).slice(0, BARS);
  }

  private alongRange(): number[] {
    const dated = this.profile.type === 'date' || this.profile.type === 'datetime';
    const values = this.held.map((value) => (dated ? Date.parse(`${value.slice(0, 10)}T00:00:00Z`) : Number(value)));
    const low = values.reduce((a, b) => Math.min(a, b));
    const high = values.reduce((a, b) => Math.max(a, b));
    if (!(high > low)) return [1];
    const counts = new Array<number>(BARS).fill(0);
    for (const value of values) counts[Math.min(BARS - 1, Math.floor(((value - low) / (high - low)) * BARS))]++;
    return counts;
  }
}
