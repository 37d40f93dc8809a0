/** Values that nobody expects, each where something else should stand. */
const ODD = [
  null,
  true,
  false,
  0,
  -1,
  1.5,
  1e9,
  1e30,
  1e308,
  -1e308,
  2 ** 53,
  '',
  ' ',
  '\0',
  'a\0b',
  '\ud800',
  'x\udfff',
  'c1',
  'c99',
  'c0',
  '__proto__',
  'constructor',
  'toString',
  '2025-13-45',
  '0000-00-00',
  '99999-01-01',
  '1925-01-01T25:00',
  'é',
  '😀',
  "'; DROP TABLE sheets; --",
  '../../etc/passwd',
  '<script>1</script>',
  '9'.repeat(400),
  'x'.repeat(20_000),
  [],
  {},
  [[]],
  [null],
  [{}],
  { a: 1 },
  { toString: 1 },
  { then: 1 },
  { length: 5 },
  { constructor: 1 },
  Array(50).fill('x'),
  'NaN',
  'Infinity',
  '-0',
  { last: 1e9, step: 'day' },
  '= 1',
  '(((((',
  'c1 + ',
  '1 / 0',
];

function places(value, path = []) {
  const here = [path];
  if (typeof value !== 'object' || value === null) return here;
  return here.concat(Object.keys(value).flatMap((key) => places(value[key], [...path, key])));
}

const at = (value, path) => path.reduce((now, key) => now[key], value);

/** The same value with one to three things in it made odd. */
export function mutated(value, rnd) {
  const copy = { root: structuredClone(value) };
  for (let i = 0; i < 1 + rnd.below(3); i++) {
    const path = rnd.one(places(copy, []).filter((one) => one.length > 0));
    if (!path) break;
    const holder = at(copy, path.slice(0, -1));
    const key = path[path.length - 1];
    const way = rnd.below(7);
    if (way === 0 && Array.isArray(holder)) holder.splice(Number(key), 1);
    else if (way === 0) delete holder[key];
    else if (way === 1) holder[key] = [holder[key]];
    else if (way === 2) holder[key] = { value: holder[key] };
    else if (way === 3 && Array.isArray(holder))
      for (let n = rnd.below(60); n >= 0; n--) holder.push(structuredClone(holder[key]));
    else if (way === 4 && !Array.isArray(holder))
      holder[
        rnd.one(['odd', '__proto__x', 'constructor', 'from', 'min', 'keep', 'then', 'per', 'panels', 'setAside'])
      ] = structuredClone(rnd.one(ODD));
    else if (way === 5)
      holder[key] = structuredClone(at(copy, rnd.one(places(copy, []).filter((one) => one.length > 0))) ?? null);
    else holder[key] = structuredClone(rnd.one(ODD));
  }
  return copy.root;
}

/** Text that is nearly JSON. */
export function nearlyJson(value, rnd) {
  const text = JSON.stringify(value) ?? 'null';
  const way = rnd.below(6);
  if (way === 0) return text.slice(0, rnd.below(text.length));
  if (way === 1) return `${'['.repeat(3_000)}${text}${']'.repeat(3_000)}`;
  if (way === 2) return `${text}${text}`;
  if (way === 3) return text.replace(/\d/, '1e999');
  if (way === 4) return text.replace(/"(\w)/, '"\\u0000$1');
  return '';
}

export const oddText = (rnd) => {
  const odd = rnd.one(ODD);
  return typeof odd === 'string' ? odd : JSON.stringify(odd);
};
