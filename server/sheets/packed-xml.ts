import { SaxesParser } from 'saxes';
import type yauzl from 'yauzl';
import { entryStream, listEntries, openZip } from './unpack';
import type { Progress } from './records';

/** What hears the events of an XML document; names come without their prefix. */
export interface XmlHearer {
  open(name: string, attributes: Readonly<Record<string, string>>): void;
  close(name: string): void;
  text(text: string): void;
}

const localName = (name: string) => name.slice(name.indexOf(':') + 1);

/** A zip archive of XML documents that are read by their events, one at a time. */
export class PackedXml {
  private constructor(
    private readonly zip: yauzl.ZipFile,
    private readonly entries: ReadonlyMap<string, yauzl.Entry>,
  ) {}

  static async open(path: string): Promise<PackedXml> {
    const zip = await openZip(path);
    const entries = await listEntries(zip);
    return new PackedXml(zip, new Map(entries.map((entry) => [entry.fileName.replace(/^\//, ''), entry])));
  }

  has(part: string): boolean {
    return this.entries.has(part);
  }

  /**
   * Reads a part. Whoever throws in a hearer ends the reading.
   * @param keepPrefix names are told with their prefix, as OpenDocument needs them
   */
  async read(
    part: string,
    hearer: XmlHearer,
    { progress = () => undefined, keepPrefix = false }: { progress?: Progress; keepPrefix?: boolean } = {},
  ): Promise<void> {
    const entry = this.entries.get(part);
    if (!entry) throw new Error(`the part ${part} is not there`);
    const parser = new SaxesParser({ position: false });
    const named = keepPrefix ? (name: string) => name : localName;
    parser.on('opentag', ({ name, attributes }) => hearer.open(named(name), attributes as Record<string, string>));
    parser.on('closetag', ({ name }) => hearer.close(named(name)));
    parser.on('text', (text) => hearer.text(text));
    parser.on('cdata', (text) => hearer.text(text));
    parser.on('error', (error) => {
      throw error;
    });
    const stream = await entryStream(this.zip, entry);
    const decoder = new TextDecoder();
    let bytes = 0;
    for await (const chunk of stream as AsyncIterable<Buffer>) {
      bytes += chunk.length;
      parser.write(decoder.decode(chunk, { stream: true }));
      progress(bytes / Math.max(entry.uncompressedSize, 1));
    }
    parser.write(decoder.decode());
    parser.close();
  }

  close(): void {
    this.zip.close();
  }
}
