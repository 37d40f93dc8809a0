import { LIMITS, ReadingRefusal, refuse } from '@/core/reading';

const QUOTE = 34;
const COMMA = 44;
const COLON = 58;
const BACKSLASH = 92;
const LIST = 91;
const LIST_END = 93;
const OBJECT = 123;
const OBJECT_END = 125;

/** A piece of a JSON document: an element of its outermost list, or a member of its outermost object, or an element of a member's list. */
export interface JsonPiece {
  /** The member's name as it is written, quotation marks included; absent in an outermost list. */
  readonly name?: string;
  /** `list` where the piece is an element of a list, `begin` where a member's list begins, else the whole value. */
  readonly is: 'element' | 'begin' | 'value';
  readonly text: string;
  /** The line that it begins in, from 1. */
  readonly line: number;
}

/**
 * Cuts a JSON document (RFC 8259) into pieces as it comes: memory holds one piece. It looks at brackets, strings and
 * commas; whether a piece is JSON its reader finds out.
 */
export class JsonCutter {
  private line = 1;
  private depth = 0;
  private inString = false;
  private escaped = false;
  private root = 0;
  /** The member whose value is being read. */
  private name: string | undefined;
  private inList = false;
  private text = '';
  private begun = 0;
  private elements = 0;
  private done = false;
  /** The list of the member that is being read has ended: nothing more of it may come before a comma or the end. */
  private closed = false;

  constructor(private readonly take: (piece: JsonPiece) => void) {}

  /** @throws ReadingRefusal where the document is none, too deep, or a piece too long */
  add(chunk: string): void {
    let from = 0;
    const { length } = chunk;
    for (let i = 0; i < length; i++) {
      const code = chunk.charCodeAt(i);
      if (code === 10) this.line++;
      if (this.inString) {
        if (this.escaped) this.escaped = false;
        else if (code === BACKSLASH) this.escaped = true;
        else if (code === QUOTE) this.inString = false;
        continue;
      }
      if (code <= 32) continue;
      if (this.done) throw this.wrong('something stands behind its end');
      // What parts the pieces stands at the level of the outermost list or object, or of a member's list.
      const level = this.inList ? 2 : 1;
      if (this.depth === level && (code === COMMA || code === LIST_END || code === OBJECT_END)) {
        this.gather(chunk, from, i);
        from = i + 1;
        if (code === COMMA) this.endPiece();
        else this.endLevel(code);
        continue;
      }
      if (this.depth === 1 && this.root === OBJECT && this.name === undefined && code === COLON) {
        this.gather(chunk, from, i);
        from = i + 1;
        this.name = this.text.trim();
        this.text = '';
        this.begun = 0;
        continue;
      }
      if (code === LIST || code === OBJECT) {
        if (this.depth === 0) {
          this.root = code;
          this.depth = 1;
          from = i + 1;
          continue;
        }
        if (code === LIST && this.depth === 1 && this.name !== undefined && this.begun === 0) {
          this.inList = true;
          this.elements = 0;
          this.depth = 2;
          this.take({ name: this.name, is: 'begin', text: '', line: this.line });
          from = i + 1;
          continue;
        }
        if (++this.depth > LIMITS.depth) throw refuse.depth(this.line);
      } else if (code === LIST_END || code === OBJECT_END) this.depth--;
      else if (code === QUOTE) this.inString = true;
      if (this.depth === 0) throw this.wrong('it begins with neither [ nor {');
      if (this.begun === 0) this.begun = this.line;
    }
    this.gather(chunk, from, length);
  }

  end(): void {
    if (!this.done) throw new ReadingRefusal(noJson('it ends too early'));
  }

  private gather(chunk: string, from: number, to: number): void {
    if (to > from && !this.done) this.text += chunk.slice(from, to);
    if (this.text.length > LIMITS.record) throw refuse.record(this.line);
  }

  private endPiece(): void {
    this.hand();
    if (!this.inList) this.name = undefined;
  }

  /** The end of a member's list, or of the document. An empty list or object has no piece; a comma before the end needs one. */
  private endLevel(code: number): void {
    if (this.inList) {
      if (code !== LIST_END) throw this.wrong('a bracket does not match');
      if (this.begun > 0 || this.elements > 0) this.hand();
      this.text = '';
      this.begun = 0;
      this.inList = false;
      this.depth = 1;
      this.closed = true;
      return;
    }
    if (code !== (this.root === LIST ? LIST_END : OBJECT_END)) throw this.wrong('a bracket does not match');
    if (this.begun > 0 || this.elements > 0 || this.name !== undefined) this.hand();
    this.done = true;
    this.depth = 0;
  }

  private hand(): void {
    const { text, name, begun, line } = this;
    this.text = '';
    this.begun = 0;
    if (this.closed && !this.inList) {
      // The member's list was handed on by its elements.
      this.closed = false;
      this.elements++;
      if (text.trim() !== '') throw this.wrong('a comma is missing');
      return;
    }
    if (this.root === OBJECT && name === undefined) throw this.wrong('a colon is missing');
    this.elements++;
    this.take({ name, is: this.inList || this.root === LIST ? 'element' : 'value', text, line: begun || line });
  }

  private wrong(what: string): ReadingRefusal {
    return new ReadingRefusal(noJson(`${what}, in line ${this.line.toLocaleString('en-GB')}`));
  }
}

export const noJson = (where: string) =>
  `This file begins like JSON and is none: ${where}. Export it again, then drop it.`;
