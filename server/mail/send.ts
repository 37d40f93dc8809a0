import nodemailer, { type SendMailOptions, type Transporter } from 'nodemailer';
import { standIn } from './stand-in';

/** A mail server that says nothing for so long is given up for this time, in ms. */
const CONNECT_MS = 10_000;
const SILENT_MS = 20_000;

/** What became of a mail: taken, perhaps not for all; or why not, and whether it is worth trying again. */
export type Sent =
  | { readonly ok: true; readonly refused: readonly string[] }
  | { readonly ok: false; readonly message: string; readonly again: boolean };

/** Who mails come from. */
export const sender = (): string => process.env.UPCHART_MAIL_FROM ?? 'Up Chart <up-chart@localhost.localdomain>';

/** The server that mail goes to: `UPCHART_SMTP` (smtp:// or smtps://, with user and password), else the stand-in. */
async function server(): Promise<{ url: string; shipped: boolean }> {
  const { UPCHART_SMTP } = process.env;
  return UPCHART_SMTP
    ? { url: UPCHART_SMTP, shipped: false }
    : { url: `smtp://127.0.0.1:${(await standIn()).port}`, shipped: true };
}

/** Works with a connection to the server that mail goes to. */
async function connected<T>(work: (transport: Transporter) => Promise<T>): Promise<T> {
  const { url, shipped } = await server();
  const at = new URL(url);
  const transport = nodemailer.createTransport({
    host: at.hostname,
    port: Number(at.port) || (at.protocol === 'smtps:' ? 465 : 25),
    secure: at.protocol === 'smtps:',
    ignoreTLS: shipped,
    ...(at.username ? { auth: { user: decodeURIComponent(at.username), pass: decodeURIComponent(at.password) } } : {}),
    connectionTimeout: CONNECT_MS,
    greetingTimeout: CONNECT_MS,
    socketTimeout: SILENT_MS,
    disableFileAccess: true,
    disableUrlAccess: true,
  });
  try {
    return await work(transport);
  } finally {
    transport.close();
  }
}

/** Hands a mail to the server. Never throws: what went wrong is answered in words. */
export async function send(mail: SendMailOptions): Promise<Sent> {
  try {
    const { rejected } = await connected((transport) => transport.sendMail(mail));
    return { ok: true, refused: (rejected ?? []).map(String) };
  } catch (error) {
    return refusalOf(error);
  }
}

/** Why the mail server takes nothing at present; nothing where it would. */
export async function mailRefusal(): Promise<Extract<Sent, { ok: false }> | undefined> {
  try {
    await connected((transport) => transport.verify());
    return undefined;
  } catch (error) {
    return refusalOf(error);
  }
}

/** What a mail server, or the way to it, says. Replies 5yz are final (RFC 5321, 4.2.1); all others may be otherwise later. */
function refusalOf(error: unknown): Extract<Sent, { ok: false }> {
  const { code, responseCode, response, message } = error as {
    code?: string;
    responseCode?: number;
    response?: string;
    message: string;
  };
  if (responseCode !== undefined)
    return {
      ok: false,
      message: `The mail server refused it: ${oneLine(response ?? message)}.`,
      again: responseCode < 500,
    };
  if (
    code === 'ETIMEDOUT' ||
    code === 'ESOCKET' ||
    code === 'ECONNECTION' ||
    code === 'ECONNREFUSED' ||
    code === 'EDNS'
  )
    return { ok: false, message: `The mail server does not answer: ${oneLine(message)}.`, again: true };
  return { ok: false, message: `The mail could not be handed over: ${oneLine(message)}.`, again: true };
}

const oneLine = (text: string): string =>
  text
    .replace(/\s+/g, ' ')
    .replace(/[.\s]+$/, '')
    .slice(0, 300);
