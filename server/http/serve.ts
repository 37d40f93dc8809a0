/** Serves the built application behind its gate: `node serve.mjs --port N [--dev]`. Listens on loopback unless `UPCHART_LISTEN` names another address. */
import { randomBytes } from 'node:crypto';
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import { parseArgs } from 'node:util';
import next from 'next';
import { DATA_POLICY, HEADERS, pagePolicy, refusal, servedHosts, type Refused } from './gate';

const { values } = parseArgs({ options: { port: { type: 'string' }, dev: { type: 'boolean', default: false } } });
const port = Number(values.port);
const dev = values.dev;
const address = process.env.UPCHART_LISTEN ?? '127.0.0.1';
/** An upload over a slow line may take this long. */
const LONGEST_REQUEST_MS = 60 * 60 * 1000;

const application = next({ dev, hostname: address, port });
await application.prepare();
const handle = application.getRequestHandler();
const hosts = servedHosts();

function answer(request: IncomingMessage, response: ServerResponse): void {
  const { method = '', url = '', headers } = request;
  for (const [name, value] of Object.entries(HEADERS)) response.setHeader(name, value);
  const refused = refusal({ method, target: url, headers }, hosts);
  if (refused) return refuse(request, response, refused);
  if (url.startsWith('/api/')) response.setHeader('Content-Security-Policy', DATA_POLICY);
  else {
    const policy = pagePolicy(randomBytes(16).toString('base64'), dev);
    response.setHeader('Content-Security-Policy', policy);
    // By this the pages learn the nonce.
    headers['content-security-policy'] = policy;
  }
  handle(request, response).catch((error: unknown) => {
    // Who followed changes and went away leaves an answer that never ends: that is no fault.
    if (error instanceof Error && error.name === 'ResponseAborted') return undefined;
    console.error(error);
    if (response.headersSent) return response.destroy();
    return refuse(request, response, {
      status: 500,
      title: 'Something went wrong',
      detail: 'The server met an error that it did not expect. What you saved is safe; try again.',
    });
  });
}

function refuse(request: IncomingMessage, response: ServerResponse, { status, title, detail, allow }: Refused): void {
  response.writeHead(status, {
    'Content-Type': 'application/problem+json',
    'Content-Security-Policy': DATA_POLICY,
    ...(allow ? { Allow: allow.join(', ') } : {}),
    // What else is on its way is not read.
    Connection: 'close',
  });
  response.end(request.method === 'HEAD' ? undefined : JSON.stringify({ type: 'about:blank', title, status, detail }));
}

const server = createServer({ requestTimeout: LONGEST_REQUEST_MS, headersTimeout: 30_000 }, answer);
server.on('clientError', (_, socket) => {
  if (!socket.writable) return;
  const problem = JSON.stringify({
    type: 'about:blank',
    title: 'Not a request',
    status: 400,
    detail: 'What came in is no HTTP request.',
  });
  socket.end(
    `HTTP/1.1 400 Bad Request\r\nContent-Type: application/problem+json\r\nContent-Length: ${Buffer.byteLength(problem)}\r\nConnection: close\r\n\r\n${problem}`,
  );
});
if (dev) {
  const upgrade = application.getUpgradeHandler();
  server.on('upgrade', (request, socket, head) => {
    if (refusal({ method: 'GET', target: '/', headers: request.headers }, hosts)) socket.destroy();
    else void upgrade(request, socket, head);
  });
}
server.listen(port, address, () => console.info(`Serving on http://${address}:${port}`));

for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.once(signal, () => {
    server.close();
    server.closeAllConnections();
    void application.close().finally(() => process.exit(0));
  });
