/** How far the box stands from the pointer, or from its copy, and from the edges of the window, in pixels. */
const AWAY = 14;
const EDGE = 8;

interface Rect {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/**
 * Where a box beside a spot stands whole within the window: to its right, else to its left, else where it covers the spot
 * least. What it must not cover (`clear`: a small copy) it stands beside, under or over instead.
 */
export function placeBox(
  box: { readonly width: number; readonly height: number },
  spot: { readonly x: number; readonly y: number },
  window: { readonly width: number; readonly height: number },
  clear?: Rect,
): { left: number; top: number } {
  const around = clear ?? { left: spot.x, top: spot.y, width: 0, height: 0 };
  const beside = spot.y - (clear ? box.height / 2 : -AWAY);
  const above = spot.x - box.width / 2;
  const inside = (at: number, size: number, room: number) => Math.max(EDGE, Math.min(at, room - EDGE - size));
  const places = [
    { left: around.left + around.width + AWAY, top: inside(beside, box.height, window.height) },
    { left: around.left - AWAY - box.width, top: inside(beside, box.height, window.height) },
    { left: inside(above, box.width, window.width), top: around.top + around.height + AWAY },
    { left: inside(above, box.width, window.width), top: around.top - AWAY - box.height },
  ];
  const fits = ({ left, top }: { left: number; top: number }) =>
    left >= EDGE && top >= EDGE && left + box.width <= window.width - EDGE && top + box.height <= window.height - EDGE;
  const [first] = places;
  return (
    places.find(fits) ?? {
      left: inside(first.left, box.width, window.width),
      top: inside(first.top, box.height, window.height),
    }
  );
}
