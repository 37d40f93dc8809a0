/** What a SELECT names that could be a function, and the signs of its operators. */
export interface Named {
  readonly calls: readonly { readonly schema?: string; readonly name: string }[];
  readonly operators: readonly string[];
  /** What cannot be judged by looking at it. */
  readonly unclear?: string;
}

interface Token {
  readonly is: 'name' | 'sign' | 'other';
  readonly text: string;
}

const SPACE = /\s+|--[^\n]*/y;
const NAME = /[A-Za-z_\u0080-\uffff][\w$\u0080-\uffff]*/y;
const QUOTED = /"((?:[^"]|"")*)"/y;
const STRING = /'/y;
const ESCAPED = /[eE]'/y;
const DOLLAR = /\$(?:[A-Za-z_\u0080-\uffff][\w\u0080-\uffff]*)?\$/y;
const NUMBER = /\d[\w.]*/y;
/** Characters of operators (PostgreSQL's manual, "Lexical Structure", 4.1.3). */
const SIGN = /[-+*/<>=~!@#%^&|`?]+/y;

/** Cuts a statement into tokens by the rules of PostgreSQL's manual, 4.1. @throws Unclear */
function tokens(text: string): Token[] {
  const found: Token[] = [];
  let at = 0;
  const take = (pattern: RegExp): RegExpExecArray | null => {
    pattern.lastIndex = at;
    const match = pattern.exec(text);
    if (match) at = pattern.lastIndex;
    return match;
  };
  while (at < text.length) {
    if (take(SPACE)) continue;
    if (text.startsWith('/*', at)) at = endOfComment(text, at);
    else if (/^[uU]&['"]/.test(text.slice(at, at + 3))) throw new Unclear('names or texts written with U&');
    else if (take(STRING)) at = endOfString(text, at, false);
    else if (take(ESCAPED)) at = endOfString(text, at, true);
    else if (take(QUOTED)) {
      const name = /"((?:[^"]|"")*)"$/.exec(text.slice(0, at))?.[1] ?? '';
      found.push({ is: 'name', text: name.replaceAll('""', '"') });
    } else {
      const dollar = take(DOLLAR);
      if (dollar) {
        const end = text.indexOf(dollar[0], at);
        at = end < 0 ? text.length : end + dollar[0].length;
        continue;
      }
      const name = take(NAME);
      // Letters beyond ASCII stay as they are; PostgreSQL folds the others.
      if (name) found.push({ is: 'name', text: name[0].replace(/[A-Z]/g, (letter) => letter.toLowerCase()) });
      else if (take(NUMBER)) found.push({ is: 'other', text: '0' });
      else {
        const sign = signAt(text, at);
        if (sign) {
          at += sign.length;
          found.push({ is: 'sign', text: sign });
        } else found.push({ is: 'other', text: text[at++] });
      }
    }
  }
  return found;
}

class Unclear extends Error {}

/** The operator at a place: a comment ends it. */
function signAt(text: string, at: number): string | undefined {
  SIGN.lastIndex = at;
  const sign = SIGN.exec(text)?.[0];
  if (!sign) return undefined;
  const comment = [sign.indexOf('--'), sign.indexOf('/*')].filter((place) => place > 0);
  return comment.length > 0 ? sign.slice(0, Math.min(...comment)) : sign;
}

/** Comments may stand in each other. */
function endOfComment(text: string, from: number): number {
  let depth = 0;
  for (let at = from; at < text.length; at++) {
    if (text.startsWith('/*', at)) {
      depth++;
      at++;
    } else if (text.startsWith('*/', at)) {
      depth--;
      at++;
      if (depth === 0) return at + 1;
    }
  }
  return text.length;
}

function endOfString(text: string, from: number, escapes: boolean): number {
  for (let at = from; at < text.length; at++) {
    if (escapes && text[at] === '\\') at++;
    else if (text[at] === "'") {
      if (text[at + 1] !== "'") return at + 1;
      at++;
    }
  }
  return text.length;
}

/** The names before brackets in a SELECT, with their schemas, and its operators. Words of the language that stand so are among them. */
export function namedIn(select: string): Named {
  let all: Token[];
  try {
    all = tokens(select);
  } catch (error) {
    if (error instanceof Unclear) return { calls: [], operators: [], unclear: error.message };
    throw error;
  }
  const calls = all.flatMap(({ is, text }, i) => {
    if (is !== 'name' || all[i + 1]?.text !== '(') return [];
    const qualified = all[i - 1]?.text === '.' && all[i - 2]?.is === 'name';
    return [{ name: text, ...(qualified ? { schema: all[i - 2].text } : {}) }];
  });
  if (all.some(({ is, text }) => is === 'other' && text === ';'))
    return { calls, operators: [], unclear: 'more than one statement' };
  const operators = [...new Set(all.filter(({ is }) => is === 'sign').map(({ text }) => text))];
  const named = all.some(({ is, text }, i) => is === 'name' && text === 'operator' && all[i + 1]?.text === '(');
  return { calls, operators, ...(named ? { unclear: 'operators by their names' } : {}) };
}
