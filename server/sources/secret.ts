import { createCipheriv, createDecipheriv, randomBytes } from 'node:crypto';
import { readFile, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { homeFolder } from '../home';

const ALGORITHM = 'aes-256-gcm';

/** The key that passwords are kept under: a file of the data folder that only its owner can read. */
async function key(): Promise<Buffer> {
  const file = path.join(await homeFolder(), 'secret');
  try {
    await writeFile(file, randomBytes(32).toString('hex'), { mode: 0o600, flag: 'wx' });
  } catch (error) {
    if ((error as { code?: string }).code !== 'EEXIST') throw error;
  }
  return Buffer.from((await readFile(file, 'utf8')).trim(), 'hex');
}

/** A text encrypted with AES-256-GCM (NIST SP 800-38D): nonce, tag and cipher text, as base64. */
export async function encrypt(text: string): Promise<string> {
  const nonce = randomBytes(12);
  const cipher = createCipheriv(ALGORITHM, await key(), nonce);
  const body = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()]);
  return Buffer.concat([nonce, cipher.getAuthTag(), body]).toString('base64');
}

/** @throws Error where the text was changed or the key is another. */
export async function decrypt(kept: string): Promise<string> {
  const bytes = Buffer.from(kept, 'base64');
  const decipher = createDecipheriv(ALGORITHM, await key(), bytes.subarray(0, 12));
  decipher.setAuthTag(bytes.subarray(12, 28));
  return Buffer.concat([decipher.update(bytes.subarray(28)), decipher.final()]).toString('utf8');
}
