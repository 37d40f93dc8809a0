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
const parser = onlyArithmetic();

function onlyArithmetic(): typeof jsep {
  jsep.removeAllBinaryOps();
  jsep.removeAllUnaryOps();
  for (const sign of ['+', '-']) jsep.addBinaryOp(sign, 9);
  for (const sign of ['*', '/']) jsep.addBinaryOp(sign, 10);
  for (const sign of ['+', '-']) jsep.addUnaryOp(sign);
  return jsep;
}

/**
 * Reads a formula over column keys, such as "c4 - c5" or "(c4 - c5) / c4". It is parsed, never run as code.
 * @throws FormulaError with the place of the mistake.
 */
export function parseFormula(text: string): Formula {
  if (text.trim() === '') throw new FormulaError('Write a formula, such as one column minus another.', 0);
  let found: jsep.Expression;
  try {
    found = parser(text);
  } catch (error) {
    const { index } = error as { index?: number };
    throw new FormulaError(mistakeAt(text, index ?? 0), Math.min(index ?? 0, Math.max(text.length - 1, 0)));
  }
  return toFormula(found, text);
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
      return { is: 'number', text: plainText(value) };
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

/** A number without an exponent, as databases and exact sums read it. */
function plainText(value: number): string {
  const text = String(value);
  return /e/i.test(text) ? value.toFixed(20).replace(/\.?0+$/, '') : text;
}

/** The columns of a formula, each once, in order of appearance. */
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

/** Whether something is divided by a column: a ratio, which is made from totals and not row by row. */
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

/** The value of a formula; null where a column has none and where something is divided by zero. */
export function evaluate(formula: Formula, valueOf: (key: string) => number | null): number | null {
  switch (formula.is) {
    case 'number':
      return Number(formula.text);
    case 'column':
      return valueOf(formula.key);
    case 'minus': {
      const value = evaluate(formula.of, valueOf);
      return value === null ? null : -value;
    }
    default: {
      const left = evaluate(formula.left, valueOf);
      const right = evaluate(formula.right, valueOf);
      if (left === null || right === null) return null;
      if (formula.is === '/') return right === 0 ? null : left / right;
      return formula.is === '+' ? left + right : formula.is === '-' ? left - right : left * right;
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
  for (let at = 0; at < text.length;) {
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

/** A formula over keys as it is shown: with the columns' names, and × and ÷. */
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
