/** A line that says nothing keeps proxies from closing a quiet connection, in ms. */
const STILL_HERE_MS = 15_000;
/** After so long a browser that lost the connection comes back, in ms. */
const AGAIN_MS = 2_000;

/** Server-sent events (WHATWG HTML, 9.2): `begin` is given what sends one, and answers what ends it. */
export function eventStream(
  signal: AbortSignal,
  begin: (send: (event: string, data: unknown) => void) => () => void,
): Response {
  const encoder = new TextEncoder();
  let end = () => undefined as void;
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      const write = (text: string) => {
        try {
          controller.enqueue(encoder.encode(text));
        } catch {
          end();
        }
      };
      write(`retry: ${AGAIN_MS}\n\n`);
      const stop = begin((event, data) => write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`));
      const still = setInterval(() => write(': still here\n\n'), STILL_HERE_MS);
      let ended = false;
      end = () => {
        if (ended) return;
        ended = true;
        clearInterval(still);
        stop();
        try {
          controller.close();
        } catch {
          /* the reader is gone */
        }
      };
      if (signal.aborted) end();
      signal.addEventListener('abort', () => end(), { once: true });
    },
    cancel: () => end(),
  });
  return new Response(body, {
    headers: {
      'content-type': 'text/event-stream; charset=utf-8',
      'cache-control': 'no-store',
      'x-accel-buffering': 'no',
    },
  });
}
