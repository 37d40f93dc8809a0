import { readFileSync } from 'node:fs';

/** What the campaigns ask the application, and what they see of it from outside. */
export class Client {
  constructor(address, pid) {
    this.address = address;
    this.pid = pid;
  }

  /** @returns `{ status, body, text, headers }`; a connection that breaks counts as status 0 */
  async ask(path, { method = 'GET', body, headers = {}, form, patience = 60_000 } = {}) {
    try {
      const response = await fetch(this.address + path, {
        method,
        headers: { ...(body === undefined ? {} : { 'content-type': 'application/json' }), ...headers },
        body: form ?? (body === undefined || typeof body === 'string' ? body : JSON.stringify(body)),
        signal: AbortSignal.timeout(patience),
      });
      const text = await response.text();
      let parsed;
      try {
        parsed = JSON.parse(text);
      } catch {
        parsed = undefined;
      }
      return { status: response.status, body: parsed, text, headers: response.headers };
    } catch (error) {
      return { status: 0, text: `${error} ${error.cause ?? ''}`, headers: new Headers() };
    }
  }

  /** Sends a file; waits until it is a sheet or refused, `patience` ms at most. */
  async takeIn(name, content, patience = 20_000) {
    const form = new FormData();
    form.append('file', new Blob([content]), name);
    const begun = Date.now();
    const sent = await this.ask('/api/sheets', { method: 'POST', form, patience });
    if (sent.status !== 202) return { ...sent, ms: Date.now() - begun };
    const { id } = sent.body;
    for (;;) {
      const now = await this.ask(`/api/sheets/${id}`);
      if (now.body?.status !== 'reading') return { ...now, ms: Date.now() - begun };
      if (Date.now() - begun > patience) return { ...now, late: true, ms: Date.now() - begun };
      await sleep(80);
    }
  }

  /** The memory of the server's own process, in MiB. */
  megabytes() {
    try {
      return (Number(readFileSync(`/proc/${this.pid}/statm`, 'utf8').split(' ')[1]) * 4096) / 1024 / 1024;
    } catch {
      return 0;
    }
  }

  /** Asks for something small every so often until `stop`, and keeps the longest that it took and the most memory. */
  watch() {
    const seen = { slowest: 0, megabytes: 0, lost: 0 };
    let going = true;
    const done = (async () => {
      while (going) {
        const begun = Date.now();
        const { status } = await this.ask('/api/settings');
        if (status !== 200) seen.lost++;
        seen.slowest = Math.max(seen.slowest, Date.now() - begun);
        seen.megabytes = Math.max(seen.megabytes, this.megabytes());
        await sleep(50);
      }
    })();
    return {
      seen,
      stop: async () => {
        going = false;
        await done;
        return seen;
      },
    };
  }
}

export const sleep = (ms) => new Promise((resolve) => setTimeout(resolve, ms));
