/** Reads a PDF with pdf.js, which comes as modules alone: `node read-pdf.mjs FILE` prints its pages, size, words and faces. */
import { readFileSync } from 'node:fs';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';

const document = await getDocument({
  data: new Uint8Array(readFileSync(process.argv[2])),
  useSystemFonts: false,
  fontExtraProperties: true,
  verbosity: 0,
}).promise;
const page = await document.getPage(1);
await page.getOperatorList();
const { items, styles } = await page.getTextContent();
const faces = Object.keys(styles).map((name) => {
  const font = page.commonObjs.get(name);
  return { name: font.name, held: !font.missingFile };
});
process.stdout.write(
  JSON.stringify({ pages: document.numPages, view: page.view, text: items.map(({ str }) => str).join(' '), faces }),
);
