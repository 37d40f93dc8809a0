import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { pagePolicy, refusal, servedHosts } from './gate';
import { methodsOf, ROUTES } from './routes';

const own = { host: '127.0.0.1:4400' };
const incoming = (method: string, target: string, headers: Record<string, string> = {}) =>
  refusal({ method, target, headers: { ...own, ...headers } }, servedHosts());

function routesOf(folder: string): [string, string[]][] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry): [string, string[]][] => {
    const at = path.join(folder, entry.name);
    if (entry.isDirectory()) return routesOf(at);
    if (entry.name !== 'route.ts') return [];
    const methods = [...readFileSync(at, 'utf8').matchAll(/^export const (GET|POST|PUT|PATCH|DELETE)\b/gm)];
    return [[`/${path.relative('app', folder)}`, methods.map(([, method]) => method)]];
  });
}

test('the table of addresses is that of the routes', () => {
  expect(Object.fromEntries(Object.entries(ROUTES).map(([route, methods]) => [route, [...methods].sort()]))).toEqual(
    Object.fromEntries(routesOf('app/api').map(([route, methods]) => [route, methods.sort()])),
  );
  expect(methodsOf('/api/charts/x1/data.csv')).toEqual(['GET']);
  expect(methodsOf('/api/charts/x1/dataXcsv')).toBeUndefined();
});

test('requests of the application itself, and of what is no page, are let in', () => {
  expect(incoming('GET', '/')).toBeUndefined();
  expect(incoming('POST', '/api/sheets')).toBeUndefined();
  expect(
    incoming('PUT', '/api/settings', { origin: 'http://127.0.0.1:4400', 'sec-fetch-site': 'same-origin' }),
  ).toBeUndefined();
  expect(incoming('GET', '/api/charts/a/data.csv', { 'sec-fetch-site': 'none', 'sec-fetch-mode': 'navigate' })).toBe(
    undefined,
  );
  expect(incoming('GET', '/', { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'navigate' })).toBeUndefined();
});

test.each([
  ['another name', { host: 'rebound.test:4400' }, 'GET', '/', 421],
  ['no name', { host: '' }, 'GET', '/', 421],
  ['a name with a user', { host: 'a@127.0.0.1' }, 'GET', '/', 421],
  ['a page of another site', { 'sec-fetch-site': 'cross-site' }, 'POST', '/api/sheets', 403],
  ['a page of another port', { 'sec-fetch-site': 'same-site' }, 'POST', '/api/sheets', 403],
  ['a page of another site, by its origin', { origin: 'http://evil.test' }, 'POST', '/api/charts', 403],
  ['a page without an origin', { origin: 'null' }, 'POST', '/api/charts', 403],
  [
    'a page that asks for data',
    { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'no-cors' },
    'GET',
    '/api/sheets',
    403,
  ],
  [
    'a form of another page',
    { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'navigate' },
    'POST',
    '/api/sheets',
    403,
  ],
  ['an address that cannot be decoded', {}, 'GET', '/api/sheets/%zz', 400],
  ['U+0000 in an address', {}, 'GET', '/api/sheets/%00', 400],
  ['an address of another server', {}, 'GET', 'http://evil.test/', 400],
  ['an address that is nowhere', {}, 'GET', '/api/nothing', 404],
  ['what an address does not take', {}, 'DELETE', '/api/preview', 405],
  ['what nothing takes', {}, 'TRACE', '/', 405],
])('%s is not let in', (_, headers, method, target, status) => {
  expect(incoming(method, target, headers as Record<string, string>)).toMatchObject({ status });
});

test('other names are served where they are named', () => {
  process.env.UPCHART_HOSTS = 'charts.example.org, 10.0.0.5';
  try {
    const at = (host: string) => refusal({ method: 'GET', target: '/', headers: { host } }, servedHosts())?.status;
    expect([at('charts.example.org'), at('CHARTS.example.org:80'), at('10.0.0.5:4400'), at('127.0.0.1:4400')]).toEqual([
      undefined,
      undefined,
      undefined,
      421,
    ]);
  } finally {
    delete process.env.UPCHART_HOSTS;
  }
});

test('scripts run only by their nonce, and nothing is shown in a frame', () => {
  const policy = pagePolicy('abc', false);
  expect(policy).toContain("script-src 'self' 'nonce-abc';");
  expect(policy).toContain("frame-ancestors 'none'");
  expect(policy).not.toMatch(/script-src[^;]*unsafe/);
});
