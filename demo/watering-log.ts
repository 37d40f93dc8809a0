import { Chance } from './random';

export const WATERING_HEADER = ['Date', 'Water used (l)', 'Tank level (%)', 'Rain (mm)', 'Remarks'];

const REMARKS = [
  'Filter on the north line rinsed before watering, pressure back to normal',
  'Tank topped up from the main after the dry spell',
  'Two drippers in bay four replaced, the rest checked',
  'Timer set back by an hour for the shorter days',
];

/** Two years of days with some missing: litres used, the tank's level at closing time, rain, and now and then a remark. */
export function wateringLog(seed = 5): string[][] {
  const chance = new Chance(seed);
  const rows: string[][] = [];
  let level = 82;
  let wet = 0.4;
  for (let day = Date.UTC(2024, 0, 1); day <= Date.UTC(2025, 9, 31); day += 86_400_000) {
    const date = new Date(day);
    const warmth = (1 - Math.cos(((date.getUTCMonth() + date.getUTCDate() / 30 - 0.6) / 12) * 2 * Math.PI)) / 2;
    wet = Math.min(0.85, Math.max(0.1, wet + chance.between(-0.12, 0.12)));
    const rain = chance.happens(wet * (1 - warmth * 0.45)) ? Math.round(chance.between(0.4, 15) * 10) / 10 : 0;
    const used = Math.round((160 + 1250 * warmth) * chance.between(0.78, 1.22) * (rain > 5 ? 0.6 : 1));
    level = Math.min(100, Math.max(9, level + rain * 1.05 - used / 360 + (level < 20 ? 22 : 0)));
    if (chance.happens(0.025) || (day >= Date.UTC(2024, 7, 12) && day <= Date.UTC(2024, 7, 16))) continue;
    const remark = chance.happens(0.03) ? chance.of(REMARKS) : '';
    rows.push([
      date.toISOString().slice(0, 10),
      used.toLocaleString('en-GB'),
      String(Math.round(level)),
      rain.toFixed(1),
      remark,
    ]);
  }
  return rows;
}
