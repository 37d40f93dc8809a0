import jsep from 'jsep';

/** An expression over columns: differences, sums, products and ratios. */
export type Formula =
  | { readonly is: 'number'; readonly text: string }
  | { readonly is: 'column'; readonly key: string }
  | { readonly is: 'minus'; readonly of: Formula }
  | { readonly is: Operator; readonly left: Formula; readonly right: Formula };
export type Operator = '+' | '-' | '*' | '/';

/** A formula that cannot be read; `at` is the place in its text, counted from 0, `length` how much of it is meant. */
export class FormulaError extends Error {
  override readonly name = 'FormulaError';
  constructor(
    message: string,
    readonly at: number,
    readonly length = 1,
  ) {
    super(message);
  }
}

/** What may be typed for an operator. */
const SIGNS: Readonly<Record<string, Operator>> = { '×': '*', '·': '*', '÷': '/', ':': '/', '−': '-', '–': '-' };
const OPERATORS: ReadonlySet<string> = new Set(['+', '-', '*', '/']);
const KEY = /^c[1-9]\d*$/;
/** The signs of formulas, and how closely they bind. */
const ARITHMETIC = { binary_ops: { '+': 9, '-': 9, '*': 10, '/': 10 }, unary_ops: { '+': 1, '-': 1 } };

/** Parses arithmetic alone. The signs are the parser's own state, shared by all who use it: they are put back as they were. */
function parsed(text: string): jsep.Expression {
  const shared = jsep as unknown as typeof ARITHMETIC;
  const { binary_ops, unary_ops } = shared;
  Object.assign(shared, ARITHMETIC);
  try {
    return jsep(text);
  } finally {
    Object.assign(shared, { binary_ops, unary_ops });
  }
}

/**
 * Reads a formula over column keys, such as "c4 - c5" or "(c4 - c5) / c4". It is parsed, never run as code.
 * @throws FormulaError with the place of the mistake.
 */
export function parseFormula(text: string): Formula {
  if (text.trim() === '') throw new FormulaError('Write a formula, such as one column minus another.', 0);
  checkBrackets(text);
  let found: jsep.Expression;
  try {
    found = parsed(text);
  } catch (error) {
    const { index } = error as { index?: number };
    throw new FormulaError(mistakeAt(text, index ?? 0), Math.min(index ?? 0, Math.max(text.length - 1, 0)));
  }
  return toFormula(found, text);
}

/** @throws FormulaError at a bracket that has no other half. */
function checkBrackets(text: string): void {
  const open: number[] = [];
  [...text].forEach((char, at) => {
    if (char === '(') open.push(at);
    if (char === ')' && open.pop() === undefined)
      throw new FormulaError('This closing bracket has no opening one: add “(” before it, or take it away.', at);
  });
  const at = open.pop();
  if (at !== undefined)
    throw new FormulaError('This bracket is not closed: add “)” where it ends, or take it away.', at);
}

function mistakeAt(text: string, at: number): string {
  const rest = text.slice(at).trim();
  if (rest === '') return 'Something is missing at the end: a column or a number.';
  if (rest.startsWith(')')) return 'This closing bracket has no opening one, or nothing before it.';
  return `"${rest.slice(0, 12)}" is not expected here. Columns, numbers, + − × ÷ and brackets make a formula.`;
}

function toFormula(node: jsep.Expression, text: string): Formula {
  const wrong = (message: string, word?: string): never => {
    const at = word ? Math.max(text.indexOf(word), 0) : 0;
    throw new FormulaError(message, at, word?.length ?? Math.max(text.length, 1));
  };
  switch (node.type) {
    case 'Literal': {
      const { value, raw } = node as jsep.Literal;
      if (typeof value !== 'number' || !Number.isFinite(value)) return wrong(`${raw} is not a number.`, raw);
      return { is: 'number', text: DIGITS.test(raw) ? raw.replace(/^0+(?=\d)/, '') : plainText(value) };
    }
    case 'Identifier': {
      const { name } = node as jsep.Identifier;
      return KEY.test(name) ? { is: 'column', key: name } : wrong(`There is no column "${name}".`, name);
    }
    case 'UnaryExpression': {
      const { operator, argument } = node as jsep.UnaryExpression;
      const of = toFormula(argument, text);
      return operator === '-' ? { is: 'minus', of } : of;
    }
    case 'BinaryExpression': {
      const { operator, left, right } = node as jsep.BinaryExpression;
      if (!OPERATORS.has(operator)) return wrong(`"${operator}" cannot stand in a formula.`, operator);
      return { is: operator as Operator, left: toFormula(left, text), right: toFormula(right, text) };
    }
    case 'Compound':
      return wrong('Between two columns or numbers a sign is missing: + − × or ÷.');
    case 'CallExpression':
      return wrong('A formula has no functions. Columns, numbers, + − × ÷ and brackets make it.');
    default:
      return wrong('This cannot stand in a formula. Columns, numbers, + − × ÷ and brackets make it.');
  }
}

/** More digits than a double holds: the number stays as it is written. */
const DIGITS = /^(?=(?:\D*\d){16})\d+(?:\.\d+)?$/;

