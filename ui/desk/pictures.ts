import { api, type Picture } from '../api';

/** What comes into sight within this time is asked for together, in ms. */
const TOGETHER_MS = 40;
const MOST = 40;

interface Wish {
  readonly id: string;
  readonly resolve: (picture: Picture) => void;
  readonly reject: (error: unknown) => void;
}

let wishes: Wish[] = [];

/** The small picture of a chart; those that come into sight together are asked for by one request. */
export function pictureOf(id: string, size: { width: number; height: number }): Promise<Picture> {
  return new Promise((resolve, reject) => {
    if (wishes.length === 0) setTimeout(() => send(size), TOGETHER_MS);
    wishes.push({ id, resolve, reject });
  });
}

function send({ width, height }: { width: number; height: number }): void {
  const all = wishes;
  wishes = [];
  for (let from = 0; from < all.length; from += MOST) {
    const some = all.slice(from, from + MOST);
    api.pictures([...new Set(some.map(({ id }) => id))], width, height).then(
      (pictures) => {
        const found = new Map(pictures.map((picture) => [picture.id, picture]));
        for (const { id, resolve } of some) resolve(found.get(id) ?? { id, error: 'This chart could not be drawn.' });
      },
      (error: unknown) => {
        for (const { reject } of some) reject(error);
      },
    );
  }
}
