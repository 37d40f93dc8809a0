import type { ReadSpot } from '@/core/layout';

/**
 * What makes the values of a page readable by pointer and keys. It is written into the page as it stands, so that it may use
 * nothing from outside itself.
 */
export function readPage(spots: readonly ReadSpot[]): void {
  const chart = document.querySelector<HTMLElement>('#chart');
  const card = document.querySelector<HTMLElement>('#card');
  const line = document.querySelector<HTMLElement>('#line');
  if (!chart || !card || !line || spots.length === 0) return;
  let at = -1;
  const show = (next: number) => {
    at = next;
    const spot = spots[at];
    card.hidden = line.hidden = spot === undefined;
    if (!spot) return;
    card.replaceChildren();
    const head = document.createElement('strong');
    head.textContent = spot.title;
    if (spot.title) card.append(head);
    const table = document.createElement('table');
    for (const one of spot.lines) {
      const row = table.insertRow();
      const name = document.createElement('th');
      name.scope = 'row';
      const mark = document.createElement('i');
      mark.style.background = one.color;
      name.append(mark, one.name);
      row.append(name);
      row.insertCell().textContent = one.words;
    }
    card.append(table);
    const [left, top, width, height] = spot.box;
    const place = (node: HTMLElement, x: number, y: number, w?: number, h?: number) => {
      node.style.left = `${x}px`;
      node.style.top = `${y}px`;
      if (w !== undefined) node.style.width = `${w}px`;
      if (h !== undefined) node.style.height = `${h}px`;
    };
    if (spot.by === 'x') place(line, spot.x, top, 0, height);
    else if (spot.by === 'y') place(line, left, spot.y, width, 0);
    else place(line, spot.x - 7, spot.y - 7, 14, 14);
    line.className = spot.by;
    const beside = spot.x + 14 + card.offsetWidth > chart.offsetWidth ? spot.x - 14 - card.offsetWidth : spot.x + 14;
    const y = spot.by === 'x' ? top + 10 : spot.y + 12;
    place(card, Math.max(beside, 0), Math.max(Math.min(y, chart.offsetHeight - card.offsetHeight), 0));
  };
  const nearest = (x: number, y: number) => {
    let best = -1;
    let least = Infinity;
    spots.forEach(({ x: sx, y: sy, by, box: [left, top, width, height] }, i) => {
      if (x < left - 8 || x > left + width + 8 || y < top - 8 || y > top + height + 8) return;
      const far = by === 'x' ? Math.abs(sx - x) : by === 'y' ? Math.abs(sy - y) : Math.hypot(sx - x, sy - y);
      if (far < least) [best, least] = [i, far];
    });
    return best;
  };
  chart.addEventListener('pointermove', (event) => {
    const frame = chart.getBoundingClientRect();
    show(nearest(event.clientX - frame.left, event.clientY - frame.top));
  });
  chart.addEventListener('pointerleave', () => show(-1));
  chart.addEventListener('blur', () => show(-1));
  chart.addEventListener('keydown', (event) => {
    const last = spots.length - 1;
    const steps: Record<string, number> = {
      ArrowRight: Math.min(at + 1, last),
      ArrowDown: Math.min(at + 1, last),
      ArrowLeft: Math.max(at - 1, 0),
      ArrowUp: Math.max(at - 1, 0),
      Home: 0,
      End: last,
      Escape: -1,
    };
    const next = steps[event.key];
    if (next === undefined) return;
    event.preventDefault();
    show(next);
  });
}
