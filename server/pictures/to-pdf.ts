import PDFDocument from 'pdfkit';
import SVGtoPDF from 'svg-to-pdfkit';
import { FONTS, fontFor, openedFont, forgetLetters } from './fonts';
import { haloed } from './halos';
import { asSvg, type Drawn } from './to-svg';

/** A pixel is a 96th of an inch, a point a 72nd. */
const POINTS = 0.75;
/** The same in every run: what is drawn tells the time, not the file. */
const NO_DAY = new Date(0);

/** One page of vectors as large as the picture, with the letters it uses. */
export async function asPdf(drawn: Drawn): Promise<Uint8Array> {
  const [width, height] = [drawn.width * POINTS, drawn.height * POINTS];
  const document = new PDFDocument({
    size: [width, height],
    margin: 0,
    compress: true,
    // None but those that its words are set in.
    font: '',
    info: { Title: drawn.title, Creator: 'Up Chart', Producer: 'Up Chart', CreationDate: NO_DAY, ModDate: NO_DAY },
    lang: 'en',
    displayTitle: true,
  });
  for (const font of FONTS) document.registerFont(nameOf(font), faceOf(font));
  const parts: Buffer[] = [];
  const whole = new Promise<Uint8Array>((resolve, reject) => {
    document.on('data', (part: Buffer) => parts.push(part));
    document.on('end', () => resolve(Buffer.concat(parts)));
    document.on('error', reject);
  });
  SVGtoPDF(document, haloed(asSvg(drawn)), 0, 0, {
    width,
    height,
    preserveAspectRatio: 'xMinYMin meet',
    fontCallback: (family, bold, italic) => nameOf(fontFor(family, bold, italic)),
    warningCallback: () => undefined,
  });
  document.end();
  forgetLetters();
  return whole;
}

/** What makes PDF takes a font that is open already, which its types do not say. */
const faceOf = (font: (typeof FONTS)[number]) => openedFont(font) as unknown as PDFKit.Mixins.PDFFontSource;

const nameOf = ({ family, weight, italic }: (typeof FONTS)[number]) => `${family} ${weight}${italic ? ' italic' : ''}`;
