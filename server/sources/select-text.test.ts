import { namedIn } from './select-text';

const names = (select: string) =>
  namedIn(select).calls.map(({ schema, name }) => (schema ? `${schema}.${name}` : name));

test.each([
  ['SELECT sum(a), Upper (b) FROM t', ['sum', 'upper']],
  ['SELECT public.f(1), "My F"(2), "a""b"(3)', ['public.f', 'My F', 'a"b']],
  ["SELECT 'pg_sleep(1)', $$pg_sleep(2)$$, $x$ $$ f(1) $x$ FROM t", []],
  ["SELECT E'it\\'s f(1)' || g(2)", ['g']],
  ["SELECT 'it''s f(1)' || g(2)", ['g']],
  ['SELECT 1 -- f(1)\n, g(2)', ['g']],
  ['SELECT 1 /* f(1) /* h(2) */ i(3) */, g(2)', ['g']],
  ['SELECT pg_sleep/**/(1), pg_sleep\n(2)', ['pg_sleep', 'pg_sleep']],
  ['SELECT count(*) FILTER (WHERE a > 1) OVER (PARTITION BY b)', ['count', 'filter', 'over']],
])('%s', (select, expected) => expect(names(select)).toEqual(expected));

test('operators are named, a comment ends them', () => {
  expect(namedIn('SELECT a <-> b, c @@ d, 1--2\n+3').operators).toEqual(['<->', '@@', '+']);
});

test.each([
  ['SELECT U&"\\0070g_sleep"(1)', /U&/],
  ['SELECT 1 OPERATOR(public.+) 2', /operators by their names/],
  ['SELECT 1; SELECT 2', /more than one statement/],
])('%s is not judged', (select, words) => expect(namedIn(select).unclear).toMatch(words));
