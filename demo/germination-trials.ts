import { Chance } from './random';

export const GERMINATION_HEADER = [
  'Batch',
  'Variety',
  'Sown on',
  'Sowing depth (mm)',
  'Soil warmth (°C)',
  'Days to emerge',
  'Emerged',
];

/** Warmth hastens seedlings: the days fall with warmth above a base, by variety. All figures are made up. */
const VARIETIES = [
  { name: 'Ruffle pansy', base: 3, need: 128, depth: [2, 9] },
  { name: 'Bush basil', base: 8, need: 92, depth: [2, 8] },
  { name: 'Sun marigold', base: 6, need: 74, depth: [4, 14] },
] as const;

/** Pairs of amounts: depth, warmth and days to emerge of 240 trays; two trays never emerged. */
export function germinationTrials(seed = 77): string[][] {
  const chance = new Chance(seed);
  return Array.from({ length: 240 }, (_, i) => {
    const variety = VARIETIES[i % VARIETIES.length];
    const warmth = Math.round(chance.between(10.5, 25) * 2) / 2;
    const depth = chance.whole(variety.depth[0], variety.depth[1]);
    const days = Math.max(3, Math.round(variety.need / (warmth - variety.base) + depth * 0.35 + chance.normal(0, 0.9)));
    const share = Math.min(
      98,
      Math.max(22, Math.round(96 - Math.abs(warmth - 19) * 2.4 - depth * 1.1 + chance.normal(0, 5))),
    );
    const sown = new Date(Date.UTC(2025, 1, 3) + Math.floor(i / 6) * 2 * 86_400_000).toISOString().slice(0, 10);
    const failed = i === 58 || i === 171;
    return [
      `GT-${String(i + 1).padStart(3, '0')}`,
      variety.name,
      sown,
      String(depth),
      warmth.toFixed(1),
      failed ? 'none' : String(days),
      failed ? '0%' : `${share}%`,
    ];
  });
}