/** A number without an exponent, as databases and exact sums read it. */
function plainText(value: number): string {
  const text = String(value);
  return /e/i.test(text) ? value.toFixed(20).replace(/\.?0+$/, '') : text;
}

/**
 * Whether a formula can be read.
 * Example: `isUsableFormula('c4 -')` is `false`.
 */
export function isUsableFormula(text: string): boolean {
  try {
    parseFormula(text);
    return true;
  } catch (error) {
    if (error instanceof FormulaError) return false;
    throw error;
  }
}

/**
 * The columns of a formula, each once, in order of appearance.
 * Example: `formulaColumns(parseFormula('c4 / (c5 + c4)'))` is `['c4', 'c5']`.
 */
export function formulaColumns(formula: Formula): string[] {
  switch (formula.is) {
    case 'number':
      return [];
    case 'column':
      return [formula.key];
    case 'minus':
      return formulaColumns(formula.of);
    default:
      return [...new Set([...formulaColumns(formula.left), ...formulaColumns(formula.right)])];
  }
}

/**
 * Whether something is divided by a column: a ratio, which is made from totals and not row by row.
 * Example: `dividesByColumn(parseFormula('c4 / 2'))` is `false`.
 */
export function dividesByColumn(formula: Formula): boolean {
  switch (formula.is) {
    case 'number':
    case 'column':
      return false;
    case 'minus':
      return dividesByColumn(formula.of);
    default:
      return (
        (formula.is === '/' && formulaColumns(formula.right).length > 0) ||
        dividesByColumn(formula.left) ||
        dividesByColumn(formula.right)
      );
  }
}

/** Whether a formula is worked out row by row before the summary; unless its user said, a ratio is not. */
export function isRowsFirst(amount: { readonly formula: string; readonly rowsFirst?: boolean }): boolean {
  return amount.rowsFirst ?? !dividesByColumn(parseFormula(amount.formula));
}

/**
 * Whether a formula is linear in its columns: sums and differences of them, times or divided by a number. Then its total is
 * the same made of totals as made row by row, and a blank adds nothing.
 * Example: `isLinear(parseFormula('c4 - 2 * c5'))` is `true`.
 */
export function isLinear(formula: Formula): boolean {
  return degreeOf(formula) === 1;
}

/** 0 for a plain number, 1 for what is linear, `undefined` for products of columns and what is divided by one. */
function degreeOf(formula: Formula): 0 | 1 | undefined {
  switch (formula.is) {
    case 'number':
      return 0;
    case 'column':
      return 1;
    case 'minus':
      return degreeOf(formula.of);
    default: {
      const [left, right] = [degreeOf(formula.left), degreeOf(formula.right)];
      if (left === undefined || right === undefined) return undefined;
      if (formula.is === '+' || formula.is === '-') return left === 1 || right === 1 ? 1 : 0;
      if (formula.is === '/') return right === 0 ? left : undefined;
      return left === 0 ? right : right === 0 ? left : undefined;
    }
  }
}

/** What becomes of rows with a blank among the columns of a formula: it counts as nothing, or the row is left out. */
export type Blanks = 'zero' | 'out';

/** What is worked out row by row, and what becomes of its blanks; absent: as nothing where it is linear, else left out. */
export interface Expression {
  readonly of: string;
  readonly blanks?: Blanks;
}

/** Whether blanks of an expression count as nothing. */
export function blanksAreNothing({ of, blanks }: Expression): boolean {
  return blanks === 'zero' || (blanks === undefined && isLinear(parseFormula(of)));
}

/** An amount that is worked out row by row as an expression. */
export function expressionOf(amount: {
  readonly formula: string;
  readonly rowsFirst?: boolean;
  readonly blanks?: 'zero';
}): Expression {
  const { formula: of, rowsFirst, blanks } = amount;
  if (blanks) return { of, blanks };
  // Who asks for row by row wants whole rows.
  return rowsFirst && isLinear(parseFormula(of)) ? { of, blanks: 'out' } : { of };
}

/** Whether rows of an amount are left out where one of its cells is blank. */
export function leavesBlanksOut(amount: {
  readonly formula: string;
  readonly rowsFirst?: boolean;
  readonly blanks?: 'zero';
}): boolean {
  return (
    isRowsFirst(amount) &&
    formulaColumns(parseFormula(amount.formula)).length > 1 &&
    !blanksAreNothing(expressionOf(amount))
  );
}

/**
 * A formula as text over keys, every operation in brackets.
 * Example: `formulaText(parseFormula('(c4)+c5'))` is `'(c4 + c5)'`.
 */
export function formulaText(formula: Formula): string {
  switch (formula.is) {
    case 'number':
      return formula.text;
    case 'column':
      return formula.key;
    case 'minus':
      return `-(${formulaText(formula.of)})`;
    default:
      return `(${formulaText(formula.left)} ${formula.is} ${formulaText(formula.right)})`;
  }
}

