import type { Book } from '../charts/book';

/** What a table that stays in its database answered is taken for so long, in ms. */
const LIVE_MS = 10_000;

/** All of a chart's sheets that decides how it is drawn: it changes with their rows, their columns and what was said of them. */
export const bookVersion = ({ sheets, sources }: Book): unknown => [
  sources.today,
  [...sheets.values()].map(({ id, name, tableName, live, columns, row, rowCount, groupColors }) => [
    id,
    name,
    live ? Math.floor(Date.now() / LIVE_MS) : tableName,
    rowCount,
    columns,
    row,
    groupColors,
  ]),
];
