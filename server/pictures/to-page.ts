import { createHash } from 'node:crypto';
import type { ReadSpot } from '@/core/layout';
import { inXml } from '../xml';
import { embeddedFonts } from './embedded-fonts';
import { readPage } from './page-reader';
import { asSvg, type Drawn } from './to-svg';

/** What a page holds beside the picture: what is read at each place, and the charted figures in words. */
export interface PageWords {
  readonly sentence: string;
  readonly spots: readonly ReadSpot[];
  readonly head: readonly string[];
  /** The first cell of a row names it. */
  readonly rows: readonly (readonly string[])[];
}

const LOOK = `*{box-sizing:border-box}body{margin:24px;background:#f6f2ea;color:#24302c;font:14px/1.45 'Source Sans 3','Segoe UI','Helvetica Neue',Arial,sans-serif;font-variant-numeric:tabular-nums lining-nums}
#chart{position:relative;width:max-content;cursor:crosshair}#chart svg{display:block}#chart:focus-visible{outline:2px solid #17594a;outline-offset:2px}
#card{position:absolute;pointer-events:none;background:#fffdf8;border:1px solid #cfc6b4;border-radius:6px;padding:8px 12px;max-width:340px;box-shadow:0 4px 16px rgba(36,48,44,.12)}
#card table{border-spacing:0}#card th{font-weight:400;text-align:left;padding:1px 14px 1px 0}#card td{text-align:right;white-space:nowrap}#card i{display:inline-block;width:9px;height:9px;border-radius:2px;margin-right:7px}
#line{position:absolute;pointer-events:none}#line.x{border-left:1px dashed #24302c}#line.y{border-top:1px dashed #24302c}#line.near{border:2px solid #24302c;border-radius:50%}
[hidden]{display:none}p{max-width:72ch}details{margin-top:18px}summary{cursor:pointer;font-weight:600}.figures{border-collapse:collapse;margin-top:10px;background:#fffdf8}.figures caption{text-align:left;padding:4px 0}
.figures th,.figures td{border:1px solid #ddd5c7;padding:3px 10px;text-align:right}.figures th:first-child{text-align:left}.figures thead th{background:#f0ede0;font-weight:600}.figures tbody th{font-weight:400}@media print{details{display:none}body{margin:0;background:#fff}}`;

/**
 * A chart as one HTML file: the picture as it is drawn, its values readable by pointer and keys, its figures as a table. It asks
 * for nothing, and a policy of its own keeps it from asking (W3C Content Security Policy 3).
 */
export async function asPage(drawn: Drawn, { sentence, spots, head, rows }: PageWords): Promise<string> {
  // A script must not end its own element: no "</" stands in it.
  const data = JSON.stringify(spots)
    .replace(/</g, '\\u003c')
    .replace(/\u2028/g, '\\u2028')
    .replace(/\u2029/g, '\\u2029');
  const script = `(${readPage.toString()})(${data})`;
  const digest = createHash('sha256').update(script).digest('base64');
  const policy = `default-src 'none'; style-src 'unsafe-inline'; script-src 'sha256-${digest}'; font-src data:; base-uri 'none'; form-action 'none'`;
  const title = inXml(drawn.title);
  const body = `<main><div id="chart" tabindex="0" role="group" aria-label="${title}. Arrow keys read the values.">${asSvg(drawn)}<div id="line" hidden></div><div id="card" role="status" hidden></div></div><p>${inXml(sentence)}.</p><details><summary>The figures</summary><table class="figures"><caption>${title}</caption><thead><tr>${head
    .map((cell) => `<th scope="col">${inXml(cell)}</th>`)
    .join('')}</tr></thead><tbody>${rows
    .map(
      ([first, ...rest]) =>
        `<tr><th scope="row">${inXml(first)}</th>${rest.map((cell) => `<td>${inXml(cell)}</td>`).join('')}</tr>`,
    )
    .join('')}</tbody></table></details></main>`;
  const letters = `${body}<i>${inXml(spots.flatMap(({ title: own, lines }) => [own, ...lines.map(({ name, words }) => name + words)]).join(''))}</i>`;
  const fonts = await embeddedFonts(letters);
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta http-equiv="Content-Security-Policy" content="${inXml(policy)}"><meta name="viewport" content="width=device-width,initial-scale=1"><title>${title}</title><style>${fonts}${LOOK}</style></head><body>${body}<script>${script}</script></body></html>
`;
}
