import { mkdir } from 'node:fs/promises';
import path from 'node:path';

/** The largest file that is taken, in bytes: 1 GiB unless `UPCHART_MAX_BYTES` says otherwise. */
export function largestFile(): number {
  const wish = Number(process.env.UPCHART_MAX_BYTES);
  return Number.isFinite(wish) && wish > 0 ? wish : 1024 ** 3;
}

/** The folder that everything of this installation is kept in. */
export async function homeFolder(): Promise<string> {
  const folder = path.resolve(/* turbopackIgnore: true */ process.env.UPCHART_HOME ?? '.upchart');
  await mkdir(folder, { recursive: true });
  return folder;
}

/** The folder for what was received, as it was received: sheets are read again from here when a reading is corrected. */
export async function receivedFolder(): Promise<string> {
  const folder = path.join(await homeFolder(), 'received');
  await mkdir(folder, { recursive: true });
  return folder;
}

/** @param name as a sheet names its file */
export async function receivedFile(name: string): Promise<string> {
  return path.join(await receivedFolder(), name);
}
