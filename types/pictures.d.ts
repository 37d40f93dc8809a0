declare module 'svg-to-pdfkit' {
  /** Draws an SVG into a document of pdfkit, as vectors. */
  export default function SVGtoPDF(
    document: PDFKit.PDFDocument,
    svg: string,
    x: number,
    y: number,
    options: {
      width: number;
      height: number;
      preserveAspectRatio: string;
      fontCallback: (family: string, bold: boolean, italic: boolean) => string;
      warningCallback: (warning: string) => void;
    },
  ): void;
}
declare module 'subset-font' {
  /** A font with the letters of a text alone. */
  export default function subsetFont(
    font: Buffer,
    text: string,
    options: { targetFormat: 'sfnt' | 'woff' | 'woff2' },
  ): Promise<Buffer>;
}
declare module 'fontkit' {
  interface Path {
    scale(x: number, y: number): Path;
    translate(x: number, y: number): Path;
    toSVG(): string;
  }
  export interface Font {
    readonly unitsPerEm: number;
    readonly familyName: string;
    readonly postscriptName: string;
    hasGlyphForCodePoint(code: number): boolean;
    layout(text: string): {
      readonly glyphs: readonly { readonly path: Path }[];
      readonly positions: readonly { readonly xAdvance: number; readonly xOffset: number; readonly yOffset: number }[];
      readonly advanceWidth: number;
    };
  }
  export function create(bytes: Uint8Array): Font | { readonly fonts: readonly Font[] };
}
