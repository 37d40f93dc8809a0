import { LIMITS } from '@/core/reading';

interface Range {
  readonly left: number;
  readonly top: number;
  readonly right: number;
  readonly bottom: number;
}

/** A place or a range of places: "B2", "A1:C3" (ISO/IEC 29500-1, 18.18.62). */
const RANGE = /^\$?([A-Z]{1,3})\$?(\d{1,8})(?::\$?([A-Z]{1,3})\$?(\d{1,8}))?$/;

const columnNumber = (letters: string) => [...letters].reduce((sum, letter) => sum * 26 + letter.charCodeAt(0) - 64, 0);

/** The merged ranges of a worksheet. */
export class Merges {
  private readonly ranges: Range[] = [];

  get count(): number {
    return this.ranges.length;
  }

  /** Adds a range; `false` where there are more than are taken. What is no range covers nothing. */
  add(ref: string): boolean {
    const found = RANGE.exec(ref);
    if (!found) return true;
    const [left, top] = [columnNumber(found[1]), Number(found[2])];
    const [right, bottom] = found[3] === undefined ? [left, top] : [columnNumber(found[3]), Number(found[4])];
    this.ranges.push({
      left: Math.min(left, right),
      top: Math.min(top, bottom),
      right: Math.max(left, right),
      bottom: Math.max(top, bottom),
    });
    return this.ranges.length <= LIMITS.merged;
  }

  /**
   * For rows in ascending order: which columns of a row are covered, if any. Each range is looked at once, so that the
   * walk costs as much as all ranges are wide, within the columns that are read.
   */
  walk(): (row: number) => ((column: number) => boolean) | undefined {
    const ranges = [...this.ranges].sort((a, b) => a.top - b.top);
    const until = new Float64Array(LIMITS.columns + 1);
    const begins = new Set(ranges.map(({ left, top }) => `${top} ${left}`));
    let next = 0;
    let last = 0;
    return (row) => {
      for (; next < ranges.length && ranges[next].top <= row; next++) {
        const { left, right, bottom } = ranges[next];
        last = Math.max(last, bottom);
        for (let c = left; c <= Math.min(right, LIMITS.columns); c++) until[c] = Math.max(until[c], bottom);
      }
      return row > last ? undefined : (column) => until[column] >= row && !begins.has(`${row} ${column}`);
    };
  }
}
