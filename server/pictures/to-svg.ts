import { inXml, number } from '../xml';

/** Elements of a drawing that a picture takes over; all others are left out. */
const ELEMENTS = new Set([
  'g',
  'path',
  'rect',
  'circle',
  'ellipse',
  'line',
  'polyline',
  'polygon',
  'text',
  'tspan',
  'title',
  'defs',
  'clipPath',
]);
/** Attributes that decide how an element looks; nothing that runs, links or only serves the screen. */
const ATTRIBUTES = new Set([
  'd',
  'x',
  'y',
  'x1',
  'y1',
  'x2',
  'y2',
  'cx',
  'cy',
  'r',
  'rx',
  'ry',
  'width',
  'height',
  'points',
  'transform',
  'dx',
  'dy',
  'id',
  'clip-path',
  'clip-rule',
  'fill',
  'fill-opacity',
  'fill-rule',
  'opacity',
  'stroke',
  'stroke-width',
  'stroke-opacity',
  'stroke-dasharray',
  'stroke-linecap',
  'stroke-linejoin',
  'paint-order',
  'font-family',
  'font-size',
  'font-style',
  'font-weight',
  'text-anchor',
]);
/** The faces of the interface, as a picture names them: ours first, then what most machines have. */
const FAMILIES: Readonly<Record<string, string>> = {
  'var(--sans)': "'Source Sans 3', 'Segoe UI', 'Helvetica Neue', Arial, sans-serif",
  'var(--serif)': "'Source Serif 4', Georgia, 'Times New Roman', serif",
};
const SANS = FAMILIES['var(--sans)'];

/** A picture as SVG, before fonts are put into it. */
export interface Drawn {
  readonly width: number;
  readonly height: number;
  /** What stands inside the outermost element. */
  readonly inner: string;
  readonly title: string;
}

/** The outermost element around what was drawn; `style` goes in as it is. */
export function asSvg({ width, height, inner, title }: Drawn, style = ''): string {
  const size = `width="${number(width)}" height="${number(height)}" viewBox="0 0 ${number(width)} ${number(height)}"`;
  const words = inXml(title);
  return `<svg xmlns="http://www.w3.org/2000/svg" ${size} role="img" aria-label="${words}" font-family="${SANS}" font-size="14"><title>${words}</title>${style}${inner}</svg>`;
}

/** A picture that stands in a page of ours: its faces are there, and so are other pictures with ids of their own. */
export const asInlineSvg = ({ width, height, inner }: Drawn): string =>
  `<svg width="${number(width)}" height="${number(height)}" aria-hidden="true" font-size="14" style="display:block">${inner}</svg>`;

/** How a drawing is taken over. */
export interface Taking {
  /** What its ids begin with. */
  readonly ids?: string;
  /** Faces are named as the page has them. */
  readonly ownFaces?: boolean;
}

/**
 * What stands in a rendered element as the inside of one SVG: each part at the corner that it carries (`data-piece`), scaled
 * as it says (`data-scale`). The document is small and lays nothing out, so that places come from these alone.
 */
export function innerSvg(root: Element, { ids = 'p', ownFaces = false }: Taking = {}): string {
  return childrenOf(root, { ids: new Ids(ids), ownFaces }, {});
}

interface Way {
  readonly ids: Ids;
  readonly ownFaces: boolean;
}

/** What the words inside an element inherit. */
interface Inherited {
  readonly size?: number;
  /** Text around: a title inside it is said by no picture. */
  readonly text?: boolean;
}

function childrenOf(node: Element, way: Way, inherited: Inherited): string {
  let out = '';
  for (const child of Array.from(node.childNodes)) {
    if (child.nodeType === 3) {
      if (inherited.text) out += inXml(child.textContent ?? '');
    } else if (child.nodeType === 1) out += elementOf(child as Element, way, inherited);
  }
  return out;
}

function elementOf(element: Element, way: Way, inherited: Inherited): string {
  const name = element.tagName;
  if (element.hasAttribute('data-no-export')) return '';
  if (name.toLowerCase() === 'svg' || !isDrawn(element)) {
    const piece = element.getAttribute('data-piece');
    const scale = element.getAttribute('data-scale');
    const within = childrenOf(element, way, {});
    if (within === '' || (!piece && !scale)) return within;
    const [left, top] = (piece ?? '0,0').split(',').map(Number);
    const moves = [
      ...(left !== 0 || top !== 0 ? [`translate(${number(left)} ${number(top)})`] : []),
      ...(scale ? [`scale(${number(Number(scale))})`] : []),
    ].join(' ');
    return moves === '' ? within : `<g transform="${moves}">${within}</g>`;
  }
  if (!ELEMENTS.has(name) || isUnseen(element)) return '';
  if (name === 'title') return inherited.text ? '' : `<title>${inXml(element.textContent ?? '')}</title>`;
  const size = Number.parseFloat(element.getAttribute('font-size') ?? '') || inherited.size || 14;
  const text = name === 'text' || name === 'tspan';
  const attributes = attributesOf(element, way, size);
  const within = childrenOf(element, way, { size, text });
  if (within === '' && (name === 'g' || name === 'defs')) return '';
  return within === '' ? `<${name}${attributes}/>` : `<${name}${attributes}>${within}</${name}>`;
}

const isDrawn = (element: Element) => element.namespaceURI === 'http://www.w3.org/2000/svg';

/** What is only there to be pointed at. */
const isUnseen = (element: Element) =>
  (element.getAttribute('fill') === 'transparent' || element.getAttribute('fill') === 'none') &&
  (element.getAttribute('stroke') ?? 'transparent') === 'transparent'
    ? element.tagName !== 'text' && element.children.length === 0
    : element.getAttribute('stroke') === 'transparent' && element.tagName === 'path';

function attributesOf(element: Element, way: Way, size: number): string {
  let out = '';
  for (const { name, value } of Array.from(element.attributes)) {
    if (!ATTRIBUTES.has(name)) continue;
    if (name === 'id') out += ` id="${way.ids.of(value)}"`;
    else if (name === 'font-family')
      out += ` font-family="${way.ownFaces && value in FAMILIES ? value : (FAMILIES[value] ?? SANS)}"`;
    else if ((name === 'dy' || name === 'dx') && value.endsWith('em'))
      out += ` ${name}="${number(Number.parseFloat(value) * size)}"`;
    else
      out += ` ${name}="${inXml(value.replace(/url\((["']?)#([^)"']+)\1\)/g, (_, __, id: string) => `url(#${way.ids.of(id)})`))}"`;
  }
  return out;
}

/** The library numbers what it makes on and on; in a picture ids are counted from one, so that it is the same in every run. */
class Ids {
  private readonly known = new Map<string, string>();

  constructor(private readonly begin: string) {}

  of(id: string): string {
    const known = this.known.get(id);
    if (known) return known;
    const next = `${this.begin}${this.known.size + 1}`;
    this.known.set(id, next);
    return next;
  }
}
