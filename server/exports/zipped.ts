import { buffer } from 'node:stream/consumers';
import { ZipFile } from 'yazl';

/** A file of an archive: its path in it, and its content. */
export interface ZipEntry {
  readonly path: string;
  readonly content: string | Buffer;
  /** Stored as it is. */
  readonly plain?: boolean;
}

/** 1980-01-01, the first day of ZIP: the same content is the same archive. */
const NO_DAY = new Date(1980, 0, 1);

/** Files as a ZIP archive in this order (PKWARE APPNOTE). */
export async function zipped(entries: readonly ZipEntry[]): Promise<Buffer> {
  const zip = new ZipFile();
  for (const { path, content, plain } of entries)
    zip.addBuffer(Buffer.from(content), path, {
      mtime: NO_DAY,
      compress: !plain,
      // Without the extra field for times: the type of an OpenDocument file is read at a fixed place.
      forceDosTimestamp: true,
    });
  zip.end();
  return buffer(zip.outputStream);
}
