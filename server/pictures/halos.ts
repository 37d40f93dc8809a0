import { fontFor, openedFont } from './fonts';
import { number } from '../xml';

const HALO = /<text ([^>]*\bpaint-order="stroke"[^>]*)>([^<]*)<\/text>/g;

const ENTITIES: Readonly<Record<string, string>> = { amp: '&', lt: '<', gt: '>', quot: '"', '#39': "'" };
const plain = (text: string) => text.replace(/&(amp|lt|gt|quot|#39);/g, (_, name: string) => ENTITIES[name]);

/**
 * Words with a rim of the ground around them (`paint-order`: the rim first) as the outlines of their letters with the words over
 * them: what draws PDF knows no such order, and as text the rim would be read twice.
 */
export const haloed = (svg: string): string =>
  svg.replace(HALO, (_, attributes: string, inner: string) => {
    const all = new Map([...attributes.matchAll(/([\w-]+)="([^"]*)"/g)].map(([, name, value]) => [name, value]));
    const stroke = all.get('stroke');
    const words = attributes.replace(/\s*\b(?:paint-order|stroke|stroke-width)="[^"]*"/g, '');
    const text = `<text ${words}>${inner}</text>`;
    if (!stroke || stroke === 'none' || all.has('transform')) return text;
    const size = Number(all.get('font-size') ?? 14);
    const font = openedFont(fontFor(all.get('font-family') ?? '', all.get('font-weight') === '600', false));
    const scale = size / font.unitsPerEm;
    const { glyphs, positions, advanceWidth } = font.layout(plain(inner));
    const anchor = all.get('text-anchor');
    const back = anchor === 'middle' ? 0.5 : anchor === 'end' ? 1 : 0;
    let x = Number(all.get('x') ?? 0) + Number(all.get('dx') ?? 0) - back * advanceWidth * scale;
    const y = Number(all.get('y') ?? 0) + Number(all.get('dy') ?? 0);
    const outline = glyphs
      .map((glyph, i) => {
        const { xAdvance, xOffset, yOffset } = positions[i];
        const d = glyph.path
          .scale(scale, -scale)
          .translate(x + xOffset * scale, y - yOffset * scale)
          .toSVG();
        x += xAdvance * scale;
        return d;
      })
      .join('');
    const width = number(Number(all.get('stroke-width') ?? 1));
    return `<path d="${outline}" fill="${stroke}" stroke="${stroke}" stroke-width="${width}" stroke-linejoin="round"/>${text}`;
  });
