import { Client } from 'pg';
import { Chance } from './random';
import { GROUPS } from './till-receipts';

const DATABASE = 'quillbrook_stock';
/** May only read; its password is no secret, like everything of the demo. */
const READER = { name: 'quillbrook_reader', password: 'reads-the-stock' };
const GROWERS = ['Fenmarsh Growers', 'Tallow Hill', 'Own beds', 'Brackwater Bulbs'];
const DAY = 86_400_000;

/**
 * Makes the nursery's stock database beside the application's own: deliveries and stock movements, to be opened as any
 * firm's database. Answers its address for a user that may only read.
 */
export async function makeStock(serverUrl: string): Promise<string> {
  const admin = new Client({ connectionString: serverUrl });
  await admin.connect();
  try {
    const { rowCount } = await admin.query('SELECT 1 FROM pg_roles WHERE rolname = $1', [READER.name]);
    if (!rowCount) await admin.query(`CREATE ROLE ${READER.name} LOGIN PASSWORD '${READER.password}'`);
    const known = await admin.query('SELECT 1 FROM pg_database WHERE datname = $1', [DATABASE]);
    if (!known.rowCount) await admin.query(`CREATE DATABASE ${DATABASE}`);
  } finally {
    await admin.end();
  }
  const address = new URL(serverUrl);
  address.pathname = `/${DATABASE}`;
  const stock = new Client({ connectionString: address.href });
  await stock.connect();
  try {
    await fill(stock);
  } finally {
    await stock.end();
  }
  address.username = READER.name;
  address.password = READER.password;
  return address.href;
}

async function fill(stock: Client, seed = 8): Promise<void> {
  await stock.query(`
    DROP VIEW IF EXISTS stock_by_group;
    DROP TABLE IF EXISTS deliveries, stock_movements;
    CREATE TABLE deliveries (delivery integer PRIMARY KEY, arrived_on date NOT NULL, grower text NOT NULL, plant_group text NOT NULL, pots integer NOT NULL, cost numeric(10, 2), checked boolean);
    CREATE TABLE stock_movements (moved_at timestamp NOT NULL, plant_group text NOT NULL, reason text NOT NULL, pots integer NOT NULL, pots_in_hand integer NOT NULL);`);
  const chance = new Chance(seed);
  const deliveries: unknown[][] = [];
  const movements: unknown[][] = [];
  const hand = new Map(GROUPS.map(({ name }) => [name, 400]));
  for (let day = Date.UTC(2024, 0, 2); day <= Date.UTC(2025, 10, 21); day += DAY) {
    const date = new Date(day);
    if (date.getUTCDay() === 0) continue;
    for (const { name, months, price } of GROUPS) {
      const season = months[date.getUTCMonth()];
      const held = hand.get(name) ?? 0;
      const move = (reason: string, pots: number, hour: number) => {
        hand.set(name, (hand.get(name) ?? 0) + pots);
        movements.push([
          new Date(day + hour * 3_600_000).toISOString().slice(0, 19),
          name,
          reason,
          pots,
          hand.get(name),
        ]);
      };
      if (held < 60 + season * 24 && chance.happens(0.3)) {
        const pots = chance.whole(4, 12) * 20 + season * 10;
        deliveries.push([
          1000 + deliveries.length,
          date.toISOString().slice(0, 10),
          chance.of(GROWERS),
          name,
          pots,
          chance.happens(0.02) ? null : (pots * price[0] * chance.between(0.3, 0.5)).toFixed(2),
          chance.happens(0.9),
        ]);
        move('delivery', pots, 8);
      }
      const sold = Math.min(hand.get(name) ?? 0, Math.round(season * chance.between(0.4, 1.7)));
      if (sold > 0) move('sold', -sold, 17);
      if (chance.happens(0.03)) move('written off', -Math.min(hand.get(name) ?? 0, chance.whole(1, 9)), 18);
    }
  }
  await insert(stock, 'deliveries', deliveries);
  await insert(stock, 'stock_movements', movements);
  await stock.query(`
    CREATE VIEW stock_by_group AS SELECT DISTINCT ON (plant_group) plant_group, pots_in_hand, moved_at AS as_of FROM stock_movements ORDER BY plant_group, moved_at DESC;
    REVOKE ALL ON ALL TABLES IN SCHEMA public FROM PUBLIC;
    GRANT SELECT ON ALL TABLES IN SCHEMA public TO ${READER.name};
    ANALYZE;`);
}

async function insert(stock: Client, table: string, rows: readonly unknown[][]): Promise<void> {
  for (let from = 0; from < rows.length; from += 500) {
    const part = rows.slice(from, from + 500);
    const width = part[0].length;
    const places = part.map(
      (_, r) => `(${Array.from({ length: width }, (_, c) => `$${r * width + c + 1}`).join(', ')})`,
    );
    await stock.query(`INSERT INTO ${table} VALUES ${places.join(', ')}`, part.flat());
  }
}
