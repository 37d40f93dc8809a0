import { Resvg } from '@resvg/resvg-js';
import type { PictureKind } from '@/core/api';
import { FONTS } from './fonts';
import { asPdf } from './to-pdf';
import { asSvg, type Drawn } from './to-svg';
import { embeddedFonts } from './embedded-fonts';

/** What was drawn as a file of a kind; `zoom` multiplies the pixels of a PNG. */
export async function fileOf(drawn: Drawn, kind: PictureKind, zoom: number): Promise<Uint8Array> {
  switch (kind) {
    case 'svg':
      return Buffer.from(asSvg(drawn, `<style>${await embeddedFonts(drawn.inner)}</style>`), 'utf8');
    case 'png':
      return asPng(drawn, zoom);
    case 'pdf':
      return asPdf(drawn);
  }
}

function asPng(drawn: Drawn, zoom: number): Uint8Array {
  const { width } = drawn;
  const resvg = new Resvg(anchored(asSvg(drawn)), {
    // Only our own faces, so that the picture is the same on every machine.
    font: { loadSystemFonts: false, fontFiles: FONTS.map(({ file }) => file), defaultFontFamily: FONTS[0].family },
    fitTo: { mode: 'width', value: Math.round(width * zoom) },
  });
  return resvg.render().asPng();
}

/** What is cut to the plot and lies outside it altogether has no box of its own, which resvg 0.34 does not bear: a speck that is not seen gives it one. */
const anchored = (svg: string): string =>
  svg.replace(/<g [^>]*clip-path="url\(#p\d+\)"[^>]*>/g, '$&<path d="M0 0h1v1h-1z" fill-opacity="0.001"/>');
