/** How many different texts are held at most. */
const HELD = 50_000;
const LONGEST = 100;
/** After this many questions in a row of which less than a quarter were known, remembering costs more than it saves. */
const TRIAL = 20_000;

/**
 * Remembers what was made of a text, for columns whose cells repeat. Memory is bounded, and where texts hardly repeat
 * nothing is looked up any more.
 */
export class Memo<T> {
  private readonly known = new Map<string, T>();
  private asked = 0;
  private hits = 0;
  private givenUp = false;

  /** Whether a text could not be held: `known` is not all that was seen. */
  overflown = false;

  constructor(private readonly make: (text: string) => T) {}

  get(text: string): T {
    if (this.givenUp) return this.make(text);
    const found = this.known.get(text);
    if (++this.asked === TRIAL) {
      this.givenUp = this.known.size >= HELD && this.hits < TRIAL / 4;
      this.asked = 0;
      this.hits = 0;
    }
    if (found !== undefined) {
      this.hits++;
      return found;
    }
    const made = this.make(text);
    if (this.known.size < HELD && text.length < LONGEST) this.known.set(text, made);
    else this.overflown = true;
    return made;
  }

  entries(): IterableIterator<[string, T]> {
    return this.known.entries();
  }
}
