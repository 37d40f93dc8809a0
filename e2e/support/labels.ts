import type { Page } from '@playwright/test';

/**
 * Looks at every word of the chart that is shown: which of them lie on each other, and which leave the chart. Leaning words
 * are compared by their corners, not by the boxes around them. An answer of none is what is wanted.
 */
export function labelFaults(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    interface Word {
      readonly text: string;
      readonly corners: readonly { x: number; y: number }[];
      /** Lines of one wrapped text never count as lying on each other. */
      readonly of: Node;
    }
    const figure = document.querySelector('[data-export=chart]');
    if (!figure) return ['no chart'];
    const words: Word[] = [];
    const boxed = (of: Node, text: string, box: DOMRect) => {
      const { left, top, right, bottom } = box;
      words.push({
        of,
        text,
        corners: [
          { x: left, y: top },
          { x: right, y: top },
          { x: right, y: bottom },
          { x: left, y: bottom },
        ],
      });
    };
    for (const text of figure.querySelectorAll('svg text')) {
      const matrix = (text as SVGTextElement).getScreenCTM();
      const box = (text as SVGTextElement).getBBox();
      if (!matrix || box.width === 0) continue;
      // The height of a line of words is more than that of its letters.
      const [top, bottom] = [box.y + box.height * 0.2, box.y + box.height * 0.85];
      words.push({
        of: text,
        text: text.textContent ?? '',
        corners: [
          [box.x, top],
          [box.x + box.width, top],
          [box.x + box.width, bottom],
          [box.x, bottom],
        ].map(([x, y]) => {
          const at = new DOMPoint(x, y).matrixTransform(matrix);
          return { x: at.x, y: at.y };
        }),
      });
    }
    const range = document.createRange();
    const walker = document.createTreeWalker(figure, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const holder = node.parentElement;
      if (!holder || holder.closest('svg, [data-no-export], .ant-popover') || !node.textContent?.trim()) continue;
      // An invitation to write something is not seen until it is pointed at.
      if (/, 0\)$/.test(getComputedStyle(holder).color)) continue;
      if (getComputedStyle(holder).visibility === 'hidden' || Number(getComputedStyle(holder).opacity) === 0) continue;
      range.selectNodeContents(node);
      const seen = holder.getBoundingClientRect();
      for (const box of range.getClientRects()) {
        // What is cut off with an ellipsis is seen as far as its holder reaches.
        const right = Math.min(box.right, seen.right);
        if (right - box.left > 1)
          boxed(node, node.textContent, new DOMRect(box.left, box.top + 3, right - box.left, box.height - 6));
      }
    }
    /** Whether two convex outlines overlap by more than a pixel: by the separating axis theorem. */
    const overlap = (a: Word, b: Word) =>
      [a, b].every(({ corners }) =>
        corners.every((from, i) => {
          const to = corners[(i + 1) % corners.length];
          const [nx, ny] = [to.y - from.y, from.x - to.x];
          const length = Math.hypot(nx, ny) || 1;
          const along = ({ corners: points }: Word) => points.map(({ x, y }) => (x * nx + y * ny) / length);
          const [p, q] = [along(a), along(b)];
          return Math.min(Math.max(...p), Math.max(...q)) - Math.max(Math.min(...p), Math.min(...q)) > 1;
        }),
      );
    const spans = new Map(
      words.map((word) => {
        const [xs, ys] = [word.corners.map(({ x }) => x), word.corners.map(({ y }) => y)];
        return [word, [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]] as const;
      }),
    );
    const near = (a: Word, b: Word) => {
      const [p, q] = [spans.get(a) ?? [], spans.get(b) ?? []];
      return p[0] < q[1] && q[0] < p[1] && p[2] < q[3] && q[2] < p[3];
    };
    const frame = figure.getBoundingClientRect();
    const faults: string[] = [];
    words.forEach((one, i) => {
      if (
        one.corners.some(
          ({ x, y }) => x < frame.left - 2 || x > frame.right + 2 || y < frame.top - 2 || y > frame.bottom + 2,
        )
      )
        faults.push(`"${one.text}" leaves the chart`);
      for (const other of words.slice(i + 1))
        if (one.of !== other.of && near(one, other) && overlap(one, other))
          faults.push(`"${one.text}" lies on "${other.text}"`);
    });
    return faults;
  });
}
