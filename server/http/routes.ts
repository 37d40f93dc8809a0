/** The addresses of the HTTP API, and what each takes; `server/http/gate.test.ts` holds it against `app/api`. */
export const ROUTES: Readonly<Record<string, readonly string[]>> = {
  '/api/charts/[id]/data.csv': ['GET'],
  '/api/charts/[id]': ['GET', 'PUT', 'DELETE'],
  '/api/charts': ['GET', 'POST'],
  '/api/data.csv': ['POST'],
  '/api/demo': ['POST'],
  '/api/differences': ['POST'],
  '/api/grains': ['POST'],
  '/api/pictures': ['POST'],
  '/api/preview': ['POST'],
  '/api/rows-behind.csv': ['POST'],
  '/api/rows-behind': ['POST'],
  '/api/settings': ['GET', 'PUT'],
  '/api/sheets/[id]/again': ['POST'],
  '/api/sheets/[id]/charts': ['GET'],
  '/api/sheets/[id]/columns/[key]': ['PATCH'],
  '/api/sheets/[id]/columns/[key]/values': ['GET'],
  '/api/sheets/[id]/copy': ['POST'],
  '/api/sheets/[id]/count': ['POST'],
  '/api/sheets/[id]/newer/[staged]': ['POST'],
  '/api/sheets/[id]/newer': ['POST'],
  '/api/sheets/[id]/reading': ['PATCH'],
  '/api/sheets/[id]': ['GET', 'PATCH', 'DELETE'],
  '/api/sheets/[id]/rows': ['GET'],
  '/api/sheets': ['GET', 'POST'],
  '/api/sources/[id]': ['PATCH', 'DELETE'],
  '/api/sources/[id]/rows': ['POST'],
  '/api/sources/[id]/sheets': ['POST'],
  '/api/sources/[id]/tables': ['GET'],
  '/api/sources': ['GET', 'POST'],
  '/api/starts': ['POST'],
  '/api/suggestions': ['POST'],
};

const PATTERNS = Object.entries(ROUTES).map(([route, methods]) => ({
  pattern: new RegExp(`^${route.replaceAll('.', '\\.').replace(/\[\w+\]/g, '[^/]+')}$`),
  methods,
}));

/** What an address takes; `undefined` where there is none such. */
export const methodsOf = (path: string): readonly string[] | undefined =>
  PATTERNS.find(({ pattern }) => pattern.test(path))?.methods;