/** The largest linear parts of a formula, each once: what a ratio of averages is made of. */
export function linearParts(formula: Formula): Formula[] {
  if (isLinear(formula)) return [formula];
  if (formula.is === 'number' || formula.is === 'column') return [];
  const parts =
    formula.is === 'minus' ? linearParts(formula.of) : [...linearParts(formula.left), ...linearParts(formula.right)];
  return [...new Map(parts.map((part) => [formulaText(part), part])).values()];
}

/**
 * The value of a formula from the values of its parts: `valueOf` answers for a part, or `undefined` for one that is to be
 * taken apart further. In sums and differences a column without a value adds nothing; null where none has one, and where
 * something is divided by zero.
 */
export function evaluate(formula: Formula, valueOf: (part: Formula) => number | null | undefined): number | null {
  const known = valueOf(formula);
  if (known !== undefined) return known;
  switch (formula.is) {
    case 'number':
      return Number(formula.text);
    case 'column':
      return null;
    case 'minus': {
      const value = evaluate(formula.of, valueOf);
      return value === null ? null : -value;
    }
    default: {
      const left = evaluate(formula.left, valueOf);
      const right = evaluate(formula.right, valueOf);
      if (formula.is === '+' || formula.is === '-') {
        if (left === null && (right === null || formula.right.is === 'number')) return null;
        if (right === null && formula.left.is === 'number') return null;
        return formula.is === '+' ? (left ?? 0) + (right ?? 0) : (left ?? 0) - (right ?? 0);
      }
      if (left === null || right === null) return null;
      if (formula.is === '/') return right === 0 ? null : left / right;
      return left * right;
    }
  }
}

/** What a column is called, and its key. */
interface Named {
  readonly key: string;
  readonly name: string;
}

/**
 * A formula written with the columns' names, as keys: "Takings minus Cost" is typed `Takings - Cost`. Names may have
 * spaces and stand in quotation marks where they hold signs; the longest name wins; case is forgiven.
 * @throws FormulaError at the place of a word that is no column, or of a mistake.
 */
export function formulaFromNames(text: string, columns: readonly Named[]): string {
  const byLength = [...columns].sort((a, b) => b.name.length - a.name.length);
  const places: number[] = [];
  let keyed = '';
  const put = (piece: string, at: number) => {
    for (let i = 0; i < piece.length; i++) places.push(at);
    keyed += piece;
  };
  // Many begin a formula as they do in a sheet of cells.
  const begins = /^\s*=/.exec(text)?.[0].length ?? 0;
  for (let at = begins; at < text.length;) {
    const char = text[at];
    if (char === '"') {
      const end = text.indexOf('"', at + 1);
      if (end < 0) throw new FormulaError('This quotation mark is not closed.', at);
      const name = text.slice(at + 1, end);
      const found = columns.find((column) => same(column.name, name));
      if (!found) throw new FormulaError(`There is no column "${name}".`, at, end - at + 1);
      put(found.key, at);
      at = end + 1;
      continue;
    }
    const found = byLength.find(({ name }) => name !== '' && standsAt(text, at, name));
    if (found) {
      put(found.key, at);
      at += found.name.length;
      continue;
    }
    const word = /^[\p{L}_][\p{L}\p{N}_]*/u.exec(text.slice(at))?.[0];
    if (word) throw new FormulaError(`There is no column "${word}".`, at, word.length);
    put(SIGNS[char] ?? char, at);
    at++;
  }
  try {
    parseFormula(keyed);
  } catch (error) {
    if (!(error instanceof FormulaError)) throw error;
    throw new FormulaError(error.message, places[error.at] ?? text.length, 1);
  }
  return keyed.trim();
}

function same(a: string, b: string): boolean {
  return a.trim().toLowerCase() === b.trim().toLowerCase();
}

/** A name stands at a place where it is not a part of a longer word. */
function standsAt(text: string, at: number, name: string): boolean {
  if (!same(text.slice(at, at + name.length), name)) return false;
  const inWord = (char: string | undefined) => char !== undefined && /[\p{L}\p{N}_]/u.test(char);
  const [first, last] = [name[0], name[name.length - 1]];
  return !(inWord(text[at - 1]) && inWord(first)) && !(inWord(text[at + name.length]) && inWord(last));
}

/**
 * A formula over keys as it is shown: with the columns' names, and × and ÷.
 * Example: `formulaToNames('c4 - c5', (key) => (key === 'c4' ? 'Takings' : 'Cost'))` is `'Takings − Cost'`.
 */
export function formulaToNames(formula: string, nameOf: (key: string) => string): string {
  return formula.replace(/c[1-9]\d*|[*/-]/g, (piece) =>
    piece === '*' ? '×' : piece === '/' ? '÷' : piece === '-' ? '−' : nameOf(piece),
  );
}

/** A formula as it is typed: names that would be misread stand in quotation marks. */
export function formulaToType(formula: string, columns: readonly Named[]): string {
  return formula.replace(/c[1-9]\d*/g, (key) => {
    const name = columns.find((column) => column.key === key)?.name ?? key;
    return /[-+*/()"×÷:·−–]/.test(name) ? `"${name}"` : name;
  });
}
