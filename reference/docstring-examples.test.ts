/**
 * The examples that stand in the docstrings of core/ are worked out and compared with what they say: "Example: `…` is `…`."
 */
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import * as calendar from '@/core/calendar';
import * as decimals from '@/core/decimals';
import * as spec from '@/core/spec';

const EXAMPLE = /Example: `(.+?)`\s+is\s+`(.+?)`\./gs;

const files = readdirSync('core', { recursive: true, encoding: 'utf8' }).filter(
  (name) => name.endsWith('.ts') && !name.endsWith('.test.ts'),
);
const examples = files.flatMap((name) =>
  [...readFileSync(path.join('core', name), 'utf8').matchAll(EXAMPLE)].map(
    ([, made, is]) => [name, made.replace(/\n \*/g, ''), is] as const,
  ),
);

/** Works an expression out with the functions of a file, and those of the calendar, decimals and charts. */
function workedOut(expression: string, name: string): unknown {
  // eslint-disable-next-line @typescript-eslint/no-require-imports -- which file it is comes out of the reading
  const own = require(path.resolve('core', name)) as Record<string, unknown>;
  const scope: Record<string, unknown> = { ...calendar, ...decimals, ...spec, ...own };
  const work = new Function(...Object.keys(scope), `return ${expression};`) as (...given: unknown[]) => unknown;
  return work(...Object.values(scope));
}

test('there are examples', () => expect(examples.length).toBeGreaterThan(60));

test.each(examples)('%s: %s is %s', (name, made, is) => expect(workedOut(made, name)).toEqual(workedOut(is, name)));
