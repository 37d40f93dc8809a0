import { Chance } from './random';

export const BENCH_HEADER = ['Bench', 'Crop', 'Target trays', 'Trays potted', 'Finished on'];

const CROPS = ['Ruffle pansy', 'Bush basil', 'Sun marigold', 'Garden mint', 'Quill chive', 'Trailing lobe'];

/** Trays potted against target, bench by bench; some benches are not finished. */
export function benchTargets(seed = 12): string[][] {
  const chance = new Chance(seed);
  return Array.from({ length: 18 }, (_, i) => {
    const target = chance.whole(6, 24) * 10;
    const potted = Math.round(target * chance.between(0.62, 1.14));
    const finished =
      potted >= target * 0.9 ? new Date(Date.UTC(2025, 3, chance.whole(7, 30))).toISOString().slice(0, 10) : '';
    return [
      `Bench ${String(i + 1).padStart(2, '0')}`,
      CROPS[i % CROPS.length],
      String(target),
      String(potted),
      finished,
    ];
  });
}
