import { buffer } from 'node:stream/consumers';
import yauzl from 'yauzl';

/** The files of an archive by their names. */
export function unzipped(archive: Buffer): Promise<Record<string, Buffer>> {
  return new Promise((resolve, reject) =>
    yauzl.fromBuffer(archive, { lazyEntries: true }, (error, zip) => {
      if (error) return reject(error);
      const found: Record<string, Buffer> = {};
      zip.on('entry', (entry: yauzl.Entry) =>
        zip.openReadStream(entry, (broken, stream) => {
          if (broken) return reject(broken);
          buffer(stream).then((content) => {
            found[entry.fileName] = content;
            zip.readEntry();
          }, reject);
        }),
      );
      zip.on('end', () => resolve(found));
      zip.on('error', reject);
      zip.readEntry();
    }),
  );
}
