import type { IncomingHttpHeaders } from 'node:http';
import { methodsOf } from './routes';

/** What comes in, before anything looks at it. */
export interface Incoming {
  readonly method: string;
  /** The request target (RFC 9112, 3.2). */
  readonly target: string;
  readonly headers: IncomingHttpHeaders;
}

/** Why a request is not let in; answered as RFC 9457 problem details. */
export interface Refused {
  readonly status: number;
  readonly title: string;
  readonly detail: string;
  readonly allow?: readonly string[];
}

const LOOPBACK = 'localhost,127.0.0.1,[::1]';

/** The names that the application is served under: `UPCHART_HOSTS`, with commas between; loopback unless it says otherwise. */
export function servedHosts(): ReadonlySet<string> {
  const hosts = (process.env.UPCHART_HOSTS ?? LOOPBACK).split(',').map((host) => host.trim().toLowerCase());
  return new Set(hosts.filter((host) => host !== ''));
}

const SAFE = new Set(['GET', 'HEAD', 'OPTIONS']);

/**
 * Whether a request is let in: it names a host that is served, an address that can be read, something that the address
 * takes; and no page of a stranger sends it. A browser says where a request comes from by `Sec-Fetch-Site` (W3C Fetch
 * Metadata) and `Origin` (RFC 6454); who sends neither is no page. By the name that the request gives to the host a page
 * whose name is bound to loopback after it was opened is told apart.
 */
export function refusal({ method, target, headers }: Incoming, hosts = servedHosts()): Refused | undefined {
  const host = hostname(headers.host);
  if (host === undefined || !hosts.has(host))
    return {
      status: 421,
      title: 'Not this server',
      detail: 'This server does not answer under this name. Whoever runs Up Chart can allow it by UPCHART_HOSTS.',
    };
  const path = readable(target);
  if (path === undefined)
    return { status: 400, title: 'Not an address', detail: 'The address of the request cannot be read.' };
  return notTaken(method, path) ?? strangers(method, path, headers);
}

function notTaken(method: string, path: string): Refused | undefined {
  const isApi = path === '/api' || path.startsWith('/api/');
  const methods = isApi ? methodsOf(path) : ['GET'];
  if (!methods)
    return { status: 404, title: 'Not found', detail: 'The address names nothing that is here. See docs/api.md.' };
  const allow = [...methods, ...(methods.includes('GET') ? ['HEAD'] : []), 'OPTIONS'];
  if (allow.includes(method)) return undefined;
  return { status: 405, title: 'Not taken here', detail: `This address takes ${allow.join(', ')}.`, allow };
}

function strangers(method: string, path: string, headers: IncomingHttpHeaders): Refused | undefined {
  const site = headers['sec-fetch-site'];
  const own = site === undefined || site === 'same-origin' || site === 'none';
  const visited = headers['sec-fetch-mode'] === 'navigate' && SAFE.has(method);
  // A link from elsewhere may be followed; what a page asks for behind its user's back may not be had.
  const asked = own || visited || (!path.startsWith('/api/') && SAFE.has(method));
  if (asked && (SAFE.has(method) || ownOrigin(headers))) return undefined;
  return {
    status: 403,
    title: 'Not from another page',
    detail: 'This request comes from a page that is not of this application. Open the application itself.',
  };
}

function ownOrigin({ origin, host }: IncomingHttpHeaders): boolean {
  if (origin === undefined) return true;
  try {
    return new URL(origin).host.toLowerCase() === (host ?? '').toLowerCase();
  } catch {
    return false;
  }
}

/** The name in a Host header, without its port. */
function hostname(host: string | undefined): string | undefined {
  return /^(\[[\da-f:.]+\]|[\w.-]+)(?::\d{1,5})?$/i.exec(host ?? '')?.[1].toLowerCase();
}

/** The path of a request target, where it can be read. */
function readable(target: string): string | undefined {
  if (!target.startsWith('/') || target.startsWith('//')) return undefined;
  const [path] = target.split('?');
  try {
    // What cannot be decoded no route can match; U+0000 no database can store.
    return decodeURIComponent(target.replaceAll('+', ' ')).includes('\0') ? undefined : path;
  } catch {
    return undefined;
  }
}

/** What a page may load and do (W3C Content Security Policy 3): scripts only with the nonce of its answer. */
export function pagePolicy(nonce: string, dev: boolean): string {
  return [
    "default-src 'none'",
    `script-src 'self' 'nonce-${nonce}'${dev ? " 'unsafe-eval'" : ''}`,
    // The components write their styles into the page.
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self' data:",
    `connect-src 'self' data:${dev ? ' ws:' : ''}`,
    "worker-src 'self' blob:",
    "manifest-src 'self'",
    "form-action 'self'",
    "base-uri 'none'",
    "frame-ancestors 'none'",
  ].join('; ');
}

/** What an answer that is no page may do: nothing. */
export const DATA_POLICY = "default-src 'none'; frame-ancestors 'none'";

/** Headers of every answer. */
export const HEADERS: Readonly<Record<string, string>> = {
  'X-Content-Type-Options': 'nosniff',
  'X-Frame-Options': 'DENY',
  'Referrer-Policy': 'no-referrer',
  'Cross-Origin-Resource-Policy': 'same-origin',
  'Cross-Origin-Opener-Policy': 'same-origin',
  'Permissions-Policy': 'camera=(), geolocation=(), microphone=()',
};
